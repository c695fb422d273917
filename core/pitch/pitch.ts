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

/**
 * Name of a sounding pitch with its octave, sharps written with ♯ (C4 is MIDI 60).
 * @param midi MIDI note number, 0–127.
 * @throws RangeError when `midi` is outside 0–127.
 * @example pitchName(46) // 'A♯2'
 */
export function pitchName(midi: number): string {
  if (!(midi >= 0 && midi <= 127)) throw new RangeError(`MIDI note ${midi} is outside 0–127`)
  return Note.fromMidiSharps(midi).replace('#', '♯')
}

/**
 * Name of a pitch without its octave, for labelling an open string.
 * @param midi MIDI note number, 0–127.
 * @example pitchClassName(40) // 'E'
 */
export function pitchClassName(midi: number): string {
  return pitchName(midi).replace(/-?\d+$/, '')
}
