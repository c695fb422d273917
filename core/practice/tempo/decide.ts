import { lessonDays, passesOf, sinceDecided } from './history'
import { painStanding, withoutPainfulPasses } from './pain'
import { plateauOf } from './plateau'
import { repeatedFault } from './repeated-fault'
import { completedIn, nextReviewOn, reopens, REVIEW_WEEKS } from './review'
import type { Decision, Question } from './school'
import { decideBySchool, easedByHand } from './schools/registry'
import { goalBpm, isFalling, reaches } from './target'
import { VARIATIONS } from './variations'

/** A rule that stands above what a school says, where it has something to say. */
type Rule = (question: Question) => Decision | null

const rest: Rule = ({ bpm, history }) => {
  const pain = painStanding(history)
  if (!pain) return null
  const { hurts, day, by } = pain
  return {
    decision: 'rest',
    bpm,
    grounds: { ground: 'pain', hurts, day },
    used: { heardBy: by, ...(hurts && { hurts }) },
  }
}

const faultAgain: Rule = ({ bpm, history }) => {
  const again = repeatedFault(history)
  return (
    again && {
      decision: 'hold',
      bpm,
      grounds: { ground: 'fault-again', ...again },
      used: { heardBy: 'teacher', fault: again.fault, lessons: again.count },
    }
  )
}

/** A completed drill rests; heard again it is a review, which it passes, or by which it is opened again. */
const review: Rule = ({ plan, bpm, history }) => {
  const completed = completedIn(history.flatMap(event => (event.kind === 'decided' ? [event] : [])))
  if (!completed) return null
  const heard = passesOf(sinceDecided(history)).filter(pass => pass.by === 'teacher')
  if (heard.length === 0)
    return {
      decision: 'hold',
      bpm,
      grounds: { ground: 'completed', nextOn: nextReviewOn(completed) },
      used: { heardBy: 'nobody' },
    }
  const clean = heard.filter(pass => pass.clean).map(pass => pass.bpm)
  const best = clean.length === 0 ? null : isFalling(plan) ? Math.min(...clean) : Math.max(...clean)
  const used = { heardBy: 'teacher', passes: heard.length, ...(best !== null && { bestCleanBpm: best }) } as const
  if (reopens(plan, best)) {
    const to = isFalling(plan) ? bpm : (best ?? easedByHand(plan, bpm))
    return {
      decision: 'ease',
      bpm: to,
      grounds: { ground: 'fell', bestCleanBpm: best, targetBpm: goalBpm(plan) },
      used,
    }
  }
  const next = nextReviewOn({ ...completed, reviews: completed.reviews + 1 })
  return { decision: 'done', bpm, grounds: { ground: 'kept', bestCleanBpm: best!, nextOn: next }, used }
}

/** A clean pass at the target, heard by the teacher, in each of the last two lessons. */
const done: Rule = ({ plan, bpm, history }) => {
  const lessons = lessonDays(history).slice(-2)
  const reached = lessons.filter(({ clean }) => clean.some(heardBpm => reaches(plan, heardBpm)))
  if (reached.length < 2) return null
  return {
    decision: 'done',
    bpm,
    grounds: { ground: 'target-twice', targetBpm: goalBpm(plan), reviewWeeks: REVIEW_WEEKS },
    used: { heardBy: 'teacher', lessons: reached.length },
  }
}

const plateau: Rule = ({ plan, bpm, history, bestBefore = null }) => {
  const found = plateauOf(plan, history, bestBefore)
  if (!found) return null
  const { lessons, bestCleanBpm } = found
  return {
    decision: 'vary',
    bpm,
    grounds: { ground: 'plateau', lessons, bestCleanBpm, variations: VARIATIONS },
    used: { heardBy: 'both', lessons, ...(bestCleanBpm !== null && { bestCleanBpm }) },
  }
}

/** What stands above every school, the first that speaks. */
const RULES: readonly Rule[] = [rest, faultAgain, review, done, plateau]

/**
 * Says what to do next with a drill: rest while it hurts (passes played meanwhile count as nothing), hold while the
 * same fault comes again, what a review of a completed one says, done when the target was reached in two lessons
 * running, something else when it stands still, else what the plan's school says.
 * @returns The decision, its tempo in quarters per minute, its grounds and the numbers used.
 */
export function decide(asked: Question): Decision {
  const question = { ...asked, history: withoutPainfulPasses(asked.history) }
  for (const rule of RULES) {
    const found = rule(question)
    if (found) return found
  }
  return decideBySchool(question)
}
