import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { Plan } from '../../../schema/plan-fields'
import { decide } from '../decide'
import type { HistoryEvent } from '../history'
import { at, passes } from '../history.test.data'

const PLAN: Plan = { school: 'clean-passes', startBpm: 72, targetBpm: 104, step: 4, need: 3, tooMany: 5 }

const decided = (history: readonly HistoryEvent[], bpm = 72, plan = PLAN) => decide({ plan, bpm, history, now: at(30) })
const after = (letters: string, plan = PLAN) => decided(passes(letters), 72, plan)

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
    expect(decided(history).used).toMatchObject({ passes: 1, cleanInARow: 1 })
  })

  test('passes before the last accepted decision do not count', () => {
    expect(decided([...passes('ccc'), { at: at(0, 9), kind: 'decided', decision: 'hold' }]).decision).toBe('hold')
  })

  test('passes from home alone propose, and one heard by the teacher confirms', () => {
    const home = passes('ccc', 72, 'student')
    expect(decided(home)).toMatchObject({ decision: 'hold', bpm: 72, used: { proposes: 'raise', heardBy: 'student' } })
    expect(decided([...home, ...passes('c')])).toMatchObject({ decision: 'raise', used: { heardBy: 'both' } })
  })

  test('a step in per cent is a share of the present tempo', () => {
    expect(after('ccc', { ...PLAN, step: '5%' }).bpm).toBe(75.6)
  })

  test('at the target it holds, and is done once it was reached in two lessons running', () => {
    const first = passes('ccc', 104)
    expect(decided(first, 104)).toMatchObject({ decision: 'hold', bpm: 104 })
    expect(decided([...first, ...passes('c', 104, 'teacher', 7)], 104).decision).toBe('done')
    const missedOne = [...first, ...passes('x', 104, 'teacher', 7), ...passes('c', 104, 'teacher', 14)]
    expect(decided(missedOne, 104).decision).toBe('hold')
  })

  test('whatever the history, a raise needs the last passes clean, and the tempo stays between one step down and the target', () => {
    fc.assert(
      fc.property(fc.array(fc.boolean(), { maxLength: 30 }), fc.integer({ min: 1, max: 6 }), (cleans, need) => {
        const history = passes(cleans.map(clean => (clean ? 'c' : 'x')).join(''))
        const { decision, bpm } = decide({ plan: { ...PLAN, need }, bpm: 72, history, now: at(1) })
        if (decision === 'raise') expect(cleans.slice(-need).every(Boolean)).toBe(true)
        else expect(cleans.length >= need && cleans.slice(-need).every(Boolean)).toBe(false)
        expect(bpm).toBeGreaterThanOrEqual(68)
        expect(bpm).toBeLessThanOrEqual(76)
      }),
    )
  })
})
