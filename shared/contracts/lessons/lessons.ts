import { z } from 'zod'
import { sentEventSchema } from '#core/schema/lesson-event'
import { localDaySchema, uuidOf, writeId } from '../common'

export const startLessonBody = z.strictObject({
  id: writeId,
  studentId: uuidOf('must be a student'),
  /** The planned lesson it is, or null for one out of turn. */
  slot: z.strictObject({ id: uuidOf('must be a planned lesson'), day: localDaySchema }).nullable(),
})

/** The years of `deviceTime` as milliseconds: no clock is further off. */
const FURTHEST_OFF_MS = 230 * 366 * 86_400_000

/** One event of the outbox. `deviceOffsetMs` is server time less device time, as last measured. */
export const appendEventBody = z.strictObject({
  event: sentEventSchema,
  deviceOffsetMs: z.int().min(-FURTHEST_OFF_MS).max(FURTHEST_OFF_MS),
})
