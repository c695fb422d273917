import { chordShape, type ChordShape } from '../chords/chord'
import { chordTicks, type ChordEntry } from '../families/chord-fields'
import { instrumentOf } from '../guitar/instrument'
import { barTicks, type Tick } from '../line/ticks'
import type { Score } from '../score/score'

/** A chord of a drill and when it begins. */
export interface PlacedChord {
  readonly at: Tick
  readonly shape: ChordShape
}

interface WithChords {
  readonly chords: readonly ChordEntry[]
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
  const starts = startsOf(block, spec.rhythm.meter)
  return block.chords.map((chord, i) => ({
    at: starts[i]!,
    shape: chordShape(chord, instrument, `${spec.family}.chords.${i}`),
  }))
}

/** When each chord begins within a pass, and last when the pass is over. */
function startsOf({ chords, barsPerChord }: WithChords, meter: readonly [number, number]): readonly Tick[] {
  const starts = [0]
  for (const chord of chords) starts.push(starts.at(-1)! + chordTicks(chord, barsPerChord, meter))
  return starts
}

/** Which chord begins when, over all passes of a drill; empty where {@link chordSequence} is. */
export function chordsThroughout(score: Score): readonly PlacedChord[] {
  const chords = chordSequence(score)
  if (chords.length === 0) return []
  const bar = barTicks(score.meter)
  const pass = startsOf(score.spec[score.spec.family] as WithChords, score.meter).at(-1)!
  const passes = Math.max(1, Math.round((score.bars * bar) / pass))
  return Array.from({ length: passes }, (_, i) => chords.map(chord => ({ ...chord, at: chord.at + i * pass }))).flat()
}
