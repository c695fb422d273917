import { Note } from 'tonal'

/**
 * Frequency of a MIDI note number in hertz, equal temperament with A4 = 69 = 440 Hz.
 * Source: MIDI Tuning Standard, f = 440 · 2^((m − 69) / 12).
 * @param midi MIDI note number, 0–127.
 * @throws RangeError when `midi` is outside 0–127.
 * @example frequencyHz(69) // 440
 */
export function frequencyHz(midi: number): number {
  if (!(midi >= 0 && midi <= 127)) throw new RangeError(`MIDI note ${midi} is outside 0–127`)
  return 440 * 2 ** ((midi - 69) / 12)
}

/** How the pitch classes of a key or chord are spelt: name such as `Bb` by pitch class 0–11. */
export type Spelling = ReadonlyMap<number, string>

/** The spelling that some note names make. @param names Names without octave, such as `Bb`. */
export const spellingOf = (names: readonly string[]): Spelling => new Map(names.map(name => [Note.chroma(name)!, name]))

const withSigns = (name: string) => name.replace(/#/g, '♯').replace(/b/g, '♭')

/**
 * Name of a sounding pitch with its octave (C4 is MIDI 60).
 * @param midi MIDI note number, 0–127.
 * @param spelt How key or chord spell it, such as `Bb`; sharps where neither is known.
 * @throws RangeError when `midi` is outside 0–127.
 * @example pitchName(46) // 'A♯2'
 * @example pitchName(46, 'Bb') // 'B♭2'
 */
export function pitchName(midi: number, spelt?: string): string {
  if (!(midi >= 0 && midi <= 127)) throw new RangeError(`MIDI note ${midi} is outside 0–127`)
  if (spelt === undefined) return withSigns(Note.fromMidiSharps(midi))
  // The octave is the letter's: B sharp 3 sounds as C4, C flat 4 as B3.
  const octave = (midi - Note.get(spelt).alt) / 12
  return `${withSigns(spelt)}${Math.floor(octave) - 1}`
}

/**
 * Name of a pitch without its octave, for labelling an open string.
 * @param midi MIDI note number, 0–127.
 * @example pitchClassName(40) // 'E'
 */
export function pitchClassName(midi: number): string {
  return pitchName(midi).replace(/-?\d+$/, '')
}
