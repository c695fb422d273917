import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { fitLesson, planLesson, type AgendaDrill } from './agenda'
import { allot } from './allot'

const TODAY = '2026-01-05'
const drill = (id: string, more: Partial<AgendaDrill> = {}): AgendaDrill => ({
  id,
  warmupMinutes: null,
  pace: 'on-plan',
  targetOn: null,
  completed: null,
  heardOn: '2026-01-01',
  ...more,
})
const ids = (drills: readonly AgendaDrill[], minutes = 45) =>
  planLesson(drills, minutes, TODAY).items.map(item => item.id)
const sum = (numbers: readonly number[]) => numbers.reduce((all, each) => all + each, 0)

describe('minutes shared out', () => {
  test('add up exactly, whatever the weights, and nobody gets less than the least', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.01, max: 50, noNaN: true }), { minLength: 1, maxLength: 15 }),
        fc.integer({ min: 0, max: 4 }),
        fc.integer({ min: 0, max: 200 }),
        (weights, least, more) => {
          const total = least * weights.length + more
          const shares = allot(total, weights, least)
          expect(sum(shares)).toBe(total)
          expect(Math.min(...shares)).toBeGreaterThanOrEqual(least)
          expect(shares.every(Number.isInteger)).toBe(true)
        },
      ),
    )
  })

  test('go by weight: the heavier never gets less', () => {
    expect(allot(30, [1, 1, 2], 3)).toEqual([8, 8, 14])
    expect(allot(10, [1, 1, 1], 0)).toEqual([4, 3, 3])
    expect(allot(0, [1, 5], 0)).toEqual([0, 0])
  })

  test('too few for all, and no weight, are refused', () => {
    expect(() => allot(5, [1, 1], 3)).toThrow(RangeError)
    expect(() => allot(5, [1, 0], 1)).toThrow(RangeError)
  })
})

describe('a lesson made from what is set', () => {
  test('the warm-up comes first, then what is wanted soon, stalled, behind, and long not heard', () => {
    expect(
      ids([
        drill('steady'),
        drill('reached', { pace: 'at-target' }),
        drill('behind', { pace: 'behind' }),
        drill('stalled', { pace: 'stalled' }),
        drill('soon', { pace: 'behind', targetOn: '2026-01-09' }),
        drill('hands', { warmupMinutes: 4.5, pace: 'open' }),
        drill('long ago', { heardOn: '2025-11-01' }),
      ]),
    ).toEqual(['hands', 'soon', 'stalled', 'long ago', 'behind', 'steady', 'reached'])
  })

  test('a drill at its target comes last, also when its day is near: there is nothing left to reach', () => {
    const near = '2026-01-07'
    expect(
      ids([
        drill('reached', { pace: 'at-target', targetOn: near }),
        drill('steady'),
        drill('near', { targetOn: near }),
      ]),
    ).toEqual(['near', 'steady', 'reached'])
    const minutes = planLesson([drill('reached', { pace: 'at-target' }), drill('steady')], 45, TODAY).items
    expect(minutes.map(item => item.id)).toEqual(['steady', 'reached'])
    expect(minutes[0]!.minutes).toBeGreaterThan(minutes[1]!.minutes)
  })

  test('a completed drill is left until its review is due', () => {
    const set = [
      drill('new', { completed: { on: '2026-01-04', reviews: 0 } }),
      drill('due', { completed: { on: '2025-12-29', reviews: 0 } }),
      drill('for good', { completed: { on: '2025-01-01', reviews: 3 } }),
      drill('steady'),
    ]
    expect(planLesson(set, 45, TODAY)).toMatchObject({ left: ['new', 'for good'] })
    expect(ids(set)).toEqual(['due', 'steady'])
  })

  test('every week without it counts, up to four', () => {
    // Behind is one more than on plan: two weeks weigh as much, and then the list decides.
    const behind = drill('behind', { pace: 'behind', heardOn: TODAY })
    const heard = (heardOn: string) => ids([behind, drill('other', { heardOn })])[0]
    expect([heard('2025-12-22'), heard('2025-12-21')]).toEqual(['behind', 'other'])
    const never = drill('never', { heardOn: null })
    expect(ids([drill('four weeks', { heardOn: '2025-12-08' }), never])).toEqual(['four weeks', 'never'])
  })

  test('a short lesson has its warm-up only where three minutes are left for a drill', () => {
    const set = [drill('w', { warmupMinutes: 2 }), drill('a')]
    expect(ids(set, 5)).toEqual(['w', 'a'])
    expect(ids([drill('w', { warmupMinutes: 3 }), drill('a')], 5)).toEqual(['a'])
  })

  test('where the need is the same, the order of the list stays', () => {
    expect(ids([drill('a'), drill('b'), drill('c')])).toEqual(['a', 'b', 'c'])
  })

  test('a warm-up takes two to five minutes of it', () => {
    const minutes = (warmupMinutes: number) =>
      planLesson([drill('w', { warmupMinutes }), drill('a')], 30, TODAY).items[0]!.minutes
    expect([0.5, 3.2, 15].map(minutes)).toEqual([2, 4, 5])
  })

  test('what there is no time for is left, the least needed first', () => {
    const { items, left } = planLesson(
      [drill('a', { pace: 'at-target' }), drill('b', { pace: 'stalled' }), drill('c', { pace: 'behind' })],
      7,
      TODAY,
    )
    expect(items.map(item => item.id)).toEqual(['b', 'c'])
    expect(left).toEqual(['a'])
  })

  test('whatever is set and however long it is, the minutes fit and nothing is lost or twice', () => {
    const any = fc.record({
      warmupMinutes: fc.option(fc.double({ min: 0.1, max: 20, noNaN: true }), { freq: 6 }),
      pace: fc.constantFrom<AgendaDrill['pace']>('at-target', 'on-plan', 'behind', 'stalled', 'open'),
      targetOn: fc.constantFrom(null, '2025-12-01', '2026-01-07', '2026-06-01'),
      completed: fc.constantFrom(null, { on: '2025-12-29', reviews: 0 }),
      heardOn: fc.constantFrom(null, '2026-01-05', '2025-12-20', '2026-02-01'),
    })
    fc.assert(
      fc.property(fc.array(any, { maxLength: 14 }), fc.integer({ min: 5, max: 240 }), (list, minutes) => {
        const drills = list.map((each, i) => ({ ...each, id: String(i) }))
        const { items, left } = planLesson(drills, minutes, TODAY)
        expect([...items.map(item => item.id), ...left].toSorted()).toEqual(drills.map(each => each.id).toSorted())
        const spent = sum(items.map(item => item.minutes))
        if (drills.some(each => each.warmupMinutes === null)) expect(spent).toBe(minutes)
        else expect(spent).toBeLessThanOrEqual(minutes)
      }),
    )
  })
})

test('items fitted to another length keep their parts of it', () => {
  const items = [
    { id: 'a', minutes: 10 },
    { id: 'b', minutes: 20 },
  ]
  expect(fitLesson(items, 45).map(item => item.minutes)).toEqual([15, 30])
  expect(fitLesson(items, 1)).toEqual(items)
  expect(fitLesson([], 45)).toEqual([])
})
