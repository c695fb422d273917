import { spanMm } from '../guitar/geometry'
import type { Instrument } from '../guitar/instrument'
import type { Finger } from '../guitar/finger'
import { comfortMm, limitMm, type Hand } from './hand'

/** Two fingers that are down together: which, over which frets, and how far along the neck, mm. */
export interface Distance {
  /** The lower finger first. */
  readonly fingers: readonly [Finger, Finger]
  /** The fret of the lower finger first. */
  readonly frets: readonly [number, number]
  readonly mm: number
}

/** A distance with what a hand has for its pair of fingers, mm. */
export interface Span extends Distance {
  readonly comfortMm: number
  readonly limitMm: number
}

/** A rule of the hand that a note breaks, with what it is broken by; never a reason to refuse a drill. */
export type Breach = { readonly key: string } &
  /** A finger lands on the wrong side of one that is still down, which therefore has to lift. */
  (
    | {
        readonly rule: 'crossing'
        readonly finger: Finger
        readonly fret: number
        readonly crossed: Finger
        readonly crossedFret: number
      }
    | ({ readonly rule: 'reach' } & Span)
    /** A finger lies across strings, the thickest first, of a hand that is to take no barre. */
    | { readonly rule: 'barre'; readonly finger: Finger; readonly fret: number; readonly strings: readonly number[] }
    /** A finger this student is to spare, or must not use. */
    | { readonly rule: 'spared' | 'excluded'; readonly finger: Finger }
  )

interface Placed {
  readonly finger: Finger
  readonly fret: number
}

/** How far two fingers are apart. */
export function distanceBetween(a: Placed, b: Placed, { scaleLengthMm, capo }: Instrument): Distance {
  const [low, high] = a.finger < b.finger ? [a, b] : [b, a]
  return {
    fingers: [low.finger, high.finger],
    frets: [low.fret, high.fret],
    mm: spanMm(scaleLengthMm, capo, low.fret, high.fret),
  }
}

/** How far two fingers are apart, and what the hand has for them. */
export function spanBetween(
  a: Placed,
  b: Placed,
  { hand, instrument }: { readonly hand: Hand; readonly instrument: Instrument },
): Span {
  return {
    ...distanceBetween(a, b, instrument),
    comfortMm: comfortMm(hand, a.finger, b.finger),
    limitMm: limitMm(hand, a.finger, b.finger),
  }
}
