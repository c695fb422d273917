import { Progression } from 'tonal'
import { plainName } from './chord-line'

/** A progression of chords by their degrees in a key, with bars and strokes as in a typed line. */
export interface Degrees {
  readonly name: string
  readonly degrees: string
}

/** Progressions in common use, by degrees (common practice); in minor from the tonic of the minor key. */
export const PROGRESSIONS: readonly Degrees[] = [
  { name: 'I IV V I', degrees: 'I IV V I' },
  { name: 'I vi IV V', degrees: 'I VIm IV V' },
  { name: 'I V vi IV', degrees: 'I V VIm IV' },
  { name: 'vi IV I V', degrees: 'VIm IV I V' },
  { name: 'ii V I', degrees: '| IIm7 | V7 | Imaj7 | % |' },
  { name: 'I vi ii V', degrees: '| I VIm | IIm V7 |' },
  { name: 'Circle of fifths', degrees: '| VIm IIm | V I |' },
  { name: 'Twelve-bar blues', degrees: '| I7 | % | % | % | IV7 | % | I7 | % | V7 | IV7 | I7 | V7 |' },
  { name: 'Minor: i iv V i', degrees: 'Im IVm V7 Im' },
  { name: 'Minor, falling: i VII VI V', degrees: 'Im bVII bVI V' },
  { name: 'Canon bass', degrees: '| I V | VIm IIIm | IV I | IV V |' },
]

/** Keys a guitar is at home in, the plainest first (common practice). */
export const KEYS = ['C', 'G', 'D', 'A', 'E', 'F', 'B', 'Bb', 'Eb', 'Ab', 'F#', 'Db'] as const

/**
 * A progression in a key, as a line to be typed.
 * @example progressionIn('I VIm IV V', 'G') // 'G Em C D'
 */
export const progressionIn = (degrees: string, key: string): string =>
  degrees.replace(/b?[IV]+[\w]*/g, degree => plainName(Progression.fromRomanNumerals(key, [degree])[0] ?? degree))
