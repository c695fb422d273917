import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { answerOne } from '../formats/door'
import { arbitrarySpec } from '../score/arbitrary-spec.test.data'
import { factsOf } from '../score/facts'
import { realise } from '../score/realise'
import { cueInWords } from './cue'
import { groundsInWords } from './decision'
import { breachInWords } from './fingering'

/** What a sentence must not show: a value that is missing, no number, or a thing that has no words. */
const UNSAID = /undefined|null|NaN|Infinity|\[object|\s{2}/

describe('what is found is said', () => {
  test('every cue, breach, stretch, quiet string and reason of any drill has its words, and no value is missing in them', () => {
    const kinds = new Set<string>()
    const hands = [{ reachMm: 60, barre: false, spared: [3] }, { reachMm: 78 }, { reachMm: 95, excluded: [4] }]
    for (const [i, spec] of fc.sample(arbitrarySpec, { seed: 20261127, numRuns: 150 }).entries()) {
      const answer = answerOne({
        spec: { ...spec, times: 1, fingering: { rule: (['one-per-fret', 'best', 'given'] as const)[i % 3] } },
        hand: hands[i % hands.length],
      })
      if (!('fingering' in answer)) continue
      const { report, cues, fingering, grade } = answer
      const said = [
        ...cues.map(cue => cue.text),
        ...[...report.breaches, ...report.stretches, ...fingering.breaches].map(each => each.message),
        ...report.quiet.map(quiet => quiet.by),
        ...Object.values(fingering.reasons),
        ...grade.parts.map(part => part.why),
      ]
      for (const words of said) expect([spec, words]).toEqual([spec, expect.not.stringMatching(UNSAID)])
      for (const each of [...cues.map(cue => cue.about), ...fingering.breaches.map(breach => breach.rule)])
        kinds.add(each)
    }
    // Enough kinds came up for this to mean something.
    expect(kinds.size).toBeGreaterThan(15)
  })

  test('a note elsewhere is called as whoever asks calls it', () => {
    const costly = {
      key: 'p1.n1',
      rule: 'costly',
      finger: 3,
      cheaper: 1,
      extra: 2.04,
      paidAt: { key: 'p1.n5', string: 6, fret: 8 },
      what: { for: 'lifts', count: 1 },
      repair: { cost: 0, fingers: {} },
    } as const
    expect(breachInWords(costly)).toBe(
      'finger 3 is harder here than finger 1: at fret 8 of string 6 (p1.n5) a finger lifts before it has to',
    )
    expect(breachInWords(costly, () => 'note 5')).toContain('(note 5)')
  })

  test('times are counted in words where there is one', () => {
    expect(cueInWords({ about: 'same-finger-twice', times: 1 })).toContain('at speed 1 time:')
    expect(cueInWords({ about: 'fingers-cross', times: 1 })).toMatch(/^Once the plucking fingers/)
    expect(cueInWords({ about: 'fingers-cross', times: 3 })).toMatch(/^3 times the plucking fingers/)
  })

  test('a decision is told with its figures, and with who heard the passes', () => {
    const used = { passes: 3, cleanInARow: 3, slipsInLastEight: 0, heardBy: 'teacher' } as const
    expect(groundsInWords({ grounds: { ground: 'clean-in-a-row', count: 3, bpm: 72, heardBy: 'teacher' }, used })).toBe(
      'Three clean passes in a row at 72, heard by you.',
    )
    expect(groundsInWords({ grounds: { ground: 'slips', count: 5, among: 8, bpm: 72, heardBy: 'both' }, used })).toBe(
      'Five slips in the last eight passes at 72, heard by you and reported from home.',
    )
    expect(
      groundsInWords({
        grounds: { ground: 'clean-in-a-row', count: 3, bpm: 72, heardBy: 'student' },
        used: { ...used, heardBy: 'student', proposes: 'raise' },
      }),
    ).toBe('Three clean passes in a row at 72, reported from home. Confirm it in the lesson.')
    expect(groundsInWords({ grounds: { ground: 'more-wanted', count: 1, bpm: 72 }, used })).toBe(
      'One more clean pass at 72 to raise.',
    )
    expect(
      groundsInWords({ grounds: { ground: 'target-twice', targetBpm: 104, reviewWeeks: [1, 3, 8] }, used }),
    ).toContain('after 1, 3 and 8 weeks')
  })

  test('the facts a sheet is compared by hold no words of its family, and everything that is played', () => {
    const result = realise({ version: 1, family: 'order', order: { fingers: [1, 2, 3, 4] } })
    if (!result.ok) throw new Error(result.error.message)
    const { title, purpose, ...rest } = result.value
    expect(factsOf(result.value)).toEqual(rest)
    expect(JSON.stringify(factsOf(result.value))).not.toContain(purpose)
    expect(title).not.toBe('')
  })
})
