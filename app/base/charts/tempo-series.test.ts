import { describe, expect, test } from '@jest/globals'
import type { FollowedDrill } from '#shared/contracts/taught/answers'
import { tempoSeries } from './tempo-series'

const decision = (day: string, bpm: number, overruled = false, stage: number | null = null) => ({
  day,
  bpm,
  overruled,
  stage,
})

const SET = {
  setOn: '2026-01-01',
  stageSince: null,
  path: [
    { number: 0, name: 'together' },
    { number: 1, name: 'slurred' },
  ],
  targetOn: '2026-03-01',
  plan: { school: 'clean-passes', startBpm: 60, targetBpm: 90, step: 4, need: 3, tooMany: 5 },
  lessons: [
    { lessonId: 'a', day: '2026-01-08', passes: 3, clean: 2, bestCleanBpm: 64, triedBpm: 64 },
    { lessonId: 'b', day: '2026-01-15', passes: 1, clean: 0, bestCleanBpm: null, triedBpm: 68 },
  ],
  course: [
    decision('2026-01-08', 64),
    decision('2026-01-08', 68),
    decision('2026-01-15', 64),
    decision('2026-01-22', 64, true),
  ],
} as unknown as FollowedDrill

describe('the tempo chart', () => {
  const series = tempoSeries(SET, '2026-01-25')

  test('a lesson shows its best clean tempo, or what was tried when nothing was clean', () => {
    expect(series.lessons).toEqual([
      { day: '2026-01-08', bestClean: 64, tried: 64, passes: 3 },
      { day: '2026-01-15', bestClean: null, tried: 68, passes: 1 },
    ])
  })

  test('the line goes by where each lesson left the tempo, up to today', () => {
    expect(series.steps.map(({ day, bpm }) => [day, bpm])).toEqual([
      ['2026-01-01', 60],
      ['2026-01-08', 68],
      ['2026-01-15', 64],
      ['2026-01-22', 64],
      ['2026-01-25', 64],
    ])
  })

  test('decisions tell up, down and same, and which were overruled', () => {
    expect(series.decisions.map(({ kind, overruled }) => [kind, overruled])).toEqual([
      ['up', false],
      ['up', false],
      ['down', false],
      ['same', true],
    ])
  })

  test('the plan runs from the start to the target, and the axis holds all of it', () => {
    expect(series.plan[0]).toEqual({ day: '2026-01-01', bpm: 60 })
    expect(series.plan.at(-1)).toEqual({ day: '2026-03-01', bpm: 90 })
    expect([series.from, series.to, series.lowest, series.highest]).toEqual(['2026-01-01', '2026-03-01', 60, 90])
  })

  test('without a date there is no plan line', () => {
    expect(tempoSeries({ ...SET, targetOn: null }, '2026-01-25').plan).toEqual([])
  })

  test('a stage that was opened is marked, what was heard before it in its lesson is not drawn, and its plan begins there', () => {
    const staged = {
      ...SET,
      stageSince: '2026-01-22T16:00:00+00:00',
      lessons: [
        ...SET.lessons,
        { lessonId: 'c', day: '2026-01-22', passes: 2, clean: 2, bestCleanBpm: null, triedBpm: null },
      ],
      course: [...SET.course.slice(0, 3), decision('2026-01-22', 60, false, 1)],
    } as unknown as FollowedDrill
    const { stages, lessons, plan } = tempoSeries(staged, '2026-01-25')
    expect(stages).toEqual([{ day: '2026-01-22', name: 'slurred' }])
    expect(lessons).toHaveLength(2)
    expect(plan[0]).toEqual({ day: '2026-01-22', bpm: 60 })
  })
})
