import type { StageStep } from '../families/family'
import { isFalling, isTimed } from '../practice/tempo/target'
import type { SpecChange } from '../schema/change'
import type { Plan } from '../schema/plan-fields'

/** A stage of a path as it is kept: what is played otherwise, and the plan it is worked by. */
export interface StagePlanned {
  readonly name: string
  readonly change: SpecChange | null
  readonly plan: Plan
}

/** How far a stage on the way goes over the start: the step of the staged school (common practice). */
const ON_THE_WAY = 1.2

/**
 * The plan of a stage that leads to a drill worked by another: without a tempo where its sound is what counts, else by
 * the same school, a fifth over the start.
 */
export function stagePlan({ timed }: Pick<StageStep, 'timed'>, plan: Plan): Plan {
  const { startBpm, targetBpm } = plan
  if (!timed || !isTimed(plan)) return { school: 'untimed', startBpm, targetBpm: startBpm }
  if (isFalling(plan)) return plan
  const { piece: _piece, ...rest } = plan
  const bare = 'tempos' in rest ? { ...rest, tempos: undefined } : rest
  return { ...bare, targetBpm: Math.min(targetBpm, Math.round(ON_THE_WAY * startBpm)) }
}

/** A path with the plan of each stage: the last has the drill's own. */
export const plannedPath = (path: readonly StageStep[], plan: Plan): readonly StagePlanned[] =>
  path.map((stage, i) => ({
    name: stage.name,
    change: stage.change,
    plan: i === path.length - 1 ? plan : stagePlan(stage, plan),
  }))
