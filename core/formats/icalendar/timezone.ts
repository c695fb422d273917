import ICAL from 'ical.js'
import { dayPlus, instantOf, localIso } from '../../practice/schedule/local-time'

/** A moment at which a zone's clock is set otherwise. */
interface Change {
  /** The last instant before which the old offset held, ISO time. */
  readonly at: string
  /** Minutes east of UTC before and after. */
  readonly from: number
  readonly to: number
}

/** Minutes east of UTC at an instant. */
function offsetAt(instant: string, zone: string): number {
  const [, sign, hours, minutes] = /([+-])(\d\d):(\d\d)$/.exec(localIso(instant, zone))!
  return (sign === '-' ? -1 : 1) * (Number(hours) * 60 + Number(minutes))
}

const MINUTE = 60_000
const DAY = 24 * 60 * MINUTE

/** When the clock of a zone is set between two local days, to the minute. */
function changesBetween(zone: string, first: string, last: string): readonly Change[] {
  const changes: Change[] = []
  const end = Date.parse(instantOf(last, '00:00', zone))
  const iso = (at: number) => new Date(at).toISOString()
  for (let at = Date.parse(instantOf(first, '00:00', zone)); at < end; at += DAY) {
    const [from, to] = [offsetAt(iso(at), zone), offsetAt(iso(at + DAY), zone)]
    if (from === to) continue
    // Halving the day finds the minute.
    let [before, after] = [at, at + DAY]
    while (after - before > MINUTE) {
      const middle = before + Math.floor((after - before) / 2 / MINUTE) * MINUTE
      if (offsetAt(iso(middle), zone) === from) before = middle
      else after = middle
    }
    changes.push({ at: iso(after), from, to })
  }
  return changes
}

const offset = (minutes: number) => ICAL.UtcOffset.fromSeconds(minutes * 60)
/** What a clock at an offset shows at an instant. */
const shown = (instant: string, minutes: number) =>
  ICAL.Time.fromDateTimeString(new Date(Date.parse(instant) + minutes * MINUTE).toISOString().slice(0, 19))

/** One way the clock is set, and every time it is. */
function observance(from: number, to: number, times: readonly ICAL.Time[]): ICAL.Component {
  const part = new ICAL.Component(to > from ? 'daylight' : 'standard')
  part.addPropertyWithValue('tzoffsetfrom', offset(from))
  part.addPropertyWithValue('tzoffsetto', offset(to))
  part.addPropertyWithValue('dtstart', times[0]!)
  for (const time of times) part.addPropertyWithValue('rdate', time)
  return part
}

/**
 * The clock of a zone as RFC 5545 tells it (3.6.5): how it stood at the beginning, and every time it is set until the
 * end, each by the clock as it was before.
 */
export function timezoneOf(zone: string, from: string, to: string): ICAL.Component {
  const component = new ICAL.Component('vtimezone')
  component.addPropertyWithValue('tzid', zone)
  const first = instantOf(dayPlus(from, -1), '00:00', zone)
  const start = offsetAt(first, zone)
  component.addSubcomponent(observance(start, start, [shown(first, start)]))
  const kinds = new Map<string, { readonly from: number; readonly to: number; readonly times: ICAL.Time[] }>()
  for (const change of changesBetween(zone, from, to)) {
    const key = `${change.from} ${change.to}`
    const kind = kinds.get(key) ?? { ...change, times: [] }
    kind.times.push(shown(change.at, change.from))
    kinds.set(key, kind)
  }
  for (const kind of kinds.values()) component.addSubcomponent(observance(kind.from, kind.to, kind.times))
  return component
}
