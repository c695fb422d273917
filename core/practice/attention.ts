import type { Pain } from '../schema/pain'
import { dayPlus } from './schedule/local-time'
import { drillStateOf, type DrillFollowed } from './tempo/drill-state'

/** Days without a lesson after which a student is missed; the project's own assumption. */
export const SILENT_DAYS = 21
/** A set drill that wants it. */
interface AboutDrill {
  readonly assignmentId: string
  readonly drillName: string
}

interface Tempo extends AboutDrill {
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
  | (Tempo & { readonly kind: 'stalled'; readonly bestBpm: number })
  /** Its day is near, or was. */
  | (Tempo & { readonly kind: 'due'; readonly on: string; readonly late: boolean })
  | (Tempo & { readonly kind: 'behind' })
  /** Completed, and to be looked at again since a day. */
  | (AboutDrill & { readonly kind: 'review-due'; readonly since: string })
  /** No lesson since a day too long ago. */
  | { readonly kind: 'silent'; readonly since: string }

function ofDrill(drill: DrillFollowed, today: string): readonly Attention[] {
  const { id: assignmentId, drillName, bpm, plan } = drill
  const tempo = { assignmentId, drillName, bpm, targetBpm: plan.targetBpm }
  const state = drillStateOf(drill, today)
  switch (state.kind) {
    case 'review-due':
      return [{ ...state, assignmentId, drillName }]
    case 'stalled':
    case 'due':
    case 'behind':
      return [{ ...state, ...tempo }]
    default:
      return []
  }
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

/** Why a student needs attention, the most pressing first; the project's own order. */
export const PRESSING = [
  'pain',
  'unfinished',
  'review',
  'stalled',
  'due',
  'behind',
  'nothing-set',
  'review-due',
  'silent',
] as const satisfies readonly (Attention['kind'] | 'unfinished')[]
/** A lesson of theirs that nobody ended needs attention too. */
export type AttentionKind = (typeof PRESSING)[number]

const rankOf = (kind: AttentionKind) => PRESSING.indexOf(kind)

/** Kinds of attention, the most pressing first. @example byPressing(['silent', 'pain']) // ['pain', 'silent'] */
export const byPressing = (kinds: readonly AttentionKind[]): readonly AttentionKind[] =>
  kinds.toSorted((a, b) => rankOf(a) - rankOf(b))

/** How urgent some kinds are together: as the most pressing of them, 9 for pain down to 1; 0 for none. */
export const urgencyOf = (kinds: readonly AttentionKind[]): number =>
  Math.max(0, ...kinds.map(kind => PRESSING.length - rankOf(kind)))

/** All that one student wants attention for, the most pressing first. */
export interface StudentNeeds<N> {
  readonly student: { readonly id: string; readonly name: string }
  readonly needs: readonly N[]
}

/** Needs put together by student: whose most pressing one is more pressing comes first, else in the order they came. */
export function needsByStudent<
  N extends { readonly kind: AttentionKind; readonly student: { readonly id: string; readonly name: string } },
>(needs: readonly N[]): readonly StudentNeeds<N>[] {
  const rank = ({ kind }: N) => rankOf(kind)
  const found = new Map<string, N[]>()
  for (const need of needs) found.set(need.student.id, [...(found.get(need.student.id) ?? []), need])
  return [...found.values()]
    .map(own => ({ student: own[0]!.student, needs: own.toSorted((a, b) => rank(a) - rank(b)) }))
    .sort((a, b) => rank(a.needs[0]!) - rank(b.needs[0]!))
}
