import { z } from 'zod'
import { isZone } from '#core/practice/schedule/local-time'
import { newAccount } from './accounts'
import { personName } from './common'

/** A studio that is to be opened, with its owner. */
export const newStudio = z.strictObject({
  name: personName,
  zone: z.string().refine(isZone, 'must be a time zone such as Europe/London'),
  owner: newAccount,
})
export type NewStudio = z.infer<typeof newStudio>
