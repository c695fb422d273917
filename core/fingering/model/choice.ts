import { spanMm } from '../../guitar/geometry'
import type { Finger } from '../../guitar/finger'
import { comfortMm, limitMm } from '../../hand/hand'
import type { HandRules, Landing, Moment } from '../../hand/advance-hand'
import type { Tick } from '../../line/ticks'
import type { Place } from './task'

/** A finger on a place. */
export interface Touch extends Place {
  readonly finger: Finger
}

/** A finger that a grip keeps down until a tick. */
export interface Gripped extends Touch {
  readonly to: Tick
  readonly loose: boolean
}

/** Fingers placed ahead of their note at a moment, and the moment as the hold rule reads it with them. */
export interface Placing {
  readonly moment: Moment
  readonly ahead: readonly Landing[]
  /** A descending run begins here: not open to a note in the middle of one. */
  readonly startsRun: boolean
  /** The choice's one note, and whether it is part of a broken chord that is to ring. */
  readonly lone: Touch | null
  readonly broken: boolean
}

/** A choice of how to play a moment: where the hand is, and a finger for every note. */
export interface Choice {
  readonly position: number
  /** By note of the moment; a place of null is a string that the plucking hand taps. */
  readonly places: readonly Place[]
  readonly fingers: readonly (0 | Finger | null)[]
  /** Fretted notes that sound now. */
  readonly sounding: readonly Touch[]
  /** They, and all that the grips keep down; what does both stands in it twice. */
  readonly down: readonly Touch[]
  /** Fingers that come down now, the grip's included; those of a grip under way excepted. */
  readonly fresh: readonly Touch[]
  /** The one fretted note of a moment that has nothing else. */
  readonly lone: Touch | null
  /** What the grips keep down after this moment. */
  readonly gripped: readonly Gripped[]
  /** Names the free choice of the grips under way, so that a later moment keeps to it. */
  readonly gripName: string
  readonly startsGrip: boolean
  /** Nothing but open strings sounds. */
  readonly open: boolean
  /** A neighbouring note lies at the same fret of another string, or a fretted note sounds on beneath. */
  readonly broken: boolean
  /** Open strings taken for notes of which only the pitch is given. */
  readonly looseOpens: number
  /** Laws of the hand that it breaks: excluded fingers, crossings, stretches over the limit, moved pins. */
  readonly faults: number
  readonly charges: readonly LandingCharge[]
  /** Cost that depends on nothing before: charges and faults. */
  readonly own: number
  /** What ties are settled by: lower position, then lower finger. */
  readonly tie: number
  readonly placings: readonly Placing[]
}

/** One reason why a landing costs what it costs. */
export interface LandingCharge {
  readonly kind:
    'off-place' | 'spared' | 'barre' | 'twisted' | 'away-from-nut' | 'high-open' | 'high-fret' | 'elsewhere' | 'voices'
  readonly amount: number
  /** The finger it falls to; 0 where it falls to the place. */
  readonly finger: Finger | 0
}

/** Frets between a finger and its one-per-fret place in a position. */
export const offBy = (touch: Touch, position: number) => Math.abs(touch.fret - (position + touch.finger - 1))

/** Whether two fingers lie at one fret the wrong way round: the lower one on the thinner string. */
export const isTwisted = (a: Touch, b: Touch) =>
  a.finger !== b.finger && a.fret === b.fret && a.finger < b.finger === a.string < b.string && a.string !== b.string

/** Whether two fingers are further apart than the hand ever goes. */
export function overLimit(a: Touch, b: Touch, { hand, instrument }: HandRules): boolean {
  return (
    a.finger !== b.finger &&
    spanMm(instrument.scaleLengthMm, instrument.capo, a.fret, b.fret) > limitMm(hand, a.finger, b.finger)
  )
}

/** By how much two fingers are further apart than is comfortable, mm; 0 or below when they are not, or are one. */
export function excessMm(a: Touch, b: Touch, { hand, instrument }: HandRules): number {
  return a.finger === b.finger
    ? 0
    : spanMm(instrument.scaleLengthMm, instrument.capo, a.fret, b.fret) - comfortMm(hand, a.finger, b.finger)
}
