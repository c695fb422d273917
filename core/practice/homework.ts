import type { Fault } from '../schema/faults'
import { planLesson, type AgendaDrill, type AgendaEntry } from './agenda/agenda'

/** A drill as it is given to practise: what the sheet says of it. */
export interface HomeworkDrill {
  readonly assignmentId: string
  /** Revision of the set drill the sheet is of. */
  readonly taught: number
  readonly drillName: string
  readonly stage: string
  /** The tempo it is practised at, quarters per minute, and where it leads; null where it has none. */
  readonly bpm: number | null
  readonly targetBpm: number | null
  readonly minutes: number
  /** What was heard wrong of late, the latest first; homework given before it was kept has none. */
  readonly heard?: readonly Fault[] | undefined
}

/** One page for each drill with its whole sheet, or all of them on few pages. */
export const HOMEWORK_FORMS = ['pages', 'compact'] as const

/** What a student was given to practise, as it is kept. */
export interface HomeworkGiven {
  readonly form: (typeof HOMEWORK_FORMS)[number]
  /** A day; the minutes of the drills add up to them exactly. */
  readonly minutesADay: number
  readonly drills: readonly HomeworkDrill[]
  readonly note: string | null
}

/** Cues of a sheet (common practice: no more can be thought of at once). */
export const MOST_CUES = 3

/**
 * What of a drill was heard wrong of late, each fault once and no more than a sheet has room for: in this lesson, the
 * latest first, then of earlier lessons what is not gone.
 * @param here Faults of this lesson in the order they were put down.
 * @param before Faults of earlier lessons, the latest first.
 * @param gone Ids of those that were said to be gone.
 */
export const heardOfLate = (
  here: readonly { readonly fault: Fault }[],
  before: readonly { readonly id: string; readonly fault: Fault }[],
  gone: readonly string[],
): readonly Fault[] => {
  const faults = [...here.toReversed(), ...before.filter(({ id }) => !gone.includes(id))].map(({ fault }) => fault)
  return [...new Set(faults)].slice(0, MOST_CUES)
}

/** The longest a drill is worked at a stretch, minutes (common practice: two to seven). */
const MOST_IN_A_BLOCK = 7

/**
 * The blocks that the minutes of a drill are practised in, as even as whole minutes allow; they add up exactly.
 * @example blocksOf(10) // [5, 5]
 */
export function blocksOf(minutes: number): readonly number[] {
  const count = Math.max(1, Math.ceil(minutes / MOST_IN_A_BLOCK))
  return Array.from({ length: count }, (_, i) => Math.floor(minutes / count) + (i < minutes % count ? 1 : 0))
}

/**
 * A day's practice made from what is set: the warm-up first, then by need, whole minutes that add up to the day's. A
 * drill that rests is left out.
 * @param resting Whether a drill rests for now, as where it works a hand that hurts.
 */
export const homeworkOffered = <D extends AgendaDrill>(
  drills: readonly D[],
  minutesADay: number,
  today: string,
  resting: (drill: D) => boolean,
): readonly AgendaEntry[] =>
  planLesson(
    drills.filter(drill => !resting(drill)),
    minutesADay,
    today,
  ).items
