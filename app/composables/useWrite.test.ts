import { beforeEach, describe, expect, test } from '@jest/globals'
import { z } from 'zod'
import { autoImports, inScope } from '../tests/auto-imports'
import { saysTheSame } from '../utils/same'
import { useSending } from './useSending'
import { useWrite } from './useWrite'

autoImports({ saysTheSame, useSending })
const schema = z.strictObject({ id: z.uuid(), name: z.string().min(1, 'a name is needed'), weeks: z.int('must be whole weeks') })
const refused = (code: string, path?: string) => Object.assign(new Error(`refused: ${code}`), { code, path })

let sent: { id: string, name: string }[]
let form: ReturnType<typeof useWrite<typeof schema>>
beforeEach(() => {
  sent = []
  form = inScope(() => useWrite(schema)).value
})
const write = (fields: { name: string, weeks: number }, answer: () => unknown = () => 'done') => form.write(fields, async (body) => {
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

  test('each write has an id of its own', async () => {
    await write({ name: 'Ida', weeks: 1 })
    await write({ name: 'Ida', weeks: 1 })
    expect(new Set(sent.map(body => body.id)).size).toBe(2)
  })

  test.each(['offline', 'unavailable', 'failed'])('after %s it may have arrived: trying again is the same write', async (code) => {
    expect(await write({ name: 'Ida', weeks: 1 }, failing(refused(code)))).toBeNull()
    expect(form.refusal.value!.message).toBe(`refused: ${code}`)
    expect(await write({ name: 'Ida', weeks: 1 })).toEqual({ answer: 'done' })
    expect(sent[0]!.id).toBe(sent[1]!.id)
  })

  test('a form that says something else, or was opened anew, is another write', async () => {
    await write({ name: 'Ida', weeks: 1 }, failing(refused('offline')))
    await write({ name: 'Ada', weeks: 1 }, failing(refused('offline')))
    form.clear()
    await write({ name: 'Ada', weeks: 1 })
    expect(new Set(sent.map(body => body.id)).size).toBe(3)
  })

  test.each(['conflict', 'invalid', 'not-found'])('after %s nothing was written: the corrected form is another write', async (code) => {
    await write({ name: 'Ida', weeks: 1 }, failing(refused(code, 'name')))
    expect(form.errorOf('name')).toBe(`refused: ${code}`)
    await write({ name: 'Ida', weeks: 1 })
    expect(sent[0]!.id).not.toBe(sent[1]!.id)
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
