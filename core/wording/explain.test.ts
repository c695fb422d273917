import { describe, expect, test } from '@jest/globals'
import { realise } from '../score/realise'
import { scoreOf } from '../score/score-of.test.data'
import { explainNote, explainRealised } from './explain'
import { noteInWords, numbered } from './note'
import { mutedByInWords } from './muting'

const order = (more: object = {}, block: object = {}) => ({
  version: 1,
  family: 'order',
  order: { fingers: [1, 3, 2, 4], ...block },
  strings: { from: 6, to: 4, travel: 'there' },
  ...more,
})

describe('notes in words', () => {
  const score = scoreOf(order({ slurs: [2] }))

  test('string, fret, finger and stroke, as a screen reader says them', () => {
    expect(score.notes.slice(0, 2).map(noteInWords)).toEqual([
      'string 6, fret 5, finger 1, down',
      'string 6, fret 7, finger 3, hammered on',
    ])
    const open = scoreOf({ version: 1, family: 'picking', picking: { groups: [{ strings: [3], notes: 1 }] } })
    expect(noteInWords(open.notes[0]!)).toBe('string 3, open, down')
  })

  test('a note explains pitch, length, finger, what stays down and what is kept quiet', () => {
    const told = explainNote(score, score.notes[5]!).join('; ')
    expect(told).toContain('E3, 250 ms, hammered on')
    expect(told).toContain('one finger per fret in V')
    expect(told).toContain('finger 4 stays on string 6, fret 8')
    expect(told).toContain('string 6 kept quiet by the easing pressure of finger 4')
    expect(told).toContain('strings 4, 3, 2, 1 kept quiet by the underside of finger 1')
  })

  test('notes are called by their number in the drill', () => {
    expect(['p1.s6.1', 'p1.s5.4'].map(numbered(score.notes))).toEqual(['note 1', 'note 8'])
  })

  test('every string but the sounding ones is kept quiet by something', () => {
    for (const note of score.notes) {
      expect(
        score.report.quiet
          .filter(quiet => quiet.key === note.key)
          .map(quiet => quiet.string)
          .sort(),
      ).toEqual([1, 2, 3, 4, 5, 6].filter(string => string !== note.string))
    }
  })

  test('the report says what keeps a string quiet as what it is, beside the words', () => {
    const open = scoreOf({ version: 1, family: 'picking', picking: { groups: [{ strings: [3], notes: 1 }] } })
    const quieters = (each: typeof score) => new Set(each.report.quiet.map(({ how }) => how))
    expect(quieters(score)).toEqual(new Set(['tip', 'underside', 'hand', 'easing']))
    expect(quieters(open)).toEqual(new Set(['hand', 'fingers']))
  })

  // A stroke across a string that is not to sound: the finger beside it leans on it or touches it (common practice).
  test.each([
    ['3x0003', '2----3', 5, 'the underside of finger 2'],
    ['x3x010', '-3--1-', 4, 'the underside of finger 3'],
    ['1x3211', '1-3211', 5, 'the underside of finger 1'],
    ['0xx200', '---1--', 4, 'the tip of finger 1'],
    ['0xx200', '---1--', 5, 'nothing: no finger is beside it'],
    ['xx0x32', '----21', 3, 'the tip of finger 2'],
  ])('strummed as %s, fingers %s, string %i is kept quiet by %s', (frets, fingers, string, by) => {
    const strummed = scoreOf({ version: 1, family: 'blocks', blocks: { chords: [{ frets, fingers }] } })
    expect(mutedByInWords(strummed.report.quiet.find(quiet => quiet.string === string)!)).toBe(by)
    const cues = strummed.cues.filter(cue => cue.about === 'unquieted' && cue.string === string)
    expect(cues).toHaveLength(by.startsWith('nothing') ? 1 : 0)
    const plucked = scoreOf({
      version: 1,
      family: 'blocks',
      plucking: { system: 'pima' },
      blocks: { chords: [{ frets, fingers }] },
    })
    expect(plucked.report.quiet.some(quiet => quiet.how === 'nothing')).toBe(false)
  })

  test('a whole drill is told in a line a note; drills without a guitar too', () => {
    const lines = explainRealised(score).split('\n')
    expect(lines[0]).toBe('Order 1 3 2 4, strings 6–4, V, slurred on 2')
    expect(lines.filter(line => /^\d+\. string/.test(line))).toHaveLength(12)
    const count = realise({ version: 1, family: 'count', count: { tempos: [60], bars: 2, silentBars: 1 } })
    expect(count.ok && explainRealised(count.value)).toContain('60: 2 bars, 1 of them silent, 8.0 s')
  })
})
