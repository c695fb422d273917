import type { HandInput } from '../schema/fields'
import { realise } from '../score/realise'
import type { Score } from '../score/score'
import { atTempo, tempoForGrade } from './at-tempo'
import { gradeOf, type Grade } from './grade'
import { GRADE, PARTS, type Weights } from './table'

/** A drill a student plays cleanly, and how fast. */
export interface Played {
  /** How it is told from others. */
  readonly id: string
  readonly score: Score
  /** Quarters a minute, the fastest clean pass. */
  readonly cleanBpm: number
}

/** A drill that a suggestion rests on. */
export interface Likeness {
  readonly id: string
  readonly title: string
  readonly cleanBpm: number
  readonly grade: number
  /** How alike the two ask for the same, 0 to 1. */
  readonly alike: number
}

/** Where a student may start with a drill. */
export interface StartTempo {
  /** Null where only a tempo nobody practises at would do: the drill itself is too much for now. */
  readonly tempo: number | null
  /** Between the easiest and the hardest of what it rests on. */
  readonly range: readonly [number, number]
  readonly from: readonly Likeness[]
}

/** Drills less alike than this say nothing of each other. */
export const ALIKE_ENOUGH = 0.8
/** As many of the nearest are asked. */
const NEAREST = 3
/** A new drill starts easier than what goes well, in grades: it is new. */
const NEW_IS_HARDER = 0.4
/** Slower than this nobody practises: the lowest mark of a metronome (common practice), quarters a minute. */
const SLOWEST = 40
/** At least so much wider than what it rests on, either way: one drill alone makes no certainty. */
const UNCERTAIN = 0.25

/** How alike two loads are: the cosine between what counts of their parts. */
export function alikeness(a: Grade, b: Grade, weights: Weights = GRADE.weights): number {
  let both = 0
  let first = 0
  let second = 0
  for (const [i, name] of PARTS.entries()) {
    const [x, y] = [weights[name] * a.parts[i]!.value, weights[name] * b.parts[i]!.value]
    both += x * y
    first += x * x
    second += y * y
  }
  return first === 0 || second === 0 ? 0 : both / Math.sqrt(first * second)
}

/**
 * A tempo to start a new drill with, from what a student plays cleanly: the nearest related drills, and a grade a
 * little below theirs.
 * @returns Null where nothing that goes well is related enough: there is not enough yet.
 */
export function startTempo(
  score: Score,
  played: readonly Played[],
  hand?: HandInput,
  weights: Weights = GRADE.weights,
): StartTempo | null {
  const own = gradeOf(score, hand, weights)!
  const from = played
    .map((each): Likeness => {
      // Alikeness is told at one tempo, for tempo changes every part at once; the grade at the clean one.
      const alike = alikeness(own, gradeOf(atTempo(each.score, score.tempo), hand, weights)!, weights)
      const grade = gradeOf(atTempo(each.score, each.cleanBpm), hand, weights)!.value
      return { id: each.id, title: each.score.title, cleanBpm: each.cleanBpm, grade, alike }
    })
    .filter(each => each.alike >= ALIKE_ENOUGH)
    .sort((a, b) => b.alike - a.alike)
    .slice(0, NEAREST)
  if (from.length === 0) return null
  const total = from.reduce((sum, each) => sum + each.alike, 0)
  const middle = from.reduce((sum, each) => sum + each.alike * each.grade, 0) / total - NEW_IS_HARDER
  const grades = from.map(each => each.grade - NEW_IS_HARDER)
  const tempoAt = (grade: number) => tempoForGrade(score, Math.max(1, grade), hand, weights).tempo
  const tempo = tempoAt(middle)
  const [low, high] = [
    tempoAt(Math.min(middle - UNCERTAIN, ...grades)),
    tempoAt(Math.max(middle + UNCERTAIN, ...grades)),
  ]
  return { tempo: tempo < SLOWEST ? null : tempo, range: [Math.max(SLOWEST, low), Math.max(SLOWEST, high)], from }
}

/** A drill a student was set, and the fastest clean pass; null where there was none. */
export interface Heard {
  readonly id: string
  readonly spec: unknown
  readonly cleanBpm: number | null
}

/**
 * As {@link startTempo}, from specs.
 * @returns Null also for a drill that has no sheet.
 */
export function startTempoFor(
  raw: unknown,
  heard: readonly Heard[],
  hand?: HandInput,
  weights: Weights = GRADE.weights,
): StartTempo | null {
  const sheetOf = (spec: unknown) => {
    const result = realise(spec, { hand })
    return result.ok && result.value.kind === 'sheet' ? result.value : null
  }
  const score = sheetOf(raw)
  const played = heard.flatMap(({ id, spec, cleanBpm }) => {
    const known = cleanBpm === null ? null : sheetOf(spec)
    return known && cleanBpm !== null ? [{ id, score: known, cleanBpm }] : []
  })
  return score && startTempo(score, played, hand, weights)
}
