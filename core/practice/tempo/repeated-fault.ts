import type { Fault } from '../../schema/faults'
import { lessonsOf, type HistoryEvent } from './history'

/** The lessons that are looked at, and in how many of them a fault stands out. */
const LOGS = 3
const HEARD = 2

/** A fault that comes again and again. */
export interface RepeatedFault {
  readonly fault: Fault
  /** Lessons in which it was heard, among those looked at. */
  readonly count: number
  readonly among: number
}

/**
 * The fault that was put down in two of the last three lessons, the most frequent first, then the one heard last; null
 * where there is none. Pain is no fault to be practised away: it is looked after elsewhere.
 */
export function repeatedFault(history: readonly HistoryEvent[]): RepeatedFault | null {
  const logs = lessonsOf(history)
    .slice(-LOGS)
    .map(({ faults }) => [...new Set(faults)].filter(fault => fault !== 'pain'))
  const counts = new Map<Fault, number>()
  for (const fault of logs.toReversed().flat()) counts.set(fault, (counts.get(fault) ?? 0) + 1)
  const [most] = [...counts].toSorted(([, a], [, b]) => b - a)
  return most && most[1] >= HEARD ? { fault: most[0], count: most[1], among: logs.length } : null
}
