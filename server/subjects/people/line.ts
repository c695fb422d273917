import pLimit from 'p-limit'
import { DomainError } from '../../errors'

/**
 * A line for what is asked by strangers: so many at once, so that a crowd of them leaves the machine to everybody else.
 */
export interface Line {
  readonly run: <T>(work: () => Promise<T>) => Promise<T>
}

/**
 * Opens a line at the door.
 * @param atOnce How many are let through at once.
 * @param mostWaiting How many may wait; the next is refused.
 * @throws DomainError `unavailable` from `run` when too many wait.
 */
export function openLine(atOnce: number, mostWaiting: number): Line {
  const limit = pLimit(atOnce)
  return {
    run: async work => {
      if (limit.activeCount + limit.pendingCount >= atOnce + mostWaiting)
        throw new DomainError('unavailable', 'Too many people are signing in at once. Try again in a few seconds.', {
          retryAfterSeconds: 5,
        })
      return limit(work)
    },
  }
}
