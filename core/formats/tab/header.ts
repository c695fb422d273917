import { isTempo } from '../../schema/fields'
import { readTuning } from '../../pitch/tuning'

/** Said of tablature whose columns stand in proportion to time: each bar, from its line on, is divided evenly. */
export const TO_SCALE = 'columns to scale'
/** Said where a bar has too many onsets of too many kinds for that. */
export const NOT_TO_SCALE = 'columns not to scale'
/** Said where every note is muted; the strings show the frets all the same. */
export const MUTED = 'all notes muted'

/** What the words around the strings say of the music. */
export interface Said {
  readonly meter: readonly [number, number] | null
  readonly capo: number | null
  readonly tempo: number | null
  /** Open pitches, thickest first. */
  readonly tuning: readonly number[] | null
  readonly toScale: boolean
  readonly muted: boolean
}

function tuningIn(text: string): readonly number[] | null {
  const notes = /\btuning:?\s+((?:[A-Ga-g][#b]?-?\d[ ,]*){6,8})/.exec(text)?.[1]
  return notes ? readTuning(notes) : null
}

/** What prose around the strings says of the music, as our own header does and others like to. */
export function said(prose: readonly { readonly text: string }[]): Said {
  // Blanks are taken as one: some of the patterns below would try every way to share a long run of them.
  const whole = prose.map(({ text }) => text.replace(/\s+/g, ' ')).join('\n')
  const [, beats, unit] = /(?:^|[^\d/])(\d{1,2})\/(1|2|4|8|16)(?![\d/])/.exec(whole) ?? []
  const capo = /\bcapo\D{0,12}(\d{1,2})\b/i.exec(whole)?.[1]
  const figure = String.raw`(\d{2,3}(?:\.\d+)?)`
  const [, quarters, dotted, other, named] =
    new RegExp(
      `♩\\s*=\\s*${figure}|♩\\.\\s*=\\s*${figure}|${figure}\\s*bpm|(?:tempo|=)\\s*[:=]?\\s*(\\d{2,3})\\b`,
      'i',
    ).exec(whole) ?? []
  const bpm = dotted ? Number(dotted) * 1.5 : Number(quarters ?? other ?? named)
  return {
    meter: beats && Number(beats) <= 32 && Number(beats) > 0 ? ([Number(beats), Number(unit)] as const) : null,
    capo: capo && Number(capo) <= 11 ? Number(capo) : null,
    tempo: isTempo(bpm) ? bpm : null,
    tuning: tuningIn(whole),
    toScale: whole.includes(TO_SCALE),
    muted: whole.includes(MUTED),
  }
}

/** Whether a line of prose is our own header, all of which is understood. */
export const isHeader = ({ text }: { readonly text: string }) => text.endsWith(TO_SCALE) || text.endsWith(NOT_TO_SCALE)
