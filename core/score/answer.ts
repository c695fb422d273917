import { parseRequest } from '../schema/parse'
import type { SpecProblem } from '../schema/spec-error'
import { realiseJudged, type Judged } from './realise'

/** What a door answers for one request. */
export type Answer = Judged | { readonly error: SpecProblem }

/** Answers one request of a door: a spec, or a spec with its context. */
export function answerOne(raw: unknown): Answer {
  const request = parseRequest(raw)
  if (!request.ok) return { error: request.error }
  const result = realiseJudged(request.value.spec, { hand: request.value.hand, pins: request.value.pins })
  return result.ok ? result.value : { error: result.error }
}

/** Answers a door: an array gets an array of equal length, a bad member standing as its error. */
export function answer(raw: unknown): Answer | readonly Answer[] {
  return Array.isArray(raw) ? raw.map(answerOne) : answerOne(raw)
}
