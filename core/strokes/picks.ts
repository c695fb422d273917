import type { Stroke } from '../line/line'
import type { PluckedOnset, PluckingStart, PluckingSystem } from './system'

const other = (stroke: Stroke): Stroke => (stroke === 'D' ? 'U' : 'D')
const firstStroke = ({ options, shift }: PluckingStart): Stroke => {
  const start = options.start === 'U' ? 'U' : 'D'
  return Math.abs(shift) % 2 === 0 ? start : other(start)
}
/** A pick gives a stack one stroke. */
const all = (onset: PluckedOnset, stroke: Stroke) => ({ strokes: onset.strings.map(() => stroke) })

/** Strict down and up in turn. */
export const alternate: PluckingSystem = {
  label: 'down and up',
  begin: (start) => {
    let next = firstStroke(start)
    return (onset) => {
      if (onset.given) return { strokes: onset.given }
      const stroke = next
      next = other(next)
      return all(onset, stroke)
    }
  },
  cycleLength: () => 2,
}

/** Every note with a down-stroke. */
export const down: PluckingSystem = {
  label: 'all down',
  begin: () => onset => all(onset, 'D'),
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
  cycleLength: () => null,
}

/** Consecutive strokes in the direction the strings are crossed, from the first note on. */
export const sweep: PluckingSystem = {
  label: 'swept',
  begin: (start) => {
    const [first] = start.onsets
    const next = start.onsets.find(onset => onset.strings[0] !== first?.strings[0])
    return following(first && next && next.strings[0]! > first.strings[0]! ? 'U' : 'D')
  },
  cycleLength: () => null,
}

/** The pick alternates; at each crossing to a thinner string a finger takes the note and the pick's turn waits. */
export const hybrid: PluckingSystem = {
  label: 'pick and fingers',
  begin: (start) => {
    let next = firstStroke(start)
    let lastString = 0
    return (onset) => {
      const string = onset.strings[0]!
      const crossing = lastString !== 0 && string < lastString && onset.strings.length === 1
      const away = Math.min(3, lastString - string)
      lastString = onset.strings.at(-1)!
      if (onset.given) return { strokes: onset.given }
      if (crossing) return { strokes: [(['m', 'a', 'c'] as const)[away - 1]!] }
      const stroke = next
      next = other(next)
      // In a stack the pick takes the thickest string, the fingers the others in order.
      return { strokes: onset.strings.map((_, i) => (i === 0 ? stroke : (['m', 'a', 'c'] as const)[Math.min(i, 3) - 1]!)) }
    }
  },
  cycleLength: () => null,
}
