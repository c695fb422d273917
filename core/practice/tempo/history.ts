import type { DecisionKind } from '../../schema/plan-fields'
import type { Feel, Hurts } from '../../schema/pain'
import type { Fault } from '../../schema/faults'

/** Who heard something: the teacher in a lesson, or the student at home. */
export type Listener = 'teacher' | 'student'

/** Once through a drill, as it was heard. */
export interface PassEvent {
  /** ISO time in the student's zone; its calendar day is the day of the lesson. */
  readonly at: string
  readonly kind: 'pass'
  readonly bpm: number
  readonly clean: boolean
  readonly by: Listener
}

/** Practice at home, as it was reported: a day's minutes at a tempo, how it felt, and where it hurt if it did. */
export interface PracticeEvent {
  readonly at: string
  readonly kind: 'practice'
  readonly bpm: number
  readonly minutes: number
  readonly feel: Feel
  readonly hurts?: Hurts
  readonly by: Listener
}

/**
 * A lesson as a whole: how well the drill sounded (1 to 5) where the teacher said so, the faults heard in it and, where
 * its passes are not told of one by one, the fastest that was clean.
 */
export interface LessonHeld {
  readonly at: string
  readonly kind: 'lesson'
  readonly quality?: number
  readonly faults: readonly Fault[]
  /** bpm; null where none was clean, left out where none was heard. */
  readonly bestCleanBpm?: number | null
}

/** A pain that stands on the student's card. */
export interface Hurt {
  readonly at: string
  readonly kind: 'hurt'
  readonly hurts: Hurts
  /** Local day. */
  readonly since: string
}

/** The teacher has cleared a pain. */
export interface Cleared {
  readonly at: string
  readonly kind: 'cleared'
  /** Local day since which it hurt; left out where nobody knows. */
  readonly since?: string
}

/** A decision was made: what was counted begins anew. */
export interface Decided {
  readonly at: string
  readonly kind: 'decided'
  readonly decision: DecisionKind
}

/** Everything a decision looks at, oldest first. */
export type HistoryEvent = PassEvent | PracticeEvent | LessonHeld | Hurt | Cleared | Decided

/** Calendar day of an ISO time, as written: the student's local day. @example dayOf('2026-01-05T23:30:00+01:00') // '2026-01-05' */
export const dayOf = (iso: string): string => iso.slice(0, 10)

const ofKind =
  <K extends HistoryEvent['kind']>(kind: K) =>
  (history: readonly HistoryEvent[]): readonly Extract<HistoryEvent, { kind: K }>[] =>
    history.filter((event): event is Extract<HistoryEvent, { kind: K }> => event.kind === kind)

/** The passes of a history: what was played and heard. */
export const passesOf = ofKind('pass')
/** Its days of practice at home. */
export const practiceOf = ofKind('practice')
/** Its lessons, as far as they say something of the drill as a whole. */
export const lessonsOf = ofKind('lesson')

/** What came after the last decision: counts begin there. */
export const sinceDecided = (history: readonly HistoryEvent[]): readonly HistoryEvent[] =>
  history.slice(history.findLastIndex(event => event.kind === 'decided') + 1)

/** Those at the end that were all at one tempo: any other tempo begins the count anew. */
function lastAt<E extends { readonly bpm: number }>(events: readonly E[], bpm: number): readonly E[] {
  return events.slice(events.findLastIndex(event => event.bpm !== bpm) + 1)
}

/** Passes at a tempo since it was last changed or decided on. */
export const passesHere = (history: readonly HistoryEvent[], bpm: number): readonly PassEvent[] =>
  lastAt(passesOf(sinceDecided(history)), bpm)

/** Practice at a tempo since it was last changed or decided on. */
export const practiceHere = (history: readonly HistoryEvent[], bpm: number): readonly PracticeEvent[] =>
  lastAt(practiceOf(sinceDecided(history)), bpm)

/** The clean passes at the end, since the last slip. */
export const cleanRun = (passes: readonly PassEvent[]): readonly PassEvent[] =>
  passes.slice(passes.findLastIndex(pass => !pass.clean) + 1)

/** The slips at the end, since the last clean pass. */
export const slipRun = (passes: readonly PassEvent[]): readonly PassEvent[] =>
  passes.slice(passes.findLastIndex(pass => pass.clean) + 1)

/** One lesson of a history: its day, and how fast the teacher heard clean passes in it, as far as that is told. */
export interface LessonDay {
  readonly day: string
  /** bpm. */
  readonly clean: readonly number[]
}

/** What an event says of a lesson: tempos of clean passes the teacher heard, bpm; null where it is of no lesson. */
function cleanIn(event: HistoryEvent): readonly number[] | null {
  if (event.kind === 'pass' && event.by === 'teacher') return event.clean ? [event.bpm] : []
  return event.kind === 'lesson' ? [event.bestCleanBpm ?? []].flat() : null
}

/**
 * The days on which there was a lesson, oldest first: those that are told of, and those of passes the teacher heard.
 */
export function lessonDays(history: readonly HistoryEvent[]): readonly LessonDay[] {
  const heard = new Map<string, number[]>()
  for (const event of history) {
    const clean = cleanIn(event)
    if (clean) heard.set(dayOf(event.at), [...(heard.get(dayOf(event.at)) ?? []), ...clean])
  }
  return [...heard].map(([day, clean]) => ({ day, clean })).toSorted((a, b) => a.day.localeCompare(b.day))
}
