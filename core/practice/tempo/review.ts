import { dayPlus } from '../schedule/local-time'

/** Weeks after which a completed drill is looked at again (common practice of spaced review). */
export const REVIEW_WEEKS = [1, 3, 8] as const

/** How much of the completed tempo must still be clean for it to stay completed. */
const KEPT_SHARE = 0.9

/**
 * The day of the next review of a completed drill; null after the last.
 * @param doneOn Local day on which it was completed, YYYY-MM-DD.
 * @param reviews Reviews there have been since.
 * @example nextReviewOn('2026-01-05', 1) // '2026-01-26'
 */
export function nextReviewOn(doneOn: string, reviews: number): string | null {
  const weeks = REVIEW_WEEKS[reviews]
  return weeks === undefined ? null : dayPlus(doneOn, 7 * weeks)
}

/**
 * Whether a review opens the drill again: the clean tempo fell by more than a tenth.
 * @param cleanBpm The fastest clean pass of the review; null where none was clean.
 * @example reopens(100, 90) // false
 * @example reopens(100, 89) // true
 */
export const reopens = (completedBpm: number, cleanBpm: number | null): boolean =>
  cleanBpm === null || cleanBpm < KEPT_SHARE * completedBpm
