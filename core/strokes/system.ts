import type { SharedSpec } from '../spec/fields'

/** What plays a note: a pick stroke, or a finger of the plucking hand. */
export type Stroke = 'D' | 'U' | 'p' | 'i' | 'm' | 'a' | 'c'

/** One plucked onset: the strings struck together, thick first. */
export interface PluckedOnset {
  readonly strings: readonly number[]
}

/**
 * A system gives every plucked onset its strokes, one per string. Slurred notes are not among the onsets, so an
 * alternation runs over plucked notes only. `shift` starts the cycle that many onsets later.
 */
export interface PluckingSystem {
  readonly label: string
  readonly assign: (onsets: readonly PluckedOnset[], options: SharedSpec['plucking'], shift: number) => readonly (readonly Stroke[])[]
  /** Plucked onsets after which the system repeats itself. */
  readonly cycleLength: (options: SharedSpec['plucking']) => number
}
