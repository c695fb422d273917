import type { Stroke } from '../line/line'

/** A note, as far as the pick's path matters; null for one the fretting hand sounds. */
export interface PickedNote { readonly at: number, readonly string: number, readonly pluck: Stroke | null }

/**
 * Counts how a pick crosses between strings. Outside: it travels round both strings (down on the thicker, up on the
 * thinner); inside: it works between them (up on the thicker, down on the thinner). Same strokes are neither.
 * Common practice of alternate picking.
 * @example countCrossings([{ at: 0, string: 6, pluck: 'U' }, { at: 1, string: 5, pluck: 'D' }]) // { outside: 0, inside: 1 }
 */
export function countCrossings(notes: readonly PickedNote[]): { outside: number, inside: number } {
  let outside = 0
  let inside = 0
  let before: PickedNote | null = null
  for (const [i, after] of notes.entries()) {
    if (after.pluck === null) continue
    // A stack is one stroke over its strings, no crossing.
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
