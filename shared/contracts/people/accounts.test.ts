import { expect, test } from '@jest/globals'
import { check } from '#core/schema/problem'
import { addAccountBody, changePasswordBody, resetPasswordBody, signInBody } from './accounts'

test.each([
  ['signing in', signInBody, { name: 'wren' }, 'password'],
  ['an account that is added', addAccountBody, { signInName: 'ivo', displayName: 'Ivo', role: 'teacher' }, 'password'],
  ['a password that is reset', resetPasswordBody, {}, 'password'],
  ['the current password', changePasswordBody, { newPassword: 'walnut and spruce' }, 'presentPassword'],
  ['the new password', changePasswordBody, { presentPassword: 'walnut and spruce' }, 'newPassword'],
] as const)('no message repeats a password: %s', (_, schema, rest, field) => {
  for (const value of [4711_0815, 'hunter2'.repeat(40)]) {
    const id =
      schema === signInBody || schema === changePasswordBody ? {} : { id: '11111111-1111-4111-8111-111111111111' }
    const checked = check(schema, { ...id, ...rest, [field]: value })
    expect(checked).toMatchObject({ ok: false, error: { path: field } })
    expect(JSON.stringify(checked)).not.toMatch(/hunter2|47110815/)
  }
})
