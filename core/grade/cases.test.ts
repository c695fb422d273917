import { describe, expect, test } from '@jest/globals'
import { GRADE_CASES } from './cases.test.data'
import { graded } from './grading.test.data'

/** Places of figures in order, equal ones sharing theirs. */
const ranks = (figures: readonly number[]) => {
  const sorted = figures.toSorted((a, b) => a - b)
  return figures.map(figure => (sorted.indexOf(figure) + sorted.lastIndexOf(figure)) / 2)
}

/** Spearman's rank correlation: Pearson's, of the places (from memory). */
function rankCorrelation(a: readonly number[], b: readonly number[]): number {
  const [x, y] = [ranks(a), ranks(b)]
  const mean = (x.length - 1) / 2
  const sum = (of: (i: number) => number) => x.reduce((total, _, i) => total + of(i), 0)
  return (
    sum(i => (x[i]! - mean) * (y[i]! - mean)) / Math.sqrt(sum(i => (x[i]! - mean) ** 2) * sum(i => (y[i]! - mean) ** 2))
  )
}

describe('what teachers expect (from memory)', () => {
  const results = GRADE_CASES.map(each => ({ ...each, value: graded(each.spec, each.hand).value }))

  test.each(results)('$name', ({ value, expect: [least, most] }) => {
    expect(value).toBeGreaterThanOrEqual(least)
    expect(value).toBeLessThanOrEqual(most)
  })

  test('they order the drills alike', () => {
    const middle = results.map(({ expect: [least, most] }) => (least + most) / 2)
    expect(
      rankCorrelation(
        results.map(each => each.value),
        middle,
      ),
    ).toBeGreaterThanOrEqual(0.9)
  })

  test('the rank correlation itself: the worked cases of perfect and reversed order', () => {
    expect(rankCorrelation([1, 2, 3], [10, 20, 30])).toBeCloseTo(1)
    expect(rankCorrelation([1, 2, 3], [3, 2, 1])).toBeCloseTo(-1)
  })
})
