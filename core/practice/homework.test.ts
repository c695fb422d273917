import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { homeworkCautions, homeworkCues, minutesInWords, wayInWords } from '../wording/homework'
import { scoreOf } from '../score/score-of.test.data'
import type { AgendaDrill } from './agenda/agenda'
import { blocksOf, heardOfLate, homeworkOffered } from './homework'

const drill = (id: string, more: Partial<AgendaDrill> = {}): AgendaDrill => ({
  id,
  warmupMinutes: null,
  pace: 'on-plan',
  targetOn: null,
  completed: null,
  heardOn: '2026-03-01',
  ...more,
})
const TODAY = '2026-03-09'
const offered = (drills: readonly AgendaDrill[], minutes: number, resting: readonly string[] = []) =>
  homeworkOffered(drills, minutes, TODAY, ({ id }) => resting.includes(id))

describe('a day’s practice', () => {
  test('adds up to its minutes exactly, the warm-up first, what is stalled longest', () => {
    const items = offered([drill('a'), drill('b', { pace: 'stalled' }), drill('w', { warmupMinutes: 3 })], 20)
    expect(items[0]).toEqual({ id: 'w', minutes: 3 })
    expect(items.map(item => item.id)).toEqual(['w', 'b', 'a'])
    expect(items[1]!.minutes).toBeGreaterThan(items[2]!.minutes)
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 3, max: 180 }), (count, minutes) => {
        const given = offered(
          Array.from({ length: count }, (_, i) => drill(String(i), { pace: i % 2 ? 'behind' : 'open' })),
          minutes,
        )
        expect(given.reduce((sum, item) => sum + item.minutes, 0)).toBe(minutes)
      }),
      { numRuns: 100 },
    )
  })

  test('leaves out what rests', () => {
    expect(offered([drill('a'), drill('b')], 10, ['a']).map(item => item.id)).toEqual(['b'])
  })

  test('is worked in blocks of seven minutes at most, as even as whole minutes allow', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 240 }), minutes => {
        const blocks = blocksOf(minutes)
        expect(blocks.reduce((sum, block) => sum + block, 0)).toBe(minutes)
        expect(Math.max(...blocks)).toBeLessThanOrEqual(7)
        expect(Math.max(...blocks) - Math.min(...blocks)).toBeLessThanOrEqual(1)
      }),
    )
    expect(minutesInWords(15)).toBe('15 minutes a day, in 3 blocks of 5')
    expect(minutesInWords(9)).toBe('9 minutes a day, in 2 blocks of 4 or 5')
    expect(minutesInWords(1)).toBe('1 minute a day')
  })
})

describe('what a sheet says', () => {
  test('the way of the tempo, as far as a week goes and where it ends', () => {
    const plan = { school: 'clean-passes', startBpm: 60, targetBpm: 100, step: 4, need: 3, tooMany: 5 } as const
    expect(wayInWords(plan, 72)).toBe('now 72, then 76, 80, 84 … 100')
    expect(wayInWords(plan, 96)).toBe('now 96, then 100')
    expect(wayInWords(plan, 100)).toBe('stay at 100')
    expect(wayInWords({ school: 'untimed', startBpm: 60, targetBpm: 60 }, 60)).toBe('without a metronome')
    expect(wayInWords({ school: 'slow-down', startBpm: 60, targetBpm: 30, tempos: [60, 45, 30] }, 60)).toBe(
      'now 60, then 45, 30',
    )
  })

  test('three things to watch for: what was wrong of late first', () => {
    const score = scoreOf({ version: 1, family: 'order', order: { fingers: [1, 2, 3, 4] } })
    const cues = homeworkCues(score, ['late-shift'])
    expect(cues).toHaveLength(3)
    expect(cues[0]).not.toBe(homeworkCues(score, [])[0])
    expect(cues.slice(1)).toEqual(homeworkCues(score, []).slice(0, 2))
  })

  test('a stretch is told apart, as a caution', () => {
    const wide = scoreOf({ version: 1, family: 'order', position: 1, order: { fingers: [1, 2, 3, 4] } })
    const cautions = homeworkCautions(wide)
    expect(cautions.length).toBeGreaterThan(0)
    expect(homeworkCues(wide, [])).not.toEqual(expect.arrayContaining([...cautions]))
  })
})

describe('what was heard wrong of late', () => {
  const before = [
    { id: '1', fault: 'not-on-tip' },
    { id: '2', fault: 'late-shift' },
  ] as const

  test('is what this lesson says, the latest first, then what earlier ones said and is not gone', () => {
    expect(heardOfLate([], before, [])).toEqual(['not-on-tip', 'late-shift'])
    expect(heardOfLate([{ fault: 'weak-pull-off' }, { fault: 'late-shift' }], before, [])).toEqual([
      'late-shift',
      'weak-pull-off',
      'not-on-tip',
    ])
    expect(heardOfLate([], before, ['1'])).toEqual(['late-shift'])
    // Gone, and heard again in the same lesson: it is there.
    expect(heardOfLate([{ fault: 'not-on-tip' }], before, ['1', '2'])).toEqual(['not-on-tip'])
  })

  test('is no more than a sheet has room for', () => {
    const faults = ['weak-hammer-on', 'weak-pull-off', 'rushing', 'tension'] as const
    expect(
      heardOfLate(
        faults.map(fault => ({ fault })),
        before,
        [],
      ),
    ).toEqual(['tension', 'rushing', 'weak-pull-off'])
  })
})
