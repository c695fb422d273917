import { PRESETS, STANDARD_TUNING, type PresetName } from './presets'

/** What a spec or a student's card may say of a guitar: a preset and any field to override. */
export interface InstrumentChoice {
  readonly preset: PresetName
  readonly tuning?: readonly number[]
  readonly frets?: number
  readonly scaleLengthMm?: number
  readonly bodyFret?: number
  readonly capo?: number
  readonly nutSpacingMm?: number
  readonly bridgeSpacingMm?: number
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
  /** From string to string at the nut and at the bridge, mm. */
  readonly nutSpacingMm: number
  readonly bridgeSpacingMm: number
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
    nutSpacingMm: choice.nutSpacingMm ?? preset.nutSpacingMm,
    bridgeSpacingMm: choice.bridgeSpacingMm ?? preset.bridgeSpacingMm,
  }
}

/**
 * How far a string lies from the middle of the neck, thick strings below 0; strings spread from nut to bridge.
 * @param string String number, 1 = thinnest.
 * @param fromNutMm Where along the string, mm from the nut.
 * @example stringOffsetMm(instrumentOf({ preset: 'classical' }), 1, 0) // 21.25
 */
export function stringOffsetMm(
  { tuning, scaleLengthMm, nutSpacingMm, bridgeSpacingMm }: Instrument,
  string: number,
  fromNutMm: number,
): number {
  const spacing = nutSpacingMm + (bridgeSpacingMm - nutSpacingMm) * (fromNutMm / scaleLengthMm)
  return ((tuning.length + 1) / 2 - string) * spacing
}

/**
 * Every place that sounds a pitch, thinnest string first; none where the guitar has no such pitch.
 * @example placesOfPitch(instrumentOf({ preset: 'classical' }), 45) // [{ string: 5, fret: 0 }, { string: 6, fret: 5 }]
 */
export const placesOfPitch = (
  instrument: Instrument,
  midi: number,
): readonly { readonly string: number; readonly fret: number }[] =>
  instrument.tuning
    .map((_, k) => ({ string: k + 1, fret: midi - midiAt(instrument, k + 1, 0) }))
    .filter(({ fret }) => fret >= 0 && fret <= instrument.lastFret)

/**
 * Sounding pitch of a place on the neck.
 * @param string String number, 1 = thinnest.
 * @param fret Fret counted from the capo, 0 = open.
 * @throws RangeError when the string is not on the instrument.
 * @example midiAt(instrumentOf({ preset: 'classical' }), 6, 5) // 45
 */
export function midiAt(instrument: Instrument, string: number, fret: number): number {
  const open = instrument.tuning[instrument.tuning.length - string]
  if (open === undefined)
    throw new RangeError(`string ${string} is not on a guitar of ${instrument.tuning.length} strings`)
  return open + instrument.capo + fret
}
