import { z } from 'zod'
import { uuidOf } from '../common'

/** Tables that leave the studio for a spreadsheet. */
export const RECORDS = ['roster', 'practice', 'passes', 'decisions', 'drills'] as const
/** A table that leaves the studio for a spreadsheet. */
export type RecordsName = (typeof RECORDS)[number]

/** Which table is asked for, of all the teacher's students or of one. */
export const recordsQuery = z.object({
  of: z.enum(RECORDS, { error: `of is one of ${RECORDS.join(', ')}` }),
  student: uuidOf('must be a student of yours').optional(),
})
