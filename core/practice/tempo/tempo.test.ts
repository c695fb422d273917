import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { Plan } from '../../schema/plan-fields'
import { equalSpeedBpm, noteMs, notesPerSecond, raisedBpm, stepsBetween } from './arithmetic'
import { decide } from './decide'
import type { PassEvent } from './school'

const PLAN: Plan = { school: 'clean-passes', startBpm: 72, targetBpm: 104, step: 4, need: 3, tooMany: 5 }

/** Passes from letters: c clean, x slip, in one lesson on one day. */
const passes = (letters: string, bpm = 72, by: PassEvent['by'] = 'teacher', day = '2026-01-05'): PassEvent[] =>
  [...letters.replaceAll(' ', '')].map((letter, i) => ({
    at: `${day}T16:${String(i).padStart(2, '0')}:00+01:00`,
    kind: 'pass',
    bpm,
    clean: letter === 'c',
    by,
  }))

const after = (letters: string, plan = PLAN) => decide({ plan, bpm: 72, history: passes(letters) })

describe('tempo arithmetic', () => {
  // Facts of arithmetic every metronome user knows: sixteenths at 120 are 8 notes a second, 125 ms each.
  test('sixteenths at 120 are eight notes a second of 125 ms; at 200 one lasts 75 ms', () => {
    expect(notesPerSecond(120, 4)).toBe(8)
    expect(noteMs(120, 4)).toBe(125)
    expect(noteMs(200, 4)).toBe(75)
  })

  test('sixteenths at 120, triplets at 160 and eighths at 240 are equally fast', () => {
    expect(equalSpeedBpm(120, 4, 3)).toBe(160)
    expect(equalSpeedBpm(120, 4, 2)).toBe(240)
  })

  test('five per cent at a time it takes 15 steps from 60 to 120', () => {
    expect(stepsBetween(60, 120, '5%')).toBe(15)
    expect([stepsBetween(60, 64, 4), stepsBetween(60, 65, 4), stepsBetween(60, 60, 4)]).toEqual([1, 2, 0])
    expect(stepsBetween(60, 120, '5%')).toBe(Math.ceil(Math.log(2) / Math.log(1.05)))
  })

  test('the last step never overshoots the target', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 40, max: 100 }),
        fc.integer({ min: 0, max: 60 }),
        fc.constantFrom<number | string>(1, 4, 7, '5%', '12%'),
        (bpm, more, step) => {
          expect(raisedBpm(bpm, step, bpm + more)).toBeLessThanOrEqual(bpm + more)
        },
      ),
    )
    expect(raisedBpm(102, 4, 104)).toBe(104)
  })

  test('tempos of zero are refused', () => {
    expect(() => notesPerSecond(0, 4)).toThrow(RangeError)
    expect(() => notesPerSecond(60, 0)).toThrow(RangeError)
    expect([notesPerSecond(60, 1), notesPerSecond(1, 60)]).toEqual([1, 1])
    expect(() => stepsBetween(60, 120, 0)).toThrow(RangeError)
  })
})

describe('clean passes', () => {
  test('clean clean slip clean clean clean raises 72 to 76 after the sixth, not before', () => {
    for (const letters of ['c', 'cc', 'ccx', 'ccxc', 'ccxcc']) expect(after(letters).decision).toBe('hold')
    expect(after('ccxccc')).toMatchObject({
      decision: 'raise',
      bpm: 76,
      grounds: { ground: 'clean-in-a-row', count: 3, bpm: 72, heardBy: 'teacher' },
    })
  })

  test('five slips offer to ease; three clean passes after them raise all the same', () => {
    expect(after('xxxxx')).toMatchObject({ decision: 'ease', bpm: 68 })
    expect(after('xxxxx cc').decision).toBe('ease')
    expect(after('xxxxx ccc')).toMatchObject({ decision: 'raise', bpm: 76 })
  })

  test('only the last eight passes count for easing', () => {
    expect(after('xxxx cx cx').decision).toBe('ease')
    expect(after('xxxx cxcc').decision).toBe('ease')
    expect(after('xxxx ccxcc x').decision).toBe('hold')
  })

  test('passes at another tempo start the counts again', () => {
    const history = [...passes('cc', 68), ...passes('c', 72)]
    expect(decide({ plan: PLAN, bpm: 72, history }).used).toMatchObject({ passes: 1, cleanInARow: 1 })
  })

  test('passes before the last accepted decision do not count', () => {
    expect(decide({ plan: PLAN, bpm: 72, history: passes('ccc'), sinceDecision: [] }).decision).toBe('hold')
  })

  test('passes from home alone propose, and one heard by the teacher confirms', () => {
    const home = passes('ccc', 72, 'student')
    expect(decide({ plan: PLAN, bpm: 72, history: home })).toMatchObject({
      decision: 'hold',
      bpm: 72,
      used: { proposes: 'raise', heardBy: 'student' },
    })
    expect(decide({ plan: PLAN, bpm: 72, history: [...home, ...passes('c')] })).toMatchObject({
      decision: 'raise',
      used: { heardBy: 'both' },
    })
  })

  test('a step in per cent is a share of the present tempo', () => {
    expect(after('ccc', { ...PLAN, step: '5%' }).bpm).toBe(75.6)
  })

  test('at the target it holds, and is done once it was reached in two lessons running', () => {
    const first = passes('ccc', 104)
    expect(decide({ plan: PLAN, bpm: 104, history: first })).toMatchObject({ decision: 'hold', bpm: 104 })
    expect(
      decide({ plan: PLAN, bpm: 104, history: [...first, ...passes('c', 104, 'teacher', '2026-01-12')] }).decision,
    ).toBe('done')
    const missedOne = [
      ...first,
      ...passes('x', 104, 'teacher', '2026-01-12'),
      ...passes('c', 104, 'teacher', '2026-01-19'),
    ]
    expect(decide({ plan: PLAN, bpm: 104, history: missedOne }).decision).toBe('hold')
  })

  test('whatever the history, a raise needs the last passes clean, and the tempo stays between one step down and the target', () => {
    fc.assert(
      fc.property(fc.array(fc.boolean(), { maxLength: 30 }), fc.integer({ min: 1, max: 6 }), (cleans, need) => {
        const history = passes(cleans.map(clean => (clean ? 'c' : 'x')).join(''))
        const { decision, bpm } = decide({ plan: { ...PLAN, need }, bpm: 72, history })
        if (decision === 'raise') expect(cleans.slice(-need).every(Boolean)).toBe(true)
        else expect(cleans.length >= need && cleans.slice(-need).every(Boolean)).toBe(false)
        expect(bpm).toBeGreaterThanOrEqual(68)
        expect(bpm).toBeLessThanOrEqual(76)
      }),
    )
  })
})
