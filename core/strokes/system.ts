import type { Stroke } from '../line/line'
import type { Tick } from '../line/ticks'
import type { SharedSpec } from '../schema/fields'

/** One plucked onset: the strings struck together, thick first. */
export interface PluckedOnset {
  readonly strings: readonly number[]
  readonly at: Tick
  /** Strokes a family prescribes for all of the onset: the system's own turn waits, but it sees where the hand went. */
  readonly given: readonly Stroke[] | null
}

/** What a system says of one onset. */
export interface Plucked {
  /** One per string. */
  readonly strokes: readonly Stroke[]
  /** The finger is dragged on from the string before. */
  readonly raked?: true
}

/** What a system needs to begin. */
export interface PluckingStart {
  readonly options: SharedSpec['plucking']
  /** Plucked onsets by which its cycle starts later. */
  readonly shift: number
  readonly onsets: readonly PluckedOnset[]
}

/**
 * A way of plucking. Slurred notes are not among the onsets, so an alternation runs over plucked notes only.
 * `begin` gives a player that is asked onset by onset, in order.
 */
export interface PluckingSystem {
  readonly label: string
  readonly begin: (start: PluckingStart) => (onset: PluckedOnset, index: number) => Plucked
  /** What it can be asked to begin with, in turn; nothing where there is no choice. */
  readonly starts: (options: SharedSpec['plucking']) => readonly Stroke[]
  /** Plucked onsets after which the system repeats itself; null where it has no cycle. */
  readonly cycleLength: (options: SharedSpec['plucking']) => number | null
}
