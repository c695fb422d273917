import { describe, expect, test } from '@jest/globals'
import { NOTE_VALUES, TUPLETS, lengthInWords, lengthOf, lengthTicks } from './lengths'
import { overBars, stepFrom } from './bars'
import { readNoteNames } from './note-names'

describe('written lengths', () => {
  test('every value, dotted or not, in every tuplet, is whole and read back as what it is as long as', () => {
    for (const { value } of NOTE_VALUES)
      for (const dotted of [false, true])
        for (const tuplet of [1, ...TUPLETS.map(({ notes }) => notes)] as const) {
          const ticks = lengthTicks({ value, dotted, tuplet })
          expect(Number.isInteger(ticks)).toBe(true)
          expect(lengthTicks(lengthOf(ticks)!)).toBe(ticks)
        }
  })

  test('three eighths of a triplet, seven of a septuplet take the time of two and four (common practice)', () => {
    expect(3 * lengthTicks({ value: 'e', dotted: false, tuplet: 3 })).toBe(10080)
    expect(7 * lengthTicks({ value: 's', dotted: false, tuplet: 7 })).toBe(10080)
  })

  test('lengths without a value of their own are tied', () => {
    expect(lengthInWords(12600)).toBe('quarter tied to sixteenth')
    expect(lengthInWords(10080 * 5)).toBe('whole tied to quarter')
  })
})

describe('bars of own music', () => {
  test('a tuplet across a bar line is said, with the bar it runs over', () => {
    const triplet = 6720
    const notes = [0, 1, 2].map(i => ({ at: 30240 + i * triplet, dur: triplet, string: 1, fret: 5 }))
    expect(overBars(notes, [4, 4])).toEqual([{ bar: 1, by: 3360 }])
    expect(overBars([{ at: 30240, dur: 15120, string: 1, fret: 5 }], [4, 4])).toEqual([{ bar: 1, by: 5040 }])
  })

  test('the cursor goes from note to note, and by the length in hand past the last', () => {
    const notes = [0, 5040].map(at => ({ at, dur: 5040, string: 1, fret: 5 }))
    expect(stepFrom(notes, 0, 1, 2520)).toBe(5040)
    expect(stepFrom(notes, 5040, 1, 2520)).toBe(10080)
    expect(stepFrom(notes, 10080, 1, 2520)).toBe(12600)
    expect(stepFrom(notes, 12600, -1, 2520)).toBe(10080)
    expect(stepFrom(notes, 10080, -1, 2520)).toBe(5040)
    expect(stepFrom(notes, 0, -1, 2520)).toBe(0)
  })
})

describe('music typed as note names', () => {
  const guitar = [40, 83] as const
  const midis = (text: string) => {
    const read = readNoteNames(text, 5040, guitar)
    return read.ok ? read.clip.notes.map(({ midi }) => midi) : read.why
  }

  test('names are sounding pitches: E2 is the open sixth string, C4 middle C (MIDI 1.0: 40 and 60)', () => {
    expect(midis('E2 C4 F#4 Bb3')).toEqual([40, 60, 66, 58])
  })

  test('without an octave the nearest is meant', () => {
    expect(midis('C4 D E F G A B C')).toEqual([60, 62, 64, 65, 67, 69, 71, 72])
    expect(midis('C4 B A')).toEqual([60, 59, 57])
  })

  test('lengths last until another is named; rests and stacks are read', () => {
    const read = readNoteNames('E4/q r F4/e3 | G4+B4 A4/q.', 5040, guitar)
    expect(read.ok && read.clip.notes.map(({ at, dur }) => [at, dur])).toEqual([
      [0, 10080],
      [20160, 3360],
      [23520, 3360],
      [23520, 3360],
      [26880, 15120],
    ])
  })

  test('what cannot be read is named with its place', () => {
    expect(midis('E4 H3')).toBe('word 2, “H3”: “H3” is no note name, such as E4, F#3 or Bb; r is a rest')
    expect(midis('D2')).toBe('word 1, “D2”: D2 is lower than this guitar plays (E2 to B5)')
    expect(midis('E4/z')).toContain('a length is one of w h q e s n')
    expect(midis('  ')).toBe('nothing is typed')
    expect(midis('r r')).toBe('there are only rests')
  })
})
