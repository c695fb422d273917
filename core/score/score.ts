import type { FingerOrOpen } from '../guitar/finger'
import type { Mark, Stroke } from '../line/line'
import type { Tick } from '../line/ticks'
import type { Hold } from '../hand/advance-hand'
import type { Breach, Distance, Span } from '../hand/breach'
import type { CountTempo, TimedStep } from '../families/family'
import type { Habits } from '../schema/habits'
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
  readonly finger: FingerOrOpen | null
  /** Stroke or plucking finger; null exactly when the note is slurred. */
  readonly pluck: Stroke | null
  readonly via: Via
  /** Finger of the plucking hand that was tapped down before and to which the note is pulled off. */
  readonly tapping?: Stroke
  readonly marks: readonly Mark[]
}

/** A change of position; `at` is the first note in the new one. */
export interface Shift {
  readonly at: Tick
  readonly from: number
  readonly to: number
}

/** What a teacher would remind a student of, with what it is about; said in `core/wording/cue.ts`. */
export type Reminder =
  | {
      readonly about:
        | 'lift-each'
        | 'hold-until-next'
        | 'leave-down'
        | 'muted'
        | 'unplucked'
        | 'short-by-plucking'
        | 'short-by-fretting'
    }
  | { readonly about: 'swell'; readonly way: 'up' | 'down' | 'both' }
  | {
      readonly about:
        | 'down-and-up-alike'
        | 'every-stroke-down'
        | 'falls-through'
        | 'finger-ready'
        | 'raked'
        | 'rest-stroke'
        | 'free-stroke'
        | 'plant'
    }
  | { readonly about: 'same-finger-twice' | 'fingers-cross'; readonly times: number }
  | { readonly about: 'slurs'; readonly pulled: boolean }
  | { readonly about: 'slide' | 'roll' | 'beyond-limit' | 'stretch' | 'hasty' }
  /** How the plucking hand rests, and what it sounds the strings with. */
  | { readonly about: 'anchor'; readonly way: NonNullable<Habits['anchor']> }
  | { readonly about: 'sounder'; readonly with: Exclude<NonNullable<Habits['sounder']>, 'flesh'> }
  /** Past the fret where the neck meets the body, as the sheet counts frets. */
  | { readonly about: 'past-body'; readonly stays: boolean; readonly fret: number }
  /** A string that no finger keeps quiet within a stroke. */
  | { readonly about: 'unquieted'; readonly string: number }
  | { readonly about: 'shift'; readonly to: number }

/** A reminder at its place in the drill. */
export type Cue = { readonly at: Tick } & Reminder

/** Time and way of a hand that has to be elsewhere: milliseconds from onset to onset, millimetres along the string. */
export interface Travel {
  readonly at: Tick
  readonly ms: number
  readonly mm: number
  /** Faster than a hand does reliably. */
  readonly hasty?: true
}

/** A stretch of notes past the fret where the neck meets the body: a short visit, or a stay. */
export interface High {
  readonly from: Tick
  readonly to: Tick
  readonly stays: boolean
}

/**
 * What keeps a string quiet: a fretting finger's tip, its underside, its easing off; the plucking hand or its free
 * fingers; nothing.
 */
export type MutedBy = 'tip' | 'underside' | 'easing' | 'hand' | 'fingers' | 'nothing'

/**
 * Which other string is kept quiet during a note, and by what, with the fretting finger that does it where one does.
 */
export interface Muting {
  readonly key: string
  readonly string: number
  readonly how: MutedBy
  readonly finger?: Hold['finger']
}

/** Two fingers that are down together further apart than is comfortable, within what the hand can do. */
export type Stretch = { readonly key: string } & Span

/** What was measured of a drill. */
export interface Report {
  readonly crossings: { readonly outside: number; readonly inside: number }
  /** Times the plucking fingers cross: the outer of two on the thicker string, at a change of string. */
  readonly fingerCrossings: number
  /** Times one plucking finger plays two onsets running with less than a quarter of a second between. */
  readonly sameFingerTwice: number
  /**
   * Plucked notes after which the stroke cycle realigns; null where string visits differ in length or fewer than two
   * notes are plucked.
   */
  readonly realignAfter: number | null
  readonly widestSpanMm: number
  /** The two fingers that are furthest apart while both are down; null where no two are down at different frets. */
  readonly widest: Distance | null
  readonly travel: readonly Travel[]
  readonly high: readonly High[]
  readonly quiet: readonly Muting[]
  readonly breaches: readonly Breach[]
  readonly stretches: readonly Stretch[]
  /** Times a finger lifts early because the hand does not reach over it. */
  readonly liftedEarly: number
}

/**
 * A realised drill: every note, finger, stroke, hold and shift, as codes and values. Its only words are the family's
 * own: title and purpose.
 */
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

/**
 * Changes whenever the engine would write another score for the same spec, or another form of it; stored beside every
 * score hash.
 */
export const ENGINE_VERSION = 10
