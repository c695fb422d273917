import { z } from 'zod'
import { personName, writeId } from '../common'

/** What a calendar shows of students: others may read it. */
export const CALENDAR_NAMES = ['first', 'initials', 'none'] as const
/** What a calendar shows of students. */
export type CalendarNames = (typeof CALENDAR_NAMES)[number]

const namesSchema = z.enum(CALENDAR_NAMES, { error: 'names is first, initials or none' })

/** What a calendar is asked for. */
export const calendarQuery = z.object({ names: namesSchema.default('first') })

/** What the address given to a calendar asks for: `of` is its secret. */
export const subscriptionQuery = z.object({ of: z.string().max(200).default('') })

/** An address for one calendar, called by where it is read: "phone", "office". */
export const calendarLinkBody = z.strictObject({
  id: writeId,
  name: personName.max(80, 'must be at most 80 characters'),
  names: namesSchema,
})

export const endCalendarLinkBody = z.strictObject({ id: writeId, ended: z.boolean() })

/** Addresses one teacher has at a time. */
export const MOST_CALENDAR_LINKS = 20
