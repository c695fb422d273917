import { describe, expect, test } from '@jest/globals'
import { graded } from '../grade/grading.test.data'
import { coverageOf, missingAt, type Known } from './coverage'
import { rowOfGrade } from './rows'

const order = (fingers: readonly number[]) => ({ version: 1, family: 'order', position: 7, order: { fingers } })
const known = (spec: Known['spec'], more: Partial<Known> = {}): Known => ({
  spec,
  targetBpm: 120,
  cleanBpm: null,
  ended: false,
  ...more,
})
const row = (spec: object, tempo: number) => rowOfGrade(graded({ ...spec, tempo }).value)

describe('what a student knows', () => {
  test('orders and pairs are done at their target, doing before it, left when they ended before it', () => {
    const { orders, pairs } = coverageOf([
      known(order([1, 2, 3, 4]), { cleanBpm: 120 }),
      known(order([1, 3, 2, 4]), { cleanBpm: 100 }),
      known(order([2, 4, 1, 3]), { ended: true }),
      known(order([1, 2])),
      known({ version: 1, family: 'pair', pair: { fingers: [2, 4], reps: 2 } }),
    ])
    expect([...orders]).toEqual([
      ['1234', 'done'],
      ['1324', 'doing'],
      ['2413', 'left'],
    ])
    expect([...pairs]).toEqual([['24', 'doing']])
  })

  test('the fastest clean pass of an order and a pair, told at four notes to a quarter', () => {
    const eighths = { ...order([1, 2, 3, 4]), rhythm: { perBeat: 2 } }
    const { cleanOrders, cleanPairs } = coverageOf([
      known(order([1, 2, 3, 4]), { cleanBpm: 60 }),
      known(eighths, { cleanBpm: 140, ended: true }),
      known(order([1, 3, 2, 4])),
      known({ version: 1, family: 'pair', pair: { fingers: [2, 4], reps: 2 } }, { cleanBpm: 88 }),
    ])
    expect([...cleanOrders]).toEqual([['1234', 70]])
    expect([...cleanPairs]).toEqual([['24', 88]])
  })

  test('the better of two says it', () => {
    const one = known(order([1, 2, 3, 4]), { ended: true })
    const other = known(order([1, 2, 3, 4]), { cleanBpm: 130, ended: true })
    expect(coverageOf([one, other]).orders).toEqual(coverageOf([other, one]).orders)
    expect(coverageOf([one, other]).orders.get('1234')).toBe('done')
  })

  test('a drill counts at the grade of its target, and what was clean on the way at its own', () => {
    const spec = order([1, 2, 3, 4])
    const { cells } = coverageOf([known(spec, { cleanBpm: 50, targetBpm: 160 })])
    expect(row(spec, 50)).toBeLessThan(row(spec, 160))
    expect(new Map(cells)).toEqual(
      new Map([
        [`orders ${row(spec, 160)}`, 'doing'],
        [`orders ${row(spec, 50)}`, 'done'],
      ]),
    )
  })

  test('a hand that finds it harder stands in a higher row', () => {
    const spec = { ...order([1, 2, 3, 4]), position: 1 }
    const rowFor = (reachMm: number) =>
      Number([...coverageOf([known(spec)], { reachMm }).cells.keys()][0]!.split(' ')[1])
    expect(rowFor(55)).toBeGreaterThan(rowFor(95))
  })

  test('what is missing at a grade is what exists there and the student has not touched', () => {
    const { cells } = coverageOf([known(order([1, 2, 3, 4]), { targetBpm: 60 })])
    const at = row(order([1, 2, 3, 4]), 60)
    const names = (grade: number) => missingAt(grade, { cells }).map(column => column.name)
    expect(names(at)).toContain('slurs')
    expect(names(at)).not.toContain('orders')
    expect(names(at + 1)).toContain('orders')
    expect(names(1)).not.toContain('tapping')
    expect(names(8)).toEqual(['scales', 'shapes', 'diagonals'])
  })

  test('own music, warm-ups and what cannot be read count nowhere', () => {
    const { orders, pairs, cells } = coverageOf([
      known({ version: 1, family: 'warmup', warmup: { steps: [{ name: 'Shoulders', seconds: 30 }] } }),
      known({ version: 1, family: 'order', order: { fingers: [9] } }),
      known({ version: 1, family: 'free', free: { notes: [{ at: 0, dur: 10080, string: 1, fret: 5 }] } }),
    ])
    expect([orders.size, pairs.size, cells.size]).toEqual([0, 0, 0])
  })
})

test.each([
  [1, 1],
  [1.49, 1],
  [1.5, 2],
  [7.49, 7],
  [7.5, 8],
  [7.99, 8],
])('grade %d stands in row %d', (grade, at) => {
  expect(rowOfGrade(grade)).toBe(at)
})
