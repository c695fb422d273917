import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { DateTime } from 'luxon'
import { dayClock, dayPlus, instantOf, localClock, localDay, localIso, weekdayOf } from './local-time'
import { fallsOn, nextDay } from './weekly'

describe('local time', () => {
  test('a weekly lesson keeps its wall time when the clocks change', () => {
    expect(instantOf('2026-03-24', '16:30', 'Europe/Vienna')).toBe('2026-03-24T15:30:00.000Z')
    expect(instantOf('2026-03-31', '16:30', 'Europe/Vienna')).toBe('2026-03-31T14:30:00.000Z')
  })

  // European summer time 2026 begins on 29 March at 01:00 UTC and ends on 25 October at 01:00 UTC (EU directive
  // 2000/84/EC).
  test('a time the clocks skip moves forward, one they repeat is the first', () => {
    expect(instantOf('2026-03-29', '02:30', 'Europe/Vienna')).toBe('2026-03-29T01:30:00.000Z')
    expect(instantOf('2026-10-25', '02:30', 'Europe/Vienna')).toBe('2026-10-25T00:30:00.000Z')
    // In America the second hour of 1 November 2026 is the repeated one.
    expect(instantOf('2026-11-01', '01:30', 'America/New_York')).toBe('2026-11-01T05:30:00.000Z')
  })

  test("the local day of an instant is the student's, not the server's", () => {
    expect(localDay('2026-01-05T23:30:00Z', 'Europe/Vienna')).toBe('2026-01-06')
    expect(localIso('2026-01-05T15:30:00Z', 'Europe/Vienna')).toBe('2026-01-05T16:30:00.000+01:00')
  })

  test('local time is written as the library writes it, in zones of every kind, through a year', () => {
    for (const zone of ['Europe/Vienna', 'America/St_Johns', 'Asia/Kathmandu', 'Pacific/Auckland', 'UTC']) {
      for (let day = 0; day < 365; day += 7) {
        const instant = new Date(Date.UTC(2026, 0, 1 + day, 23, 59, 59, 500)).toISOString()
        const written = DateTime.fromISO(instant, { zone })
        expect(localIso(instant, zone).replace('+00:00', 'Z')).toBe(written.toISO()!.replace('+00:00', 'Z'))
      }
    }
  })

  // Reference: the general-purpose library luxon, of whose possible instants the first is meant.
  test("the instant of a wall time is the library's, every day of two years and every hour of those when the clocks change", () => {
    for (const zone of [
      'Europe/Vienna',
      'America/New_York',
      'Australia/Lord_Howe',
      'Pacific/Apia',
      'Asia/Kathmandu',
      'Africa/Casablanca',
    ]) {
      for (let n = 0; n < 730; n++) {
        const day = dayPlus('2025-06-01', n)
        const changes = DateTime.fromISO(day, { zone }).offset !== DateTime.fromISO(dayPlus(day, 1), { zone }).offset
        for (const wallTime of changes
          ? Array.from(
              { length: 48 },
              (_, half) => `${String(Math.floor(half / 2)).padStart(2, '0')}:${half % 2 ? '30' : '00'}`,
            )
          : ['16:45']) {
          const first = DateTime.fromISO(`${day}T${wallTime}`, { zone })
            .getPossibleOffsets()
            .map(each => each.toMillis())
            .sort((a, b) => a - b)[0]!
          expect(instantOf(day, wallTime, zone)).toBe(new Date(first).toISOString())
        }
      }
    }
  })

  test('5 January 2026 is a Monday', () => {
    expect(weekdayOf('2026-01-05')).toBe(1)
  })

  // Reference: the general-purpose library luxon, over four years and the last February of a century.
  test('days are counted and named as the library does', () => {
    for (let n = -40_000; n < 40_000; n += 37) {
      const day = dayPlus('2026-01-05', n)
      const written = DateTime.fromISO('2026-01-05', { zone: 'utc' }).plus({ days: n })
      expect([day, weekdayOf(day)]).toEqual([written.toISODate(), written.weekday])
    }
    expect([dayPlus('2024-02-28', 1), dayPlus('2100-02-28', 1), dayPlus('2026-12-31', 1)]).toEqual([
      '2024-02-29',
      '2100-03-01',
      '2027-01-01',
    ])
    expect(() => dayPlus('nonsense', 1)).toThrow(RangeError)
  })

  test('one clock for many instants tells the same as one for each, across the change of the clocks', () => {
    const local = localClock('Europe/Vienna')
    for (let minute = -180; minute < 180; minute += 7) {
      const instant = new Date(Date.UTC(2026, 2, 29, 1, minute)).toISOString()
      expect(local(instant)).toBe(localIso(instant, 'Europe/Vienna'))
    }
  })

  test('the days of many instants of one zone are those of each, on both sides of UTC and around midnight', () => {
    for (const zone of ['Europe/Vienna', 'America/St_Johns', 'Pacific/Kiritimati', 'Pacific/Pago_Pago']) {
      const dayOf = dayClock(zone)
      for (let minute = -3000; minute < 3000; minute += 13) {
        const at = Date.UTC(2026, 2, 29, 1, minute)
        expect(dayOf(at)).toBe(localDay(new Date(at).toISOString(), zone))
      }
    }
    expect(() => dayClock('Vienna')).toThrow(RangeError)
    expect(() => dayClock('Europe/Vienna')(Number.NaN)).toThrow(RangeError)
  })

  test('nonsense is refused', () => {
    expect(() => instantOf('2026-02-30', '10:00', 'Europe/Vienna')).toThrow(RangeError)
    expect(() => instantOf('2026-02-20', '24:00', 'Europe/Vienna')).toThrow(RangeError)
    expect(() => instantOf('2026-02-20', '10:00', 'Vienna')).toThrow(RangeError)
    expect(() => localIso('yesterday', 'Europe/Vienna')).toThrow(RangeError)
    expect(() => localClock('Vienna')).toThrow(RangeError)
  })
})

