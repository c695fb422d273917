import { describe, expect, test } from '@jest/globals'
import { attentionInWords } from '../wording/attention'
import { attentionOf, type DrillFollowed } from './attention'

const drill = (more: Partial<DrillFollowed> = {}): DrillFollowed => ({
  drillName: 'Spider',
  bpm: 72,
  plan: { targetBpm: 104 },
  targetOn: null,
  pace: 'open',
  ...more,
})
const about = (more: object = {}) =>
  attentionOf({ drills: [drill()], reviewOn: undefined, lastLessonOn: '2026-03-01', today: '2026-03-10', ...more })
const told = (more: object) => about(more).map(attentionInWords)

describe('who wants attention, and why', () => {
  test('nobody whose drills are on plan and who was here lately', () => {
    expect(about()).toEqual([])
    expect(about({ drills: [drill({ pace: 'on-plan', targetOn: '2026-06-01' })] })).toEqual([])
    expect(about({ lastLessonOn: undefined })).toEqual([])
  })

  test('who has no drill, whatever else', () => {
    expect(told({ drills: [], lastLessonOn: '2025-01-01' })).toEqual(['No drill is set.'])
  })

  test('a drill stalls before it is due, and is due before it is behind', () => {
    expect(told({ drills: [drill({ pace: 'stalled', targetOn: '2026-03-11' })] })).toEqual([
      'Spider: no rise for four lessons or more, at 72 of 104.',
    ])
    expect(told({ drills: [drill({ pace: 'behind', targetOn: '2026-03-11' })] })).toEqual([
      'Spider: wanted by 11 March, at 72 of 104.',
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
      'Spider: was wanted by 9 March, at 72 of 104.',
    ])
  })

  test('who has not been here for more than three weeks', () => {
    expect(about({ lastLessonOn: '2026-02-17' })).toEqual([])
    expect(told({ lastLessonOn: '2026-02-16' })).toEqual(['No lesson for three weeks or more.'])
  })

  test('spared fingers on their day and after, before all else', () => {
    expect(about({ reviewOn: '2026-03-11' })).toEqual([])
    expect(told({ reviewOn: '2026-03-10', drills: [drill({ pace: 'stalled' })] })).toEqual([
      'Spared fingers to be looked at again since 10 March.',
      'Spider: no rise for four lessons or more, at 72 of 104.',
    ])
    expect(told({ reviewOn: '2026-03-01', drills: [] })).toEqual([
      'Spared fingers to be looked at again since 1 March.',
      'No drill is set.',
    ])
  })

  test('a lesson that nobody ended is said too', () => {
    expect(attentionInWords({ kind: 'unfinished' })).toBe('A lesson was begun and not ended.')
  })
})
