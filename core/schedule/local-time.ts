import { DateTime } from 'luxon'

/**
 * An instant as ISO time in a zone, with its offset: the form whose first ten characters are the local day.
 * @param instant ISO time.
 * @param zone IANA zone.
 * @throws RangeError when either cannot be read.
 * @example localIso('2026-01-05T15:30:00Z', 'Europe/Vienna') // '2026-01-05T16:30:00.000+01:00'
 */
export function localIso(instant: string, zone: string): string {
  const iso = DateTime.fromISO(instant, { zone }).toISO()
  if (!iso) throw new RangeError(`${instant} in ${zone} is no time`)
  return iso
}

/** The local calendar day (YYYY-MM-DD) of an instant in a zone. */
export function localDay(instant: string, zone: string): string {
  return localIso(instant, zone).slice(0, 10)
}

/**
 * The instant of a local wall time. A time the clocks skip moves forward by the gap; one they repeat is the first.
 * @param day Local day, YYYY-MM-DD.
 * @param wallTime HH:MM.
 * @returns ISO time in UTC.
 * @throws RangeError when day, time or zone cannot be read.
 * @example instantOf('2026-01-05', '16:30', 'Europe/Vienna') // '2026-01-05T15:30:00.000Z'
 */
export function instantOf(day: string, wallTime: string, zone: string): string {
  const local = DateTime.fromISO(`${day}T${wallTime}`, { zone })
  if (!local.isValid) throw new RangeError(`${day} ${wallTime} in ${zone} is no time`)
  const first = local.getPossibleOffsets().toSorted((a, b) => a.toMillis() - b.toMillis())[0]!
  return first.toUTC().toISO()!
}

/** The day a number of days later (earlier when negative). */
export function dayPlus(day: string, days: number): string {
  return DateTime.fromISO(day, { zone: 'utc' }).plus({ days }).toISODate()!
}

/** Weekday of a local day, 1 Monday to 7 Sunday. */
export function weekdayOf(day: string): number {
  return DateTime.fromISO(day, { zone: 'utc' }).weekday
}