describe('recurring lessons', () => {
  const everyOtherTuesday = { weekday: 2, everyWeeks: 2, startsOn: '2026-01-05', endsOn: '2026-02-28' }

  test('every other Tuesday from the first one on', () => {
    const january = Array.from({ length: 31 }, (_, i) => `2026-01-${String(i + 1).padStart(2, '0')}`)
    expect(january.filter(day => fallsOn(everyOtherTuesday, day))).toEqual(['2026-01-06', '2026-01-20'])
  })

  test('every third week counts from the first one, across a change of year', () => {
    const thirds = { weekday: 5, everyWeeks: 3, startsOn: '2025-12-01', endsOn: null }
    const days = Array.from({ length: 9 }, (_, week) =>
      new Date(Date.UTC(2025, 11, 5 + 7 * week)).toISOString().slice(0, 10),
    )
    expect(days.filter(day => fallsOn(thirds, day))).toEqual(['2025-12-05', '2025-12-26', '2026-01-16'])
    expect(nextDay(thirds, '2025-12-06')).toBe('2025-12-26')
  })

  test('the next day is the first on which it falls, whatever the slot', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 7 }),
        fc.integer({ min: 1, max: 8 }),
        fc.integer({ min: 0, max: 400 }),
        fc.integer({ min: 0, max: 500 }),
        (weekday, everyWeeks, start, from) => {
          const slot = { weekday, everyWeeks, startsOn: dayPlus('2025-01-01', start), endsOn: null }
          const first = Array.from({ length: 7 }, (_, k) => dayPlus(slot.startsOn, k)).find(
            day => weekdayOf(day) === weekday,
          )!
          let day = first
          while (day < dayPlus('2025-01-01', from)) day = dayPlus(day, 7 * everyWeeks)
          expect(nextDay(slot, dayPlus('2025-01-01', from))).toBe(day)
          expect(fallsOn(slot, day)).toBe(true)
        },
      ),
    )
  })

  test('the next one is found, and none after the end', () => {
    expect(nextDay(everyOtherTuesday, '2026-01-07')).toBe('2026-01-20')
    expect(nextDay(everyOtherTuesday, '2025-12-01')).toBe('2026-01-06')
    expect(nextDay(everyOtherTuesday, '2026-02-20')).toBeNull()
  })
})
