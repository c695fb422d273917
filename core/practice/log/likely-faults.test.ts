import { describe, expect, test } from '@jest/globals'
import { scoreOf } from '../../score/score-of.test.data'
import { likelyFaults } from './likely-faults'

const order = (more: object = {}) => ({ version: 1, family: 'order', order: { fingers: [1, 2, 3, 4] }, ...more })
const faults = (spec: object, habits = {}) => likelyFaults(scoreOf(spec), habits)
const has =
  (spec: object, habits = {}) =>
  (fault: string) =>
    [...faults(spec, habits)].includes(fault as never)

describe('the faults that can be in a drill (common practice)', () => {
  test('of a pick where one plays, of fingers where they do', () => {
    const picked = has(order())
    expect(['down-and-up-uneven', 'pick-angle', 'not-planted', 'nail-catches'].map(picked)).toEqual([
      true,
      true,
      false,
      false,
    ])
    const fingered = has(order({ plucking: { system: 'im' } }))
    expect(['down-and-up-uneven', 'pick-angle', 'not-planted', 'nail-catches'].map(fingered)).toEqual([
      false,
      false,
      true,
      true,
    ])
  })

  test('a tap is no pluck: a pick that is joined by taps has the faults of a pick alone', () => {
    const tapped = {
      version: 1,
      family: 'tap',
      tap: {
        string: 1,
        cycle: [
          { fret: 5, finger: 1 },
          { fret: 12, tap: 'm' },
        ],
        times: 2,
      },
    }
    expect(scoreOf(tapped).notes.some(note => note.via === 'tap')).toBe(true)
    expect(['finger-out-of-order', 'not-planted', 'thumb-behind-fingers', 'nail-catches'].map(has(tapped))).toEqual([
      false,
      false,
      false,
      false,
    ])
  })

  test('a tilted pick is none where it sweeps', () => {
    expect(has(order({ plucking: { system: 'sweep' } }))('pick-angle')).toBe(false)
    expect(has(order({ plucking: { system: 'economy' } }))('pick-angle')).toBe(false)
    expect(has(order({ plucking: { system: 'down' } }))('pick-angle')).toBe(true)
  })

  test('anchoring or floating is one where it was agreed, and a nail where nails sound the strings', () => {
    const fingers = order({ plucking: { system: 'im' } })
    expect(has(fingers)('anchored-or-floating')).toBe(false)
    expect(has(fingers, { anchor: 'open' })('anchored-or-floating')).toBe(false)
    expect(has(fingers, { anchor: 'float' })('anchored-or-floating')).toBe(true)
    expect(has(fingers, { sounder: 'flesh' })('nail-catches')).toBe(false)
    expect(has(fingers, { sounder: 'nails' })('nail-catches')).toBe(true)
  })

  test('of slurs, shifts and chords where there are some', () => {
    const slurred = has(order({ slurs: [2] }))
    expect(['weak-hammer-on', 'late-shift', 'one-sticks-out', 'break-at-change'].map(slurred)).toEqual([
      true,
      false,
      false,
      false,
    ])
    expect(has(order())('weak-hammer-on')).toBe(false)
    const moved = { version: 1, family: 'chromatic', chromatic: { strings: [1], positions: [1, 5] } }
    expect(has(moved)('late-shift')).toBe(true)
    const changed = {
      version: 1,
      family: 'blocks',
      blocks: {
        chords: [
          { name: 'E', frets: '022100' },
          { name: 'Am', frets: 'x02210' },
        ],
      },
    }
    expect(has(changed)('break-at-change')).toBe(true)
  })

  test('of a hand that does nothing there are none; sound and body always can be wrong', () => {
    const plucking = has(order({ then: [{ do: 'only', part: 'plucking-hand' }] }))
    expect(['flying-finger', 'wrong-stroke', 'rushing', 'pain'].map(plucking)).toEqual([false, true, true, true])
    const fretting = has(order({ then: [{ do: 'only', part: 'fretting-hand' }] }))
    expect(['flying-finger', 'wrong-stroke', 'rushing', 'pain'].map(fretting)).toEqual([true, false, true, true])
  })
})
