import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { paceOf, plannedBpm, STALLED_LESSONS } from './pace'

const PLAN = { school: 'clean-passes', startBpm: 60, targetBpm: 120, step: 4, need: 3, tooMany: 5 } as const
const SET = '2026-01-01'
const WANTED = '2026-03-02'

describe('the planned tempo', () => {
  test('it begins at the start, ends at the target and doubles evenly on the way: 84.9 in the middle', () => {
    expect(plannedBpm(PLAN, SET, WANTED, SET)).toBe(60)
    expect(plannedBpm(PLAN, SET, WANTED, WANTED)).toBe(120)
    // Half of a doubling is a factor of the square root of two, by arithmetic.
    expect(plannedBpm(PLAN, SET, WANTED, '2026-01-31')).toBeCloseTo(60 * Math.SQRT2, 6)
  })

  test('before the day it was set and after the day it is wanted it stays where it is', () => {
    expect(plannedBpm(PLAN, SET, WANTED, '2025-12-01')).toBe(60)
    expect(plannedBpm(PLAN, SET, WANTED, '2026-12-01')).toBe(120)
    expect(plannedBpm(PLAN, SET, SET, SET)).toBe(120)
    expect(plannedBpm(PLAN, SET, '2026-01-02', SET)).toBe(60)
  })

  test('it never falls from one day to the next', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 60 }), day => {
        const iso = (n: number) => new Date(Date.UTC(2026, 0, n)).toISOString().slice(0, 10)
        expect(plannedBpm(PLAN, SET, WANTED, iso(day + 1))).toBeGreaterThanOrEqual(
          plannedBpm(PLAN, SET, WANTED, iso(day)),
        )
      }),
    )
  })
})

describe('how a drill does against its plan', () => {
  test('at the target nothing else matters', () => {
    expect(paceOf(PLAN, 120, SET, WANTED, '2026-06-01', 9)).toBe('at-target')
  })

  test('lessons without a rise make it stalled', () => {
    expect(paceOf(PLAN, 80, SET, WANTED, SET, STALLED_LESSONS)).toBe('stalled')
    expect(paceOf(PLAN, 80, SET, WANTED, SET, STALLED_LESSONS - 1)).toBe('on-plan')
  })

  test('one step behind the line is still on plan, more is behind', () => {
    expect(paceOf(PLAN, 81, SET, WANTED, '2026-01-31', 0)).toBe('on-plan')
    expect(paceOf(PLAN, 80, SET, WANTED, '2026-01-31', 0)).toBe('behind')
  })

  test('without a date there is nothing to be behind of', () => {
    expect(paceOf(PLAN, 60, SET, null, '2026-12-01', 0)).toBe('open')
  })
})
