import { describe, expect, test } from '@jest/globals'
import type { Hold } from '../hand/advance-hand'
import { mutingsOf } from './muting'
import type { Note } from './score'

const note = (string: number, fret: number, pluck: Note['pluck'], at = 0, dur = 1): Note => ({
  key: `${string}@${at}`,
  at,
  dur,
  string,
  fret,
  midi: 60,
  finger: null,
  pluck,
  via: 'pluck',
  marks: [],
})
const hold = (finger: 1 | 2 | 3 | 4, string: number, fret: number, barre = false): Hold => ({
  finger,
  string,
  fret,
  from: 0,
  to: 9,
  ...(barre && { barre: true }),
})
/** How each string is kept quiet, thickest first; a dash where it sounds. */
const told = (notes: readonly Note[], holds: readonly Hold[] = [], chords: readonly number[] = []) => {
  const quiet = mutingsOf(notes, { holds, stringCount: 6, chords: [{ from: 0, to: 9, strings: chords }] })
  const { key } = notes.at(-1)!
  return [6, 5, 4, 3, 2, 1].map(string => {
    const found = quiet.find(each => each.key === key && each.string === string)
    return found ? `${found.how}${found.finger ?? ''}` : '-'
  })
}

// Common practice of clean playing, with the pick and with fingers.
describe('what keeps the other strings quiet', () => {
  test('finger 1 on the string: its tip the next thicker one, its underside all thinner ones, the palm the rest', () => {
    expect(told([note(4, 5, 'D')], [hold(1, 4, 5)])).toEqual([
      'hand',
      'tip1',
      '-',
      'underside1',
      'underside1',
      'underside1',
    ])
  })

  test('another finger on the string leaves thinner ones to free fingers of the plucking hand', () => {
    expect(told([note(4, 6, 'D')], [hold(2, 4, 6)])).toEqual(['hand', 'hand', '-', 'fingers', 'fingers', 'fingers'])
  })

  test('three fingers plucking at once leave none over; two do, and the thumb does not count', () => {
    const chord = (...plucks: ('p' | 'i' | 'm' | 'a')[]) =>
      told(plucks.map((pluck, i) => note([4, 3, 2, 1][i + 4 - plucks.length]!, 0, pluck)).slice(0, plucks.length))
    // Nothing thinner than the last note: what is asked for is the thicker strings, and there the hand does it.
    expect(chord('p', 'i', 'm', 'a')).toEqual(['hand', 'hand', '-', '-', '-', '-'])
    const thinner = (...plucks: ('p' | 'i' | 'm' | 'a')[]) =>
      told(plucks.map((pluck, i) => note(6 - i, 0, pluck))).slice(plucks.length)
    expect(thinner('i', 'm', 'a')).toEqual(['hand', 'hand', 'hand'])
    expect(thinner('i', 'm')).toEqual(['fingers', 'fingers', 'fingers', 'fingers'])
    expect(thinner('p', 'i', 'm')).toEqual(['fingers', 'fingers', 'fingers'])
    expect(thinner('i', 'i', 'm')).toEqual(['fingers', 'fingers', 'fingers'])
  })

  test('a finger still down on a string eases off; thicker than the note the palm of a pick does it, else free fingers', () => {
    expect(told([note(3, 5, 'D')], [hold(1, 3, 5), hold(3, 5, 7)])[1]).toBe('hand')
    expect(told([note(5, 5, 'D')], [hold(1, 5, 5), hold(3, 3, 7)])[3]).toBe('easing3')
    expect(told([note(5, 5, 'i')], [hold(1, 5, 5), hold(3, 3, 7)])[3]).toBe('fingers')
    expect(told([note(5, 5, null)], [hold(1, 5, 5), hold(3, 3, 7)])[3]).toBe('easing3')
  })

  test('within a stroke of the pick only the fretting hand can: a finger beside, a barre, or nothing', () => {
    const stroke = [note(6, 3, 'D'), note(4, 0, 'D')]
    expect(told(stroke, [hold(2, 6, 3)])[1]).toBe('underside2')
    expect(told([note(6, 0, 'D'), note(4, 2, 'D')], [hold(2, 4, 2)])[1]).toBe('tip2')
    expect(told([note(6, 0, 'D'), note(4, 0, 'D')])[1]).toBe('nothing')
    expect(told([note(6, 1, 'D'), note(3, 1, 'D')], [hold(1, 6, 1, true), hold(1, 3, 1, true)])[2]).toBe('underside1')
    // A barre that ends before the string does not lean on it.
    expect(told([note(6, 0, 'D'), note(4, 0, 'D')], [hold(1, 2, 5, true), hold(1, 1, 5, true)])[1]).toBe('nothing')
    expect(told([note(6, 0, 'D'), note(2, 0, 'D')], [hold(1, 6, 5, true), hold(1, 5, 5, true)])[3]).toBe('nothing')
    expect(told([note(6, 0, 'D'), note(4, 0, 'D')], [hold(3, 5, 4)])[1]).toBe('easing3')
    // At the edge of the stroke, and plucked by fingers, the other hand is there.
    expect(told([note(6, 0, 'p'), note(4, 0, 'i')])[1]).toBe('hand')
  })

  test('what still sounds, and what belongs to the chord that is held, is left to ring', () => {
    expect(told([note(6, 0, 'D', 0, 4), note(5, 0, 'D', 1)])[0]).toBe('-')
    expect(told([note(6, 0, 'D', 0, 1), note(5, 0, 'D', 1)])[0]).toBe('hand')
    expect(told([note(5, 0, 'D')], [], [5, 4, 3])).toEqual(['hand', '-', '-', '-', 'fingers', 'fingers'])
  })
})
