import { chordShape, type ChordShape } from '../chords/chord'
import type { Instrument } from '../fretboard/instrument'
import { fields, type Infer } from '../spec/fields'

/** Schema of the chords that `pattern` and `blocks` go through. */
export const chordList = () => fields.list(fields.block({
  name: fields.text(40).optional(),
  frets: fields.text(40),
  fingers: fields.text(12).optional(),
  tokens: fields.text(400).optional(),
  bars: fields.whole('bars', 1, 32).optional(),
}), 1, 32)

export type ChordEntry = Infer<ReturnType<typeof chordList>>[number]

/** Settles the chords of a block. @throws SpecError with the chord's path. */
export function chordShapes(chords: readonly ChordEntry[], instrument: Instrument, family: string): readonly ChordShape[] {
  return chords.map((chord, i) => chordShape(chord, instrument, `${family}.chords.${i}`))
}

/** Chords by name, for titles. */
export const chordsInWords = (chords: readonly ChordEntry[]) => chords.map(chord => chord.name ?? chord.frets).join(' ')
