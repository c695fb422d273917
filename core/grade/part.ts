import { GRADE } from './table'

/**
 * A rising curve that never passes 1: x where x is small, towards 1 where it is great.
 * soft(x, q) = x / (1 + x^q)^(1/q); strictly rising, so that harder is always more.
 * @param q How sharply it bends, above 0.
 * @example soft(1, 4).toFixed(3) // '0.841'
 */
export const soft = (x: number, q: number): number => (x > 0 ? x / (1 + x ** q) ** (1 / q) : 0)

/** How a part sums its onsets up where it does so otherwise than most. */
export interface Summing {
  /** The sum over the longest window that counts as 1. */
  readonly full?: number
  /** The peak is the hardest single onset, and endurance is told from the longest window alone. */
  readonly single?: boolean
}

/** The largest sum over so many demands running; of all of them where there are fewer. */
function largestSum(demands: readonly number[], width: number): number {
  let sum = 0
  let largest = 0
  for (let i = 0; i < demands.length; i++) {
    sum += demands[i]!
    if (i >= width) sum -= demands[i - width]!
    if (sum > largest) largest = sum
  }
  return largest
}

/**
 * A part's value from what its onsets ask for: the hardest few onsets, and how long it lasts. Counted in onsets and not
 * in seconds, so that faster is never easier and an easy tail never lowers it.
 * @param demands One for each onset, 0 or above.
 * @returns 0 to 100.
 */
export function partValue(
  demands: readonly number[],
  { full = GRADE.part.full, single = false }: Summing = {},
): number {
  const { peak, sustained, peakOnsets, stamina, longest, softness } = GRADE.part
  const width = single ? 1 : peakOnsets
  const hardest = largestSum(demands, width) / width
  let lasting = 0
  for (const [onsets, share] of Object.entries(stamina)) {
    const window = Number(onsets)
    if (single && window !== longest) continue
    lasting = Math.max(lasting, (share * (longest / window) * largestSum(demands, window)) / full)
  }
  return 100 * soft(peak * hardest + sustained * lasting, softness)
}
