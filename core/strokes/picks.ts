import type { Stroke } from '../line/line'
import type { PluckedOnset, PluckingStart, PluckingSystem } from './system'

const other = (stroke: Stroke): Stroke => (stroke === 'D' ? 'U' : 'D')
const firstStroke = ({ options, shift }: PluckingStart): Stroke => {
  const start = options.start === 'U' ? 'U' : 'D'
  return Math.abs(shift) % 2 === 0 ? start : other(start)
}
/** A pick gives notes sounding together one stroke. */
const all = (onset: PluckedOnset, stroke: Stroke) => ({ strokes: onset.strings.map(() => stroke) })

/** Strict down and up in turn. */
export const alternate: PluckingSystem = {
  label: 'down and up',
  begin: start => {
    let next = firstStroke(start)
    return onset => {
      if (onset.given) return { strokes: onset.given }
      const stroke = next
      next = other(next)
      return all(onset, stroke)
    }
  },
  starts: () => ['D', 'U'],
  cycleLength: () => 2,
}

/** Every note with a down-stroke. */
export const down: PluckingSystem = {
  label: 'all down',
  begin: () => onset => all(onset, 'D'),
  starts: () => [],
  cycleLength: () => 1,
}

/** Towards a thinner string the pick goes down, towards a thicker one up; on one string it alternates. */
function following(first: Stroke) {
  let last: Stroke | null = null
  let lastString = 0
  return (onset: PluckedOnset) => {
    const string = onset.strings[0]!
    const stroke: Stroke = last === null ? first : string === lastString ? other(last) : string < lastString ? 'D' : 'U'
    lastString = onset.strings.at(-1)!
    if (onset.given) return { strokes: onset.given }
    last = stroke
    return all(onset, stroke)
  }
}

/** Alternate on a string, in the direction of travel at every change of string. */
export const economy: PluckingSystem = {
  label: 'economy',
  begin: start => following(firstStroke(start)),
  starts: () => ['D', 'U'],
  cycleLength: () => null,
}

/** Consecutive strokes in the direction the strings are crossed, from the first note on. */
export const sweep: PluckingSystem = {
  label: 'swept',
  begin: start => {
    const [first] = start.onsets
    const next = start.onsets.find(onset => onset.strings[0] !== first?.strings[0])
    return following(first && next && next.strings[0]! > first.strings[0]! ? 'U' : 'D')
  },
  starts: () => [],
  cycleLength: () => null,
}

const FINGERS = ['m', 'a', 'c'] as const

/** Whether one run of strings uses the same ones as another. */
const sameStrings = (a: readonly number[], b: readonly number[] | undefined) =>
  b !== undefined && a.length === b.length && a.every(string => b.includes(string))

/** Rolls: runs of single notes, each on strings of its own: within one the hand keeps every finger on its string. */
function rollsOf(onsets: readonly PluckedOnset[]): readonly (readonly number[])[] {
  const byOnset: number[][] = []
  let roll: number[] = []
  for (const { strings } of onsets) {
    if (strings.length > 1 || roll.length === 4 || roll.includes(strings[0]!)) roll = []
    if (strings.length === 1) roll.push(strings[0]!)
    byOnset.push(roll)
    if (strings.length > 1) roll = []
  }
  return byOnset
}

/**
 * The pick alternates and fingers take the thinner strings: in a roll over three or four strings, or over two again and
 * again, each finger has its own, thickest to thinnest pick, m, a, c; else the note that crosses to a thinner string is
 * a finger's. The pick's turn waits meanwhile.
 */
export const hybrid: PluckingSystem = {
  label: 'pick and fingers',
  begin: start => {
    let next = firstStroke(start)
    let lastString = 0
    const rolls = rollsOf(start.onsets)
    const takePick = (): Stroke => {
      const stroke = next
      next = other(next)
      return stroke
    }
    return (onset, index) => {
      const string = onset.strings[0]!
      const crossing = lastString !== 0 && string < lastString && onset.strings.length === 1
      const away = Math.min(3, lastString - string)
      lastString = onset.strings.at(-1)!
      if (onset.given) return { strokes: onset.given }
      // Of notes sounding together the fingers take the thinner strings in order, three at most, and the pick all
      // thicker ones in one stroke.
      const { length } = onset.strings
      if (length > 1) {
        const stroke = takePick()
        const picked = Math.max(1, length - FINGERS.length)
        return { strokes: onset.strings.map((_, i) => (i < picked ? stroke : FINGERS[i - picked]!)) }
      }
      const roll = rolls[index]!
      let [from, to] = [index, index]
      while (rolls[from] === roll) from--
      while (rolls[to] === roll) to++
      const [before, after] = [rolls[from], rolls[to]]
      // The last roll may break off in the middle: it goes on as the one before.
      const whole =
        !after && before && roll.length < before.length && roll.every(each => before.includes(each)) ? before : roll
      if (whole.length > 2 || (whole.length === 2 && (sameStrings(whole, before) || sameStrings(whole, after)))) {
        const rank = whole.filter(each => each > string).length
        return { strokes: [rank === 0 ? takePick() : FINGERS[rank - 1]!] }
      }
      return { strokes: [crossing ? FINGERS[away - 1]! : takePick()] }
    }
  },
  starts: () => ['D', 'U'],
  cycleLength: () => null,
}
