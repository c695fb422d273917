import { describe, expect, test } from '@jest/globals'
import type { Plan } from '../../schema/plan-fields'
import type { Fault } from '../../schema/faults'
import { decide } from './decide'
import type { HistoryEvent } from './history'
import { at, day, lesson, passes, practice, practised } from './history.test.data'
import { completedIn, nextReviewOn, reopens } from './review'

const PLAN: Plan = { school: 'clean-passes', startBpm: 72, targetBpm: 104, step: 4, need: 3, tooMany: 5 }
const asked = (history: readonly HistoryEvent[], bpm = 72, plan: Plan = PLAN, bestBefore: number | null = null) =>
  decide({ plan, bpm, history, now: at(60), bestBefore })
const cleared = (on: number): HistoryEvent => ({ at: at(on), kind: 'cleared' })

describe('pain', () => {
  test.each(['joint', 'hand', 'wrist', 'forearm', 'shoulder', 'neck', 'numb-or-tingling'] as const)(
    'in the %s means rest until the teacher has cleared it',
    hurts => {
      const hurt = practice(0, { hurts, feel: 'warm' })
      expect(asked([hurt])).toMatchObject({ decision: 'rest', bpm: 72, used: { hurts, heardBy: 'student' } })
      // Three clean passes do not lift it.
      expect(asked([hurt, ...passes('ccc', 72, 'teacher', 7)]).decision).toBe('rest')
      expect(asked([hurt, cleared(6), ...passes('ccc', 72, 'teacher', 7)]).decision).toBe('raise')
      expect(asked([hurt, cleared(6), { ...hurt, at: at(8) }]).decision).toBe('rest')
    },
  )

  test('sore skin of the fingertips stops nobody, not even where it felt like pain', () => {
    const sore = practice(0, { hurts: 'fingertip-skin', feel: 'pain' })
    expect(asked([sore, ...passes('ccc', 72, 'teacher', 1)]).decision).toBe('raise')
  })

  test('pain without a place, or put down as a fault, is pain', () => {
    expect(asked([practice(0, { feel: 'pain' })])).toMatchObject({
      decision: 'rest',
      grounds: { ground: 'pain', hurts: null, day: day(0) },
    })
    expect(asked([lesson(0, ['pain'])]).decision).toBe('rest')
    expect(asked([lesson(0, ['pain']), cleared(1), lesson(7, ['pain']), cleared(8)]).decision).toBe('hold')
  })
})

describe('passes while it hurt', () => {
  const over = (since: number | null, clearedOn: number): HistoryEvent => ({
    at: at(clearedOn, 30),
    kind: 'cleared',
    ...(since !== null && { since: day(since) }),
  })

  test('count as nothing that raises, those before and after do', () => {
    expect(asked([...passes('ccc', 72, 'teacher', 7), over(7, 7)]).decision).toBe('hold')
    expect(asked([...passes('ccc', 72, 'teacher', 0), over(7, 7)]).decision).toBe('raise')
    expect(asked([...passes('cc', 72, 'teacher', 7), over(7, 7), ...passes('c', 72, 'teacher', 8)]).decision).toBe(
      'hold',
    )
    expect(asked([over(7, 7), ...passes('ccc', 72, 'teacher', 8)]).decision).toBe('raise')
  })

  test('count as ever where nobody knows since when it hurt', () => {
    expect(asked([...passes('ccc', 72, 'teacher', 7), over(null, 7)]).decision).toBe('raise')
  })
})

describe('the same fault again', () => {
  const faults = (...lists: readonly (readonly Fault[])[]) => lists.map((list, i) => lesson(7 * i, list))

  test('in two of the last three lessons it holds the drill and offers what helps', () => {
    expect(asked(faults(['late-shift'])).grounds.ground).toBe('more-wanted')
    expect(asked(faults(['late-shift'], [], ['late-shift']))).toMatchObject({
      decision: 'hold',
      grounds: { ground: 'fault-again', fault: 'late-shift', count: 2, among: 3 },
      used: { fault: 'late-shift', lessons: 2 },
    })
    expect(asked(faults(['late-shift'], ['late-shift'], [], [])).grounds.ground).toBe('more-wanted')
    expect(asked(faults(['late-shift', 'late-shift'])).grounds.ground).toBe('more-wanted')
  })

  test('it stands over a raise, and pain over it', () => {
    const twice = faults(['tension'], ['tension'])
    expect(asked([...twice, ...passes('ccc', 72, 'teacher', 8)]).decision).toBe('hold')
    expect(asked([...twice, practice(8, { hurts: 'wrist' })]).decision).toBe('rest')
  })

  test('of several the most frequent is named, then the latest', () => {
    expect(asked(faults(['dragging', 'rushing'], ['rushing', 'dragging'], ['rushing'])).used.fault).toBe('rushing')
    expect(asked(faults(['dragging'], ['dragging', 'rushing'], ['rushing'])).used.fault).toBe('rushing')
  })
})

