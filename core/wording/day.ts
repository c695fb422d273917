import { DateTime } from 'luxon'

/** A day, YYYY-MM-DD, as a sentence says it. @example dayInWords('2026-04-01') // '1 April' */
export const dayInWords = (day: string): string => DateTime.fromISO(day, { locale: 'en-GB' }).toFormat('d LLLL')
