import { TEMPO_BOUNDS, type HandInput } from '../schema/fields'
import type { Realised, Score } from '../score/score'
import { gradeOf } from './grade'
import { GRADE, type Weights } from './table'

/**
 * The same drill at another tempo, its fingers as they are. Of its report and cues what depends on the tempo is left as
 * it was: a grade reads none of it.
 */
export function atTempo<R extends Realised>(realised: R, tempo: number): R {
  if (realised.kind !== 'sheet') return realised
  const faster = tempo / realised.tempo
  return {
    ...realised,
    tempo,
    spec: { ...realised.spec, tempo },
    seconds: realised.seconds / faster,
    notesPerSecond: realised.notesPerSecond * faster,
  }
}

/** What tempo makes a drill a grade, or why none does. */
export type TempoForGrade =
  | { readonly found: 'tempo'; readonly tempo: number; readonly grade: number }
  /** Even the slowest tempo is harder, or even the fastest is easier: with the grade it has there. */
  | { readonly found: 'too-hard' | 'too-easy'; readonly tempo: number; readonly grade: number }

/**
 * The tempo at which a drill has a grade, its fingers as they are: by halving, for faster is never easier.
 * @param grade 1 to 8.
 * @returns The whole tempo nearest to it from below.
 */
export function tempoForGrade(
  score: Score,
  grade: number,
  hand?: HandInput,
  weights: Weights = GRADE.weights,
): TempoForGrade {
  const at = (tempo: number) => gradeOf(atTempo(score, tempo), hand, weights)!.value
  let { least: low, most: high } = TEMPO_BOUNDS as { least: number; most: number }
  if (at(low) > grade) return { found: 'too-hard', tempo: low, grade: at(low) }
  if (at(high) < grade) return { found: 'too-easy', tempo: high, grade: at(high) }
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2)
    if (at(middle) <= grade) low = middle
    else high = middle
  }
  return { found: 'tempo', tempo: low, grade: at(low) }
}
