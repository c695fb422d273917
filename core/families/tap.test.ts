import { describe, expect, test } from '@jest/globals'
import { scoreOf } from '../score/score-of.test.data'
import { drill } from './played.test.data'

describe('tap', () => {
  const cycle = [
    { fret: 7, finger: 1 },
    { fret: 10, finger: 4 },
    { fret: 14, tap: 'm' },
    { fret: 10, finger: 4 },
  ]
  const score = scoreOf(drill('tap', { string: 2, cycle, times: 2 }, { tempo: 200 }))

  test('the first note is plucked, then each fretted one is hammered or pulled by its direction', () => {
    expect(score.notes.map(note => note.via)).toEqual([
      'pluck',
      'hammer',
      'tap',
      'pull',
      'pull',
      'hammer',
      'tap',
      'pull',
    ])
    expect(score.notes[2]).toMatchObject({ finger: null, pluck: 'm', via: 'tap' })
  })

  test('for the pull from a tap the finger below is already down', () => {
    const four = score.holds.find(hold => hold.finger === 4)!
    expect(four.from).toBeLessThanOrEqual(score.notes[2]!.at)
    expect(four.to).toBeGreaterThan(score.notes[3]!.at)
  })

  test('a sixteenth at 200 bpm lasts 75 ms; the first tap has two of them after the plucked note', () => {
    expect(score.report.travel).toEqual([{ at: score.notes[2]!.at, ms: 150, mm: expect.any(Number) }])
  })
})
