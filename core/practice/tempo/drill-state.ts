import type { Pace } from './pace'
import { dayPlus } from '../schedule/local-time'
import { nextReviewOn, type Completed } from './review'

/** Days before its date from which a drill is due; the project's own assumption. */
export const DUE_DAYS = 7

/** A set drill as far as its state goes. Tempos in quarters per minute, days YYYY-MM-DD. */
export interface DrillFollowed {
  readonly id: string
  readonly drillName: string
  readonly bpm: number
  /** The highest tempo it was ever set at. */
  readonly bestBpm: number
  readonly plan: { readonly targetBpm: number }
  readonly targetOn: string | null
  readonly pace: Pace
  readonly completed: Completed | null
  /** The drill that is to be passed first; null or left out where it is open. */
  readonly waitsFor?: string | null
}

/** How a set drill stands: one of these, and only one, whoever tells it. */
export type DrillState =
  /** It opens when another is passed. */
  | { readonly kind: 'waiting'; readonly for: string }
  /** Completed; reviewed next on a day, null for no more. */
  | { readonly kind: 'completed'; readonly on: string; readonly nextOn: string | null }
  /** Completed, and a review is due since a day. */
  | { readonly kind: 'review-due'; readonly since: string }
  /** At the target, which is not yet passed. */
  | { readonly kind: 'at-target' }
  /** Not set above a tempo for so long that something else is wanted. */
  | { readonly kind: 'stalled'; readonly bestBpm: number }
  /** Its day is near, or was. */
  | { readonly kind: 'due'; readonly on: string; readonly late: boolean }
  | { readonly kind: 'behind' }
  | { readonly kind: 'on-plan' }
  /** No day is wanted, or no tempo. */
  | { readonly kind: 'open' }

/** How a set drill stands on a day: what comes first in this order holds. */
export function drillStateOf(drill: DrillFollowed, today: string): DrillState {
  const { completed, waitsFor, pace, targetOn, bestBpm } = drill
  if (completed) {
    const nextOn = nextReviewOn(completed)
    return nextOn !== null && nextOn <= today
      ? { kind: 'review-due', since: nextOn }
      : { kind: 'completed', on: completed.on, nextOn }
  }
  if (waitsFor) return { kind: 'waiting', for: waitsFor }
  if (pace === 'at-target') return { kind: 'at-target' }
  if (pace === 'stalled') return { kind: 'stalled', bestBpm }
  if (targetOn !== null && targetOn <= dayPlus(today, DUE_DAYS))
    return { kind: 'due', on: targetOn, late: targetOn < today }
  return { kind: pace }
}
