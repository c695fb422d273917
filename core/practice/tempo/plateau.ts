import { formOf, type Plan } from '../../schema/plan-fields'
import { dayOf, lessonDays, lessonsOf, passesOf, practiceOf, type HistoryEvent } from './history'
import { isFalling, isTimed, reaches } from './target'

/** Lessons without a rise that make a plateau, and the days of practice each of them wants. */
const LESSONS = 3
const DAYS_EACH = 3

/** A drill that stands still although it is worked on. */
export interface Plateau {
  readonly lessons: number
  /** bpm; null where no pass was clean. */
  readonly bestCleanBpm: number | null
}

const fastest = (passes: readonly { readonly bpm: number }[], before: number | null) =>
  passes.reduce<number | null>((best, { bpm }) => (best === null ? bpm : Math.max(best, bpm)), before)

/** What came after the last time something else was tried: a plateau is counted from there. */
const sinceVaried = (history: readonly HistoryEvent[]) =>
  history.slice(history.findLastIndex(event => event.kind === 'decided' && event.decision === 'vary') + 1)

/**
 * Whether the best clean tempo has not risen over the last three lessons, with three days of practice or more for each.
 * The days are those before each lesson, or, as homework is given in a lesson, those after it. Nothing of an untimed
 * plan, a soak or falling tempos is a plateau: there the tempo is not what should rise.
 * @param bestBefore The fastest clean pass before the history begins, bpm.
 */
export function plateauOf(plan: Plan, history: readonly HistoryEvent[], bestBefore: number | null): Plateau | null {
  if (!isTimed(plan) || isFalling(plan) || formOf(plan.school).byPractice) return null
  const here = sinceVaried(history)
  const all = lessonDays(here)
  const lessons = all.slice(-LESSONS)
  const [first] = lessons
  if (!first || lessons.length < LESSONS) return null
  const practised = [...new Set(practiceOf(here).map(event => dayOf(event.at)))]
  const before = all.at(-LESSONS - 1)?.day ?? ''
  const daysBetween = (from: string, to: string) => practised.filter(day => day >= from && day < to).length
  const leadingTo = lessons.map((lesson, i) => daysBetween(lessons[i - 1]?.day ?? before, lesson.day))
  const comingFrom = lessons.map((lesson, i) => daysBetween(lesson.day, lessons[i + 1]?.day ?? '~'))
  if (![leadingTo, comingFrom].some(counts => counts.every(count => count >= DAYS_EACH))) return null

  const heard = [
    ...passesOf(history).map(({ at, bpm, clean }) => ({ at, bpm: clean ? bpm : null })),
    ...lessonsOf(history).flatMap(({ at, bestCleanBpm: bpm }) => (bpm === undefined ? [] : [{ at, bpm }])),
  ]
  // Of a drill that nobody ever heard nothing can be said.
  if (heard.length === 0 && bestBefore === null) return null
  const clean = heard.flatMap(({ at, bpm }) => (bpm === null ? [] : [{ at, bpm }]))
  const best = fastest(clean, bestBefore)
  const bestAtFirst = fastest(
    clean.filter(({ at }) => dayOf(at) <= first.day),
    bestBefore,
  )
  if (best !== bestAtFirst || (best !== null && reaches(plan, best))) return null
  return { lessons: LESSONS, bestCleanBpm: best }
}
