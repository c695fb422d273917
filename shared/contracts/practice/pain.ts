import { z } from 'zod'
import { painSchema } from '#core/schema/pain'
import { writeId } from '../common'

/** What hurts now; null once it is gone. */
export const painBody = z
  .strictObject({
    id: writeId,
    pain: painSchema.nullable(),
    note: z.string().trim().max(400, 'must be at most 400 characters').optional(),
  })
  .refine(({ pain, note }) => pain !== null || Boolean(note), {
    path: ['note'],
    message: 'a note is needed: how you found that it is gone',
  })
