import { describe, expect, test } from '@jest/globals'
import { problemOf, scoreOf } from '../score/score-of.test.data'
import { MOST_NOTES } from './budget'

const order = (more: object = {}) => ({ version: 1, family: 'order', order: { fingers: [1, 2, 3, 4] }, ...more })
const mirrors = (count: number) => Array.from({ length: count }, () => ({ do: 'mirror' }))
const most = MOST_NOTES.toLocaleString('en-GB')

describe('a drill has no more notes than a student could play', () => {
  test('as many passes as fit are written, one more is refused before it is', () => {
    const passes = Math.floor(MOST_NOTES / 48)
    expect(scoreOf(order({ times: passes })).notes).toHaveLength(48 * passes)
    expect(problemOf(order({ times: passes + 1 }))).toEqual({
      path: 'times',
      message: `the drill would have ${(48 * (passes + 1)).toLocaleString('en-GB')} notes; ${most} are the most`,
    })
  })

  test.each([
    [
      'groups dealt round too often',
      { version: 1, family: 'picking', picking: { groups: [{ strings: [3], notes: 64, times: 32 }] } },
      'picking.groups',
    ],
    [
      'a pair played over and over',
      {
        version: 1,
        family: 'pair',
        strings: { order: Array.from({ length: 64 }, () => 1) },
        pair: { fingers: [1, 2], reps: 16 },
      },
      'pair.reps',
    ],
    [
      'many bars of a quick pattern',
      {
        version: 1,
        family: 'pattern',
        rhythm: { meter: [32, 4] },
        pattern: {
          chords: Array.from({ length: 8 }, () => ({ frets: 'x32010' })),
          tokens: 'p:R/t i:3/t m:2/t',
          barsPerChord: 16,
        },
      },
      'pattern.barsPerChord',
    ],
    [
      'passes of the other families',
      {
        version: 1,
        family: 'slur',
        times: 200,
        slur: { string: 3, groups: Array.from({ length: 6 }, () => [1, 2, 4]), slurred: 0 },
      },
      'times',
    ],
  ])('%s', (_, spec, path) => {
    expect(problemOf(spec)).toEqual({ path, message: expect.stringContaining(`${most} are the most`) })
  })

  test('own music may have more, passes together', () => {
    const notes = Array.from({ length: 24 }, (_, i) => ({ at: i * 2520, dur: 2520, string: 2, fret: 3 }))
    const free = (times: number) => ({ version: 1, family: 'free', times, free: { notes } })
    expect(scoreOf(free(170)).notes).toHaveLength(4080)
    expect(problemOf(free(171))).toEqual({
      path: 'times',
      message: 'the drill would have 4,104 notes; 4,096 are the most',
    })
  })

  test('mirrored again and again: the mirror that would be too many is named', () => {
    expect(scoreOf(order({ then: mirrors(5) })).notes).toHaveLength(47 * 32 + 1)
    expect(problemOf(order({ then: mirrors(32) }))).toEqual({
      path: 'then.5.do',
      message: `the drill would have ${(47 * 64 + 1).toLocaleString('en-GB')} notes; ${most} are the most`,
    })
  })

  test('keys of copies stay short and unlike, however often a drill is mirrored', () => {
    const { notes } = scoreOf({
      version: 1,
      family: 'order',
      strings: { from: 1, to: 1, travel: 'there' },
      order: { fingers: [1, 2] },
      then: mirrors(10),
    })
    expect(notes).toHaveLength(1025)
    expect(new Set(notes.map(note => note.key)).size).toBe(1025)
    expect(Math.max(...notes.map(note => note.key.length))).toBeLessThanOrEqual('p1.s1.2~1023~'.length)
    expect(notes.every(note => /^p1\.s1\.[12](~{0,3}|~\d+~)$/.test(note.key))).toBe(true)
  })
})
