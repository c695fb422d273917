import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { fretDistanceMm, lowestComfortablePosition, romanPosition, spanMm } from './geometry'
import { instrumentOf, midiAt } from './instrument'

describe('fret geometry', () => {
  // Equal temperament on a 650 mm scale, figures to the hundredth of a mm.
  test.each([
    [1, 36.48],
    [5, 163.05],
    [7, 216.18],
    [12, 325.0],
  ])('fret %i of a 650 mm scale lies %f mm from the nut', (fret, mm) => {
    expect(fretDistanceMm(650, fret)).toBeCloseTo(mm, 2)
  })

  test('the twelfth fret halves any string', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 300, max: 900, noNaN: true }),
        scale => Math.abs(fretDistanceMm(scale, 12) - scale / 2) < 1e-9,
      ),
    )
  })

  // The luthiers' divisor 17.817 gives each fret from the rest of the string (handbook rule, from memory).
  test('each fret leaves the rest of the string less one part in 17.817', () => {
    let rest = 650
    for (let fret = 1; fret <= 19; fret++) {
      rest -= rest / 17.817
      expect(fretDistanceMm(650, fret)).toBeCloseTo(650 - rest, 1)
    }
  })

  test.each([
    [1, 97.6],
    [5, 77.5],
    [7, 69.0],
    [9, 61.5],
  ])('one finger per fret in position %i spans %f mm on 650 mm', (position, mm) => {
    expect(spanMm(650, 0, position, position + 3)).toBeCloseTo(mm, 1)
  })

  test('frets 15 and 16 are 15.3 mm apart on 650 mm', () => {
    expect(spanMm(650, 0, 15, 16)).toBeCloseTo(15.3, 0.5)
  })

  test('a capo on the second fret makes position V as wide as position VII', () => {
    expect(spanMm(650, 2, 5, 8)).toBeCloseTo(spanMm(650, 0, 7, 10), 9)
  })

  test.each([
    [650, 78, 3, 5],
    [650, 85, 3, 4],
    [580, 55, 3, 9],
    [530, 50, 3, 10],
    [650, 78, 4, 10],
  ])('on %i mm a reach of %i mm plays %i frets first in position %i', (scale, reach, frets, position) => {
    expect(lowestComfortablePosition(scale, reach, frets)).toBe(position)
  })

  test('the position found is comfortable and the one below is not', () => {
    fc.assert(
      fc.property(fc.integer({ min: 45, max: 110 }), fc.integer({ min: 1, max: 5 }), (reach, frets) => {
        const position = lowestComfortablePosition(650, reach, frets)
        expect(spanMm(650, 0, position, position + frets)).toBeLessThanOrEqual(reach + 1e-6)
        if (position > 1) expect(spanMm(650, 0, position - 1, position - 1 + frets)).toBeGreaterThan(reach - 1e-6)
      }),
    )
  })

  test.each([
    [1, 'I'],
    [4, 'IV'],
    [5, 'V'],
    [9, 'IX'],
    [12, 'XII'],
    [14, 'XIV'],
  ])('position %i is written %s', (position, roman) => {
    expect(romanPosition(position)).toBe(roman)
  })

  test('impossible figures are refused', () => {
    expect(() => fretDistanceMm(0, 1)).toThrow(RangeError)
    expect(() => lowestComfortablePosition(650, 0, 3)).toThrow(RangeError)
    expect(() => romanPosition(0)).toThrow(RangeError)
  })
})

describe('instruments', () => {
  test('the fifth fret sounds like the next thinner open string, but the fourth on string 3', () => {
    const guitar = instrumentOf({ preset: 'classical' })
    for (const string of [6, 5, 4, 3, 2]) {
      expect(midiAt(guitar, string, string === 3 ? 4 : 5)).toBe(midiAt(guitar, string - 1, 0))
    }
  })

  test('a capo shortens the neck and raises every pitch', () => {
    const guitar = instrumentOf({ preset: 'steel', capo: 3 })
    expect(guitar.lastFret).toBe(17)
    expect(midiAt(guitar, 6, 0)).toBe(43)
  })

  test('a string the guitar lacks is refused', () => {
    expect(() => midiAt(instrumentOf({ preset: 'classical' }), 7, 0)).toThrow(RangeError)
  })
})
