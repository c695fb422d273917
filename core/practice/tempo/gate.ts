import { TEMPO_BOUNDS } from '../../schema/fields'
import type { Plan } from '../../schema/plan-fields'

/** Where a drill stands, as far as the next one waits for it. */
export interface Gate {
  readonly plan: Pick<Plan, 'targetBpm'>
  /** The fastest clean pass so far, bpm; null where there was none. */
  readonly cleanBpm: number | null
}

/**
 * Whether a drill is passed, so that the next one of its path opens: a clean pass at its target.
 * @example isPassed({ plan: { targetBpm: 80 }, cleanBpm: 80 }) // true
 */
export const isPassed = ({ plan, cleanBpm }: Gate): boolean => cleanBpm !== null && cleanBpm >= plan.targetBpm

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
