import type { Plan } from '../../schema/plan-fields'
import { daysBetween } from '../schedule/local-time'
import { stepBpm } from './arithmetic'
import { stepOf } from './schools/registry'
import { goalBpm, isFalling, isTimed, reaches } from './target'

/** How a drill does against its plan. */
export const PACES = ['at-target', 'on-plan', 'behind', 'stalled', 'open'] as const
export type Pace = (typeof PACES)[number]

/** Lessons without a rise after which a drill counts as stalled; the project's own assumption. */
export const STALLED_LESSONS = 4

/**
 * The tempo a plan asks for on a day: equal shares of tempo per day from the start to the target, for each step is a
 * share of the tempo before (as tempo growth is usually counted).
 * @param setOn Day the drill was set, YYYY-MM-DD.
 * @param targetOn Day the target is wanted on.
 * @returns Quarters per minute, between start and goal.
 */
export function plannedBpm(plan: Plan, setOn: string, targetOn: string, day: string): number {
  const length = daysBetween(setOn, targetOn)
  const share = length <= 0 ? 1 : Math.min(1, Math.max(0, daysBetween(setOn, day) / length))
  return plan.startBpm * (goalBpm(plan) / plan.startBpm) ** share
}

/**
 * Judges a drill against its plan on a day: one step behind the line is still on plan. An untimed one has no line.
 * @param lessonsSinceRise Lessons with passes of this drill since its tempo last rose.
 */
export function paceOf(
  plan: Plan,
  bpm: number,
  setOn: string,
  targetOn: string | null,
  day: string,
  lessonsSinceRise: number,
): Pace {
  if (reaches(plan, bpm)) return 'at-target'
  if (isTimed(plan) && !isFalling(plan) && lessonsSinceRise >= STALLED_LESSONS) return 'stalled'
  if (targetOn === null || !isTimed(plan)) return 'open'
  const planned = plannedBpm(plan, setOn, targetOn, day)
  const step = stepBpm(stepOf(plan), bpm)
  return (isFalling(plan) ? bpm - step <= planned : bpm + step >= planned) ? 'on-plan' : 'behind'
}
