import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { planSchema, SCHOOLS, type Plan } from '../../../schema/plan-fields'
import { decide } from '../decide'
import type { HistoryEvent } from '../history'
import { at, lesson, passes, practice, practised } from '../history.test.data'
import { goalBpm, isFalling } from '../target'
import { easedByHand, raisedByHand, wayOn } from './registry'
import { slowDownTempos } from './slow-down'
import { stagedTempos } from './staged'

const asked = (plan: Plan, history: readonly HistoryEvent[], bpm = plan.startBpm, on = 30) =>
  decide({ plan, bpm, history, now: at(on) })

describe('staged', () => {
  const plan: Plan = { school: 'staged', startBpm: 60, targetBpm: 100, need: 3 }

  test('the tempos are the start, a fifth more, and the target: 60, 72, 100', () => {
    expect(stagedTempos(plan)).toEqual([60, 72, 100])
    // A fifth more than the start may be the target already.
    expect(stagedTempos({ ...plan, targetBpm: 70 })).toEqual([60, 70])
    expect(stagedTempos({ ...plan, tempos: [60, 66, 80] })).toEqual([60, 66, 80, 100])
  })

  test('three clean passes running open the next tempo of the list; no slip ever eases', () => {
    expect(asked(plan, passes('ccxcc', 60)).decision).toBe('hold')
    expect(asked(plan, passes('ccxccc', 60))).toMatchObject({ decision: 'raise', bpm: 72 })
    expect(asked(plan, passes('ccc', 72), 72)).toMatchObject({ decision: 'raise', bpm: 100 })
    expect(asked(plan, passes('ccc', 100), 100)).toMatchObject({ decision: 'hold', bpm: 100 })
    expect(asked(plan, passes('xxxxxxxx', 60)).decision).toBe('hold')
  })

  test('holding it says how many more are wanted, and at the last tempo that it is reached', () => {
    expect(asked(plan, passes('ccxcc', 60)).grounds).toEqual({ ground: 'more-wanted', count: 1, bpm: 60 })
    expect(asked(plan, passes('ccc', 100), 100).grounds).toEqual({ ground: 'at-target', targetBpm: 100 })
  })

  test('a tempo beside the list goes on to the next of the list', () => {
    expect(asked(plan, passes('ccc', 65), 65)).toMatchObject({ decision: 'raise', bpm: 72 })
  })

  test('from home alone it proposes', () => {
    expect(asked(plan, passes('ccc', 60, 'student'))).toMatchObject({ decision: 'hold', used: { proposes: 'raise' } })
    expect(asked(plan, [...passes('ccc', 60, 'student'), ...passes('c', 60, 'teacher', 1)]).decision).toBe('raise')
  })
})

describe('small steps', () => {
  const plan: Plan = { school: 'creep', startBpm: 60, targetBpm: 80, step: 2 }

  test('every success raises by one step, two failures in a row ease by two', () => {
    expect(asked(plan, passes('c', 60))).toMatchObject({ decision: 'raise', bpm: 62 })
    expect(asked(plan, passes('x', 70), 70).decision).toBe('hold')
    expect(asked(plan, passes('xx', 70), 70)).toMatchObject({ decision: 'ease', bpm: 66 })
    expect(asked(plan, passes('xxc', 70), 70)).toMatchObject({ decision: 'raise', bpm: 72 })
  })

  test('the last step ends on the target', () => {
    expect(asked(plan, passes('c', 79), 79)).toMatchObject({ decision: 'raise', bpm: 80 })
    expect(asked(plan, passes('c', 80), 80)).toMatchObject({ decision: 'hold', bpm: 80 })
  })

  test('failures at another tempo do not add up', () => {
    expect(asked(plan, [...passes('x', 72), ...passes('x', 70)], 70).decision).toBe('hold')
  })
})

