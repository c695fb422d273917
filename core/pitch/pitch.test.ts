import { describe, expect, test } from '@jest/globals'
import { TUNINGS } from '../guitar/tunings'
import { readTuning, writeTuning } from './tuning'
import { Note } from 'tonal'
import { frequencyHz, pitchClassName, pitchName } from './pitch'

describe('pitch', () => {
  test('A4 is MIDI 69 and sounds at 440 Hz', () => {
    expect(frequencyHz(69)).toBe(440)
  })

  // MIDI Tuning Standard: middle C is note 60, 261.6256 Hz; the standard guitar's low E is 82.4069 Hz.
  test.each([
    [60, 261.6256],
    [40, 82.4069],
    [64, 329.6276],
    [0, 8.1758],
    [127, 12543.854],
  ])('MIDI %i sounds at %f Hz', (midi, hertz) => {
    expect(frequencyHz(midi)).toBeCloseTo(hertz, 3)
  })

  test('every MIDI number agrees with the theory library in frequency, and its name leads back to it', () => {
    for (let midi = 0; midi <= 127; midi++) {
      expect(frequencyHz(midi)).toBeCloseTo(Note.freq(Note.fromMidiSharps(midi))!, 6)
      expect(Note.midi(pitchName(midi).replace('♯', '#'))).toBe(midi)
    }
  })

  test('open strings of the standard tuning are E A D G B E', () => {
    expect([40, 45, 50, 55, 59, 64].map(pitchClassName).join('')).toBe('EADGBE')
  })

  test.each([-1, 128, Number.NaN])('MIDI %p does not exist', midi => {
    expect(() => frequencyHz(midi)).toThrow(RangeError)
    expect(() => pitchName(midi)).toThrow(RangeError)
  })
})

describe('tunings', () => {
  test('every tuning offered can be read, and written again means the same', () => {
    for (const { notes } of TUNINGS) expect(readTuning(writeTuning(readTuning(notes)))).toEqual(readTuning(notes))
  })

  test('what is no note, or no guitar, is named', () => {
    expect(() => readTuning('E2 A2 D3')).toThrow('3 strings: a guitar here has 6 to 8')
    expect(() => readTuning('E2 A2 D3 G3 B3 X4')).toThrow('"X4" is not a note')
    expect(() => readTuning('E A D G B E')).toThrow('"E" is not a note with its octave')
  })
})
