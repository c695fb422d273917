import { z } from 'zod'
import { FEELS, HURTS } from '#core/schema/pain'
import { bpmSchema, localDaySchema, uuidOf, writeId } from '../common'

/** Most entries of one report: a drill every day of two months. */
const MOST_ENTRIES = 60
/** A day has no more minutes. */
export const MINUTES_A_DAY = 1440

const entry = z.strictObject({
  assignmentId: uuidOf('must be a drill of this student'),
  day: localDaySchema,
  minutes: z
    .int('must be a whole number of minutes')
    .min(1, 'must be at least 1 minute')
    .max(MINUTES_A_DAY, `must be at most ${MINUTES_A_DAY} minutes`),
  bpm: bpmSchema,
  feel: z.enum(FEELS, { error: `must be one of ${FEELS.join(', ')}` }),
  hurts: z.enum(HURTS, { error: `must be one of ${HURTS.join(', ')}` }).optional(),
  /** Clean passes in a row at the end, as the student counted them. */
  clean: z.int().min(0).max(40, 'must be at most 40').default(0),
  note: z.string().trim().max(400, 'must be at most 400 characters').optional(),
})

/** What a student reports of practice at home. */
export const practiceBody = z.strictObject({
  id: writeId,
  entries: z.array(entry).min(1, 'needs at least one day').max(MOST_ENTRIES, `takes at most ${MOST_ENTRIES} entries`),
})
export const takeBackPracticeBody = z.strictObject({
  id: writeId,
  entryIds: z.array(uuidOf('must be an entry of this student')).min(1).max(MOST_ENTRIES).readonly(),
})
