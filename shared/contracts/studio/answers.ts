import { z } from 'zod'
import { PRESSING } from '#core/practice/attention'
import { count, id, instant, list, localDaySchema, row } from '../common'
import { weightsSchema } from './studios'

/** A student at a glance, as the board of a studio shows them. */
export const boardRow = row({
  id,
  name: z.string(),
  teacherName: z.string(),
  /** Taught by who asks: only theirs can be opened. */
  mine: z.boolean(),
  /** Set drills that are worked now, by where they stand. */
  drills: row({ all: count, onPlan: count, behind: count, stalled: count }),
  /** Why they need attention, the most pressing first; empty for nothing. */
  needs: list(z.enum(PRESSING)),
  /** Null for never. */
  lastLessonOn: localDaySchema.nullable(),
  lastPracticeOn: localDaySchema.nullable(),
  /** Minutes of the last four weeks. */
  lessonMinutes: count,
  homeMinutes: count,
})
export type BoardRow = z.infer<typeof boardRow>

export const weightsSet = row({ weights: weightsSchema.nullable() })
export const noticeSet = row({ notice: z.string().nullable() })

/** What is told of a restore on its way, line by line, and at its end. */
export const restoreNews = z.union([
  row({ done: count, all: count }),
  row({ restored: row({ name: z.string(), madeAt: instant }) }),
  row({ refused: z.string() }),
])
export type RestoreNews = z.infer<typeof restoreNews>
