import { describe, expect, test } from '@jest/globals'
import { spanMm } from '../guitar/geometry'
import { instrumentOf } from '../guitar/instrument'
import { careOf } from './care'
import { comfortMm, handOf } from './hand'
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
