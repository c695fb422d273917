import { accountOf } from './account'
import { finger, fingersByKey, type Fingered } from './finger'
import { chargesInWords } from './words'
import type { Line } from '../line/line'
import type { Pins } from '../spec/fields'
import type { TaskOptions } from './task'

/** A fingering by note with what it costs. */
export interface PricedFingers { readonly cost: number, readonly fingers: Readonly<Record<string, number>> }

/** A finger that is paid for: from here on the drill costs more than it need. */
export interface CostlyNote {
  readonly key: string
  readonly rule: 'costly'
  readonly message: string
  /** The cheapest way on with all fingers before this note as they are. */
  readonly repair: PricedFingers
}

/** The line with no finger typed: what the engine would do if it were asked. */
export const untyped = (line: Line): Line => ({ ...line, events: line.events.map(event => (event.typed ? { ...event, typed: false } : event)) })

/** From how much more effort a finger counts as costly. */
export const COSTLY_FROM = 2

/**
 * Judges given fingers note by note: r(i) is the optimum with the first i fingers fixed minus the optimum with i − 1
 * fixed; every note with r(i) of at least 2 is costly. Its message names the note where that is paid, its repair is the
 * optimum with i − 1 fixed.
 * @param given Finger by note, in the order of the line; open and tapped notes left out.
 * @param options As for the engine; pins are taken from `given`.
 */
export function costlyNotes(line: Line, given: Pins, options: Omit<TaskOptions, 'pins' | 'freedom'>): readonly CostlyNote[] {
  const open = untyped(line)
  const keys = line.events.map(event => event.key).filter(key => key in given)
  const known = new Map<number, Fingered>()
  const fixing = (count: number): Fingered => {
    const before = known.get(count)
    if (before) return before
    const found = finger(open, { ...options, freedom: 'all', pins: Object.fromEntries(keys.slice(0, count).map(key => [key, given[key]!])) })
    known.set(count, found)
    return found
  }
  const costly: number[] = []
  // The optimum only rises with every finger fixed, so a stretch of notes that adds too little as a whole hides no costly one.
  const search = (from: number, to: number): void => {
    if (from === to || fixing(to).path.cost - fixing(from).path.cost < COSTLY_FROM - 1e-9) return
    if (to - from === 1) {
      costly.push(to)
      return
    }
    const middle = Math.floor((from + to) / 2)
    search(from, middle)
    search(middle, to)
  }
  search(0, keys.length)
  return costly.map((i): CostlyNote => {
    const [free, fixed] = [fixing(i - 1), fixing(i)]
    const key = keys[i - 1]!
    return { key, rule: 'costly', message: consequence(key, given[key]!, free, fixed), repair: { cost: free.path.cost, fingers: fingersByKey(free.task, free.path) } }
  })
}

/** Where a finger is paid for: the note whose cost rises most, and what it then costs. */
function consequence(key: string, given: number, free: Fingered, fixed: Fingered): string {
  const [without, withIt] = [accountOf(free.task, free.path), accountOf(fixed.task, fixed.path)]
  let worst = 0
  let most = -Infinity
  for (const [i, entry] of withIt.entries()) {
    const more = entry.cost - without[i]!.cost
    if (more > most + 1e-9) [worst, most] = [i, more]
  }
  const paid = withIt[worst]!
  const note = paid.moment.notes[0]
  const place = paid.choice.places[0]
  const [dearest] = chargesInWords(paid, fixed.task.rules)
  const extra = (fixed.path.cost - free.path.cost).toFixed(1)
  const here = paid.moment.notes.some(each => each.key === key)
  const own = fingersByKey(free.task, free.path)[key]
  return `finger ${given} here costs ${extra} more than finger ${own}: ${here ? '' : `at ${place ? `fret ${place.fret} of string ${place.string} (${note!.key})` : 'the next chord'} `}${dearest?.text ?? 'the hand is in the wrong place'}`
}
