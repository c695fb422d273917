import { DateTime, IANAZone } from 'luxon'

/**
 * An instant as ISO time in a zone, with its offset: the form whose first ten characters are the local day.
 * @param instant ISO time.
 * @param zone IANA zone.
 * @throws RangeError when either cannot be read.
 * @example localIso('2026-01-05T15:30:00Z', 'Europe/Vienna') // '2026-01-05T16:30:00.000+01:00'
 */
export function localIso(instant: string, zone: string): string {
  return localClock(zone)(instant)
}

/** Clocks are set on the quarter of an hour, wherever they are set. */
const QUARTER_MS = 15 * 60_000

/**
 * Instants as local ISO times, for many of one zone: what was found out for a quarter of an hour is not asked again.
 * @throws RangeError when an instant or the zone cannot be read.
 */
export function localClock(zone: string): (instant: string) => string {
  const place = IANAZone.create(zone)
  const offsets = new Map<number, number>()
  return (instant) => {
    const at = Date.parse(instant)
    if (Number.isNaN(at) || !place.isValid) throw new RangeError(`${instant} in ${zone} is no time`)
    const quarter = Math.floor(at / QUARTER_MS)
    const offset = offsets.get(quarter) ?? place.offset(at)
    offsets.set(quarter, offset)
    return withOffset(at, offset)
  }
}

/** Written from the offset: a whole date object for each of a student's hundreds of passes took most of a page's time. */
function withOffset(at: number, offset: number): string {
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

const DAY_MS = 86_400_000

/** Start of a local day as if it were one of UTC: days are counted, and a calendar day is a calendar day in every zone. */
function dayMs(day: string): number {
  const at = Date.parse(`${day}T00:00:00Z`)
  if (Number.isNaN(at)) throw new RangeError(`${day} is no day`)
  return at
}

/**
 * The day a number of days later (earlier when negative).
 * @throws RangeError for what is no day.
 * @example dayPlus('2026-02-28', 1) // '2026-03-01'
 */
export function dayPlus(day: string, days: number): string {
  return new Date(dayMs(day) + days * DAY_MS).toISOString().slice(0, 10)
}

/** Weekday of a local day, 1 Monday to 7 Sunday. @throws RangeError for what is no day. */
export function weekdayOf(day: string): number {
  return new Date(dayMs(day)).getUTCDay() || 7
}
