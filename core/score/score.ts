import type { Mark, Stroke } from '../line/line'
import type { Tick } from '../line/ticks'
import type { Breach, Hold } from '../hand/advance-hand'
import type { CountTempo, TimedStep } from '../families/family'
import type { Spec } from '../schema/parse'

/** How a note is sounded. */
export type Via = 'pluck' | 'hammer' | 'pull' | 'tap' | 'rake' | 'slide'

/** One note of a realised drill. */
export interface Note {
  readonly key: string
  readonly at: Tick
  readonly dur: Tick
  readonly string: number
  readonly fret: number
  readonly midi: number
  /** How key or chord spell its pitch class, such as `Bb`; left out where neither is known. */
  readonly name?: string
  /** Fretting finger; 0 open; null for a tapped note. */
  readonly finger: 0 | 1 | 2 | 3 | 4 | null
  /** Stroke or plucking finger; null exactly when the note is slurred. */
  readonly pluck: Stroke | null
  readonly via: Via
  /** Finger of the plucking hand that was tapped down before and to which the note is pulled off. */
  readonly tapping?: Stroke
  readonly marks: readonly Mark[]
}

/** A change of position; `at` is the first note in the new one. */
export interface Shift { readonly at: Tick, readonly from: number, readonly to: number }

/** A cue a teacher would say at a place in the drill. */
export interface Cue { readonly at: Tick, readonly text: string }

/** Time and way of a hand that has to be elsewhere: milliseconds from onset to onset, millimetres along the string. */
export interface Travel {
  readonly at: Tick
  readonly ms: number
  readonly mm: number
  /** Faster than a hand does reliably. */
  readonly hasty?: true
}

/** A stretch of notes past the fret where the neck meets the body: a short visit, or a stay. */
export interface High { readonly from: Tick, readonly to: Tick, readonly stays: boolean }

/** What keeps a string quiet: a fretting finger's tip, its underside, its easing off; the plucking hand or its free fingers; nothing. */
export type Quieter = 'tip' | 'underside' | 'easing' | 'hand' | 'fingers' | 'nothing'

/** Which other string is kept quiet during a note, and by what: in words, and as what it is, with the fretting finger that does it. */
export interface Quiet { readonly key: string, readonly string: number, readonly by: string, readonly how: Quieter, readonly finger?: Hold['finger'] }

/** Two fingers that are down together further apart than is comfortable, within what the hand can do. */
export interface Stretch {
  readonly key: string
  readonly fingers: readonly [number, number]
  readonly frets: readonly [number, number]
  readonly mm: number
  readonly comfortMm: number
  readonly limitMm: number
  readonly message: string
}

/** What was measured of a drill. */
export interface Report {
  readonly crossings: { readonly outside: number, readonly inside: number }
  /** Times the plucking fingers cross: the outer of two on the thicker string, at a change of string. */
  readonly fingerCrossings: number
  /** Times one plucking finger plays two onsets running with less than a quarter of a second between. */
  readonly sameFingerTwice: number
  /** Plucked notes after which the stroke cycle realigns; null where string visits differ in length or fewer than two notes are plucked. */
  readonly realignAfter: number | null
  readonly widestSpanMm: number
  readonly travel: readonly Travel[]
  readonly high: readonly High[]
  readonly quiet: readonly Quiet[]
  readonly breaches: readonly Breach[]
  readonly stretches: readonly Stretch[]
  /** Times a finger lifts early because the hand does not reach over it. */
  readonly liftedEarly: number
}

/** A realised drill: every note, finger, stroke, hold and shift. */
export interface Score {
  readonly kind: 'sheet'
  readonly spec: Spec
  readonly title: string
  readonly purpose: string
  readonly ticksPerQuarter: number
  readonly meter: readonly [number, number]
  /** Quarters per minute. */
  readonly tempo: number
  readonly bars: number
  readonly notes: readonly Note[]
  readonly holds: readonly Hold[]
  readonly shifts: readonly Shift[]
  readonly cues: readonly Cue[]
  readonly report: Report
  readonly seconds: number
  readonly notesPerSecond: number
}

/** A counting drill, ready to run. */
export interface CountPlan {
  readonly kind: 'count'
  readonly spec: Spec
  readonly title: string
  readonly purpose: string
  readonly tempos: readonly CountTempo[]
  readonly seconds: number
}

/** Timed steps, ready to run. */
export interface StepsPlan {
  readonly kind: 'steps'
  readonly spec: Spec
  readonly title: string
  readonly purpose: string
  readonly steps: readonly TimedStep[]
  readonly seconds: number
}

/** What a spec realises to. */
export type Realised = Score | CountPlan | StepsPlan

/** Changes whenever the engine would write another score for the same spec; stored beside every score hash. */
export const ENGINE_VERSION = 4
