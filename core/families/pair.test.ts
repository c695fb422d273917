import { describe, expect, test } from '@jest/globals'
import { scoreOf } from '../score/score-of.test.data'
import { drill } from './played.test.data'

describe('pair', () => {
  test('12 twice, in V, skipping a string there: 8 visits, 32 notes', () => {
    const score = scoreOf(
      drill('pair', { fingers: [1, 2], reps: 2 }, { position: 5, strings: { order: 'skip', travel: 'there' } }),
    )
    expect(score.notes).toHaveLength(32)
    expect(new Set(score.notes.map(note => note.key.replace(/\.\d+$/, ''))).size).toBe(8)
  })

  test('a trill is plucked once on each string', () => {
    const score = scoreOf(
      drill('pair', { fingers: [1, 2], reps: 2, trill: true }, { strings: { order: [3, 2], travel: 'there' } }),
    )
    expect(score.notes.map(note => note.via)).toEqual([
      'pluck',
      'hammer',
      'pull',
      'hammer',
      'pluck',
      'hammer',
      'pull',
      'hammer',
    ])
  })

  test('the lower finger stays down while the other works', () => {
    const { holds, notes } = scoreOf(
      drill('pair', { fingers: [1, 2], reps: 3 }, { strings: { order: [3], travel: 'there' } }),
    )
    expect(holds.filter(hold => hold.finger === 1)).toEqual([
      { finger: 1, string: 3, fret: 5, from: 0, to: 6 * notes[0]!.dur },
    ])
  })
})