describe('the target', () => {
  test('reached in two lessons running is done, whatever the school offers', () => {
    const twice = [...passes('ccc', 104), ...passes('c', 104, 'teacher', 7)]
    expect(asked(twice, 104)).toMatchObject({ decision: 'done', bpm: 104, grounds: { reviewWeeks: [1, 3, 8] } })
    // Faster than the target reaches it too.
    expect(asked([...passes('c', 108), ...passes('c', 104, 'teacher', 7)], 104).decision).toBe('done')
  })

  test('a lesson without it in between, or passes from home, do not complete it', () => {
    expect(asked([...passes('c', 104), lesson(7), ...passes('c', 104, 'teacher', 14)], 104).decision).toBe('hold')
    expect(asked([...passes('c', 104), ...passes('c', 104, 'student', 7)], 104).decision).toBe('hold')
  })

  test('twice in one lesson is one lesson', () => {
    expect(asked(passes('cc', 104), 104).decision).toBe('hold')
  })
})

describe('a plateau', () => {
  /** Three lessons with three days of practice before each. */
  const stuck = (bpms: readonly [number, number, number]) =>
    bpms.flatMap((bpm, i) => [...practised(7 * i, 3), ...passes('cx', bpm, 'teacher', 7 * i + 5)])

  test('no rise in three lessons with three days of practice each: something else is tried', () => {
    expect(asked(stuck([72, 72, 72]))).toMatchObject({
      decision: 'vary',
      bpm: 72,
      grounds: {
        ground: 'plateau',
        lessons: 3,
        bestCleanBpm: 72,
        variations: ['reverse', 'subdivision', 'hands-apart', 'slower', 'accents'],
      },
    })
    expect(asked(stuck([72, 72, 72])).used).toEqual({ heardBy: 'both', lessons: 3, bestCleanBpm: 72 })
    expect(asked(stuck([72, 72, 76])).decision).toBe('hold')
    expect(asked(stuck([72, 68, 70])).decision).toBe('vary')
  })

  test('where no pass was clean it names no tempo', () => {
    const never = [0, 1, 2].flatMap(i => [...practised(7 * i, 3), ...passes('xx', 72, 'teacher', 7 * i + 5)])
    expect(asked(never)).toMatchObject({ decision: 'vary', grounds: { bestCleanBpm: null } })
    expect(asked(never).used).toEqual({ heardBy: 'both', lessons: 3 })
  })

  test('practice may as well come after each lesson', () => {
    const after = [0, 1, 2].flatMap(i => [...passes('cx', 72, 'teacher', 7 * i), ...practised(7 * i + 1, 3)])
    expect(asked(after).decision).toBe('vary')
  })

  test('two days a week are too few to speak of one, and so are two lessons', () => {
    const few = [0, 1, 2].flatMap(i => [...practised(7 * i, 2), ...passes('cx', 72, 'teacher', 7 * i + 5)])
    expect(asked(few).decision).toBe('hold')
    expect(asked(stuck([72, 72, 72]).slice(0, -5)).decision).toBe('hold')
  })

  test('lessons in which nobody tried it do not lift it; a drill that was never heard has none', () => {
    const told = [0, 1, 2].flatMap(i => [...practised(7 * i, 3), lesson(7 * i + 5)])
    expect(asked([...passes('c', 72, 'teacher', -7), ...told]).decision).toBe('vary')
    expect(asked(told).decision).toBe('hold')
  })

  test('what was faster before all this keeps it a plateau', () => {
    expect(asked(stuck([68, 70, 72]), 72, PLAN, 80).decision).toBe('vary')
    expect(asked(stuck([68, 70, 72]), 72, PLAN, 68).decision).toBe('hold')
  })

  test('once something else was tried, it is counted anew', () => {
    expect(asked([...stuck([72, 72, 72]), { at: at(21), kind: 'decided', decision: 'vary' }]).decision).toBe('hold')
  })

  test('not inside a soak, not of an untimed stage, not of falling tempos, and not at the target', () => {
    const history = stuck([72, 72, 72])
    for (const plan of [
      { school: 'slow-soak', startBpm: 72, targetBpm: 104, step: 4, days: 30, minutes: 5 },
      { school: 'untimed', startBpm: 72, targetBpm: 72 },
      { school: 'slow-down', startBpm: 72, targetBpm: 40 },
    ] as const)
      expect(asked(history, 72, plan).decision).not.toBe('vary')
    expect(asked(history, 72, { ...PLAN, targetBpm: 72 }).decision).not.toBe('vary')
  })

  test('it stands over the school, and the target over it', () => {
    expect(asked([...stuck([72, 72, 72]), ...passes('ccc', 72, 'teacher', 19)]).decision).toBe('vary')
  })
})

