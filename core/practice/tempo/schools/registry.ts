import { TEMPO_BOUNDS } from '../../../schema/fields'
import type { Plan, SchoolName } from '../../../schema/plan-fields'
import { easedBpm, raisedBpm } from '../arithmetic'
import type { Decision, Question, School } from '../school'
import { cleanPasses } from './clean-passes'
import { creep } from './creep'
import { slowDown } from './slow-down'
import { slowSoak } from './slow-soak'
import { staged } from './staged'
import { untimed } from './untimed'

/** A school for each kind of plan: a new one is its fields in the schema, a file here and a line in this table. */
const SCHOOL: { readonly [S in SchoolName]: School<Extract<Plan, { school: S }>> } = {
  'clean-passes': cleanPasses,
  staged,
  creep,
  'slow-soak': slowSoak,
  untimed,
  'slow-down': slowDown,
}

const schoolOf = (plan: Plan): School => SCHOOL[plan.school] as School

/** What the plan's own school says, before anything that stands above it. */
export const decideBySchool = (question: Question): Decision => schoolOf(question.plan).decide(question)

/**
 * The tempos a plan leads through from one on, without it: to the target, or down to the slowest; none for an untimed
 * plan.
 */
export const wayOn = (plan: Plan, bpm: number): readonly number[] => schoolOf(plan).way(plan, bpm)

/** The step of a plan that names none, bpm. */
const USUAL_STEP = 4

/** How much a tempo goes up or down at once: bpm, or a share such as "5%". */
export const stepOf = (plan: Plan): number | string => ('step' in plan ? plan.step : USUAL_STEP)

/** The tempo a raise by hand goes to: the plan's next, or past its last one step more. */
export const raisedByHand = (plan: Plan, bpm: number): number =>
  wayOn(plan, bpm).find(tempo => tempo > bpm) ?? raisedBpm(bpm, stepOf(plan), TEMPO_BOUNDS.most)

/** The tempo that easing by hand goes to: one step down. */
export const easedByHand = (plan: Plan, bpm: number): number => easedBpm(bpm, stepOf(plan))
