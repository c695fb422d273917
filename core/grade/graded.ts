import type { Parsed } from '../schema/parse'
import type { Context } from '../score/prepare'
import { realiseJudged, type Judged } from '../score/realise'
import type { CountPlan, StepsPlan } from '../score/score'
import { gradeOf, type Grade } from './grade'
import { GRADE, type Weights } from './table'

/** What was realised and judged, and how hard it is; timed steps have no grade. */
export type Graded =
  (Extract<Judged, { kind: 'sheet' }> & { readonly grade: Grade }) | (CountPlan & { readonly grade: Grade }) | StepsPlan

/**
 * Realises a spec with the verdict on its fingers and its grade.
 * @param raw A spec, checked here.
 * @param context The student's hand and pinned fingers.
 * @param weights A studio's own, or the table's.
 * @returns What it comes to, or the first problem with its path.
 */
export function realiseGraded(raw: unknown, context: Context = {}, weights: Weights = GRADE.weights): Parsed<Graded> {
  const result = realiseJudged(raw, context)
  if (!result.ok) return result
  const { value } = result
  return {
    ok: true,
    value: value.kind === 'steps' ? value : { ...value, grade: gradeOf(value, context.hand, weights)! },
  }
}
