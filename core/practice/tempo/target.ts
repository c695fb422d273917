import { TEMPO_BOUNDS } from '../../schema/fields'
import { formOf, type Plan } from '../../schema/plan-fields'

/** How much faster than its own tempo a drill is wanted when nothing else is said; the project's own assumption. */
const TARGET_SHARE = 1.4

/**
 * The target a drill is set with until a teacher says otherwise.
 * @param tempo Of the drill, bpm.
 * @returns bpm, whole, at most 400.
 * @example usualTarget(60) // 84
 */
export const usualTarget = (tempo: number): number => Math.min(TEMPO_BOUNDS.most, Math.round(tempo * TARGET_SHARE))

/** Whether a plan leads to slower tempos: inner pulse is harder the slower it is. */
export const isFalling = (plan: Pick<Plan, 'school'>): boolean => formOf(plan.school).falls

/** Whether a plan leads anywhere by its tempo. */
export const isTimed = (plan: Pick<Plan, 'school'>): boolean => formOf(plan.school).timed

/**
 * The tempo a plan leads to: its target, or the slowest it names.
 * @example goalBpm({ school: 'slow-down', startBpm: 60, targetBpm: 40, tempos: [60, 50, 30] }) // 30
 */
export function goalBpm(plan: Plan): number {
  return isFalling(plan) && 'tempos' in plan ? (plan.tempos?.at(-1) ?? plan.targetBpm) : plan.targetBpm
}

/** Whether a tempo is as far as a plan leads. Nothing of an untimed plan is reached by a tempo. */
export function reaches(plan: Plan, bpm: number): boolean {
  if (!isTimed(plan)) return false
  return isFalling(plan) ? bpm <= goalBpm(plan) : bpm >= goalBpm(plan)
}