describe('slow soak', () => {
  const plan: Plan = { school: 'slow-soak', startBpm: 72, targetBpm: 100, step: 4, days: 3, minutes: 5 }

  test('three easy days at the tempo raise it, and never on the third day itself', () => {
    const days = practised(0, 3)
    expect(asked(plan, days, 72, 2)).toMatchObject({ decision: 'hold', grounds: { ground: 'more-days', days: 1 } })
    expect(asked(plan, days, 72, 3)).toMatchObject({ decision: 'raise', bpm: 76, used: { days: 3 } })
  })

  test('the minutes of a day are added; too few do not count', () => {
    const short = practice(2, { minutes: 3 })
    expect(asked(plan, [...practised(0, 2), short]).decision).toBe('hold')
    expect(asked(plan, [...practised(0, 2), short, { ...short, minutes: 2 }]).decision).toBe('raise')
  })

  test.each(['tired', 'fresh'] as const)('a %s day does not count and takes nothing away', feel => {
    const off = practice(2, { feel })
    expect(asked(plan, [...practised(0, 2), off]).decision).toBe('hold')
    expect(asked(plan, [...practised(0, 2), off, practice(3)]).decision).toBe('raise')
  })

  test('days at another tempo begin the count anew', () => {
    expect(asked(plan, [...practised(0, 3), practice(3, { bpm: 76 }), ...practised(4, 2)]).decision).toBe('hold')
  })

  test('a pain begins it anew, once it is cleared', () => {
    const hurt = practice(3, { feel: 'pain', hurts: 'wrist' })
    const cleared = { at: at(4), kind: 'cleared' } as const
    expect(asked(plan, [...practised(0, 3), hurt]).decision).toBe('rest')
    expect(asked(plan, [...practised(0, 3), hurt, cleared]).decision).toBe('hold')
    expect(asked(plan, [...practised(0, 3), hurt, cleared, ...practised(5, 3)]).decision).toBe('raise')
  })

  test('clean passes alone never raise it', () => {
    expect(asked(plan, passes('cccccccc')).decision).toBe('hold')
  })
})

describe('untimed', () => {
  const plan: Plan = { school: 'untimed', startBpm: 60, targetBpm: 60 }

  test('four of five in two lessons running opens the next stage', () => {
    expect(asked(plan, [])).toMatchObject({ decision: 'hold', used: { heardBy: 'nobody', quality: [] } })
    expect(asked(plan, [lesson(0, [], 4)])).toMatchObject({ decision: 'hold', used: { heardBy: 'teacher' } })
    expect(asked(plan, [lesson(0, [], 4), lesson(7, [], 4)])).toMatchObject({
      decision: 'next-stage',
      bpm: 60,
      used: { quality: [4, 4] },
    })
    expect(asked(plan, [lesson(0, [], 5), lesson(7, [], 3)]).decision).toBe('hold')
    expect(asked(plan, [lesson(0, [], 3), lesson(7, [], 5), lesson(14, [], 4)]).decision).toBe('next-stage')
  })

  test('no pass completes it, and nothing raises it', () => {
    const clean = [...passes('ccc', 60), ...passes('ccc', 60, 'teacher', 7)]
    expect(asked(plan, clean).decision).toBe('hold')
  })
})

describe('slow-down', () => {
  const plan: Plan = { school: 'slow-down', startBpm: 60, targetBpm: 30 }

  test('each tempo is a sixth slower, down to the target: 60, 50, 42, 35, 30', () => {
    expect(slowDownTempos(plan)).toEqual([60, 50, 42, 35, 30])
    expect(slowDownTempos({ ...plan, tempos: [72, 48, 32] })).toEqual([72, 48, 32])
    expect(slowDownTempos({ ...plan, targetBpm: 60 })).toEqual([60])
  })

  test('the count stays with the click once, and the next slower tempo follows', () => {
    expect(asked(plan, passes('x', 60)).decision).toBe('hold')
    expect(asked(plan, passes('xc', 60))).toMatchObject({ decision: 'next-stage', bpm: 50 })
    expect(asked(plan, passes('c', 60, 'student'))).toMatchObject({
      decision: 'hold',
      used: { proposes: 'next-stage' },
    })
  })

  test('the slowest tempo in two lessons running completes it', () => {
    expect(asked(plan, passes('c', 30), 30)).toMatchObject({ decision: 'hold', bpm: 30 })
    expect(asked(plan, [...passes('c', 30), ...passes('c', 30, 'teacher', 7)], 30).decision).toBe('done')
  })
})

