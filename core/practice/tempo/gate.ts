import { TEMPO_BOUNDS } from '../../schema/fields'
import type { DecisionKind, Plan } from '../../schema/plan-fields'
import { isFalling, isTimed, reaches } from './target'

/** Where a drill stands, as far as the next one waits for it. */
export interface Gate {
  readonly plan: Plan
  /** The fastest clean pass so far, bpm; null where there was none. */
  readonly cleanBpm: number | null
  /** What was decided last; null for nothing. */
  readonly decided: DecisionKind | null
}

/** Whether a plan is passed by a fast clean pass; else somebody decides. */
export const isPassedByTempo = (plan: Plan): boolean => isTimed(plan) && !isFalling(plan)

/**
 * Whether a drill is passed, so that the next one of its path opens: a clean pass at its target; where no fast tempo is
 * wanted, that it was decided to be completed or to go on.
 * @example isPassed({ plan: { school: 'creep', startBpm: 60, targetBpm: 80, step: 1 }, cleanBpm: 80, decided: null }) // true
 */
export const isPassed = ({ plan, cleanBpm, decided }: Gate): boolean =>
  isPassedByTempo(plan) ? cleanBpm !== null && reaches(plan, cleanBpm) : decided === 'done' || decided === 'next-stage'

/** How much of its target a drill of a path begins with; the project's own assumption. */
const START_SHARE = 0.75

/**
 * From where to where a drill of a collection is worked: to its own tempo, beginning slower, so that there is something
 * to pass.
 * @param tempo Of the drill, bpm.
 * @example planTo(80) // { startBpm: 60, targetBpm: 80 }
 */
export function planTo(tempo: number): { readonly startBpm: number; readonly targetBpm: number } {
  const targetBpm = Math.max(TEMPO_BOUNDS.least + 1, Math.round(tempo))
  return { startBpm: Math.max(TEMPO_BOUNDS.least, Math.floor(targetBpm * START_SHARE)), targetBpm }
}
