import { describe, expect, test } from '@jest/globals'
import { spanMm } from '../guitar/geometry'
import { instrumentOf } from '../guitar/instrument'
import { careOf } from './care'
import { assumedReachMm, comfortMm, handOf, withAssumedReach } from './hand'
import { easeByPosition } from './reach'

describe('a hand of which nothing is known', () => {
  test('reaches 80 mm, takes barres, plays strictly, with the left hand on the neck and no finger spared', () => {
    expect(handOf()).toMatchObject({
      reachMm: 80,
      excluded: [],
      spared: [],
      thumbOver: false,
      barre: true,
      rule: 'strict',
      leftHanded: false,
    })
    expect(handOf({ leftHanded: true, barre: false, thumbOver: true })).toMatchObject({
      leftHanded: true,
      barre: false,
      thumbOver: true,
    })
    expect(() => comfortMm(handOf(), 2, 2)).toThrow(RangeError)
  })
})

describe('care', () => {
  const pain = { place: 'wrist', since: '2026-01-05', reviewOn: null, note: '' } as unknown as Parameters<
    typeof careOf
  >[2]

  test('there is none where no finger is spared and nothing hurts', () => {
    expect(careOf({}, {}, null)).toBeNull()
    expect(careOf({ excluded: [] }, {}, null)).toBeNull()
  })

  test('one finger is enough, and so is pain alone', () => {
    expect(careOf({ excluded: [4] }, {}, null)).toMatchObject({ excluded: [4], spared: [] })
    expect(careOf({ spared: [3] }, {}, null)).toMatchObject({ excluded: [], spared: [3] })
    expect(careOf({}, {}, pain)).toMatchObject({ pain })
  })
})

test('a neck shaded for two fingers measures from one to the other', () => {
  const guitar = instrumentOf({ preset: 'classical' })
  const shaded = (fingers: readonly (1 | 2 | 3 | 4)[]) => easeByPosition(handOf(), guitar, fingers)[4]!
  expect(shaded([1, 3]).spanMm).toBeCloseTo(spanMm(guitar.scaleLengthMm, 0, 5, 7), 9)
  expect(shaded([1, 2]).spanMm).toBeCloseTo(spanMm(guitar.scaleLengthMm, 0, 5, 6), 9)
  expect(shaded([2]).spanMm).toBe(0)
})

describe('the reach of a hand that nobody has measured', () => {
  test.each([
    [3, 42],
    [5, 42],
    [6, 46],
    [7, 50],
    [9, 58],
    [14, 78],
    [15, 80],
    [40, 80],
    [null, 80],
  ])('of %p years is %i mm', (age, mm) => {
    expect(assumedReachMm(age)).toBe(mm)
    expect(handOf(withAssumedReach({}, age)).reachMm).toBe(mm)
  })

  test('is assumed no more once it is measured, nor where the age is not known', () => {
    expect(withAssumedReach({ reachMm: 61, assumedMm: 58, spared: [4] }, 9)).toEqual({ reachMm: 61, spared: [4] })
    expect(withAssumedReach({ assumedMm: 58 }, null)).toEqual({})
  })
})
