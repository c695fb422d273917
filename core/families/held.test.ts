import { describe, expect, test } from '@jest/globals'
import { problemOf, scoreOf } from '../score/score-of.test.data'
import { drill } from './played.test.data'

describe('held', () => {
  test('the held finger is down from the first note to the last, whatever the others do', () => {
    const score = scoreOf(
      drill(
        'held',
        { held: [{ finger: 3, string: 4 }], moving: { fingers: [1, 2, 4, 2], strings: [3, 2, 1] } },
        { position: 7 },
      ),
    )
    expect(score.notes).toHaveLength(24)
    expect(score.holds.filter(hold => hold.finger === 3)).toEqual([
      { finger: 3, string: 4, fret: 9, from: 0, to: 24 * score.notes[0]!.dur, anchor: true },
    ])
  })

  test.each([
    [
      { held: [{ finger: 3, string: 4 }], moving: { fingers: [1, 3], strings: [3] } },
      'held.moving.fingers',
      /held and cannot move/,
    ],
    [
      { held: [{ finger: 3, string: 3 }], moving: { fingers: [1, 2], strings: [3] } },
      'held.moving.strings',
      /silenced/,
    ],
    [
      { held: [{ finger: 2, string: 4, fret: 9 }], moving: { fingers: [3], strings: [2] } },
      'held.moving.fingers',
      /cross/,
    ],
    [
      {
        held: [
          { finger: 1, string: 4 },
          { finger: 1, string: 3 },
        ],
        moving: { fingers: [3], strings: [2] },
      },
      'held.held',
      /finger 1 twice/,
    ],
  ])('what a held finger forbids is said (%#)', (block, path, reason) => {
    expect(problemOf(drill('held', block))).toEqual({ path, message: expect.stringMatching(reason) })
  })
})
