import { PRESETS, STANDARD_TUNING, type PresetName } from './presets'

/** What a spec or a student's card may say of a guitar: a preset and any field to override. */
export interface InstrumentChoice {
  readonly preset: PresetName
  readonly tuning?: readonly number[]
  readonly frets?: number
  readonly scaleLengthMm?: number
  readonly bodyFret?: number
  readonly capo?: number
}

/** A guitar with every figure settled. Frets and positions elsewhere are counted from the capo. */
export interface Instrument {
  readonly label: string
  /** Open pitches without capo, thickest string first (MIDI). */
  readonly tuning: readonly number[]
  readonly frets: number
  readonly scaleLengthMm: number
  readonly bodyFret: number
  readonly capo: number
  /** Highest fret that can be played, counted from the capo. */
  readonly lastFret: number
}

/**
 * Settles an instrument: the preset's figures with the given fields over them.
 * @example instrumentOf({ preset: 'classical', capo: 2 }).lastFret // 17
 */
export function instrumentOf(choice: InstrumentChoice): Instrument {
  const preset = PRESETS[choice.preset]
  const frets = choice.frets ?? preset.frets
  const capo = choice.capo ?? 0
  return {
    label: preset.label,
    tuning: choice.tuning ?? STANDARD_TUNING,
    frets,
    scaleLengthMm: choice.scaleLengthMm ?? preset.scaleLengthMm,
    bodyFret: choice.bodyFret ?? preset.bodyFret,
    capo,
    lastFret: frets - capo,
  }
}

/**
 * Sounding pitch of a place on the neck.
 * @param string String number, 1 = thinnest.
 * @param fret Fret counted from the capo, 0 = open.
 * @throws RangeError when the string is not on the instrument.
 * @example midiAt(instrumentOf({ preset: 'classical' }), 6, 5) // 45
 */
export function midiAt(instrument: Instrument, string: number, fret: number): number {
  const open = instrument.tuning[instrument.tuning.length - string]
  if (open === undefined) throw new RangeError(`string ${string} is not on a guitar of ${instrument.tuning.length} strings`)
  return open + instrument.capo + fret
}