describe('reviews', () => {
  const done = (on: number): HistoryEvent => ({ at: at(on, 58), kind: 'decided', decision: 'done' })
  const twice = [...passes('c', 104), ...passes('c', 104, 'teacher', 7)]

  test('a completed drill is looked at again after one, three and eight weeks, then left', () => {
    const on = '2026-01-05'
    expect([0, 1, 2, 3].map(reviews => nextReviewOn({ on, reviews }))).toEqual([
      '2026-01-12',
      '2026-01-26',
      '2026-03-02',
      null,
    ])
  })

  test('it is completed while its last decisions say so', () => {
    const decisions = (...kinds: readonly ('raise' | 'done' | 'ease')[]) =>
      kinds.map((decision, i) => ({ decision, at: at(i) }))
    expect(completedIn([])).toBeNull()
    expect(completedIn(decisions('raise', 'done'))).toEqual({ on: day(1), reviews: 0 })
    expect(completedIn(decisions('done', 'done', 'done'))).toEqual({ on: day(0), reviews: 2 })
    expect(completedIn(decisions('done', 'ease'))).toBeNull()
  })

  test('completed it rests and says when it is looked at again', () => {
    expect(asked([...twice, done(7)], 104)).toMatchObject({
      decision: 'hold',
      grounds: { ground: 'completed', nextOn: day(14) },
    })
  })

  test('a review within a tenth keeps it completed; a further fall opens it again at what is clean', () => {
    const reviewed = (letters: string, bpm: number) =>
      asked([...twice, done(7), ...passes(letters, bpm, 'teacher', 14)], 104)
    expect(reviewed('xc', 94)).toMatchObject({ decision: 'done', grounds: { ground: 'kept', nextOn: day(28) } })
    expect(reviewed('c', 93)).toMatchObject({
      decision: 'ease',
      bpm: 93,
      grounds: { ground: 'fell', bestCleanBpm: 93 },
    })
    expect(reviewed('xx', 104)).toMatchObject({ decision: 'ease', bpm: 100 })
    // From home nothing is reviewed.
    expect(asked([...twice, done(7), ...passes('c', 60, 'student', 10)], 104).grounds.ground).toBe('completed')
  })

  test('the last review has none after it', () => {
    const history = [...twice, done(7), done(14), done(28), ...passes('c', 104, 'teacher', 63)]
    expect(asked(history, 104)).toMatchObject({ decision: 'done', grounds: { ground: 'kept', nextOn: null } })
  })

  test('opened again it goes on by its school', () => {
    const again: HistoryEvent = { at: at(14, 30), kind: 'decided', decision: 'ease' }
    const history = [...twice, done(7), ...passes('x', 104, 'teacher', 14), again, ...passes('ccc', 93, 'teacher', 21)]
    expect(asked(history, 93)).toMatchObject({ decision: 'raise', bpm: 97 })
  })

  test('where slower is harder, a tempo faster by more than a tenth opens it again', () => {
    const plan = { school: 'slow-down', startBpm: 60, targetBpm: 30 } as const
    expect([30, 33, 34].map(bpm => reopens(plan, bpm))).toEqual([false, false, true])
    expect(reopens(PLAN, null)).toBe(true)
  })
})
