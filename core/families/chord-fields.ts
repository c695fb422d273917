import { chordShape, type ChordShape } from '../chords/chord'
import { MOST_CHORDS } from '../chords/chord-line'
import { instrumentOf, midiAt, type Instrument } from '../guitar/instrument'
import { barTicks, type Tick } from '../line/ticks'
import { fields, type Infer, type SharedSpec } from '../schema/fields'
import { SpecError } from '../schema/spec-error'

/** Schema of the chords that `pattern` and `blocks` go through. */
export const chordList = () =>
  fields.list(
    fields.block({
      name: fields.text(40).optional(),
      frets: fields.text(40),
      fingers: fields.text(12).optional(),
      tokens: fields.text(400).optional(),
      bars: fields.whole('bars', 1, 32).optional(),
      /** Beats of the meter it lasts, where that is no whole bars. */
      beats: fields.whole('beats', 1, 128).optional(),
    }),
    1,
    MOST_CHORDS,
  )

export type ChordEntry = Infer<ReturnType<typeof chordList>>[number]

/**
 * How long a chord lasts, in ticks: its beats or bars, else as many bars as every chord of the drill.
 * @example chordTicks({ frets: 'x32010', beats: 2 }, 1, [4, 4]) // 20160
 */
export const chordTicks = (
  { bars, beats }: ChordEntry,
  barsPerChord: number,
  meter: readonly [number, number],
): Tick => (beats === undefined ? barTicks(meter) * (bars ?? barsPerChord) : (barTicks(meter) / meter[0]) * beats)

/** Settles the chords of a block. @throws SpecError with the chord's path. */
export function chordShapes(
  chords: readonly ChordEntry[],
  instrument: Instrument,
  family: string,
): readonly ChordShape[] {
  return chords.map((chord, i) => chordShape(chord, instrument, `${family}.chords.${i}`))
}

/** Chords by name, for titles: one without a name by the theory library's, one that cannot be read by its frets. */
export function chordsInWords(chords: readonly ChordEntry[], spec: SharedSpec, family: string): string {
  const instrument = instrumentOf(spec.instrument)
  return chords
    .map((chord, i) => {
      try {
        return chord.name ?? chordShape(chord, instrument, `${family}.chords.${i}`).name
      } catch (error) {
        if (error instanceof SpecError) return chord.frets
        throw error
      }
    })
    .join(' ')
}

/** How a chord spells one of its notes; nothing where its name does not tell. */
export const nameIn = (
  chord: ChordShape,
  instrument: Instrument,
  { string, fret }: { readonly string: number; readonly fret: number },
) => chord.spelling.get(midiAt(instrument, string, fret) % 12)
