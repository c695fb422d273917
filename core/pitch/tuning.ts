import { Note } from 'tonal'

/**
 * Reads a tuning written as note names with octaves, thickest string first.
 * @returns MIDI note numbers.
 * @throws RangeError naming the note that cannot be read, or a count of strings that no guitar here has.
 * @example readTuning('E2 A2 D3 G3 B3 E4') // [40, 45, 50, 55, 59, 64]
 */
export function readTuning(text: string): number[] {
  const names = text
    .trim()
    .split(/[\s,]+/)
    .filter(Boolean)
  if (names.length < 6 || names.length > 8) throw new RangeError(`${names.length} strings: a guitar here has 6 to 8`)
  return names.map(name => {
    const midi = Note.midi(name.charAt(0).toUpperCase() + name.slice(1))
    if (midi === null || midi === undefined)
      throw new RangeError(`${JSON.stringify(name)} is not a note with its octave, such as E2`)
    return midi
  })
}

/**
 * Writes a tuning as note names with octaves, thickest string first.
 * @example writeTuning([38, 45, 50, 55, 59, 64]) // 'D2 A2 D3 G3 B3 E4'
 */
export const writeTuning = (tuning: readonly number[]) => tuning.map(midi => Note.fromMidiSharps(midi)).join(' ')
