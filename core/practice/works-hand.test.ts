import { describe, expect, test } from '@jest/globals'
import type { Hurts } from '../schema/pain'
import { restsFor } from './works-hand'

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
