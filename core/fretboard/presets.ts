/** Tuning of a six-string guitar, thickest string first, as MIDI note numbers (common practice). */
export const STANDARD_TUNING = [40, 45, 50, 55, 59, 64] as const

/**
 * Ready-made instruments: number of frets, scale length in mm, and the fret where the neck meets the body.
 * Figures: common practice for each kind of guitar; the two small ones are the usual school sizes.
 */
export const PRESETS = {
  'classical': { label: 'Classical', frets: 19, scaleLengthMm: 650, bodyFret: 12 },
  'steel': { label: 'Steel-string', frets: 20, scaleLengthMm: 645, bodyFret: 14 },
  'electric': { label: 'Electric', frets: 22, scaleLengthMm: 648, bodyFret: 17 },
  'three-quarter': { label: 'Three-quarter', frets: 19, scaleLengthMm: 580, bodyFret: 12 },
  'half': { label: 'Half-size', frets: 17, scaleLengthMm: 530, bodyFret: 12 },
} as const

export type PresetName = keyof typeof PRESETS

/** Names of the ready-made instruments, in the order they are offered. */
export const PRESET_NAMES = Object.keys(PRESETS) as [PresetName, ...PresetName[]]
