import { TICKS_PER_QUARTER, type Tick } from '../line/ticks'

/** A note value by its letter, as the patterns' tokens name them, and `n` for a thirty-second. */
export type NoteValue = 'w' | 'h' | 'q' | 'e' | 's' | 'n'

/** Note values with what they are called and their length in quarters, longest first. */
export const NOTE_VALUES: readonly { readonly value: NoteValue; readonly name: string; readonly quarters: number }[] = [
  { value: 'w', name: 'whole', quarters: 4 },
  { value: 'h', name: 'half', quarters: 2 },
  { value: 'q', name: 'quarter', quarters: 1 },
  { value: 'e', name: 'eighth', quarters: 1 / 2 },
  { value: 's', name: 'sixteenth', quarters: 1 / 4 },
  { value: 'n', name: 'thirty-second', quarters: 1 / 8 },
]

/** Tuplets by how many notes take the time of how many (common practice). */
export const TUPLETS = [
  { notes: 3, inTimeOf: 2, name: 'triplet' },
  { notes: 5, inTimeOf: 4, name: 'quintuplet' },
  { notes: 6, inTimeOf: 4, name: 'sextuplet' },
  { notes: 7, inTimeOf: 4, name: 'septuplet' },
] as const

/** How long a note is written: its value, dotted or not, as one of a tuplet or not. */
export interface WrittenLength {
  readonly value: NoteValue
  readonly dotted: boolean
  /** Notes of the tuplet it is one of; 1 for none. */
  readonly tuplet: 1 | (typeof TUPLETS)[number]['notes']
}

const valueNamed = (value: NoteValue) => NOTE_VALUES.find(each => each.value === value)!
const tupletOf = (notes: number) => TUPLETS.find(each => each.notes === notes)

/**
 * A written length in ticks; always whole.
 * @example lengthTicks({ value: 'e', dotted: false, tuplet: 3 }) // 3360
 * @example lengthTicks({ value: 'q', dotted: true, tuplet: 1 }) // 15120
 */
export function lengthTicks({ value, dotted, tuplet }: WrittenLength): Tick {
  const { notes, inTimeOf } = tupletOf(tuplet) ?? { notes: 1, inTimeOf: 1 }
  return Math.round((valueNamed(value).quarters * (dotted ? 1.5 : 1) * TICKS_PER_QUARTER * inTimeOf) / notes)
}

const EVERY: readonly WrittenLength[] = [1 as const, ...TUPLETS.map(({ notes }) => notes)].flatMap(tuplet =>
  [false, true].flatMap(dotted => NOTE_VALUES.map(({ value }) => ({ value, dotted, tuplet }))),
)

/**
 * How a length is written, the plainest way first; null where it takes ties.
 * @example lengthOf(7560) // { value: 'e', dotted: true, tuplet: 1 }
 * @example lengthOf(12600) // null
 */
export const lengthOf = (ticks: Tick): WrittenLength | null => EVERY.find(each => lengthTicks(each) === ticks) ?? null

const named = ({ value, dotted, tuplet }: WrittenLength) =>
  [dotted ? 'dotted' : null, valueNamed(value).name, tupletOf(tuplet) ? `of a ${tupletOf(tuplet)!.name}` : null]
    .filter(Boolean)
    .join(' ')

/**
 * A length in words; one that takes a tie as the longest plain value in it and the rest.
 * @example lengthInWords(5040) // 'eighth'
 * @example lengthInWords(12600) // 'quarter tied to sixteenth'
 * @example lengthInWords(3360) // 'eighth of a triplet'
 */
export function lengthInWords(ticks: Tick): string {
  const plain = lengthOf(ticks)
  if (plain) return named(plain)
  const first = NOTE_VALUES.map(({ value }) => ({ value, dotted: false, tuplet: 1 }) as const).find(
    each => lengthTicks(each) < ticks,
  )
  return first
    ? `${named(first)} tied to ${lengthInWords(ticks - lengthTicks(first))}`
    : `${Math.round((ticks / TICKS_PER_QUARTER) * 1000) / 1000} quarters`
}
