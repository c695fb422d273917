import { longestScaleMm, lowestComfortablePosition, spanMm } from '../guitar/geometry'
import type { Instrument } from '../guitar/instrument'
import { FINGERS, type Finger } from '../guitar/finger'
import { comfortMm, limitMm, type Hand } from './hand'

/** How a hand fits its frets, one finger on each: at ease, only with a stretch, or not at all. */
export type Ease = 'comfortable' | 'possible' | 'out of reach'

/** One finger per fret in one position of one guitar. */
export interface PositionEase {
  readonly position: number
  readonly ease: Ease
  /** From the fret of the first finger to that of the last, mm. */
  readonly spanMm: number
}

/**
 * Shades a neck for a hand: every position in which four frets are left, lowest first.
 * @param fingers Those that are to lie down, each on the fret it has with one finger per fret; all four when left out.
 */
export function easeByPosition(
  hand: Hand,
  { scaleLengthMm, capo, lastFret }: Instrument,
  fingers: readonly Finger[] = FINGERS,
): readonly PositionEase[] {
  const pairs = fingers.flatMap((a, i) => fingers.slice(i + 1).map(b => [a, b] as const))
  return Array.from({ length: Math.max(0, lastFret - 3) }, (_, i) => {
    const position = i + 1
    const span = (a: Finger, b: Finger) => spanMm(scaleLengthMm, capo, position + a - 1, position + b - 1)
    const within = (limit: typeof comfortMm) => pairs.every(([a, b]) => span(a, b) <= limit(hand, a, b) + 1e-9)
    return {
      position,
      spanMm: fingers.length > 1 ? span(fingers[0]!, fingers.at(-1)!) : 0,
      ease: within(comfortMm) ? 'comfortable' : within(limitMm) ? 'possible' : 'out of reach',
    }
  })
}

/** Position in which drills usually begin; a guitar on which it is out of comfort is too big. */
export const USUAL_POSITION = 5

/** What a reach means on a guitar. */
export interface GuitarFit {
  /** Lowest position where one finger per fret is comfortable. */
  readonly comfortableFrom: number
  /** Longest scale on which the usual position would be comfortable, mm. */
  readonly longestScaleMm: number
  readonly tooBig: boolean
}

/**
 * Whether a guitar suits a reach: where one finger per fret begins to be comfortable, and the longest scale that would
 * do.
 */
export function guitarFit({ reachMm }: Hand, { scaleLengthMm, capo }: Instrument): GuitarFit {
  const longest = longestScaleMm(reachMm, USUAL_POSITION + capo, 3)
  return {
    comfortableFrom: lowestComfortablePosition(scaleLengthMm, reachMm, 3, capo),
    longestScaleMm: longest,
    tooBig: longest < scaleLengthMm - 1e-9,
  }
}

/**
 * Reach found by the one-minute test: the lowest position where 1 2 3 4 rest one per fret without strain.
 * @param position Counted from the capo, 1 or above.
 * @returns mm from finger 1 to finger 4.
 */
export function reachFromTest(position: number, { scaleLengthMm, capo }: Instrument): number {
  return spanMm(scaleLengthMm, capo, position, position + 3)
}
