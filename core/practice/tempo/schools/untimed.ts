import type { PlanOf } from '../../../schema/plan-fields'
import { lessonsOf, sinceDecided } from '../history'
import type { School } from '../school'

/** The quality that passes, of 1 to 5, and in how many lessons running. */
export const GOOD = 4
const LESSONS = 2

/**
 * Untimed: nothing is raised; a drill is passed when it sounded good (4 of 5) in two lessons running. A lesson in which
 * nobody said how it sounded says nothing either way.
 */
export const untimed: School<PlanOf<'untimed'>> = {
  way: () => [],
  decide({ bpm, history }) {
    const quality = lessonsOf(sinceDecided(history))
      .flatMap(lesson => lesson.quality ?? [])
      .slice(-LESSONS)
    const used = { heardBy: quality.length > 0 ? 'teacher' : 'nobody', quality } as const
    return quality.length === LESSONS && quality.every(each => each >= GOOD)
      ? { decision: 'next-stage', bpm, grounds: { ground: 'good-twice', quality }, used }
      : { decision: 'hold', bpm, grounds: { ground: 'quality-wanted', quality }, used }
  },
}
