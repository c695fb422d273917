/** A point of a line. */
export interface Point {
  readonly x: number
  readonly y: number
}

/** A slope with the range in which it lies four times of five. */
export interface Slope {
  readonly slope: number
  readonly low: number
  readonly high: number
}

/** Quantile of the normal distribution that leaves a tenth on either side. */
const Z_80 = 1.2816

const median = (sorted: readonly number[]) => {
  const half = sorted.length / 2
  return Number.isInteger(half) ? (sorted[half - 1]! + sorted[half]!) / 2 : sorted[Math.floor(half)]!
}

/**
 * The slope through points that no single odd one moves: the median of the slopes of all pairs (Theil 1950, Sen 1968,
 * from memory), with Sen's range by the variance of Kendall's S.
 * @param points At least two with different x.
 * @throws RangeError when there is no pair.
 */
export function theilSen(points: readonly Point[]): Slope {
  const slopes = points
    .flatMap((a, i) => points.slice(i + 1).flatMap(b => (a.x === b.x ? [] : [(b.y - a.y) / (b.x - a.x)])))
    .toSorted((a, b) => a - b)
  if (slopes.length === 0) throw new RangeError('a slope needs two points with different x')
  const n = points.length
  const width = Z_80 * Math.sqrt((n * (n - 1) * (2 * n + 5)) / 18)
  const place = (at: number) => slopes[Math.min(slopes.length - 1, Math.max(0, Math.round(at)))]!
  return {
    slope: median(slopes),
    low: place((slopes.length - width) / 2 - 1),
    high: place((slopes.length + width) / 2),
  }
}
