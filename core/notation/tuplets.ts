import type { Tick } from '../line/ticks'
import { SHORTEST } from './values'

/** A group of notes that share out a written span otherwise than by halves. */
export interface Tuplet {
  readonly from: Tick
  readonly to: Tick
  /** So many notes in the time of so many. */
  readonly actual: number
  readonly normal: number
}

/** Divisions that are no halves, in the order in which they are tried, with what they stand in the time of. */
const KINDS = [
  [3, 2],
  [5, 4],
  [7, 4],
  [9, 8],
  [15, 8],
] as const

/** Whether all of them lie on some halving of a division of the span. */
function divides(span: Tick, by: number, inside: readonly Tick[]): boolean {
  for (let cells = by; span / cells >= SHORTEST / 4; cells *= 2)
    if (inside.every(at => (at * cells) % span === 0)) return true
  return false
}

/** The tuplet that begins at a place: the shortest span whose division holds all that begins or ends inside it. */
function tupletAt(from: Tick, end: Tick, bounds: readonly Tick[]): Tuplet | null {
  const set = new Set(bounds)
  const spans: Tick[] = []
  for (let span = SHORTEST * 2; from + span <= end; span *= 2) spans.push(span)
  // One that ends where something does first; one that cuts a note in two only where none does.
  for (const span of [...spans.filter(each => set.has(from + each)), ...spans]) {
    const inside = bounds.filter(at => at > from && at < from + span).map(at => at - from)
    if (inside.length === 0) continue
    const kind = KINDS.find(([actual]) => divides(span, actual, inside))
    if (!kind) continue
    const [actual, normal] = kind
    // Six alike are called six, not twice three (common practice).
    const six = actual === 3 && inside.length === 5 && inside.every((at, i) => at * 6 === (i + 1) * span)
    return { from, to: from + span, actual: six ? 6 : actual, normal: six ? 4 : normal }
  }
  return null
}

/**
 * Tuplets of one voice in a bar, from where its notes and rests begin and end. Each starts on a place that halving the
 * beat reaches, and ends within the bar.
 * @param bounds Ticks from the bar's start, ascending, 0 and its length among them.
 * @example tupletsIn([0, 3360, 6720, 10080])[0].actual // 3
 */
export function tupletsIn(bounds: readonly Tick[]): readonly Tuplet[] {
  const end = bounds.at(-1)!
  const found: Tuplet[] = []
  let done = 0
  for (const [i, at] of bounds.slice(0, -1).entries()) {
    if (at < done) continue
    const next = bounds[i + 1]!
    if (next % SHORTEST === 0) continue
    // Where the place itself is reached by no halving, the tuplet began at one before it, within the note before.
    const starts = [at, ...halvings(at, done)].filter(start => start % SHORTEST === 0 && start >= done)
    const tuplet = starts.map(start => tupletAt(start, end, bounds)).find(each => each !== null && each.to > at)
    if (!tuplet) continue
    found.push(tuplet)
    done = tuplet.to
  }
  return found
}

/** Places before a moment that halving whole beats reaches, the nearest first. */
function halvings(at: Tick, least: Tick): readonly Tick[] {
  const places: Tick[] = []
  for (let grid = SHORTEST * 2; grid <= SHORTEST * 256; grid *= 2) {
    const place = Math.floor(at / grid) * grid
    if (place >= least && !places.includes(place)) places.push(place)
  }
  return places
}
