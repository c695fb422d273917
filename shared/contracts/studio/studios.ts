import { z } from 'zod'
import { PARTS, type PartName } from '#core/grade/table'
import { isZone } from '#core/practice/schedule/local-time'
import { newAccount } from '../people/accounts'
import { personName, writeId } from '../common'

/** A studio that is to be opened, with its owner. */
export const newStudio = z.strictObject({
  name: personName,
  zone: z.string().refine(isZone, 'must be a time zone such as Europe/London'),
  owner: newAccount,
})
export type NewStudio = z.infer<typeof newStudio>

/** What a studio says to its students and to who looks after them; null for what the program says. */
export const noticeBody = z.strictObject({
  id: writeId,
  notice: z.string().trim().min(1, 'enter the notice').max(8000, 'must be at most 8000 characters').nullable(),
})

/** How large a backup may be that comes in through the app; a larger one comes in by the command line. */
export const MOST_BACKUP_BYTES = 500_000_000

const weight = z.number({ error: 'must be a number' }).min(0, 'must be at least 0').max(1.5, 'must be at most 1.5')
/** What each part of a grade counts for. */
export const weightsSchema = z.strictObject(
  Object.fromEntries(PARTS.map(part => [part, weight])) as Record<PartName, typeof weight>,
)
export const weightsBody = z.strictObject({ id: writeId, weights: weightsSchema.nullable() })
