import { describe, expect, test } from '@jest/globals'
import { placesOf, withoutPlaces, withPain, type Hurts } from '../schema/pain'
import { painFor, restsFor } from './works-hand'

const fretted = { version: 1, family: 'order', order: { fingers: [1, 2] } }
const open = { ...fretted, then: [{ do: 'only', part: 'plucking-hand' }] }
const pain = (where: Hurts, hand?: 'fretting' | 'plucking') => ({ where, hand, since: '2026-01-05', reviewOn: null })

describe('what rests while something hurts', () => {
  test('drills of the hand that does; of both where nobody said which', () => {
    expect([restsFor(pain('joint', 'fretting'), fretted, {}), restsFor(pain('joint', 'fretting'), open, {})]).toEqual([
      true,
      false,
    ])
    expect([restsFor(pain('wrist', 'plucking'), open, {}), restsFor(pain('neck'), open, {})]).toEqual([true, true])
  })

  test('nothing for sore fingertips, nor for no pain', () => {
    expect([restsFor(pain('fingertip-skin', 'fretting'), fretted, {}), restsFor(null, fretted, {})]).toEqual([
      false,
      false,
    ])
  })
})

describe('what hurts besides', () => {
  const both = withPain(pain('fingertip-skin'), pain('joint', 'fretting'))

  test('a second pain is kept beside the first and widens what rests', () => {
    expect(placesOf(both).map(({ where }) => where)).toEqual(['joint', 'fingertip-skin'])
    expect([
      restsFor(pain('fingertip-skin'), fretted, {}),
      restsFor(both, fretted, {}),
      restsFor(both, open, {}),
    ]).toEqual([false, true, false])
    expect(painFor(both, () => true)?.where).toBe('joint')
    expect(painFor(both, hand => hand === 'both')?.where).toBe('fingertip-skin')
  })

  test('a place told again keeps its first day; what is gone goes by itself', () => {
    const again = withPain(both, { ...pain('joint', 'fretting'), since: '2026-01-09' })
    expect([again.since, placesOf(again)]).toEqual(['2026-01-05', placesOf(both)])
    expect(withoutPlaces(both, [pain('joint', 'fretting')])).toMatchObject({ where: 'fingertip-skin' })
    expect(withoutPlaces(both, placesOf(both))).toBeNull()
  })
})
