import type { LineChord } from '../chords/chord-line'
import { voicingsOf, type Voicing } from '../chords/voicings'
import type { InstrumentChoice } from '../guitar/instrument'
import type { ChordEntry } from './chord-fields'

/** What the chords of a line are settled by. */
export interface Settling {
  readonly instrument: InstrumentChoice
  /** Chords there were: one of the same name keeps its shape and its own pattern. */
  readonly before: readonly ChordEntry[]
  /** Shapes of the teacher's own, by the name of their chord. */
  readonly own: readonly (Voicing & { readonly name: string })[]
  readonly beatsPerBar: number
  readonly barsPerChord: number
}

/** The chords of a drill, or the one that this guitar has no shape for. */
export type Settled =
  { readonly ok: true; readonly chords: readonly ChordEntry[] } | { readonly ok: false; readonly why: string }

function lengthOf(beats: number, { beatsPerBar, barsPerChord }: Settling): Pick<ChordEntry, 'bars' | 'beats'> {
  if (beats === beatsPerBar * barsPerChord) return {}
  const bars = beats / beatsPerBar
  return Number.isInteger(bars) && bars <= 32 ? { bars } : { beats }
}

/** Shapes of a chord to step through, the teacher's own first. */
export function shapesOf(name: string, { instrument, own }: Pick<Settling, 'instrument' | 'own'>): readonly Voicing[] {
  const mine = own
    .filter(each => each.name === name)
    .map(({ frets, fingers }) => ({ frets, ...(fingers && { fingers }) }))
  const known = new Set(mine.map(({ frets }) => frets))
  return [...mine, ...voicingsOf(name, instrument).filter(({ frets }) => !known.has(frets))]
}

/** Settles a typed line: a shape and a length for each of its chords. */
export function chordsOfLine(line: readonly LineChord[], settling: Settling): Settled {
  const chords: ChordEntry[] = []
  for (const { name, frets, beats } of line) {
    const length = lengthOf(beats, settling)
    if (name === undefined) {
      const known = settling.before.find(each => each.name === undefined && each.frets === frets)
      chords.push({ ...strip(known ?? { frets: frets! }), ...length })
      continue
    }
    const known = settling.before.find(each => each.name === name)
    const shape = known ?? shapesOf(name, settling)[0]
    if (!shape) return { ok: false, why: `this guitar has no shape for ${name} within a hand’s reach` }
    chords.push({ ...strip({ ...shape, name }), ...length })
  }
  return { ok: true, chords }
}

/** A chord without its length. */
const strip = ({ bars: _, beats: __, ...chord }: ChordEntry): ChordEntry => chord

/** The chords of a drill as a line has them: by name where they have one, else by their frets. */
export const lineOfChords = (
  chords: readonly ChordEntry[],
  { beatsPerBar, barsPerChord }: Pick<Settling, 'beatsPerBar' | 'barsPerChord'>,
): readonly LineChord[] =>
  chords.map(({ name, frets, bars, beats }) => ({
    ...(name === undefined ? { frets } : { name }),
    beats: beats ?? (bars ?? barsPerChord) * beatsPerBar,
  }))
