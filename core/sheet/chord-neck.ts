import type { ChordShape } from '../chords/chord'
import type { Instrument } from '../guitar/instrument'

/** Frets a small neck shows. */
export const NECK_FRETS = 5

/**
 * The fret a small neck begins at, so that all of some chords are on it: the first where that reaches.
 * @example lowestFret() // 1
 */
export function lowestFret(...shapes: readonly ChordShape[]): number {
  const frets = shapes.flatMap(shape => shape.contacts.map(contact => contact.fret))
  return Math.max(...frets, 0) <= NECK_FRETS ? 1 : Math.min(...frets)
}

/** Which finger stands on which string and fret of a chord; no finger on open strings. */
export const fingerMarks = (shape: ChordShape) =>
  shape.strings.map(({ string, fret }) => ({
    string,
    fret,
    finger: shape.contacts.find(contact => contact.string === string && contact.fret === fret)?.finger,
  }))

/** Strings of a guitar that a chord leaves out. */
export const silentStrings = (shape: ChordShape, { tuning }: Instrument) =>
  tuning.map((_, i) => i + 1).filter(string => !shape.strings.some(each => each.string === string))
