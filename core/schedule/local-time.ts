import { DateTime, IANAZone } from 'luxon'

/**
 * An instant as ISO time in a zone, with its offset: the form whose first ten characters are the local day.
 * @param instant ISO time.
 * @param zone IANA zone.
 * @throws RangeError when either cannot be read.
 * @example localIso('2026-01-05T15:30:00Z', 'Europe/Vienna') // '2026-01-05T16:30:00.000+01:00'
 */
export function localIso(instant: string, zone: string): string {
  const at = Date.parse(instant)
  const place = IANAZone.create(zone)
  if (Number.isNaN(at) || !place.isValid) throw new RangeError(`${instant} in ${zone} is no time`)
  // Written from the offset: a whole date object for each of a student's thousand passes took most of a page's time.
  const offset = place.offset(at)
  const [hours, minutes] = [Math.trunc(Math.abs(offset) / 60), Math.abs(offset) % 60].map(part => String(part).padStart(2, '0'))
  return `${new Date(at + offset * 60_000).toISOString().slice(0, -1)}${offset < 0 ? '-' : '+'}${hours}:${minutes}`
}

/**
 * Whether a name is one of an IANA time zone that is known here.
 * @example isZone('Europe/Vienna') // true
 * @example isZone('Vienna') // false
 */
export function isZone(name: string): boolean {
  return IANAZone.isValidZone(name)
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
