import { describe, expect, test } from '@jest/globals'
import { ALL_FAULTS } from '../schema/faults'
import { faultCue, faultInWords, remedyInWords } from '../wording/fault'
import { decideAnswer } from './decide-door'

const NOW = '2026-01-05T17:00:00+01:00'
const PLAN = { school: 'clean-passes', startBpm: 72, targetBpm: 104 }
const clean = (minute: number) => ({
  at: `2026-01-05T16:0${minute}:00+01:00`,
  kind: 'pass',
  bpm: 72,
  clean: true,
  by: 'teacher',
})
const ask = (more: object) => decideAnswer({ plan: PLAN, bpm: 72, history: [], now: NOW, ...more })

describe('the door of decisions', () => {
  test('answers with the decision, its tempo, one sentence and the numbers used', () => {
    expect(ask({ history: [clean(0), clean(1), clean(2)] })).toEqual({
      decision: 'raise',
      bpm: 76,
      reason: 'Three clean passes in a row at 72, heard by you.',
      used: { heardBy: 'teacher', passes: 3, cleanInARow: 3, slipsInLastEight: 0 },
    })
  })

  test('a tempo that is left out is the start of the plan', () => {
    expect(decideAnswer({ plan: PLAN, history: [], now: NOW })).toMatchObject({ decision: 'hold', bpm: 72 })
  })

  test.each([
    [{ plan: { ...PLAN, school: 'haste' } }, 'plan.school'],
    [{ plan: { ...PLAN, targetBpm: 60 } }, 'plan.targetBpm'],
    [{ bpm: 401 }, 'bpm'],
    [{ now: 'soon' }, 'now'],
    [{ history: [{ ...clean(0), bpm: 5 }] }, 'history.0.bpm'],
    [{ history: [{ ...clean(0), kind: 'guess' }] }, 'history.0.kind'],
    [{ history: [clean(3), clean(2)] }, 'history.1.at'],
    [
      { history: [{ at: clean(0).at, kind: 'practice', bpm: 72, minutes: 1441, feel: 'easy', by: 'student' }] },
      'history.0.minutes',
    ],
    [{ history: [{ at: clean(0).at, kind: 'lesson', quality: 6, faults: [] }] }, 'history.0.quality'],
    [{ wish: 'faster' }, 'wish'],
  ])('%j is refused at its field', (more, path) => {
    const answer = ask(more)
    expect('error' in answer && answer.error.path).toBe(path)
    expect('error' in answer && answer.error.message).toMatch(/^[a-z]/)
  })

  test('a fault may be named in words, and one that is not of the list counts all the same', () => {
    const told = (name: string) =>
      ask({ history: [0, 1].map(i => ({ at: clean(i).at, kind: 'lesson', faults: [name] })) })
    expect(told('Late shift')).toMatchObject({ decision: 'hold', used: { fault: 'late-shift' } })
    expect(told('sleepy')).toMatchObject({ reason: 'Sleepy in two of the last two lessons: play it a fifth slower.' })
  })
})

test('every fault of the list has a name, a cue and something that helps', () => {
  for (const fault of ALL_FAULTS) {
    expect(faultInWords({ fault })).toMatch(/^[a-z]/)
    expect(faultCue(fault)).toMatch(/^[A-Z].*\.$/)
    expect(remedyInWords(fault)).not.toContain('undefined')
  }
})
