import { describe, expect, test } from '@jest/globals'
import { faultsOverLessons } from './faults'
import { hoursByTechnique } from './hours'

describe('hours by technique', () => {
  const spent = (technique: string, inLessons: number, atHome: number) => ({ technique, inLessons, atHome })

  test('lessons and home together, the most first, with the mark passed and the one to come', () => {
    expect(hoursByTechnique([spent('a', 60, 0), spent('b', 30, 270), spent('a', 30, 30), spent('c', 0, 0)])).toEqual([
      { technique: 'b', inLessons: 30, atHome: 270, hours: 5, passed: 5, next: 10 },
      { technique: 'a', inLessons: 90, atHome: 30, hours: 2, passed: null, next: 5 },
    ])
  })

  test('after the last mark there is none to come', () => {
    expect(hoursByTechnique([spent('a', 0, 60 * 300)])[0]).toMatchObject({ passed: 250, next: null })
  })
})

describe('faults over lessons', () => {
  test('each with its figure a lesson, the most frequent first, then the one heard last', () => {
    const rows = faultsOverLessons([
      { day: '2026-01-05', faults: ['late-shift', 'late-shift', 'rushing'] },
      { day: '2026-01-12', faults: [] },
      { day: '2026-01-19', faults: ['late-shift', 'tension'] },
    ])
    expect(rows).toEqual([
      { fault: 'late-shift', counts: [2, 0, 1], total: 3, lessonsSince: 0 },
      { fault: 'tension', counts: [0, 0, 1], total: 1, lessonsSince: 0 },
      { fault: 'rushing', counts: [1, 0, 0], total: 1, lessonsSince: 2 },
    ])
    expect(faultsOverLessons([])).toEqual([])
  })
})
