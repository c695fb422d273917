import { beforeEach, describe, expect, test } from '@jest/globals'
import { z } from 'zod'
import { inScope } from './tests/composables'
import { useWrite } from './useWrite'

const schema = z.strictObject({
  id: z.uuid(),
  name: z.string().min(1, 'a name is needed'),
  weeks: z.int('must be whole weeks'),
})
const refused = (code: string, path?: string) => Object.assign(new Error(`refused: ${code}`), { code, path })

let sent: { name: string }[]
let form: ReturnType<typeof useWrite<typeof schema>>
beforeEach(() => {
  sent = []
  form = inScope(() => useWrite(schema)).value
})
const write = (fields: { name: string; weeks: number }, answer: () => unknown = () => 'done') =>
  form.write(fields, async body => {
    sent.push(body)
    return answer()
  })
const failing = (error: Error) => () => {
  throw error
}

describe('the writes of a form', () => {
  test('what the contract refuses is not sent, and its field says why', async () => {
    expect(await write({ name: '', weeks: 1 })).toBeNull()
    expect(form.errorOf('name')).toBe('a name is needed')
    expect(form.errorOf('weeks')).toBe('')
    expect(await write({ name: 'Ida', weeks: Number.NaN })).toBeNull()
    expect(form.errorOf('weeks')).toBe('weeks must be whole weeks, not NaN')
    expect(sent).toEqual([])
  })

  test('an answer of nothing is an answer too', async () => {
    expect(await write({ name: 'Ida', weeks: 1 }, () => null)).toEqual({ answer: null })
    expect(form.refusal.value).toBeNull()
  })

  test('a refusal names its field, and a form opened anew has forgotten it', async () => {
    expect(await write({ name: 'Ida', weeks: 1 }, failing(refused('conflict', 'name')))).toBeNull()
    expect(form.errorOf('name')).toBe('refused: conflict')
    form.clear()
    expect(form.errorOf('name')).toBe('')
  })

  test('busy from sending to the answer, whichever it is', async () => {
    let whileSending = false
    await write({ name: 'Ida', weeks: 1 }, () => {
      whileSending = form.busy.value
      throw refused('conflict')
    })
    expect([whileSending, form.busy.value]).toEqual([true, false])
    form.clear()
    expect(form.refusal.value).toBeNull()
  })
})
