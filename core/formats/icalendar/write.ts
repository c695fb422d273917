import ICAL from 'ical.js'
import { dayPlus, instantOf } from '../../practice/schedule/local-time'
import { occurrenceOf, type TimedSlot } from '../../practice/schedule/occurrences'
import { nextDay } from '../../practice/schedule/weekly'
import { timezoneOf } from './timezone'

/** A lesson that recurs, as a calendar has it. */
export interface CalendarSlot extends TimedSlot {
  /** Names it for ever: the same lesson has the same one in every file. */
  readonly id: string
  readonly minutes: number
  /** What stands in the calendar. */
  readonly summary: string
  /** Counted up by every change: a calendar that has an older one takes the newer. */
  readonly revision: number
}

/** A teacher's lessons. */
export interface Calendar {
  readonly name: string
  readonly slots: readonly CalendarSlot[]
  /** Local days between which the clocks of the zones are told. */
  readonly from: string
  readonly to: string
  /** When it is written, ISO time (RFC 5545, 3.8.7.2: of what is published, when this telling of it was made). */
  readonly writtenAt: string
}

const WEEKDAYS = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'] as const

const localTime = (day: string, wallTime: string) => ICAL.Time.fromDateTimeString(`${day}T${wallTime}:00`)
const utcTime = (instant: string) => ICAL.Time.fromDateTimeString(new Date(instant).toISOString().replace(/\.\d+/, ''))

/** A property that is told by a zone's clock. */
function zoned(event: ICAL.Component, name: string, zone: string, day: string, wallTime: string): void {
  const property = new ICAL.Property(name)
  property.setParameter('tzid', zone)
  property.setValue(localTime(day, wallTime))
  event.addProperty(property)
}

function eventOf(slot: CalendarSlot, day: string, wallTime: string, writtenAt: string): ICAL.Component {
  const event = new ICAL.Component('vevent')
  event.addPropertyWithValue('uid', `${slot.id}@fidactyl`)
  event.addPropertyWithValue('dtstamp', utcTime(writtenAt))
  event.addPropertyWithValue('sequence', slot.revision)
  event.addPropertyWithValue('summary', slot.summary)
  zoned(event, 'dtstart', slot.zone, day, wallTime)
  event.addPropertyWithValue('duration', ICAL.Duration.fromSeconds(slot.minutes * 60))
  return event
}

/** A slot as its rule and what of it was moved; nothing where it falls on no day. */
function eventsOf(slot: CalendarSlot, writtenAt: string): readonly ICAL.Component[] {
  const first = nextDay(slot, slot.startsOn)
  if (first === null) return []
  const series = eventOf(slot, first, slot.wallTime, writtenAt)
  const until = slot.endsOn === null ? null : instantOf(dayPlus(slot.endsOn, 1), '00:00', slot.zone)
  series.addPropertyWithValue(
    'rrule',
    ICAL.Recur.fromData({
      freq: 'WEEKLY',
      interval: slot.everyWeeks,
      byday: [WEEKDAYS[slot.weekday - 1]!],
      // The rule's last moment is told in UTC where it begins by a zone's clock (RFC 5545, 3.3.10).
      ...(until && { until: utcTime(new Date(Date.parse(until) - 1000).toISOString()) }),
    }),
  )
  const moved: ICAL.Component[] = []
  for (const { day } of slot.exceptions.toSorted((a, b) => (a.day < b.day ? -1 : 1))) {
    const held = occurrenceOf(slot, day)
    if (held?.state === 'cancelled') zoned(series, 'exdate', slot.zone, day, slot.wallTime)
    if (held?.state !== 'moved') continue
    const event = eventOf(slot, held.on, held.wallTime, writtenAt)
    zoned(event, 'recurrence-id', slot.zone, day, slot.wallTime)
    moved.push(event)
  }
  return [series, ...moved]
}

/**
 * Writes the lessons of a teacher as iCalendar (RFC 5545): an event with its rule for each weekly lesson, days it is
 * not held on, lessons moved, and the clocks of the zones they are kept in.
 */
export function toICalendar({ name, slots, from, to, writtenAt }: Calendar): string {
  const calendar = new ICAL.Component('vcalendar')
  calendar.addPropertyWithValue('prodid', '-//Fidactyl//Lessons//EN')
  calendar.addPropertyWithValue('version', '2.0')
  calendar.addPropertyWithValue('calscale', 'GREGORIAN')
  calendar.addPropertyWithValue('method', 'PUBLISH')
  // The name as RFC 7986 has it and as older calendars read it; one that subscribes asks again after an hour.
  calendar.addPropertyWithValue('name', name)
  calendar.addPropertyWithValue('x-wr-calname', name)
  const again = new ICAL.Property('refresh-interval')
  again.resetType('duration')
  again.setValue(ICAL.Duration.fromSeconds(3600))
  calendar.addProperty(again)
  for (const zone of [...new Set(slots.map(slot => slot.zone))].toSorted())
    calendar.addSubcomponent(timezoneOf(zone, from, to))
  for (const slot of slots) for (const event of eventsOf(slot, writtenAt)) calendar.addSubcomponent(event)
  return `${calendar.toString()}\r\n`
}
