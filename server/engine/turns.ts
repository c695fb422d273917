import { LRUCache } from 'lru-cache'

/** After so long half of what somebody has had counts no more, ms. */
const HALF_LIFE_MS = 60_000
/** Who has had more than so much of late leaves one place to the others, ms. */
const MUCH_MS = 2000
/** Of so many people it is known what they have had: of those beyond, as if they had had nothing. */
const MOST_KNOWN = 2000
/** Whose the work is that nobody signed in asks for. */
const NOBODY = ''

export interface TurnsOptions {
  /** Pieces of work done at once. */
  readonly atOnce: number
  /** Pieces of work that may wait, of everybody and of one person; the next is refused. */
  readonly mostWaiting: number
  readonly mostWaitingOfOne: number
  /** ms of one clock. */
  readonly now?: () => number
}

/** A place among the pieces of work being done; whether who has it has had much. */
interface Turn {
  readonly whose: string
  readonly much: boolean
}
interface Waiting {
  readonly whose: string
  readonly begin: (turn: Turn) => void
}

/** What somebody has had, ms, as it counted at an instant. */
interface Had {
  readonly ms: number
  readonly at: number
}

/**
 * Gives turns by what people have had: next is who has nothing under way before who has, then who has had least time of
 * late, then who waits longest; and one place of several is never given to who has had much. In the order of arrival
 * one person's hundred drills would be everybody's wait.
 * @returns Does a piece of work in its turn, of somebody or of nobody who is known; or refuses it: null when too many
 *   wait.
 */
export function fairTurns({
  atOnce,
  mostWaiting,
  mostWaitingOfOne,
  now = () => performance.now(),
}: TurnsOptions): <T>(userId: string | null, work: () => Promise<T>) => Promise<T> | null {
  const mostOfMuch = Math.max(1, atOnce - 1)
  const had = new LRUCache<string, Had>({ max: MOST_KNOWN })
  const waiting: Waiting[] = []
  const underWay = new Set<Turn>()
  const underWayOf = (whose: string) => [...underWay].filter(turn => turn.whose === whose).length

  function hadLately(whose: string): number {
    const known = had.get(whose)
    return known ? known.ms * 2 ** ((known.at - now()) / HALF_LIFE_MS) : 0
  }
  const hasHadMuch = (whose: string) => hadLately(whose) > MUCH_MS
  const mayBegin = (whose: string) =>
    underWay.size < atOnce && (!hasHadMuch(whose) || [...underWay].filter(turn => turn.much).length < mostOfMuch)

  function begin(whose: string): Turn {
    const turn = { whose, much: hasHadMuch(whose) }
    underWay.add(turn)
    return turn
  }
  function end(turn: Turn, tookMs: number) {
    underWay.delete(turn)
    had.set(turn.whose, { ms: hadLately(turn.whose) + tookMs, at: now() })
    beginWhoMay()
  }
  function beginWhoMay() {
    for (let next = nextOne(); next; next = nextOne()) {
      waiting.splice(waiting.indexOf(next), 1)
      next.begin(begin(next.whose))
    }
  }
  /** Who begins next of those who may. */
  function nextOne(): Waiting | undefined {
    const able = waiting.filter(({ whose }) => mayBegin(whose))
    const [first] = able
      .map(each => ({ each, underWay: underWayOf(each.whose), had: hadLately(each.whose) }))
      .sort((a, b) => a.underWay - b.underWay || a.had - b.had)
    return first?.each
  }
  async function inTurn<T>(whose: string, work: () => Promise<T>): Promise<T> {
    // Who waits since before time made what they had less goes first.
    const turn =
      mayBegin(whose) && !nextOne()
        ? begin(whose)
        : await new Promise<Turn>(begin => {
            waiting.push({ whose, begin })
            beginWhoMay()
          })
    const began = now()
    try {
      return await work()
    } finally {
      end(turn, now() - began)
    }
  }
  const isFull = (whose: string) =>
    waiting.length >= mostWaiting || waiting.filter(each => each.whose === whose).length >= mostWaitingOfOne

  return (userId, work) => {
    const whose = userId ?? NOBODY
    return !mayBegin(whose) && isFull(whose) ? null : inTurn(whose, work)
  }
}
