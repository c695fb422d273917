import { describe, expect, test } from '@jest/globals'
import { z } from 'zod'
import { check, secret } from './problem'

const wrongWith = (schema: z.ZodType, value: unknown) => {
  const checked = check(schema, value)
  return checked.ok ? null : checked.error
}

describe('what is wrong with a value', () => {
  test('names the field, the rule and what was given; the rule stands for itself too', () => {
    expect(wrongWith(z.strictObject({ birthYear: z.int().max(2100) }), { birthYear: 3000 })).toEqual({
      path: 'birthYear',
      message: 'birth year must be at most 2100, not 3000',
      rule: 'must be at most 2100, not 3000',
    })
  })

  test('an unknown field comes first', () => {
    expect(wrongWith(z.strictObject({ a: z.int() }), { a: 'x', b: 1 })).toMatchObject({ path: 'b' })
  })

  const word = secret(z.string().min(12, 'must have at least 12 characters').max(20))
  test.each<readonly [string, z.ZodType, (value: string) => unknown]>([
    ['of its own', z.strictObject({ pass: word }), value => ({ pass: value })],
    ['that may be left out', z.strictObject({ secret: word.optional() }), value => ({ secret: value })],
    ['that may be null', z.strictObject({ token: word.nullable() }), value => ({ token: value })],
    [
      'in a list of objects',
      z.strictObject({ of: z.array(z.strictObject({ key: word })) }),
      value => ({ of: [{ key: value }] }),
    ],
    ['that is transformed', z.strictObject({ word: word.transform(text => text.length) }), value => ({ word: value })],
    ['by any name', z.record(z.string(), word), value => ({ any: value })],
    [
      'in one of several forms',
      z.union([z.strictObject({ pin: word }), z.strictObject({ n: z.int() })]),
      value => ({ pin: value }),
    ],
  ])('a secret %s is never repeated, whatever its field is called', (_, schema, made) => {
    for (const value of ['hunter2', 'hunter2'.repeat(9), 17 as unknown as string]) {
      const { message, rule } = wrongWith(schema, made(value))!
      expect([value, message.includes(String(value)), rule.includes(String(value))]).toEqual([value, false, false])
      expect(message).not.toMatch(/, not /)
    }
  })

  test('a field that is no secret is repeated, even if it is called one', () => {
    expect(wrongWith(z.strictObject({ password: z.int() }), { password: 1.5 })!.message).toMatch(/1\.5/)
  })
})
