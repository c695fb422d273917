/** Tuning of a six-string guitar, thickest string first, as MIDI note numbers (common practice). */
export const STANDARD_TUNING = [40, 45, 50, 55, 59, 64] as const

/**
 * Ready-made instruments: number of frets, scale length in mm, the fret where the neck meets the body, and how far
 * the strings are apart at nut and bridge, mm (from memory; the small ones as the large one of their kind).
 * Figures: common practice for each kind of guitar; the two small ones are the usual school sizes.
 */
export const PRESETS = {
  'classical': {
    label: 'Classical',
    frets: 19,
    scaleLengthMm: 650,
    bodyFret: 12,
    nutSpacingMm: 8.5,
    bridgeSpacingMm: 11.5,
  },
  'steel': {
    label: 'Steel-string',
    frets: 20,
    scaleLengthMm: 645,
    bodyFret: 14,
    nutSpacingMm: 7.3,
    bridgeSpacingMm: 10.5,
  },
  'electric': {
    label: 'Electric',
    frets: 22,
    scaleLengthMm: 648,
    bodyFret: 17,
    nutSpacingMm: 7.3,
    bridgeSpacingMm: 10.5,
  },
  'three-quarter': {
    label: 'Three-quarter',
    frets: 19,
    scaleLengthMm: 580,
    bodyFret: 12,
    nutSpacingMm: 8.5,
    bridgeSpacingMm: 11.5,
  },
  'half': { label: 'Half-size', frets: 17, scaleLengthMm: 530, bodyFret: 12, nutSpacingMm: 8.5, bridgeSpacingMm: 11.5 },
} as const

export type PresetName = keyof typeof PRESETS

/** Names of the ready-made instruments, in the order they are offered. */
export const PRESET_NAMES = Object.keys(PRESETS) as [PresetName, ...PresetName[]]
