import { z } from 'zod'
import { isZone } from '#core/practice/schedule/local-time'
import { personName } from './common'

const signInName = z
  .string()
  .trim()
  .toLowerCase()
  .regex(/^[a-z0-9][a-z0-9._-]*$/, 'must be letters, digits, dots, dashes, beginning with a letter or digit')
  .max(80, 'must be at most 80 characters')

/** A password that is to be kept. */
export const newPassword = z
  .string()
  .min(12, 'must have at least 12 characters')
  .max(128, 'must be at most 128 characters')

/** Someone who is to sign in. */
export const newAccount = z.strictObject({ signInName, displayName: personName, password: newPassword })
export type NewAccount = z.infer<typeof newAccount>

/** A studio that is to be opened, with its owner. */
export const newStudio = z.strictObject({
  name: personName,
  zone: z.string().refine(isZone, 'must be a time zone such as Europe/London'),
  owner: newAccount,
})
export type NewStudio = z.infer<typeof newStudio>
