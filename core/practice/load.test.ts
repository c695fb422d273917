import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { loadJump, weeksOf } from './load'
import { dayPlus } from './schedule/local-time'

// Monday, 5 January 2026.
const MONDAY = '2026-01-05'
const weeks = (...minutes: readonly number[]) =>
  minutes.map((each, i) => ({ monday: dayPlus(MONDAY, 7 * i), minutes: each }))

describe('minutes by week', () => {
  test('run from Monday to Sunday, weeks without practice too', () => {
    const days = [
      { day: '2026-01-05', minutes: 10 },
      { day: '2026-01-11', minutes: 5 },
      { day: '2026-01-12', minutes: 7 },
      { day: '2026-01-26', minutes: 3 },
    ]
    expect(weeksOf(days, '2026-01-28', 4)).toEqual(weeks(15, 7, 0, 3))
    expect(weeksOf(days, '2026-01-25', 1)).toEqual([{ monday: '2026-01-19', minutes: 0 }])
  })

  test('no minute of the weeks shown is lost or twice', () => {
    const day = fc.record({ day: fc.integer({ min: 0, max: 27 }), minutes: fc.integer({ min: 1, max: 300 }) })
    fc.assert(
      fc.property(fc.array(day), list => {
        const days = list.map(each => ({ ...each, day: dayPlus(MONDAY, each.day) }))
        const all = weeksOf(days, dayPlus(MONDAY, 27), 4)
        expect(all.reduce((sum, week) => sum + week.minutes, 0)).toBe(list.reduce((sum, each) => sum + each.minutes, 0))
      }),
    )
  })
})

describe('a jump', () => {
  test('is more than half above the average of the four weeks before', () => {
    expect(loadJump(weeks(100, 100, 100, 100, 150))).toBeNull()
    expect(loadJump(weeks(100, 100, 100, 100, 151))).toEqual({ minutes: 151, average: 100 })
    expect(loadJump(weeks(500, 40, 60, 50, 50, 90))).toEqual({ minutes: 90, average: 50 })
  })

  test('is none where too little is known', () => {
    expect(loadJump(weeks(100, 100, 100, 400))).toBeNull()
    expect(loadJump(weeks(0, 0, 0, 60, 400))).toBeNull()
    // One minute is something.
    expect(loadJump(weeks(0, 0, 1, 60, 400))).toEqual({ minutes: 400, average: 15 })
    expect(loadJump([])).toBeNull()
  })
})
