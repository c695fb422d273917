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

/** Answers remembered of one question: some hundred days of lessons; then it begins anew. */
const MOST_REMEMBERED = 20_000

/** A pure function that remembers its answers: lists of hundreds ask for the same few days. */
function remembered<K, V>(ask: (key: K) => V): (key: K) => V {
  const answers = new Map<K, V>()
  return key => {
    const known = answers.get(key)
    if (known !== undefined) return known
    const answer = ask(key)
    if (answers.size >= MOST_REMEMBERED) answers.clear()
    answers.set(key, answer)
    return answer
  }
}

const DAY_MS = 86_400_000
/** Clocks are set on the quarter of an hour, wherever they are set. */
const QUARTER_MS = 15 * 60_000

/**
 * How far a zone is from UTC at an instant (ms since 1970), minutes east: each quarter of an hour is asked of the
 * system once.
 */
const offsetsOf = remembered((zone: string): ((at: number) => number) => {
  const place = IANAZone.create(zone)
  if (!place.isValid) throw new RangeError(`${zone} is no time zone`)
  const ofQuarter = remembered((quarter: number) => place.offset(quarter * QUARTER_MS))
  return at => ofQuarter(Math.floor(at / QUARTER_MS))
})

/**
 * Instants as local ISO times, for many of one zone.
 * @throws RangeError when an instant or the zone cannot be read.
 */
export function localClock(zone: string): (instant: string) => string {
  const offsetAt = offsetsOf(zone)
  return instant => {
    const at = Date.parse(instant)
    if (Number.isNaN(at)) throw new RangeError(`${instant} in ${zone} is no time`)
    return withOffset(at, offsetAt(at))
  }
}

/**
 * Written from the offset: a whole date object for each of a student's hundreds of passes took most of a page's time.
 */
function withOffset(at: number, offset: number): string {
  const [hours, minutes] = [Math.trunc(Math.abs(offset) / 60), Math.abs(offset) % 60].map(part =>
    String(part).padStart(2, '0'),
  )
  return `${new Date(at + offset * 60_000).toISOString().slice(0, -1)}${offset < 0 ? '-' : '+'}${hours}:${minutes}`
}

/** A day by its number since 1970, YYYY-MM-DD. */
const dayNumbered = remembered((number: number) => new Date(number * DAY_MS).toISOString().slice(0, 10))

/**
 * Local days of instants (ms since 1970), YYYY-MM-DD, for many of one zone.
 * @throws RangeError when the zone cannot be read or an instant is none.
 * @example dayClock('Europe/Vienna')(Date.UTC(2026, 0, 5, 23, 30)) // '2026-01-06'
 */
export function dayClock(zone: string): (at: number) => string {
  const offsetAt = offsetsOf(zone)
  return at => dayNumbered(Math.floor((at + offsetAt(at) * 60_000) / DAY_MS))
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
  const start = dayMs(day)
  const time = /^([01]\d|2[0-3]):([0-5]\d)$/.exec(wallTime)
  if (!time) throw new RangeError(`${day} ${wallTime} in ${zone} is no time`)
  const offsetAt = offsetsOf(zone)
  // Nowhere is a local day further from UTC's than one day; where the clocks stay as they are around it, it is plain
  // arithmetic.
  const offset = offsetAt(start - DAY_MS)
  if (offset !== offsetAt(start + 2 * DAY_MS)) return firstOf(day, wallTime, zone)
  return new Date(start + (Number(time[1]) * 60 + Number(time[2]) - offset) * 60_000).toISOString()
}

/** The same around a change of the clocks. */
function firstOf(day: string, wallTime: string, zone: string): string {
  const possible = DateTime.fromISO(`${day}T${wallTime}`, { zone }).getPossibleOffsets()
  return new Date(Math.min(...possible.map(each => each.toMillis()))).toISOString()
}

/**
 * Days from one local day to another, negative when the other is earlier.
 * @throws RangeError for what is no day.
 * @example daysBetween('2026-02-28', '2026-03-01') // 1
 */
export function daysBetween(from: string, to: string): number {
  return (dayMs(to) - dayMs(from)) / DAY_MS
}

/**
 * Start of a local day as if it were one of UTC: days are counted, and a calendar day is a calendar day in every zone.
 */
const dayMs = remembered((day: string): number => {
  const at = Date.parse(`${day}T00:00:00Z`)
  // Some days that are none, such as the 30th of February, are read as the next that is one.
  if (Number.isNaN(at) || !new Date(at).toISOString().startsWith(day)) throw new RangeError(`${day} is no day`)
  return at
})

/**
 * The day a number of days later (earlier when negative).
 * @throws RangeError for what is no day.
 * @example dayPlus('2026-02-28', 1) // '2026-03-01'
 */
export function dayPlus(day: string, days: number): string {
  return dayNumbered(dayMs(day) / DAY_MS + days)
}

/** Weekday of a local day, 1 Monday to 7 Sunday. @throws RangeError for what is no day. */
export function weekdayOf(day: string): number {
  return new Date(dayMs(day)).getUTCDay() || 7
}
