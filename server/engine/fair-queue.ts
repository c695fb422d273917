import { LRUCache } from 'lru-cache'
import { openQueue } from '../queue'

/** After so long half of the time somebody has used counts no more, ms. */
const HALF_LIFE_MS = 60_000
/** Who has used more than so much of late leaves one slot to the others, ms. */
const HEAVY_MS = 2000
/** Of so many people it is known what they have used: of those beyond, as if they had used nothing. */
const MOST_KNOWN = 2000
/** Whose the work is that nobody signed in asks for. */
const NOBODY = ''

export interface FairQueueOptions {
  /** Jobs that run at once. */
  readonly concurrency: number
  /** Jobs that may wait, of everybody and of one person; the next is refused. */
  readonly mostWaiting: number
  readonly mostWaitingOfOne: number
  /** ms of one clock. */
  readonly now?: () => number
}

interface Job {
  readonly owner: string
  /** Whether its owner had used much when it started. */
  heavy: boolean
}

/** Time somebody has used, ms, as it counted at an instant. */
interface Used {
  readonly ms: number
  readonly at: number
}

/**
 * A queue that is fair to people: next is who has nothing running before who has, then who has used least time of late,
 * then who waits longest; and one slot of several is never given to who has used much. In the order of arrival one
 * person's hundred drills would be everybody's wait.
 * @returns Does work for somebody, or for nobody who is known; null when it is refused because too many wait.
 */
export function openFairQueue({
  concurrency,
  mostWaiting,
  mostWaitingOfOne,
  now = () => performance.now(),
}: FairQueueOptions): <T>(userId: string | null, work: () => Promise<T>) => Promise<T> | null {
  const mostHeavy = Math.max(1, concurrency - 1)
  const used = new LRUCache<string, Used>({ max: MOST_KNOWN })

  function usedLately(owner: string): number {
    const known = used.get(owner)
    return known ? known.ms * 2 ** ((known.at - now()) / HALF_LIFE_MS) : 0
  }
  const queue = openQueue<Job>({
    concurrency,
    refuses: ({ owner }, waiting) =>
      waiting.length >= mostWaiting || waiting.filter(job => job.owner === owner).length >= mostWaitingOfOne,
    next: (waiting, running) => {
      const heavyRunning = [...running].filter(job => job.heavy).length
      const [first] = waiting
        .map(job => ({
          job,
          used: usedLately(job.owner),
          running: [...running].filter(other => other.owner === job.owner).length,
        }))
        .filter(each => each.used <= HEAVY_MS || heavyRunning < mostHeavy)
        .sort((a, b) => a.running - b.running || a.used - b.used)
      if (!first) return null
      first.job.heavy = first.used > HEAVY_MS
      return first.job
    },
  })

  return (userId, work) => {
    const owner = userId ?? NOBODY
    return queue.run({ owner, heavy: false }, async () => {
      const began = now()
      try {
        return await work()
      } finally {
        used.set(owner, { ms: usedLately(owner) + now() - began, at: now() })
      }
    })
  }
}
