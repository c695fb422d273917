import { describe, expect, test } from '@jest/globals'
import { planSchema, SCHOOLS } from '../schema/plan-fields'
import { forecastOf } from '../practice/tempo/forecast'
import { dayInWords } from './day'
import { expectedInWords, pacingInWords } from './forecast'
import { planInWords, SCHOOL_LABELS } from './school'

const plan = (school: (typeof SCHOOLS)[number], more: object = {}) =>
  planSchema.parse({ school, startBpm: 60, targetBpm: school === 'slow-down' ? 30 : 90, ...more })

describe('a plan in words', () => {
  test.each([
    [plan('clean-passes'), 'Three clean passes in a row raise the tempo by 4; five slips in the last eight ease it.'],
    [
      plan('clean-passes', { need: 1, step: '5%' }),
      'One clean pass raises the tempo by 5 %; five slips in the last eight ease it.',
    ],
    [plan('staged'), 'At 60, 72, 90: each passed by three clean passes in a row.'],
    [plan('creep'), 'Every clean pass raises the tempo by 1; two slips in a row ease it by two steps.'],
    [plan('slow-soak'), 'Never raised on the day: after three days of 5 minutes or more that felt easy or warm, by 4.'],
    [plan('untimed'), 'No tempo: passed when rated 4 or more of 5 in two lessons in a row.'],
    [plan('slow-down'), 'Slower is harder: 60, 50, 42, 35, 30, each passed when the count stays with the click.'],
  ])('%j', (given, words) => {
    expect(planInWords(given)).toBe(words)
  })

  test('every school has a name of its own', () => {
    expect(new Set(SCHOOLS.map(school => SCHOOL_LABELS[school])).size).toBe(SCHOOLS.length)
  })
})

describe('a forecast in words', () => {
  const of = (bpms: readonly number[], targetOn: string | null = null) =>
    forecastOf({
      plan: plan('clean-passes'),
      points: bpms.map((bpm, i) => ({ day: `2026-01-${String(5 + 7 * i).padStart(2, '0')}`, bpm })),
      targetOn,
      today: '2026-01-26',
    })
  const said = (bpms: readonly number[], targetOn: string | null = null) => [
    expectedInWords(plan('clean-passes'), of(bpms, targetOn), '2026-01-26'),
    pacingInWords(of(bpms, targetOn)),
  ]

  test('too early, reached, not rising, and about when', () => {
    expect(said([])[0]).toBe('Too early to tell: no day with a clean pass so far; three are needed.')
    expect(said([60])[0]).toContain('one day with')
    expect(said([60, 90])[0]).toBe('The target of 90 was played cleanly.')
    expect(said([60, 60, 60])[0]).toBe('The clean tempo is not rising, so no date can be forecast.')
    expect(said([60, 64, 68, 72])[0]).toMatch(/^Expected about \d+ \w+: \d+ \w+ to \d+ \w+\.$/)
  })

  test('a day of another year has its year', () => {
    const slow = of([60, 60.5, 61, 61.5])
    expect(expectedInWords(plan('clean-passes'), slow, '2025-12-20')).toMatch(/2026/)
    expect(dayInWords('2027-04-01', '2026-12-24')).toBe('1 April 2027')
    expect(dayInWords('2026-04-01', '2026-12-24')).toBe('1 April')
  })

  test('what a wanted day asks for against what was gained; nothing where they agree', () => {
    expect(said([60, 63, 66, 69], '2026-02-09')[1]).toBe('Needs +11 a week, has been +3 over the last four weeks.')
    expect(said([60, 63, 66, 69], '2026-03-30')[1]).toBeNull()
    expect(said([69, 69, 69, 69], '2026-02-09')[1]).toBe('Needs +11 a week, has not risen over the last four weeks.')
    expect(said([60, 63, 66, 69])[1]).toBeNull()
    expect(said([60, 63, 66, 69], '2026-01-20')[1]).toBe(
      'Its date has passed; it has gained 3 a week over the last four weeks.',
    )
  })
})
