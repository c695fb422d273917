import { describe, expect, test } from '@jest/globals'
import type { Spec } from '../schema/parse'
import { unsuitedIn, usesFingerInCare } from './set-drill'

const set = (order: readonly number[], more: object = {}) => ({
  spec: { version: 1, family: 'order', position: 1, order: { fingers: order }, ...more } as unknown as Spec,
  change: null,
  pins: {},
})
const classical = { preset: 'classical' } as const

describe('a drill as it is set', () => {
  test('is held against the hand and guitar of who plays it now, not those it was set with', () => {
    const drill = set([1, 2, 3, 4], { instrument: { preset: 'ukulele' } })
    expect(unsuitedIn(drill, { hand: { reachMm: 100 }, instrument: classical })).toEqual([])
    expect(unsuitedIn(drill, { hand: { reachMm: 55 }, instrument: classical }).length).toBeGreaterThan(0)
  })

  test('is held against them at the stage it is at', () => {
    const drill = { ...set([1, 2, 3, 4]), change: { position: 9 } }
    expect(unsuitedIn(drill, { hand: { reachMm: 75 }, instrument: classical }).length).toBeLessThan(
      unsuitedIn({ ...drill, change: null }, { hand: { reachMm: 75 }, instrument: classical }).length,
    )
  })

  test('uses a finger in care where that is to be spared or left out, and only then', () => {
    expect(usesFingerInCare(set([1, 2, 4]), { spared: [4] })).toBe(true)
    expect(usesFingerInCare(set([1, 2, 4]), { excluded: [4] })).toBe(true)
    expect(usesFingerInCare(set([1, 2]), { spared: [4] })).toBe(false)
    expect(usesFingerInCare(set([1, 2, 4]), { reachMm: 55 })).toBe(false)
  })
})
