import { describe, expect, test } from '@jest/globals'
import { dayPlus, instantOf, localIso } from './local-time'
import { heldOn, nextHeld, occurrenceOf, type TimedSlot } from './occurrences'
import { nextDay } from './weekly'

const NEW_YORK = 'America/New_York'
/** A Tuesday slot in 1997, as the examples of RFC 5545 have theirs. */
const slot = (more: Partial<TimedSlot> = {}): TimedSlot => ({
  weekday: 2,
  everyWeeks: 1,
  startsOn: '1997-09-02',
  endsOn: null,
  wallTime: '09:00',
  zone: NEW_YORK,
  exceptions: [],
  ...more,
})

/** The first lessons of a slot, as local ISO times. */
function first(of: TimedSlot, count: number): readonly string[] {
  const found: string[] = []
  for (let day: string | null = of.startsOn; found.length < count;) {
    const next: string | null = nextDay(of, day)
    if (next === null) break
    found.push(localIso(instantOf(next, of.wallTime, of.zone), of.zone).replace(':00.000', ''))
    day = dayPlus(next, 1)
  }
  return found
}

// The days and times of the examples are from memory.
describe('a weekly lesson, by the examples of RFC 5545 (iCalendar), 3.8.5.3 and 3.3.5', () => {
  test('weekly for ten times: the clocks go back, the lesson stays at nine', () => {
    expect(first(slot(), 10)).toEqual([
      ...['09-02', '09-09', '09-16', '09-23', '09-30', '10-07', '10-14', '10-21'].map(day => `1997-${day}T09:00-04:00`),
      '1997-10-28T09:00-05:00',
      '1997-11-04T09:00-05:00',
    ])
  })

  test('weekly until 24 December', () => {
    const until = slot({ endsOn: '1997-12-23' })
    const days = first(until, 99).map(each => each.slice(5, 10))
    expect(days).toHaveLength(17)
    expect(days.slice(-4)).toEqual(['12-02', '12-09', '12-16', '12-23'])
  })

  test('every other week', () => {
    expect(first(slot({ everyWeeks: 2 }), 13).map(each => each.slice(0, 10))).toEqual([
      '1997-09-02',
      '1997-09-16',
      '1997-09-30',
      '1997-10-14',
      '1997-10-28',
      '1997-11-11',
      '1997-11-25',
      '1997-12-09',
      '1997-12-23',
      '1998-01-06',
      '1998-01-20',
      '1998-02-03',
      '1998-02-17',
    ])
  })

  test('a time the clocks skip moves forward by the gap; one they repeat is the first', () => {
    expect(localIso(instantOf('2007-03-11', '02:30', NEW_YORK), NEW_YORK)).toBe('2007-03-11T03:30:00.000-04:00')
    expect(localIso(instantOf('2007-11-04', '01:30', NEW_YORK), NEW_YORK)).toBe('2007-11-04T01:30:00.000-04:00')
  })
})

describe('a lesson that is moved, cancelled, made up', () => {
  const MOVED = { day: '1997-09-09', cancelled: false, to: { day: '1997-09-11', wallTime: '17:15' } }
  const CANCELLED = { day: '1997-09-16', cancelled: true, to: null }

  test('moved, it is held on the other day at the other time, and known by the day of the rule', () => {
    const moved = slot({ exceptions: [MOVED] })
    expect(heldOn(moved, '1997-09-09')).toEqual([])
    expect(heldOn(moved, '1997-09-11')).toEqual([
      { day: '1997-09-09', on: '1997-09-11', wallTime: '17:15', at: '1997-09-11T21:15:00.000Z', state: 'moved' },
    ])
    expect(heldOn(moved, '1997-09-16')).toMatchObject([{ state: 'in-place' }])
  })

  test('moved within its day, or onto the day of another, both are held there in order', () => {
    expect(
      heldOn(slot({ exceptions: [{ ...MOVED, to: { day: '1997-09-09', wallTime: '08:00' } }] }), '1997-09-09'),
    ).toMatchObject([{ wallTime: '08:00', state: 'moved' }])
    const twice = slot({ exceptions: [{ ...MOVED, to: { day: '1997-09-16', wallTime: '08:00' } }] })
    expect(heldOn(twice, '1997-09-16').map(each => [each.day, each.wallTime])).toEqual([
      ['1997-09-09', '08:00'],
      ['1997-09-16', '09:00'],
    ])
  })

  test('cancelled it is held nowhere; made up it is held then; put back it is where it was', () => {
    expect(heldOn(slot({ exceptions: [CANCELLED] }), '1997-09-16')).toMatchObject([{ state: 'cancelled' }])
    const madeUp = { ...CANCELLED, to: { day: '1997-09-20', wallTime: '10:00' } }
    expect(heldOn(slot({ exceptions: [madeUp] }), '1997-09-16')).toEqual([])
    expect(heldOn(slot({ exceptions: [madeUp] }), '1997-09-20')).toMatchObject([{ state: 'moved', day: '1997-09-16' }])
    const back = { ...CANCELLED, cancelled: false }
    expect(heldOn(slot({ exceptions: [back] }), '1997-09-16')).toMatchObject([{ state: 'in-place' }])
  })

  test('what was said of a day the rule no longer falls on is of no lesson', () => {
    const other = slot({ weekday: 3, exceptions: [MOVED, CANCELLED] })
    expect([heldOn(other, '1997-09-11'), occurrenceOf(other, '1997-09-16')]).toEqual([[], null])
  })

  test('the next lesson leaves out the cancelled and finds the moved', () => {
    const never = () => false
    const exceptions = [MOVED, CANCELLED]
    expect(nextHeld(slot({ exceptions }), '1997-09-10', never)).toMatchObject({ on: '1997-09-11', state: 'moved' })
    expect(nextHeld(slot({ exceptions }), '1997-09-12', never)).toMatchObject({ on: '1997-09-23', state: 'in-place' })
    expect(nextHeld(slot({ exceptions }), '1997-09-02', at => at < '1997-09-03')).toMatchObject({ on: '1997-09-11' })
    expect(nextHeld(slot({ endsOn: '1997-09-08' }), '1997-09-03', never)).toBeNull()
    // Of a series that is over, two that were moved beyond its end: the earlier one.
    const beyond = ['1997-09-02', '1997-09-09'].map((day, i) => ({
      ...MOVED,
      day,
      to: { day: `1997-09-${20 - i}`, wallTime: '10:00' },
    }))
    const over = slot({ endsOn: '1997-09-10', exceptions: beyond })
    expect(nextHeld(over, '1997-09-11', never)).toMatchObject({ on: '1997-09-19', state: 'moved' })
  })
})
