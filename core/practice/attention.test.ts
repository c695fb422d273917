import { describe, expect, test } from '@jest/globals'
import { attentionInWords } from '../wording/attention'
import { attentionOf, byPressing, needsByStudent, PRESSING, urgencyOf } from './attention'
import type { DrillFollowed } from './tempo/drill-state'

const drill = (more: Partial<DrillFollowed> = {}): DrillFollowed => ({
  id: 'a',
  drillName: 'Spider',
  bpm: 72,
  bestBpm: 76,
  plan: { targetBpm: 104 },
  targetOn: null,
  pace: 'open',
  completed: null,
  ...more,
})
const about = (more: object = {}) =>
  attentionOf({
    drills: [drill()],
    pain: null,
    reviewOn: undefined,
    lastLessonOn: '2026-03-01',
    today: '2026-03-10',
    ...more,
  })
const told = (more: object) => about(more).map(attentionInWords)

describe('who wants attention, and why', () => {
  test('nobody whose drills are on plan and who was here lately', () => {
    expect(about()).toEqual([])
    expect(about({ drills: [drill({ pace: 'on-plan', targetOn: '2026-06-01' })] })).toEqual([])
    expect(about({ lastLessonOn: undefined })).toEqual([])
  })

  test('a completed drill wants nothing until its review is due, however long nobody raised it', () => {
    const completed = (on: string, reviews = 0) =>
      told({ drills: [drill({ pace: 'stalled', targetOn: '2026-03-01', completed: { on, reviews } })] })
    expect(completed('2026-03-05')).toEqual([])
    expect(completed('2026-03-03')).toEqual(['Spider: completed, review due since 10 March.'])
    expect(completed('2026-01-01', 3)).toEqual([])
  })

  test('who has no drill, whatever else', () => {
    expect(told({ drills: [], lastLessonOn: '2025-01-01' })).toEqual(['No drills assigned.'])
  })

  test('a drill stalls before it is due, and is due before it is behind', () => {
    expect(told({ drills: [drill({ pace: 'stalled', targetOn: '2026-03-11' })] })).toEqual([
      'Spider: not above 76 for four lessons or more, at 72 of 104.',
    ])
    expect(told({ drills: [drill({ pace: 'behind', targetOn: '2026-03-11' })] })).toEqual([
      'Spider: due by 11 March, at 72 of 104.',
    ])
    expect(told({ drills: [drill({ pace: 'behind', targetOn: '2026-04-11' })] })).toEqual([
      'Spider: behind its plan, at 72 of 104.',
    ])
  })

  test('due from a week before its day, late from the day after; not once the target is reached', () => {
    const due = (targetOn: string, pace: DrillFollowed['pace'] = 'on-plan') =>
      about({ drills: [drill({ pace, targetOn })] })
    expect(due('2026-03-18')).toEqual([])
    expect(due('2026-03-17')).toMatchObject([{ kind: 'due', late: false }])
    expect(due('2026-03-10')).toMatchObject([{ kind: 'due', late: false }])
    expect(due('2026-03-09')).toMatchObject([{ kind: 'due', late: true }])
    expect(due('2026-03-09', 'at-target')).toEqual([])
    expect(told({ drills: [drill({ pace: 'on-plan', targetOn: '2026-03-09' })] })).toEqual([
      'Spider: was due by 9 March, at 72 of 104.',
    ])
  })

  test('who has not been here for more than three weeks', () => {
    expect(about({ lastLessonOn: '2026-02-17' })).toEqual([])
    expect(told({ lastLessonOn: '2026-02-16' })).toEqual(['No lesson for three weeks or more.'])
  })

  test('pain before all else, until it is gone', () => {
    const pain = { where: 'wrist', since: '2026-03-03', reviewOn: '2026-03-12' }
    expect(told({ pain, reviewOn: '2026-03-10', drills: [] })).toEqual([
      'Pain in the wrist since 3 March: rest until it is gone, ask again on 12 March.',
      'Spared fingers due for review since 10 March.',
      'No drills assigned.',
    ])
    // Sore skin stops nobody; numbness is for a doctor (common practice).
    expect(told({ pain: { where: 'fingertip-skin', since: '2026-03-03', reviewOn: null } })).toEqual([
      'Sore fingertips since 3 March.',
    ])
    expect(told({ pain: { where: 'numb-or-tingling', since: '2026-03-03', reviewOn: null } })).toEqual([
      'Numbness or tingling since 3 March: rest, see a doctor.',
    ])
  })

  test('spared fingers on their day and after, before all else', () => {
    expect(about({ reviewOn: '2026-03-11' })).toEqual([])
    expect(told({ reviewOn: '2026-03-10', drills: [drill({ pace: 'stalled' })] })).toEqual([
      'Spared fingers due for review since 10 March.',
      'Spider: not above 76 for four lessons or more, at 72 of 104.',
    ])
    expect(told({ reviewOn: '2026-03-01', drills: [] })).toEqual([
      'Spared fingers due for review since 1 March.',
      'No drills assigned.',
    ])
  })

  test('a lesson that nobody ended is said too', () => {
    expect(attentionInWords({ kind: 'unfinished' })).toBe('A lesson was started and not ended.')
  })
})

describe('what one student wants', () => {
  const need = (name: string, kind: 'pain' | 'stalled' | 'silent' | 'behind') => ({ kind, student: { id: name, name } })

  test('is told together, the most pressing first, of students and of their needs', () => {
    const told = needsByStudent([
      need('Ida', 'silent'),
      need('Otto', 'behind'),
      need('Ida', 'stalled'),
      need('Una', 'pain'),
      need('Otto', 'stalled'),
    ])
    expect(told.map(each => [each.student.name, ...each.needs.map(({ kind }) => kind)])).toEqual([
      ['Una', 'pain'],
      ['Ida', 'stalled', 'silent'],
      ['Otto', 'stalled', 'behind'],
    ])
    expect(needsByStudent([])).toEqual([])
  })

  test('is as urgent as the most pressing of it; who wants nothing comes after everybody', () => {
    expect(byPressing(['silent', 'stalled', 'pain'])).toEqual(['pain', 'stalled', 'silent'])
    expect(urgencyOf(['silent', 'pain'])).toBeGreaterThan(urgencyOf(['stalled', 'due']))
    expect(urgencyOf(['due'])).toBeGreaterThan(urgencyOf(['silent']))
    expect(PRESSING.map(kind => urgencyOf([kind]))).toEqual([9, 8, 7, 6, 5, 4, 3, 2, 1])
    expect(urgencyOf([])).toBe(0)
  })
})
