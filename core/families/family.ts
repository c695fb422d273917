import type { Instrument } from '../guitar/instrument'
import type { Line } from '../line/line'
import type { SpecChange } from '../schema/change'
import type { BlockSchema, SharedSpec } from '../schema/fields'

/** A control is offered only while another field has this value, or does not have it. */
export interface When {
  readonly path: string
  readonly is?: unknown
  readonly not?: unknown
}

interface Named {
  readonly path: string
  readonly label: string
  readonly hint?: string
  readonly when?: When
}

/** What a choice sets; a list of figures is one value. */
export type ChoiceValue = string | number | boolean | readonly number[]

/** One column of a list that is set entry by entry: how it is shown, and how an entry is read and changed by it. */
export type RowColumn = {
  readonly label: string
  readonly get: (row: never) => string | number | readonly number[]
  readonly set: (row: never, value: never) => unknown
} & (
  | { readonly input: 'number'; readonly min: number; readonly max: number }
  | { readonly input: 'choice'; readonly options: readonly { readonly value: string; readonly label: string }[] }
  | { readonly input: 'text' }
  /** Strings pressed one after the other. */
  | { readonly input: 'strings' }
)

/** A parameter the Bench offers, described by data: which field, how it is named, which control suits it. */
export type Control = Named &
  /** Fingers and the order they play in. */
  (
    | { readonly kind: 'finger-orders' }
    | { readonly kind: 'choice'; readonly options: readonly { readonly value: ChoiceValue; readonly label: string }[] }
    | { readonly kind: 'number'; readonly min: number; readonly max: number; readonly unit?: string }
    /** Whole numbers typed in order. */
    | { readonly kind: 'figures' }
    /** Groups of fingers, a comma between groups. */
    | { readonly kind: 'groups' }
    /** How many of the groups at another path are meant: none, the first, … all. */
    | { readonly kind: 'series'; readonly of: string }
    /** A list set entry by entry, in columns; it can be typed in a short notation as well. */
    | {
        readonly kind: 'rows'
        /** What one entry is called. */
        readonly entry: string
        readonly columns: readonly RowColumn[]
        /** A new entry where there is none to copy. */
        readonly fresh: unknown
        readonly most: number
        readonly read: (text: string) => unknown
        readonly write: (value: never) => string
        readonly tall?: true
      }
    /** Chords, by name and frets, with a small neck to click on. */
    | { readonly kind: 'chords' }
    /** A plucking pattern on roles. */
    | { readonly kind: 'tokens' }
    | { readonly kind: 'text' }
    /** Places of a shape on the neck, stepped through. */
    | { readonly kind: 'places' }
  )

/** Shared controls a family has a use for; the Bench draws these once for all families. */
export type SharedControl = 'position' | 'strings' | 'travel' | 'slurs' | 'plucking' | 'perBeat' | 'hold'

interface Common<B> {
  readonly name: string
  readonly label: string
  readonly block: BlockSchema<B>
  /** A block that is playable at once, as a teacher would hand it out. */
  readonly opening: B
  /** Shared fields its opening wants otherwise than by default. */
  readonly openingShared?: Readonly<Record<string, unknown>>
  readonly controls: readonly Control[]
  title(spec: SharedSpec, block: B): string
  /** Whether that title is of its own and whole: meter, tuning and capo are then not added. */
  titled?(block: B): boolean
  /** One sentence: what the drill is for. */
  purpose(block: B, spec: SharedSpec): string
}

/** A stage on the way to a drill, by its name: what is played otherwise there, and whether to a tempo. */
export interface StageStep {
  readonly name: string
  readonly change: SpecChange | null
  readonly timed: boolean
}

/** A hand that can be worked alone. */
export type Apart = 'plucking-hand' | 'fretting-hand'

/** The stages a family has of its own, in order, and what the drill itself is called as the last of them. */
export interface OwnStages {
  readonly before: readonly StageStep[]
  readonly name: string
  /** What follows on the drill as it is written, where that is a step on the way itself. */
  readonly after?: readonly StageStep[]
}

/** A family that becomes a line of notes. */
export interface SheetFamily<B = unknown> extends Common<B> {
  readonly uses: readonly SharedControl[]
  /**
   * Writes the line of all passes.
   * @throws SpecError when the music is impossible on this instrument.
   */
  build(spec: SharedSpec, block: B, instrument: Instrument): Line
  /** The rule of fingering where a spec names none; one finger per fret when left out. */
  readonly rule?: SharedSpec['fingering']['rule']
  /** Its notes are written one by one, on its sheet; `notes` of its block holds them. */
  readonly writes?: true
  /** A pick strums its chords with the beat. */
  readonly strums?: true
  /** Moves as a whole with the position: only frets and pitches change. */
  readonly moves?: true
  /**
   * The block without some fretting fingers, where the drill still means something without them; null where it does
   * not.
   */
  without?(block: B, fingers: readonly number[]): B | null
  /** A finger that takes two neighbouring strings at one fret rolls over instead of lifting. */
  rolls?(block: B): boolean
  /** The way to it that is its own; what all drills have in common comes before and between. */
  stages?(block: B, spec: SharedSpec): OwnStages
  /** Which hands are worked alone first; both when left out. */
  readonly apart?: readonly Apart[]
  /** The plucking the block itself asks for, over the shared field. */
  plucking?(block: B): SharedSpec['plucking']['system'] | undefined
}

/** One tempo of a counting drill. */
export interface CountTempo {
  readonly bpm: number
  readonly perBeat: number
  readonly bars: number
  readonly silentBars: number
  readonly seconds: number
}

/** One step of a warm-up. */
export interface TimedStep {
  readonly name: string
  readonly seconds: number
  readonly caution?: string
}

/** A family without a guitar: counting, or timed steps. */
export interface TimedFamily<B = unknown> extends Common<B> {
  time(
    spec: SharedSpec,
    block: B,
  ):
    | { readonly kind: 'count'; readonly tempos: readonly CountTempo[] }
    | { readonly kind: 'steps'; readonly steps: readonly TimedStep[] }
}

/**
 * A family of drills: how its block is written, what it becomes, and what the Bench offers for it.
 * A new family is one file that exports one of these, plus its line in the registry.
 */
export type Family<B = unknown> = SheetFamily<B> | TimedFamily<B>
