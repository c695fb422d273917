import type { Fault } from '../../schema/faults'

/** A lesson as far as its faults go. */
export interface LessonFaults {
  /** Local day. */
  readonly day: string
  readonly faults: readonly Fault[]
}

/** How often a fault was put down, lesson by lesson. */
export interface FaultRow {
  readonly fault: Fault
  /** One figure for each lesson, oldest first. */
  readonly counts: readonly number[]
  readonly total: number
  /** Lessons since it was put down last; 0 in the latest. */
  readonly lessonsSince: number
}

/** The faults of some lessons, the most frequent first, then the one heard last. */
export function faultsOverLessons(lessons: readonly LessonFaults[]): readonly FaultRow[] {
  const faults = new Set(lessons.flatMap(lesson => lesson.faults))
  return [...faults]
    .map((fault): FaultRow => {
      const counts = lessons.map(lesson => lesson.faults.filter(each => each === fault).length)
      return {
        fault,
        counts,
        total: counts.reduce((sum, count) => sum + count, 0),
        lessonsSince: lessons.length - 1 - counts.findLastIndex(count => count > 0),
      }
    })
    .sort((a, b) => b.total - a.total || a.lessonsSince - b.lessonsSince)
}
