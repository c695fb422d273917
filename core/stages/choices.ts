import type { StageStep } from '../families/family'
import { familyNamed } from '../families/registry'
import type { SpecChange } from '../schema/change'
import type { Spec } from '../schema/parse'
import { canBeStage, naturalPath } from './natural-path'

/** Ways to play any drill otherwise, beside those of its natural path (common practice). */
const COMMON = ({ then, rhythm }: Spec): readonly StageStep[] => [
  { name: 'on muted strings', change: { sound: { length: 'muted' } }, timed: true },
  { name: 'short notes', change: { sound: { length: 'staccato' } }, timed: true },
  { name: 'legato', change: { sound: { length: 'legato', damp: null } }, timed: true },
  { name: 'backwards', change: { then: [...then, { do: 'reverse' }] }, timed: true },
  ...(rhythm.perBeat > 1 ? [{ name: 'one note to the beat', change: { rhythm: { perBeat: 1 } }, timed: true }] : []),
]

/** A way in which a stage may play its drill. */
export interface StageChoice {
  readonly label: string
  readonly change: SpecChange | null
}

/** All ways in which a stage may play a drill: as it is, those that lead up to it, those any drill can be played in. */
export function stageChoices(spec: Spec): readonly StageChoice[] {
  const asItIs = { label: 'the drill as it is', change: null }
  if (!('build' in familyNamed(spec.family))) return [asItIs]
  const steps = [...naturalPath(spec).filter(({ change }) => change !== null), ...COMMON(spec)]
  const playable = steps.filter(({ change }) => canBeStage(spec, change))
  const first = playable.filter(({ name }, i) => playable.findIndex(each => each.name === name) === i)
  return [asItIs, ...first.map(({ name, change }) => ({ label: name, change }))]
}
