import { z } from 'zod'
import { secret } from '#core/schema/problem'
import { personName, uuidOf, writeId } from '../common'

const signInName = z
  .string()
  .trim()
  .toLowerCase()
  .regex(/^[a-z0-9][a-z0-9._-]*$/, 'must be letters, digits, dots, dashes, beginning with a letter or digit')
  .max(80, 'must be at most 80 characters')

/** A password that is to be kept. */
export const newPassword = secret(
  z.string().min(12, 'must have at least 12 characters').max(128, 'must be at most 128 characters'),
)
/** A password that is to be compared. */
const givenPassword = (missing: string) => secret(z.string().min(1, missing).max(200, 'must be at most 200 characters'))

/** Someone who is to sign in. */
export const newAccount = z.strictObject({ signInName, displayName: personName, password: newPassword })
export type NewAccount = z.infer<typeof newAccount>

export const signInBody = z.strictObject({
  name: z.string().trim().min(1, 'the sign-in name is needed').max(80, 'must be at most 80 characters'),
  password: givenPassword('the password is needed'),
})

/** Roles an account of a studio's staff can have; a student's comes with the student. */
export const STAFF_ROLES = ['owner', 'teacher'] as const

export const changePasswordBody = z.strictObject({
  presentPassword: givenPassword('the current password is needed'),
  newPassword,
})
export const addAccountBody = newAccount.extend({ id: writeId, role: z.enum(STAFF_ROLES) })
export const suspendBody = z.strictObject({ id: writeId, suspended: z.boolean() })
export const roleBody = z.strictObject({ id: writeId, role: z.enum(STAFF_ROLES) })
export const removeBody = z.strictObject({ id: writeId })
/** A student goes to another teacher. */
export const handOverBody = z.strictObject({ id: writeId, teacherId: uuidOf('must be a teacher of the studio') })
export const resetPasswordBody = z.strictObject({ id: writeId, password: newPassword })
