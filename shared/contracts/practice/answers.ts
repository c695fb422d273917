import { z } from 'zod'
import { FEELS, HURTS, painSchema } from '#core/schema/pain'
import { bpmSchema, count, id, instant, list, localDaySchema, row } from '../common'
import { homeworkBody } from './homework'

/** Practice as it was reported. */
export const reported = { bpm: bpmSchema, minutes: count, feel: z.enum(FEELS) }

/** Practice with a drill on a day. */
export const practiceRow = row({
  ...reported,
  id,
  assignmentId: id,
  drillName: z.string(),
  day: localDaySchema,
  hurts: z.enum(HURTS).optional(),
  clean: count,
  note: z.string().nullable(),
})
export type PracticeRow = z.infer<typeof practiceRow>

/** Minutes of practice on a local day. */
export const practiceDay = row({ day: localDaySchema, minutes: count })

/** A pain that was reported, or that it is gone. */
export const painRow = row({ pain: painSchema.nullable(), note: z.string().nullable(), at: instant })
export type PainRow = z.infer<typeof painRow>

/** What a student was given to practise, and when. */
export const homeworkRow = row({ id, at: instant, lessonId: id.nullable(), given: homeworkBody.shape.given })
export type HomeworkRow = z.infer<typeof homeworkRow>

export const practiceLogged = row({ id, ids: list(id) })
export const painSet = row({ pain: painSchema.nullable() })
