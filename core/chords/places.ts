import { needString } from '../line/on-guitar'
import { Note } from 'tonal'
import { chordNamed } from '../pitch/theory'
import type { Instrument } from '../guitar/instrument'
import { SpecError } from '../schema/spec-error'

/** One note of an arpeggio shape. */
export interface ShapeNote {
  readonly string: number
  readonly fret: number
}

/** A place of a shape: its notes from the thickest string up. */
export type ShapePlace = readonly ShapeNote[]

/**
 * Every place on the neck where consecutive chord tones fall on the strings by the formula, lowest first.
 * @param chord Chord symbol the theory library knows, such as `Em`.
 * @param strings Thick to thin.
 * @param formula Notes on each of the strings.
 * @throws SpecError when the chord is unknown or formula and strings do not match.
 */
export function shapePlaces(
  chord: string,
  strings: readonly number[],
  formula: readonly number[],
  instrument: Instrument,
): readonly ShapePlace[] {
  const { notes, empty } = chordNamed(chord)
  if (empty || notes.length === 0) throw new SpecError('shape.chord', `no chord is called ${JSON.stringify(chord)}`)
  if (formula.length !== strings.length)
    throw new SpecError('shape.formula', `the formula has ${formula.length} figures for ${strings.length} strings`)
  const missing = strings.find(string => string > instrument.tuning.length)
  if (missing !== undefined) needString(missing, instrument.tuning.length, 'shape.strings')
  const chromas = new Set(notes.map(note => Note.chroma(note)!))
  const open = (string: number) => instrument.tuning[instrument.tuning.length - string]! + instrument.capo
  const order = formula.flatMap((count, i) => Array.from({ length: count }, () => strings[i]!))
  const places: ShapePlace[] = []
  for (let start = 0; start <= instrument.lastFret; start++) {
    let midi = open(strings[0]!) + start
    if (!chromas.has(midi % 12)) continue
    const place: ShapeNote[] = []
    for (const string of order) {
      const fret = midi - open(string)
      if (fret < 0 || fret > instrument.lastFret) break
      place.push({ string, fret })
      do midi++
      while (!chromas.has(midi % 12))
    }
    if (place.length === order.length) places.push(place)
  }
  return places
}
