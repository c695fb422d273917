import { DateTime } from 'luxon'

/**
 * A day, YYYY-MM-DD, as a sentence says it.
 * @param today The day it is said on: days of another year have their year. Left out, none has.
 * @example dayInWords('2026-04-01') // '1 April'
 * @example dayInWords('2027-04-01', '2026-12-24') // '1 April 2027'
 */
export const dayInWords = (day: string, today = day): string =>
  DateTime.fromISO(day, { locale: 'en-GB' }).toFormat(day.slice(0, 4) === today.slice(0, 4) ? 'd LLLL' : 'd LLLL yyyy')