describe('plans', () => {
  const ends = { startBpm: 60, targetBpm: 90 }

  test('each school has its defaults', () => {
    const read = SCHOOLS.map(school =>
      planSchema.parse({ school, startBpm: 60, targetBpm: school === 'slow-down' ? 30 : 90 }),
    )
    expect(read).toEqual([
      { school: 'clean-passes', ...ends, step: 4, need: 3, tooMany: 5 },
      { school: 'staged', ...ends, need: 3 },
      { school: 'creep', ...ends, step: 1 },
      { school: 'slow-soak', ...ends, step: 4, days: 3, minutes: 5 },
      { school: 'untimed', ...ends },
      { school: 'slow-down', startBpm: 60, targetBpm: 30 },
    ])
    expect(planSchema.parse({ school: 'untimed' })).toEqual({ school: 'untimed', startBpm: 60, targetBpm: 60 })
  })

  test("another school's numbers are left aside, unknown ones refused", () => {
    expect(planSchema.parse({ school: 'creep', ...ends, need: 3, tempos: [1] })).toEqual({
      school: 'creep',
      ...ends,
      step: 1,
    })
    expect(planSchema.safeParse({ school: 'creep', ...ends, speed: 3 }).success).toBe(false)
  })

  test.each([
    [{ school: 'creep', ...ends, step: 5 }, 'step must be at most 4 bpm'],
    [{ school: 'creep', ...ends, step: '5' }, 'step must be a number of bpm or a share such as "5%"'],
    [{ school: 'staged', ...ends, tempos: [80, 70] }, 'tempos must rise from one to the next'],
    [{ school: 'staged', startBpm: 90, targetBpm: 60 }, 'the target must not be slower than the start'],
    [{ school: 'slow-down', ...ends }, 'the target must not be faster than the start'],
    [{ school: 'slow-down', ...ends, tempos: [30, 40] }, 'tempos must fall from one to the next'],
    [{ school: 'faster', ...ends }, 'school must be one of clean-passes, staged, creep'],
    [{ school: 'slow-soak', ...ends, days: 2.5 }, 'days must be a whole number'],
  ])('%j is refused: %s', (plan, reason) => {
    const { error } = planSchema.safeParse(plan)
    expect(error!.issues.map(issue => issue.message).join('; ')).toContain(reason)
  })

  const anyPlan = fc
    .tuple(fc.constantFrom(...SCHOOLS), fc.integer({ min: 20, max: 200 }), fc.integer({ min: 0, max: 150 }))
    .map(([school, low, more]) =>
      planSchema.parse(
        school === 'slow-down'
          ? { school, startBpm: low + more, targetBpm: low }
          : { school, startBpm: low, targetBpm: low + more },
      ),
    )

  test('the way of every plan goes one way and ends at its goal, never past it', () => {
    fc.assert(
      fc.property(anyPlan, plan => {
        const way = [plan.startBpm, ...wayOn(plan, plan.startBpm)]
        const steps = way.slice(1).map((bpm, i) => bpm - way[i]!)
        expect(steps.every(step => (isFalling(plan) ? step < 0 : step > 0))).toBe(true)
        if (plan.school !== 'untimed') expect(way.at(-1)).toBe(goalBpm(plan))
      }),
    )
  })

  test('a raise by hand goes up and easing goes down, whatever the school', () => {
    fc.assert(
      fc.property(anyPlan, plan => {
        expect(raisedByHand(plan, plan.startBpm)).toBeGreaterThan(plan.startBpm)
        expect(easedByHand(plan, plan.startBpm)).toBeLessThan(plan.startBpm)
      }),
    )
  })

  test('whatever was heard, the tempo stays between the ends of the plan, two steps below them at most', () => {
    fc.assert(
      fc.property(anyPlan, fc.array(fc.boolean(), { maxLength: 20 }), (plan, cleans) => {
        const heard = passes(cleans.map(clean => (clean ? 'c' : 'x')).join(''), plan.startBpm)
        const { bpm } = asked(plan, heard)
        const [low, high] = [plan.startBpm, goalBpm(plan)].toSorted((a, b) => a - b)
        expect(bpm).toBeLessThanOrEqual(high!)
        expect(bpm).toBeGreaterThanOrEqual(Math.max(10, low! - 8))
      }),
    )
  })
})
