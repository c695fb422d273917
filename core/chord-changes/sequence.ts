import { chordShape, type ChordShape } from '../chords/chord'
import { instrumentOf } from '../guitar/instrument'
import { barTicks, type Tick } from '../line/ticks'
import type { Score } from '../score/score'

/** A chord of a drill and when it begins. */
export interface PlacedChord {
  readonly at: Tick
  readonly shape: ChordShape
}

interface WithChords {
  readonly chords: readonly {
    readonly frets: string
    readonly name?: string
    readonly fingers?: string
    readonly bars?: number
  }[]
  readonly barsPerChord: number
}

const hasChords = (block: unknown): block is WithChords =>
  typeof block === 'object' && block !== null && 'chords' in block && 'barsPerChord' in block

/**
 * The chords of a drill's first pass in turn; empty for drills without chords and for transformed ones, whose bars no
 * longer follow the list.
 */
export function chordSequence({ spec }: Score): readonly PlacedChord[] {
  const block = spec[spec.family]
  if (!hasChords(block) || spec.then.length > 0) return []
  const instrument = instrumentOf(spec.instrument)
  let at = 0
  return block.chords.map((chord, i) => {
    const placed = { at, shape: chordShape(chord, instrument, `${spec.family}.chords.${i}`) }
    at += (chord.bars ?? block.barsPerChord) * barTicks(spec.rhythm.meter)
    return placed
  })
}
