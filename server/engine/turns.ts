import { LRUCache } from 'lru-cache'
import { askingNow } from '../observability/asking'

/** After so long half of what somebody has had counts no more, ms. */
const HALF_LIFE_MS = 30_000
/** Of so many people it is known what they have had: of those beyond, as if they had had nothing. */
const MOST_KNOWN = 2000

export interface TurnsOptions {
  /** Pieces of work done at once. */
  readonly atOnce: number
  /** Pieces of work that may wait, of everybody and of one person; the next is refused. */
  readonly mostWaiting: number
  readonly mostWaitingOfOne: number
  /** ms of one clock. */
  readonly now?: () => number
}

/** Whose the work is that nobody signed in asks for. */
const NOBODY = ''

interface Waiting {
  readonly whose: string
  readonly go: () => void
}

/** What somebody has had, ms, as it counted at an instant. */
interface Had {
  readonly ms: number
  readonly at: number
}

/**
 * Gives turns by what people have had: next is who has nothing under way before who has, then who has had least time of
 * late, then who waits longest. In the order of arrival one person's hundred drills would be everybody's wait.
 * @returns Does a piece of work of the request that asks, in its turn, or refuses it: null when too many wait.
 */
export function fairTurns({
  atOnce,
  mostWaiting,
  mostWaitingOfOne,
  now = () => performance.now(),
}: TurnsOptions): <T>(work: () => Promise<T>) => Promise<T> | null {
  const had = new LRUCache<string, Had>({ max: MOST_KNOWN })
  const underWay = new Map<string, number>()
  const waiting: Waiting[] = []
  let free = atOnce

  function hadLately(whose: string): number {
    const known = had.get(whose)
    return known ? known.ms * 2 ** ((known.at - now()) / HALF_LIFE_MS) : 0
  }
  function giveBack(whose: string, tookMs: number) {
    free++
    had.set(whose, { ms: hadLately(whose) + tookMs, at: now() })
    const left = underWay.get(whose)! - 1
    if (left > 0) underWay.set(whose, left)
    else underWay.delete(whose)
  }
  /** Where in the row the next one stands; -1 when nobody waits. */
  function nextPlace(): number {
    let best = { place: -1, underWay: Infinity, had: Infinity }
    for (const [place, { whose }] of waiting.entries()) {
      const each = { place, underWay: underWay.get(whose) ?? 0, had: hadLately(whose) }
      if (each.underWay < best.underWay || (each.underWay === best.underWay && each.had < best.had)) best = each
    }
    return best.place
  }
  function giveOn() {
    const place = nextPlace()
    if (place < 0) return
    const [{ whose, go }] = waiting.splice(place, 1) as [Waiting]
    take(whose)
    go()
  }
  function take(whose: string) {
    free--
    underWay.set(whose, (underWay.get(whose) ?? 0) + 1)
  }
  async function inTurn<T>(whose: string, work: () => Promise<T>): Promise<T> {
    if (free > 0) take(whose)
    else await new Promise<void>(go => waiting.push({ whose, go }))
    const began = now()
    try {
      return await work()
    } finally {
      giveBack(whose, now() - began)
      giveOn()
    }
  }
  const isFull = (whose: string) =>
    free === 0 &&
    (waiting.length >= mostWaiting || waiting.filter(each => each.whose === whose).length >= mostWaitingOfOne)

  return work => {
    const whose = askingNow().userId ?? NOBODY
    return isFull(whose) ? null : inTurn(whose, work)
  }
}
