import { describe, expect, test } from '@jest/globals'
import ICAL from 'ical.js'
import nodeIcal from 'node-ical'
import { dayPlus } from '../../practice/schedule/local-time'
import { heldOn } from '../../practice/schedule/occurrences'
import { toICalendar, type CalendarSlot } from './write'

// What other programs read. `ical.js` expands the rules by RFC 5545; `node-ical` reads the lines with its own parser.

const slot = (more: Partial<CalendarSlot> = {}): CalendarSlot => ({
  id: '5f0c0f2e-0000-4000-8000-000000000001',
  weekday: 2,
  everyWeeks: 1,
  wallTime: '16:30',
  minutes: 45,
  zone: 'Europe/Vienna',
  startsOn: '2026-01-01',
  endsOn: null,
  exceptions: [],
  summary: 'Ada',
  revision: 3,
  ...more,
})
const write = (slots: readonly CalendarSlot[]) =>
  toICalendar({ name: 'Lessons', slots, from: '2025-06-01', to: '2029-06-01', writtenAt: '2026-01-01T10:00:00Z' })

/** Instants of a slot's lessons over two years, as the schedule has them. */
function planned(each: CalendarSlot, from: string, days: number): readonly string[] {
  const found: string[] = []
  for (let i = 0; i < days; i++)
    for (const held of heldOn(each, dayPlus(from, i)))
      if (held.state !== 'cancelled') found.push(new Date(held.at).toISOString())
  return found.toSorted()
}

/** Instants of all events as the other program expands them. */
function expanded(text: string, from: string, to: string): readonly string[] {
  const calendar = new ICAL.Component(ICAL.parse(text) as unknown[])
  const zones = calendar.getAllSubcomponents('vtimezone').map(each => new ICAL.Timezone(each))
  for (const zone of zones) ICAL.TimezoneService.register(zone)
  const events = calendar.getAllSubcomponents('vevent').map(each => new ICAL.Event(each))
  const series = events.filter(event => !event.isRecurrenceException())
  for (const event of events.filter(each => each.isRecurrenceException()))
    series.find(each => each.uid === event.uid)!.relateException(event)
  const found = series.flatMap(event => {
    const at: string[] = []
    const iterator = event.iterator()
    for (let next = iterator.next(); next; next = iterator.next()) {
      const start = event.getOccurrenceDetails(next).startDate.toJSDate().toISOString()
      if (next.toJSDate().toISOString() >= `${to}T23:59`) break
      if (start >= from) at.push(start)
    }
    return at
  })
  for (const zone of zones) ICAL.TimezoneService.remove(zone.tzid)
  return found.toSorted()
}

describe('lessons in other calendars', () => {
  test.each(['Europe/Vienna', 'America/New_York', 'Australia/Sydney'])(
    '%s: the same instants over two years, through every change of the clocks',
    zone => {
      for (const wallTime of ['09:00', '16:30', '23:15'])
        for (const everyWeeks of [1, 2, 3]) {
          const each = slot({ zone, wallTime, everyWeeks })
          const plan = planned(each, '2026-01-01', 730)
          expect(plan.length).toBeGreaterThan(30)
          expect(expanded(write([each]), '2026-01-01', dayPlus('2026-01-01', 729))).toEqual(plan)
        }
    },
  )

  test('what is cancelled is not there, what is moved stands where it is held, what ends has ended', () => {
    const each = slot({
      endsOn: '2026-03-31',
      exceptions: [
        { day: '2026-01-13', cancelled: true, to: null },
        { day: '2026-01-20', cancelled: false, to: { day: '2026-01-22', wallTime: '10:00' } },
        { day: '2026-02-03', cancelled: true, to: { day: '2026-02-07', wallTime: '11:30' } },
        { day: '2026-02-10', cancelled: false, to: null },
      ],
    })
    const plan = planned(each, '2026-01-01', 200)
    expect(plan).toContain('2026-01-22T09:00:00.000Z')
    expect(plan).not.toContain('2026-01-13T15:30:00.000Z')
    expect(expanded(write([each]), '2026-01-01', '2026-06-01')).toEqual(plan)
  })

  test('a second reader has the same names, lengths and ids; what a name holds is no syntax', () => {
    const text = write([slot({ summary: 'Ada; B, C\\ \n“Zoë” 🎸' })])
    const [event] = Object.values(nodeIcal.sync.parseICS(text)).filter(each => each?.type === 'VEVENT') as unknown as [
      { uid: string; summary: string; start: Date; duration: unknown; rrule: { options: { interval: number } } },
    ]
    expect(event.uid).toBe('5f0c0f2e-0000-4000-8000-000000000001@fidactyl')
    expect(event.summary).toBe('Ada; B, C\\ \n“Zoë” 🎸')
    expect(event.start.toISOString()).toBe('2026-01-06T15:30:00.000Z')
  })

  test('lines are folded at 75 bytes and end as RFC 5545 has it (3.1)', () => {
    const lines = write([slot({ summary: 'é'.repeat(200) })]).split('\r\n')
    expect(lines.at(-1)).toBe('')
    for (const line of lines) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75)
    expect(lines.join('')).not.toContain('\n')
  })

  test('the same lessons are the same text', () => {
    expect(write([slot()])).toBe(write([slot()]))
  })
})
