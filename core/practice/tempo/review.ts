import type { DecisionKind, Plan } from '../../schema/plan-fields'
import { dayPlus } from '../schedule/local-time'
import { goalBpm, isFalling } from './target'

/** Weeks after which a completed drill is looked at again (common practice of spaced review). */
export const REVIEW_WEEKS = [1, 3, 8] as const

/** How much of the completed tempo must still be clean for it to stay completed. */
const KEPT_SHARE = 0.9

/** A drill that was completed: since which local day, and how many reviews it has passed. */
export interface Completed {
  readonly on: string
  readonly reviews: number
}

/**
 * Whether a drill is completed: its last decisions say so. The first of them completed it, each further one was a
 * review that it passed.
 * @param decided Decisions, oldest first; the latest few will do.
 * @example completedIn([{ decision: 'done', at: '2026-01-12' }]) // { on: '2026-01-12', reviews: 0 }
 */
export function completedIn(
  decided: readonly { readonly decision: DecisionKind; readonly at: string }[],
): Completed | null {
  const run = decided.slice(decided.findLastIndex(each => each.decision !== 'done') + 1)
  return run[0] ? { on: run[0].at.slice(0, 10), reviews: run.length - 1 } : null
}

/**
 * The day of the next review of a completed drill; null after the last.
 * @example nextReviewOn({ on: '2026-01-05', reviews: 1 }) // '2026-01-26'
 */
export function nextReviewOn({ on, reviews }: Completed): string | null {
  const weeks = REVIEW_WEEKS[reviews]
  return weeks === undefined ? null : dayPlus(on, 7 * weeks)
}

/**
 * Whether a review opens the drill again: the clean tempo fell by more than a tenth, or where slower is harder, is
 * faster by as much.
 * @param cleanBpm The best clean pass of the review; null where none was clean.
 */
export function reopens(plan: Plan, cleanBpm: number | null): boolean {
  if (cleanBpm === null) return true
  const goal = goalBpm(plan)
  return isFalling(plan) ? KEPT_SHARE * cleanBpm > goal : cleanBpm < KEPT_SHARE * goal
}
