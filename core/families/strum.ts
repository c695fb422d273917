import type { ChordShape } from '../chords/chord'
import type { Instrument } from '../guitar/instrument'
import { TICKS_PER_QUARTER, type Tick } from '../line/ticks'
import type { LineWriter } from '../line/writer'
import { SpecError } from '../schema/spec-error'
import { nameIn } from './chord-fields'

/** One movement of the strumming hand. */
export interface Strum {
  /** Null where the hand passes the strings without striking. */
  readonly stroke: 'D' | 'U' | null
  readonly accent: boolean
  readonly damped: boolean
}

/** Strings that an up-stroke reaches; common practice. */
const UP_STRINGS = 4

/**
 * Reads strumming strokes: `D` down, `U` up, `-` past the strings; `>` accented and `x` damped after a stroke.
 * @throws SpecError at `path` naming the word that cannot be read.
 * @example readStrums('D - D> Ux', 'blocks.strum').length // 4
 */
export function readStrums(text: string, path: string): readonly Strum[] {
  const words = text.trim().split(/\s+/).filter(Boolean)
  if (words.length === 0) throw new SpecError(path, 'strumming needs its strokes, such as D - D U - U D U')
  return words.map(word => {
    const match = /^(?:(-)|([DU])([>x]{0,2}))$/.exec(word)
    if (!match)
      throw new SpecError(path, `${JSON.stringify(word)} is no stroke: D, U or -, then > for an accent or x for damped`)
    return {
      stroke: (match[2] as 'D' | 'U' | undefined) ?? null,
      accent: match[3]?.includes('>') ?? false,
      damped: match[3]?.includes('x') ?? false,
    }
  })
}

/** What is strummed over one chord. */
export interface StrumOver {
  readonly chord: ChordShape
  readonly instrument: Instrument
  readonly strokes: string
  readonly path: string
  readonly ticks: Tick
}

/**
 * Strums a chord in eighths until its bars are full; a struck chord rings through the strokes that miss.
 * @throws SpecError when a stroke cannot be read or none of them strikes.
 */
export function strum(writer: LineWriter, { chord, instrument, strokes, path, ticks }: StrumOver): void {
  const round = readStrums(strokes, path)
  if (round.every(({ stroke }) => stroke === null)) throw new SpecError(path, 'no stroke strikes the strings')
  const eighth = TICKS_PER_QUARTER / 2
  const end = writer.at() + ticks
  for (let i = 0; writer.at() < end; i++) {
    const { stroke, accent, damped } = round[i % round.length]!
    let length = 1
    // What is struck rings on while the hand passes; before the first stroke there is silence.
    while (
      stroke !== null &&
      writer.at() + length * eighth < end &&
      round[(i + length) % round.length]!.stroke === null
    )
      length++
    const dur = Math.min(length * eighth, end - writer.at())
    if (stroke === null) writer.rest(dur)
    else {
      const strings = stroke === 'D' ? chord.strings : chord.strings.slice(-UP_STRINGS)
      writer.play(
        strings.map(({ string, fret, finger }) => ({
          string,
          fret,
          finger,
          position: chord.position,
          pluck: stroke,
          name: nameIn(chord, instrument, { string, fret }),
          marks: [...(accent ? ['accent' as const] : []), ...(damped ? ['muted' as const] : [])],
        })),
        dur,
      )
    }
    i += length - 1
  }
}
