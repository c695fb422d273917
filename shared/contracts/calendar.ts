import { z } from 'zod'

/** What a calendar shows of students: others may read it. */
export const CALENDAR_NAMES = ['first', 'initials', 'none'] as const
/** What a calendar shows of students. */
export type CalendarNames = (typeof CALENDAR_NAMES)[number]

/** What a calendar is asked for. */
export const calendarQuery = z.object({
  names: z.enum(CALENDAR_NAMES, { error: 'names is first, initials or none' }).default('first'),
})
