import { describe, expect, test } from '@jest/globals'
import { scoreOf } from '../score/score-of.test.data'
import { drill, midis, fingers } from './played.test.data'

describe('chromatic', () => {
  const up = (more: object = {}) =>
    scoreOf(
      drill(
        'chromatic',
        { strings: [1], fromOpen: true, travel: 'there', shiftPause: 1, ...more },
        { rhythm: { perBeat: 2 } },
      ),
    )

  test('string 1 upwards is MIDI 64 to 76 with fingers 0 1 2 3 4 1 2 3 4 1 2 3 4, shifting before frets 5 and 9', () => {
    const score = up()
    expect(midis(score)).toEqual(Array.from({ length: 13 }, (_, i) => 64 + i))
    expect(fingers(score)).toEqual([0, 1, 2, 3, 4, 1, 2, 3, 4, 1, 2, 3, 4])
    expect(score.shifts.map(({ at, from, to }) => [score.notes.find(note => note.at === at)!.fret, from, to])).toEqual([
      [5, 1, 5],
      [9, 5, 9],
    ])
  })

  test('each shift waits a beat, and the hand lifts at the start of the pause', () => {
    const score = up()
    const [fourth, fifth] = [score.notes[4]!, score.notes[5]!]
    // A beat at least, and on to the next: each position begins on a beat.
    expect(fifth.at - (fourth.at + fourth.dur)).toBeGreaterThanOrEqual(10080)
    expect(score.shifts.every(shift => shift.at % 10080 === 0)).toBe(true)
    for (const hold of score.holds.filter(each => each.from < fifth.at))
      expect(hold.to).toBeLessThanOrEqual(fourth.at + fourth.dur)
  })

  test('up and down plays the top note once', () => {
    const score = up({ travel: 'there-and-back' })
    expect(score.notes).toHaveLength(25)
    expect([...midis(score)].reverse()).toEqual(midis(score))
  })

  test('across the six strings every semitone from 40 to 68 sounds once', () => {
    const score = scoreOf(
      drill('chromatic', { strings: [6, 5, 4, 3, 2, 1], fromOpen: true, line: 'across', travel: 'there' }),
    )
    expect(midis(score)).toEqual(Array.from({ length: 29 }, (_, i) => 40 + i))
    expect(score.shifts).toEqual([])
  })
})
