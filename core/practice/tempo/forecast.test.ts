import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { Plan } from '../../schema/plan-fields'
import { dayPlus } from '../schedule/local-time'
import { forecastOf } from './forecast'
import { staircaseOf } from './staircase'
import { theilSen, type Point } from './theil-sen'

const PLAN: Plan = { school: 'clean-passes', startBpm: 60, targetBpm: 120, step: 4, need: 3, tooMany: 5 }
const FIRST = '2026-01-05'
const weekly = (...bpms: readonly number[]) => bpms.map((bpm, i) => ({ day: dayPlus(FIRST, 7 * i), bpm }))
const asked = (points: ReturnType<typeof weekly>, more: Partial<Parameters<typeof forecastOf>[0]> = {}) =>
  forecastOf({ plan: PLAN, points, targetOn: null, today: points.at(-1)?.day ?? FIRST, ...more })

/** The same by another road: every pair written into a table, sorted, the middle taken. */
function byTable(points: readonly Point[]): number {
  const table: number[] = []
  for (let i = 0; i < points.length; i++)
    for (let j = 0; j < i; j++)
      if (points[i]!.x !== points[j]!.x) table.push((points[i]!.y - points[j]!.y) / (points[i]!.x - points[j]!.x))
  table.sort((a, b) => a - b)
  const middle = Math.floor(table.length / 2)
  return table.length % 2 ? table[middle]! : (table[middle - 1]! + table[middle]!) / 2
}

describe('the robust slope', () => {
  test('of the seven points 1 2 3 4 5 16 7 is one: the odd one does not move it', () => {
    // Helsel and Hirsch, Statistical Methods in Water Resources, the section on the Kendall–Theil line; from memory.
    const points = [1, 2, 3, 4, 5, 16, 7].map((y, i) => ({ x: i + 1, y }))
    expect(theilSen(points).slope).toBe(1)
  })

  test('is that of the line on a line, with no width', () => {
    const points = [0, 1, 2, 5, 9].map(x => ({ x, y: 3 + 0.5 * x }))
    expect(theilSen(points)).toEqual({ slope: 0.5, low: 0.5, high: 0.5 })
  })

  test('of twenty points its range are the 75th and the 116th of the 190 slopes in order', () => {
    // Kendall's S of twenty has the variance 20 · 19 · 45 / 18 = 950 (Kendall 1938, from memory): 80 in 100 lie within
    // 1.2816 · √950 = 39.5, half of it to each side of the middle.
    const points = Array.from({ length: 20 }, (_, x) => ({ x, y: 2 ** x }))
    const slopes = points
      .flatMap((a, i) => points.slice(i + 1).map(b => (b.y - a.y) / (b.x - a.x)))
      .sort((a, b) => a - b)
    expect(slopes).toHaveLength(190)
    expect(theilSen(points)).toMatchObject({ low: slopes[74], high: slopes[115] })
  })

  test('is the median of all pairs however it is worked out, and lies in its range', () => {
    const point = fc.record({ x: fc.integer({ min: 0, max: 60 }), y: fc.integer({ min: 20, max: 200 }) })
    fc.assert(
      fc.property(fc.array(point, { minLength: 2, maxLength: 20 }), points => {
        fc.pre(new Set(points.map(({ x }) => x)).size > 1)
        const { slope, low, high } = theilSen(points)
        expect(slope).toBeCloseTo(byTable(points), 9)
        expect(low).toBeLessThanOrEqual(slope)
        expect(high).toBeGreaterThanOrEqual(slope)
      }),
    )
  })

  test('its range is the slope at either side of the middle by Sen’s width', () => {
    // By hand: of the squares of 0 to 6 each pair's slope is the sum of the two; 21 of them, 8.5 of which lie within.
    const squares = [0, 1, 2, 3, 4, 5, 6].map(x => ({ x, y: x * x }))
    expect(theilSen(squares)).toEqual({ slope: 6, low: 4, high: 8 })
  })

  test('of one point there is none', () => {
    expect(() => theilSen([{ x: 1, y: 1 }])).toThrow(RangeError)
  })
})

