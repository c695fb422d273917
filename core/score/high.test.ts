import { describe, expect, test } from '@jest/globals'
import { cueInWords } from '../wording/cue'
import { scoreOf } from './score-of.test.data'
import { RELIABLE_MM_PER_S } from './travel'

const cues = (score: ReturnType<typeof scoreOf>) => score.cues.map(cueInWords).join('\n')
const order = (more: object) =>
  scoreOf({
    version: 1,
    family: 'order',
    order: { fingers: [1, 2, 3, 4] },
    strings: { order: [1], travel: 'there' },
    ...more,
  })

// Where the neck ends the thumb goes to the heel and the plucking hand towards the bridge (common practice).
describe('past the fret where neck and body meet', () => {
  test('two notes are a visit: the thumb stays', () => {
    const score = order({ position: 11 })
    expect(score.report.high).toEqual([{ from: 5040, to: 10080, stays: false }])
    expect(cues(score)).toContain('Only a visit past fret 12')
  })

  test('a bar and more is a stay', () => {
    const score = order({ position: 13, rhythm: { perBeat: 1 } })
    expect(score.report.high).toEqual([{ from: 0, to: 4 * 10080, stays: true }])
    expect(cues(score)).toContain('thumb to the heel')
  })

  test('the same frets are below it on an electric guitar', () => {
    const score = order({ position: 13, rhythm: { perBeat: 1 }, instrument: { preset: 'electric' } })
    expect(score.report.high).toEqual([])
    expect(cues(score)).not.toMatch(/heel|visit/)
  })

  test('a capo brings the body nearer', () => {
    expect(order({ position: 9, instrument: { preset: 'classical', capo: 2 } }).report.high).toHaveLength(1)
  })
})

describe('travel budgets', () => {
  // By the fret formula: the pick strikes two octaves up, at three quarters of 648 mm; fret 14 lies 648 · (1 −
  // 2^(−14/12)) from the nut.
  test('a tap travels from where the pick strikes to its fret', () => {
    const { report } = scoreOf({
      version: 1,
      family: 'tap',
      instrument: { preset: 'electric' },
      tap: {
        string: 2,
        cycle: [
          { fret: 7, finger: 1 },
          { fret: 14, tap: 'm' },
        ],
      },
    })
    expect(report.travel).toHaveLength(1)
    expect(report.travel[0]!.mm).toBeCloseTo(0.75 * 648 - 648 * (1 - 2 ** (-14 / 12)), 6)
  })

  const shifting = (tempo: number) =>
    scoreOf({
      version: 1,
      family: 'chromatic',
      tempo,
      rhythm: { perBeat: 4 },
      chromatic: { strings: [1], positions: [1, 5], travel: 'there' },
    })

  test('a shift slower than the assumed speed passes, a faster one is flagged and told', () => {
    const [slow] = shifting(60).report.travel
    expect(slow).toEqual({ at: 10080, ms: 250, mm: expect.any(Number) })
    const [fast] = shifting(120).report.travel
    expect(fast!.mm / (fast!.ms / 1000)).toBeGreaterThan(RELIABLE_MM_PER_S)
    expect(fast!.hasty).toBe(true)
    expect(cues(shifting(120))).toContain('less time than it needs')
    expect(cues(shifting(60))).not.toContain('less time than it needs')
  })
})
