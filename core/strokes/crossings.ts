import type { Stroke } from '../line/line'

/** A note, as far as the pick's path matters; null for one the fretting hand sounds. */
export interface PickedNote {
  readonly at: number
  readonly string: number
  readonly pluck: Stroke | null
}

/**
 * Counts how a pick crosses between strings. Outside: it travels round both strings (down on the thicker, up on the
 * thinner); inside: it works between them (up on the thicker, down on the thinner). Same strokes are neither.
 * Common practice of alternate picking.
 * @example countCrossings([{ at: 0, string: 6, pluck: 'U' }, { at: 1, string: 5, pluck: 'D' }]) // { outside: 0, inside: 1 }
 */
export function countCrossings(notes: readonly PickedNote[]): { outside: number; inside: number } {
  let outside = 0
  let inside = 0
  let before: PickedNote | null = null
  for (const [i, after] of notes.entries()) {
    if (after.pluck === null) continue
    // Notes sounding together are one stroke over their strings, no crossing.
    if (notes[i - 1]?.at === after.at || notes[i + 1]?.at === after.at) {
      before = null
      continue
    }
    if (before && before.string !== after.string) {
      const [thick, thin] = before.string > after.string ? [before, after] : [after, before]
      if (thick.pluck === 'D' && thin.pluck === 'U') outside++
      if (thick.pluck === 'U' && thin.pluck === 'D') inside++
    }
    before = after
  }
  return { outside, inside }
}

const ORDER = 'pimac'

/**
 * Counts how often the plucking fingers cross at a change of string: the finger nearer the thumb on the thinner string,
 * or the one further from it on the thicker, as i does that follows m downwards (common practice of i–m lines).
 * @example countFingerCrossings([{ at: 0, string: 3, pluck: 'm' }, { at: 1, string: 2, pluck: 'i' }]) // 1
 */
export function countFingerCrossings(notes: readonly PickedNote[]): number {
  let count = 0
  let before: PickedNote | null = null
  for (const [i, after] of notes.entries()) {
    if (
      after.pluck === null ||
      !ORDER.includes(after.pluck) ||
      notes[i - 1]?.at === after.at ||
      notes[i + 1]?.at === after.at
    ) {
      before = null
      continue
    }
    if (before && before.string !== after.string && before.pluck !== after.pluck) {
      const towardsThinner = after.string < before.string
      const further = ORDER.indexOf(after.pluck) > ORDER.indexOf(before.pluck!)
      if (towardsThinner !== further) count++
    }
    before = after
  }
  return count
}
