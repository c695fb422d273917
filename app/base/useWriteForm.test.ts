import { beforeEach, describe, expect, jest, test } from '@jest/globals'
import { nextTick, ref } from 'vue'
import { z } from 'zod'
import { inScope } from './tests/composables'
import { useWriteForm, type WriteForm } from './useWriteForm'

const schema = z.strictObject({
  id: z.uuid(),
  name: z.string().min(1, 'a name is needed'),
  weeks: z.int('must be whole weeks'),
})
interface Values {
  name: string
  weeks: number
}
const refused = (code: string, path?: string) => Object.assign(new Error(`refused: ${code}`), { code, path })

let sent: unknown[]
let answer: () => unknown
let form: WriteForm<Values, unknown, 'twice'>
const open = ref(false)
beforeEach(() => {
  // It is mounted by no component here.
  jest.spyOn(console, 'warn').mockImplementation(() => {})
  sent = []
  answer = () => 'done'
  open.value = false
  form = inScope(() =>
    useWriteForm({
      schema,
      open,
      values: () => ({ name: '', weeks: 1 }),
      body: (values, button: 'twice' | undefined) => ({ ...values, weeks: values.weeks * (button ? 2 : 1) }),
      send: async fields => {
        sent.push(fields)
        return answer()
      },
    }),
  ).value
})

describe('a form that is one write', () => {
  test('what the contract refuses is not sent, and its field says why', async () => {
    expect(await form.submit()).toBeNull()
    expect([form.errorOf('name'), form.errorOf('weeks')]).toEqual(['a name is needed', ''])
    form.values.name = 'Ida'
    form.values.weeks = Number.NaN
    expect(await form.submit()).toBeNull()
    expect(form.errorOf('weeks')).toBe('weeks must be whole weeks, not NaN')
    expect(sent).toEqual([])
    form.values.weeks = 3
    expect(await form.submit()).toEqual({ answer: 'done' })
    expect([sent, form.refusal.value]).toEqual([[{ name: 'Ida', weeks: 3 }], null])
  })

  test('an answer of nothing is an answer too', async () => {
    form.values.name = 'Ida'
    answer = () => null
    expect(await form.submit()).toEqual({ answer: null })
  })

  test('a refusal names its field; the same may be sent again, and a form opened anew has forgotten it', async () => {
    form.values.name = 'Ida'
    answer = () => {
      throw refused('conflict', 'name')
    }
    expect(await form.submit()).toBeNull()
    expect(form.errorOf('name')).toBe('refused: conflict')
    answer = () => 'done'
    expect(await form.submit()).toEqual({ answer: 'done' })
    answer = () => {
      throw refused('conflict', 'name')
    }
    await form.submit()
    expect(form.changed.value).toBe(true)
    open.value = true
    await nextTick()
    expect([form.errorOf('name'), form.values.name, form.changed.value]).toEqual(['', '', false])
  })

  test('what was changed and changed back is not changed', () => {
    expect(form.changed.value).toBe(false)
    form.values.name = 'Ida'
    expect(form.changed.value).toBe(true)
    form.values.name = ''
    expect(form.changed.value).toBe(false)
  })

  test('the button that was pressed has its say', async () => {
    form.values.name = 'Ida'
    await form.submit('twice')
    await form.submit()
    expect(sent).toEqual([
      { name: 'Ida', weeks: 2 },
      { name: 'Ida', weeks: 1 },
    ])
  })

  test('busy from sending to the answer, whichever it is', async () => {
    form.values.name = 'Ida'
    let whileSending = false
    answer = () => {
      whileSending = form.busy.value
      throw refused('conflict')
    }
    await form.submit()
    expect([whileSending, form.busy.value]).toEqual([true, false])
  })
})
