import type { Finger } from '../../guitar/finger'
import { GRADE } from '../table'
import type { Onset } from '../reading'
import type { DemandReader } from './demand'

interface Step {
  readonly pair: readonly [Finger, Finger] | null
  readonly weight: number
}

/** From one finger to the next: what the pair asks for. */
function stepBetween(
  before: Onset['acting'],
  now: NonNullable<Onset['acting']>,
  direction: number,
): Step & { readonly direction: number } {
  if (!before || before.finger === 0 || now.finger === 0 || before.finger === now.finger)
    return { pair: null, weight: 0, direction: 0 }
  const { pairs, onward, acrossStrings } = GRADE.independence
  const [low, high] = before.finger < now.finger ? [before.finger, now.finger] : [now.finger, before.finger]
  const weight = pairs[10 * low + high]!
  const pair = [before.finger, now.finger] as const
  if (before.string !== now.string) return { pair, weight: weight * acrossStrings, direction: 0 }
  const way = Math.sign(now.finger - before.finger)
  const goesOn = high - low === 1 && way === direction
  return { pair, weight: goesOn ? weight * (way > 0 ? onward.up : onward.down) : weight, direction: way }
}

/** Fingers that have to stay down on other strings, the one that is hardest to keep there first. */
const heldMeanwhile = ({ staying, notes }: Onset, acting: Finger | 0): readonly Finger[] =>
  [
    ...new Set(
      staying
        // What is merely left where it played may go: else neighbouring strings would be harder than skipped ones.
        .filter(hold => hold.anchor && hold.finger !== acting && !notes.some(note => note.string === hold.string))
        .map(hold => hold.finger),
    ),
  ].sort((a, b) => GRADE.independence.anchors[b]! - GRADE.independence.anchors[a]!)

/** How little the fingers are free of each other: who follows whom, and who has to stay meanwhile. */
export const independence: DemandReader = {
  read({ onsets }) {
    const { anchors, furtherAnchor, slow, perSecond } = GRADE.independence
    const found: { readonly pair: Step['pair']; readonly held: readonly Finger[] }[] = []
    let before: Onset['acting'] = null
    let direction = 0
    const byOnset = onsets.map(onset => {
      const { acting, notes, landed, rate } = onset
      // A finger of a chord or an anchor that lands is counted with the chord changes.
      const gripped = acting && landed.some(hold => hold.anchor && hold.finger === acting.finger)
      if (!acting || gripped) {
        found.push({ pair: null, held: [] })
        if (acting) [before, direction] = [acting, 0]
        return 0
      }
      const step = notes.length === 1 ? stepBetween(before, acting, direction) : { pair: null, weight: 0, direction: 0 }
      if (acting.finger !== 0) [before, direction] = [acting, step.direction]
      const held = heldMeanwhile(onset, acting.finger)
      const stays = held.reduce((sum, finger, i) => sum + (i === 0 ? 1 : furtherAnchor) * anchors[finger]!, 0)
      found.push({ pair: step.pair, held })
      return (step.weight + stays) * (slow + ((1 - slow) * rate) / perSecond)
    })
    return { byOnset, cause: i => ({ part: 'finger independence', ...found[i]!, perSecond: onsets[i]!.rate }) }
  },
}
