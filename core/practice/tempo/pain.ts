import type { Hurts } from '../../schema/pain'
import { dayOf, type HistoryEvent, type Listener } from './history'

/** Sore skin of the fingertips shortens blocks, and blocks nothing. */
const SKIN: Hurts = 'fingertip-skin'

/** Whether something that hurts is to rest. @example isToRest('fingertip-skin') // false */
export const isToRest = (hurts: Hurts): boolean => hurts !== SKIN

/** What an event tells of pain. */
export interface PainTold {
  /** Null where nobody said where. */
  readonly hurts: Hurts | null
  /** Local day. */
  readonly day: string
  readonly by: Listener
}

/**
 * What an event tells of pain: it hurts anywhere but on the skin of the fingertips, felt like pain without a place, or
 * the teacher put pain down as a fault. Null where it tells of none.
 */
export function painIn(event: HistoryEvent): PainTold | null {
  const day = dayOf(event.at)
  switch (event.kind) {
    case 'hurt':
      return !isToRest(event.hurts) ? null : { hurts: event.hurts, day: event.since, by: 'teacher' }
    case 'lesson':
      return event.faults.includes('pain') ? { hurts: null, day, by: 'teacher' } : null
    case 'practice':
      if (event.hurts === SKIN || (event.hurts === undefined && event.feel !== 'pain')) return null
      return { hurts: event.hurts ?? null, day, by: event.by }
    default:
      return null
  }
}

/** The pain that stands: the last that was told and not cleared since. Null while there is none. */
export function painStanding(history: readonly HistoryEvent[]): PainTold | null {
  const cleared = history.findLastIndex(event => event.kind === 'cleared')
  return history.slice(cleared + 1).reduce<PainTold | null>((last, event) => painIn(event) ?? last, null)
}

/** A history without the passes that were played while it hurt: they say nothing of the tempo. */
export function withoutPainfulPasses(history: readonly HistoryEvent[]): readonly HistoryEvent[] {
  const cleared = history.flatMap(event => (event.kind === 'cleared' && event.since !== undefined ? [event] : []))
  const hurtAt = (at: string) =>
    cleared.some(({ at: until, since }) => dayOf(at) >= since! && Date.parse(at) <= Date.parse(until))
  return cleared.length === 0 ? history : history.filter(event => event.kind !== 'pass' || !hurtAt(event.at))
}
