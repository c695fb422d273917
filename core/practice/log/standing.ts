import type { Plan } from '../../schema/plan-fields'
import { decide } from '../tempo/decide'
import type { Decision, PassEvent } from '../tempo/school'

/** A pass, with the number of decisions made before it; the present number when that is not known. */
export interface PassHeard extends PassEvent {
  readonly revision?: number
}

/** A decision as far as the tempo of a drill depends on it. */
export interface DecisionMade {
  readonly revision: number
  readonly bpm: number
  readonly at: string
}

/** Where a drill stands with a student. */
export interface Standing {
  /** Number of decisions made; the next one, and every pass until then, names it. */
  readonly revision: number
  readonly bpm: number
  /** What the plan offers now. */
  readonly offer: Decision
}

/**
 * Where a drill stands: the tempo of its latest decision (the start tempo before the first), and what the plan offers.
 * @param passes Passes of the drill, oldest first, ISO times: all of them, or so many of the latest as a decision looks
 *   at. Which
 * of them came after the latest decision they say themselves: clocks differ from device to device.
 * @param decisions In order of their revision; the latest alone will do.
 */
export function standingOf(plan: Plan, passes: readonly PassHeard[], decisions: readonly DecisionMade[]): Standing {
  const last = decisions.at(-1)
  const bpm = last?.bpm ?? plan.startBpm
  const revision = last ? last.revision + 1 : 0
  const sinceDecision = passes.filter(pass => (pass.revision ?? revision) >= revision)
  return { revision, bpm, offer: decide({ plan, bpm, history: passes, sinceDecision }) }
}
