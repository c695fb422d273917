import type { Pain } from '../schema/pain'
import { dayPlus } from './schedule/local-time'
import type { Pace } from './tempo/pace'
import { nextReviewOn, type Completed } from './tempo/review'

/** Days without a lesson after which a student is missed; the project's own assumption. */
export const SILENT_DAYS = 21
/** Days before its date from which a drill is due; the project's own assumption. */
export const DUE_DAYS = 7

/** A set drill as far as it may want attention. Tempos in quarters per minute, days YYYY-MM-DD. */
export interface DrillFollowed {
  readonly drillName: string
  readonly bpm: number
  readonly plan: { readonly targetBpm: number }
  readonly targetOn: string | null
  readonly pace: Pace
  readonly completed: Completed | null
}

interface Tempo {
  readonly drillName: string
  readonly bpm: number
  readonly targetBpm: number
}

/** Why a student wants the teacher's attention. */
export type Attention =
  | { readonly kind: 'pain'; readonly pain: Pain }
  /** Fingers are spared, and were to be looked at again on a day. */
  | { readonly kind: 'review'; readonly since: string }
  | { readonly kind: 'nothing-set' }
  /** No rise for so long that something else is wanted. */
  | (Tempo & { readonly kind: 'stalled' })
  /** Its day is near, or was. */
  | (Tempo & { readonly kind: 'due'; readonly on: string; readonly late: boolean })
  | (Tempo & { readonly kind: 'behind' })
  /** Completed, and to be looked at again since a day. */
  | { readonly kind: 'review-due'; readonly drillName: string; readonly since: string }
  /** No lesson since a day too long ago. */
  | { readonly kind: 'silent'; readonly since: string }

function ofDrill(
  { drillName, bpm, plan: { targetBpm }, targetOn, pace, completed }: DrillFollowed,
  today: string,
): readonly Attention[] {
  if (completed) {
    const since = nextReviewOn(completed)
    return since !== null && since <= today ? [{ kind: 'review-due', drillName, since }] : []
  }
  const tempo = { drillName, bpm, targetBpm }
  if (pace === 'stalled') return [{ kind: 'stalled', ...tempo }]
  if (pace !== 'at-target' && targetOn !== null && targetOn <= dayPlus(today, DUE_DAYS))
    return [{ kind: 'due', ...tempo, on: targetOn, late: targetOn < today }]
  return pace === 'behind' ? [{ kind: 'behind', ...tempo }] : []
}

/**
 * What of a student wants attention on a day, the most pressing first.
 * @param about The drills they are on, what hurts, the day spared fingers are to be looked at again, and the day of
 *   their last lesson.
 */
export function attentionOf(about: {
  readonly drills: readonly DrillFollowed[]
  readonly pain: Pain | null
  readonly reviewOn: string | null | undefined
  readonly lastLessonOn: string | undefined
  readonly today: string
}): readonly Attention[] {
  const { drills, pain, reviewOn, lastLessonOn, today } = about
  const review: readonly Attention[] = [
    ...(pain ? [{ kind: 'pain', pain } as const] : []),
    ...(reviewOn && reviewOn <= today ? [{ kind: 'review', since: reviewOn } as const] : []),
  ]
  if (drills.length === 0) return [...review, { kind: 'nothing-set' }]
  const silent: readonly Attention[] =
    lastLessonOn && lastLessonOn < dayPlus(today, -SILENT_DAYS) ? [{ kind: 'silent', since: lastLessonOn }] : []
  return [...review, ...drills.flatMap(drill => ofDrill(drill, today)), ...silent]
}