describe('the forecast', () => {
  test('fewer than three days with a clean pass: it says so', () => {
    expect(asked([]).expected).toEqual({ kind: 'too-few', points: 0 })
    expect(asked(weekly(60, 64)).expected).toEqual({ kind: 'too-few', points: 2 })
    // Three passes of one day are one day.
    expect(asked([60, 62, 64].map(bpm => ({ day: FIRST, bpm }))).expected).toEqual({ kind: 'too-few', points: 1 })
  })

  test('five per cent a week from 60 doubles in a little over 14 weeks', () => {
    // By arithmetic: ln 2 / ln 1.05 = 14.2 weeks, the same 15 steps that lead from 60 to 120.
    const points = weekly(60, 63, 66.15, 69.4575)
    const { expected } = asked(points)
    expect(expected.kind).toBe('expected')
    const weeks = (Date.parse((expected as { on: string }).on) - Date.parse(FIRST)) / (7 * 86_400_000)
    expect(weeks).toBeGreaterThan(Math.log(2) / Math.log(1.05) - 0.2)
    expect(weeks).toBeLessThan(Math.log(2) / Math.log(1.05) + 0.3)
  })

  test('the range holds the day, and is open where the slow end does not rise', () => {
    const { expected } = asked(weekly(60, 66, 63, 70, 68, 75))
    if (expected.kind !== 'expected') throw new Error('expected a day')
    expect(expected.earliest <= expected.on).toBe(true)
    expect(expected.latest === null || expected.latest >= expected.on).toBe(true)
    expect(asked(weekly(60, 70, 58, 72)).expected).toMatchObject({ kind: 'expected', latest: null })
  })

  test('what does not rise has no day; what is there needs none', () => {
    expect(asked(weekly(70, 70, 70)).expected.kind).toBe('not-rising')
    expect(asked(weekly(80, 75, 70)).expected.kind).toBe('not-rising')
    expect(asked(weekly(100, 110, 120)).expected.kind).toBe('reached')
    expect(asked(weekly(120)).expected.kind).toBe('reached')
  })

  test('neither an untimed plan nor falling tempos are foretold', () => {
    for (const plan of [
      { school: 'untimed', startBpm: 60, targetBpm: 60 },
      { school: 'slow-down', startBpm: 60, targetBpm: 30 },
    ] as const)
      expect(asked(weekly(60, 66, 72), { plan })).toEqual({ expected: { kind: 'no-forecast' }, pacing: null })
  })

  test('four weeks left for 36 bpm need nine a week; four a week were gained: the day or the target moves', () => {
    const points = weekly(72, 76, 80, 84)
    const today = points.at(-1)!.day
    const { pacing } = asked(points, { targetOn: dayPlus(today, 28) })
    expect(pacing).toEqual({
      neededPerWeek: 9,
      gainedPerWeek: 4,
      realistic: false,
      // 36 at four a week are nine weeks; four weeks at four a week are 16.
      moveDateTo: dayPlus(today, 63),
      moveTargetTo: 100,
    })
  })

  test('at the pace that is needed, or nearly, nothing is to be moved', () => {
    const points = weekly(72, 81, 90, 99)
    const today = points.at(-1)!.day
    expect(asked(points, { targetOn: dayPlus(today, 21) }).pacing).toMatchObject({
      realistic: true,
      moveDateTo: null,
      moveTargetTo: null,
    })
  })

  test('a day that was, and weeks without lessons', () => {
    const points = weekly(72, 76, 80)
    expect(asked(points, { targetOn: FIRST }).pacing).toMatchObject({
      neededPerWeek: null,
      realistic: false,
      moveTargetTo: 80,
    })
    const later = dayPlus(FIRST, 200)
    expect(asked(points, { targetOn: dayPlus(later, 28), today: later }).pacing).toMatchObject({ gainedPerWeek: null })
  })
})

describe('the staircase', () => {
  test('spreads its tempos up to the wanted day', () => {
    const { stairs, byDate, daysEach } = staircaseOf(PLAN, 112, '2026-01-05', '2026-01-25')
    expect({ stairs, byDate, daysEach }).toEqual({
      stairs: [
        { bpm: 116, on: '2026-01-15' },
        { bpm: 120, on: '2026-01-25' },
      ],
      byDate: true,
      daysEach: 10,
    })
  })

  test('without a day it goes by the school: a week for a lesson, the days of a soak', () => {
    expect(staircaseOf(PLAN, 112, '2026-01-05', null).stairs.map(stair => stair.on)).toEqual([
      '2026-01-12',
      '2026-01-19',
    ])
    const soak: Plan = { school: 'slow-soak', startBpm: 60, targetBpm: 64, step: 4, days: 3, minutes: 5 }
    expect(staircaseOf(soak, 60, '2026-01-05', null)).toMatchObject({ daysEach: 4, byDate: false })
    // A day that was is none.
    expect(staircaseOf(PLAN, 112, '2026-01-05', '2026-01-05').byDate).toBe(false)
  })

  test('at the goal, or without one, there is nothing left', () => {
    expect(staircaseOf(PLAN, 120, '2026-01-05', null).stairs).toEqual([])
    expect(staircaseOf(PLAN, 120, '2026-01-05', '2026-01-25')).toEqual({ stairs: [], daysEach: 7, byDate: true })
    expect(staircaseOf({ school: 'untimed', startBpm: 60, targetBpm: 60 }, 60, '2026-01-05', null).stairs).toEqual([])
  })
})
