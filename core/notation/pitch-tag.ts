import { pitchName } from '../pitch/pitch'

/** A pitch as MusicXML has it. */
export interface PitchTag {
  readonly step: string
  /** Semitones the step is raised; 0 where it is not. */
  readonly alter: number
  readonly octave: number
}

/**
 * A sounding pitch by step, alteration and octave (C4 is MIDI 60).
 * @param midi MIDI note number, 0–127.
 * @param spelt How key or chord spell it, such as `Bb`; sharps where neither is known.
 * @example pitchTag(46, 'Bb').octave // 2
 * @example pitchTag(60, 'B#').octave // 3
 */
export function pitchTag(midi: number, spelt?: string): PitchTag {
  const [, step, signs, octave] = /^([A-G])([♯♭𝄪𝄫x]*)(-?\d+)$/u.exec(pitchName(midi, spelt))!
  const alter = [...signs!].reduce((sum, sign) => sum + (sign === '♭' ? -1 : 1), 0)
  return { step: step!, alter, octave: Number(octave) }
}

const NATURAL: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 }

/**
 * MIDI note number of a pitch by step, alteration and octave; null for a step there is none of.
 * @example midiOfTag({ step: 'B', alter: -1, octave: 2 }) // 46
 */
export function midiOfTag({ step, alter, octave }: PitchTag): number | null {
  const natural = NATURAL[step]
  return natural === undefined ? null : natural + alter + (octave + 1) * 12
}
