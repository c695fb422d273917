import { describe, expect, test } from '@jest/globals'
import { longestScaleMm } from '../guitar/geometry'
import { instrumentOf } from '../guitar/instrument'
import { handOf, playingFingers } from './hand'
import { easeByPosition, guitarFit, reachFromTest } from './reach'

const classical = instrumentOf({ preset: 'classical' })

describe('a hand on a neck', () => {
  test('a reach of 78 mm is comfortable from V, can play from I, and is shaded without a gap', () => {
    const eases = easeByPosition(handOf({ reachMm: 78 }), classical).map(each => each.ease)
    expect(eases.indexOf('comfortable')).toBe(4)
    expect(eases.slice(0, 4)).toEqual(Array.from({ length: 4 }, () => 'possible'))
    expect(eases.slice(4).every(ease => ease === 'comfortable')).toBe(true)
  })

  test('a reach of 50 mm is out of reach at the nut', () => {
    const eases = easeByPosition(handOf({ reachMm: 50 }), classical).map(each => each.ease)
    expect(eases[0]).toBe('out of reach')
    expect(eases.indexOf('possible')).toBeLessThan(eases.indexOf('comfortable'))
  })

  test('a narrow pair moves the comfortable positions up', () => {
    const from = (pairsMm: object) =>
      easeByPosition(handOf({ reachMm: 78, pairsMm }), classical).findIndex(each => each.ease === 'comfortable')
    expect(from({ 34: 18 })).toBeGreaterThan(from({}))
  })

  test('a hand that spares a finger reaches lower with the others', () => {
    const hand = handOf({ reachMm: 60, spared: [4] })
    const from = (fingers: Parameters<typeof easeByPosition>[2]) =>
      easeByPosition(hand, classical, fingers).findIndex(each => each.ease === 'comfortable')
    expect(playingFingers(hand)).toEqual([1, 2, 3])
    expect(playingFingers(handOf({ excluded: [1], spared: [3] }))).toEqual([2, 4])
    expect(from([1, 2, 3])).toBeGreaterThan(-1)
    expect(from([1, 2, 3])).toBeLessThan(from([1, 2, 3, 4]))
    // By equal temperament: fret 1 to fret 3 of 650 mm is 650 (2^(-1/12) - 2^(-3/12)).
    expect(easeByPosition(hand, classical, [1, 2, 3])[0]!.spanMm).toBeCloseTo(
      650 * (2 ** (-1 / 12) - 2 ** (-3 / 12)),
      6,
    )
    expect(easeByPosition(hand, classical, [2])[0]).toEqual({ position: 1, spanMm: 0, ease: 'comfortable' })
  })

  // The figures of one finger per fret by equal temperament.
  test('55 mm in V want at most 461 mm of scale; three quarters of 580 are too much', () => {
    expect(longestScaleMm(55, 5, 3)).toBeCloseTo(461, 0)
    expect(guitarFit(handOf({ reachMm: 55 }), instrumentOf({ preset: 'three-quarter' }))).toMatchObject({
      tooBig: true,
      comfortableFrom: 9,
    })
    expect(guitarFit(handOf({ reachMm: 78 }), classical).tooBig).toBe(false)
  })

  test('the one-minute test gives back the position it was made in', () => {
    for (let position = 1; position <= 12; position++) {
      expect(guitarFit(handOf({ reachMm: reachFromTest(position, classical) }), classical).comfortableFrom).toBe(
        position,
      )
    }
  })

  test('a capo counts', () => {
    const capo = instrumentOf({ preset: 'classical', capo: 2 })
    expect(guitarFit(handOf({ reachMm: 78 }), capo).comfortableFrom).toBe(3)
    expect(easeByPosition(handOf({ reachMm: 78 }), capo)).toHaveLength(14)
  })
})
