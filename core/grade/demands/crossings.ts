import type { Note } from '../../score/score'
import { GRADE } from '../table'
import type { DemandReader } from './demand'

/** How far it is from what sounded to what sounds now, in strings: nearest to nearest. */
export function stringsBetween(before: readonly Note[], now: readonly Note[]): number {
  let least = Infinity
  for (const a of before) for (const b of now) least = Math.min(least, Math.abs(a.string - b.string))
  return Number.isFinite(least) ? least : 0
}

/** How far both hands go from string to string, and how fast. */
export const crossings: DemandReader = {
  read({ onsets }) {
    const { byStrings, perSecond } = GRADE.crossings
    const moved = onsets.map(({ notes }, i) => (i === 0 ? 0 : stringsBetween(onsets[i - 1]!.notes, notes)))
    return {
      byOnset: onsets.map(({ rate }, i) => (byStrings[moved[i]!]! * rate) / perSecond),
      cause: i => ({ part: 'crossings', strings: moved[i]!, perSecond: onsets[i]!.rate }),
    }
  },
}
