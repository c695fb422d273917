import { decide } from '../practice/tempo/decide'
import type { HistoryEvent } from '../practice/tempo/history'
import type { Decision } from '../practice/tempo/school'
import { check } from '../schema/problem'
import { questionSchema } from '../schema/question'
import type { SpecProblem } from '../schema/spec-error'
import { groundsInWords } from '../wording/decision'

/** What the door answers: the decision with its reason in a sentence and the numbers used. */
export type DecisionAnswer =
  (Pick<Decision, 'decision' | 'bpm' | 'used'> & { readonly reason: string }) | { readonly error: SpecProblem }

/**
 * Answers one question: what to do next with a drill, by its plan and history. Left out, the tempo is the plan's start.
 */
export function decideAnswer(raw: unknown): DecisionAnswer {
  const read = check(questionSchema, raw)
  if (!read.ok) return { error: { path: read.error.path, message: read.error.message } }
  const { plan, bpm: now, history, now: at } = read.value
  // A fault that is not of the list counts like the others.
  const events = history as readonly HistoryEvent[]
  const found = decide({ plan, bpm: now ?? plan.startBpm, history: events, now: at })
  return { decision: found.decision, bpm: found.bpm, reason: groundsInWords(found), used: found.used }
}
