import type { LessonEvent } from '../../schema/lesson-event'

export type { LessonEvent }

/** Kinds of events that an undo takes back; everything else is answered by an event of its own. */
export const VOIDABLE = ['pass', 'fault', 'fault-gone', 'rating', 'note', 'agenda'] as const
export type Voidable = LessonEventOf<(typeof VOIDABLE)[number]>

/** Whether an undo takes an event back. */
export const isVoidable = (event: LessonEvent): event is Voidable & LessonEvent =>
  (VOIDABLE as readonly string[]).includes(event.kind)

/** One kind of event. */
export type LessonEventOf<K extends LessonEvent['kind']> = Extract<LessonEvent, { kind: K }>

/** Whether a decision departs from what was offered. */
export function overrules(decision: LessonEventOf<'decision'>): boolean {
  return (
    decision.supersedes === null && (decision.decision !== decision.offered || decision.bpm !== decision.offeredBpm)
  )
}
