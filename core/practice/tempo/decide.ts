import type { Plan, PlanOf } from '../../schema/plan-fields'
import { passesOf, type Decision, type HistoryEvent, type School } from './school'
import { cleanPasses } from './schools/clean-passes'

const SCHOOL: { readonly [S in Plan['school']]: School<PlanOf<S>> } = { 'clean-passes': cleanPasses }

/** Weeks after which a completed drill is looked at again (common practice of spaced review). */
export const REVIEW_WEEKS = [1, 3, 8] as const

/** Calendar day of an ISO time, as written: the student's local day. */
const dayOf = (iso: string) => iso.slice(0, 10)

/** Whether a clean pass at the target was heard by the teacher on each of the last two lesson days. */
function reachedTwice(plan: Plan, history: readonly HistoryEvent[]): boolean {
  const heard = passesOf(history).filter(pass => pass.by === 'teacher')
  const days = [...new Set(heard.map(event => dayOf(event.at)))].slice(-2)
  return (
    days.length === 2 &&
    days.every(day => heard.some(event => dayOf(event.at) === day && event.clean && event.bpm >= plan.targetBpm))
  )
}

/** Everything a decision is made from. */
export interface Question {
  readonly plan: Plan
  /** Tempo the drill is set at now. */
  readonly bpm: number
  /** Oldest first. */
  readonly history: readonly HistoryEvent[]
  /** What happened since the last accepted decision; counts restart there. All of the history when left out. */
  readonly sinceDecision?: readonly HistoryEvent[]
}

/**
 * Says what to do next with a drill: done when the target was reached in two lessons running, else what the plan's
 * school says.
 * @returns The decision, its tempo in quarters per minute, its grounds and the numbers used.
 */
export function decide({ plan, bpm, history, sinceDecision = history }: Question): Decision {
  const bySchool = SCHOOL[plan.school](plan, bpm, sinceDecision)
  if (!reachedTwice(plan, history)) return bySchool
  return {
    decision: 'done',
    bpm,
    grounds: { ground: 'target-twice', targetBpm: plan.targetBpm, reviewWeeks: REVIEW_WEEKS },
    used: bySchool.used,
  }
}
