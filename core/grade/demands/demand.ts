import type { Cause } from '../cause'
import type { Summing } from '../part'
import type { Reading } from '../reading'

/** What one part of the load asks for, onset by onset. */
export interface Demand {
  /** One figure for each onset: 0 for nothing, 1 about what a good player keeps up for four notes. */
  readonly byOnset: readonly number[]
  /** What an onset asks for, in figures; only asked where its demand is above 0. */
  readonly cause: (onset: number) => Cause
}

/** A part of the load: reads a score for one kind of demand. */
export interface DemandReader {
  readonly summing?: Summing
  read(reading: Reading): Demand
}
