import type { Stroke } from '../line/line'
import type { SharedSpec } from '../schema/fields'
import type { PluckedOnset, PluckingSystem } from './system'

const BY_STRING: Readonly<Record<number, Stroke>> = { 1: 'a', 2: 'm', 3: 'i' }
/**
 * The usual share of the strings: p on the thick ones, i 3, m 2, a 1 (common practice; any finger may play any string).
 */
const usual = (string: number): Stroke => BY_STRING[string] ?? 'p'

/**
 * Fingers for notes sounding together: where the usual share gives each its own, that; of up to three on the bass
 * strings the thumb takes the thickest; else i m a on the thinnest three and p on all thicker ones.
 */
function forNotesTogether({ strings }: PluckedOnset): Stroke[] {
  const byString = strings.map(usual)
  if (new Set(byString).size === byString.length) return byString
  if (strings.length < 4) return strings.map((_, i): Stroke => (['p', 'i', 'm'] as const)[i]!)
  return strings.map((_, i): Stroke => (['a', 'm', 'i'] as const)[strings.length - 1 - i] ?? 'p')
}

/** Each finger on its own strings. */
export const pima: PluckingSystem = {
  label: 'p i m a by string',
  begin: () => onset => ({ strokes: forNotesTogether(onset) }),
  starts: () => [],
  cycleLength: () => null,
}

/** Every note with the thumb. */
export const thumb: PluckingSystem = {
  label: 'thumb',
  begin: () => onset => ({ strokes: onset.strings.map(() => 'p') }),
  starts: () => ['p'],
  cycleLength: () => 1,
}

function cycling(label: string, cycleOf: (options: SharedSpec['plucking']) => readonly Stroke[]): PluckingSystem {
  return {
    label,
    begin: ({ options, shift }) => {
      const cycle = cycleOf(options)
      let at = ((shift % cycle.length) + cycle.length) % cycle.length
      return onset => {
        if (onset.given) return { strokes: onset.given }
        const finger = cycle[at]!
        at = (at + 1) % cycle.length
        return { strokes: onset.strings.length === 1 ? [finger] : forNotesTogether(onset) }
      }
    },
    starts: cycleOf,
    cycleLength: options => cycleOf(options).length,
  }
}

/** Two fingers in turn; `start` names the one that begins. */
function pair(first: Stroke, second: Stroke): PluckingSystem {
  return cycling(`${first} and ${second} in turn`, options =>
    options.start === second ? [second, first] : [first, second],
  )
}

export const im = pair('i', 'm')
export const ma = pair('m', 'a')
export const ia = pair('i', 'a')
export const pi = pair('p', 'i')

/** A thumb pick and fingers in a fixed round; `start` names the finger it begins with. */
export const thumbPick: PluckingSystem = cycling('thumb pick', ({ cycle, start }) => {
  const round = [...(cycle ?? 'pmpa')] as Stroke[]
  const first = Math.max(0, round.indexOf(start))
  return [...round.slice(first), ...round.slice(0, first)]
})

/** What the family or the notes themselves say; where they say nothing, each finger on its own strings. */
export const given: PluckingSystem = { ...pima, label: 'as written' }

/**
 * Up with p on the thicker strings and i m a on the thinnest three; down with i dragged across and p on the thickest.
 */
export const rake: PluckingSystem = {
  label: 'raked',
  begin: ({ onsets }) => {
    const strings = [...new Set(onsets.flatMap(onset => onset.strings))].sort((a, b) => a - b)
    const upwards = new Map<number, Stroke>([
      [strings[0]!, 'a'],
      [strings[1]!, 'm'],
      [strings[2]!, 'i'],
    ])
    let descending = false
    let lastString: number | null = null
    let dragged = false
    return (onset, index) => {
      const string = onset.strings[0]!
      if (lastString === null)
        descending = (onsets.slice(index).find(each => each.strings[0] !== string)?.strings[0] ?? 0) > string
      else if (string !== lastString) descending = string > lastString
      const changed = lastString !== null && string !== lastString
      lastString = string
      if (!descending || strings.length === 1) {
        dragged = false
        return { strokes: onset.strings.map(each => upwards.get(each) ?? 'p') }
      }
      const stroke: Stroke = string === strings.at(-1) ? 'p' : 'i'
      const raked = stroke === 'i' && dragged && changed
      dragged = stroke === 'i'
      return raked ? { strokes: onset.strings.map(() => stroke), raked } : { strokes: onset.strings.map(() => stroke) }
    }
  },
  starts: () => [],
  cycleLength: () => null,
}
