import type { Instrument } from '../fretboard/instrument'
import type { Line } from '../line/line'
import type { BlockSchema, SharedSpec } from '../spec/fields'

/** A parameter the Bench offers, described by data: which field, how it is named, which control suits it. */
export type Control
  = | { readonly kind: 'finger-orders', readonly path: string, readonly label: string }
    | { readonly kind: 'choice', readonly path: string, readonly label: string, readonly hint?: string, readonly options: readonly { readonly value: string | number | boolean, readonly label: string }[] }
    | { readonly kind: 'number', readonly path: string, readonly label: string, readonly hint?: string, readonly min: number, readonly max: number, readonly unit?: string }

/** Shared controls a family has a use for; the Bench draws these once for all families. */
export type SharedControl = 'position' | 'strings' | 'slurs' | 'plucking' | 'perBeat' | 'hold'

/**
 * A family of drills: how its block is written, how it becomes a line, and what the Bench offers for it.
 * A new family is one file that exports one of these, plus its line in the registry.
 */
export interface Family<B = unknown> {
  readonly name: string
  readonly label: string
  readonly block: BlockSchema<B>
  /** A block that is playable at once. */
  readonly opening: B
  readonly controls: readonly Control[]
  readonly uses: readonly SharedControl[]
  /**
   * Writes the line of all passes.
   * @throws SpecError when the music is impossible on this instrument.
   */
  build(spec: SharedSpec, block: B, instrument: Instrument): Line
  title(spec: SharedSpec, block: B): string
  /** One sentence: what the drill is for. */
  purpose(spec: SharedSpec, block: B): string
}
