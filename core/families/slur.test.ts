import { describe, expect, test } from '@jest/globals'
import { problemOf, scoreOf } from '../score/score-of.test.data'
import { drill, plucks } from './played.test.data'

describe('slur', () => {
  const study = (slurred: number | number[]) =>
    scoreOf(
      drill(
        'slur',
        {
          string: 2,
          groups: [
            [2, 1],
            [4, 1],
            [4, 2],
            [1, 2, 4],
          ],
          slurred,
        },
        { position: 5 },
      ),
    )

  test('the study in V plays frets 6 5 8 5 8 6 5 6 8', () => {
    expect(study(0).notes.map(note => note.fret)).toEqual([6, 5, 8, 5, 8, 6, 5, 6, 8])
  })

  test.each([
    [0, 9],
    [1, 8],
    [2, 7],
    [3, 6],
    [4, 4],
  ])('with %i groups slurred, %i notes are plucked', (slurred, count) => {
    expect(plucks(study(slurred)).filter(Boolean)).toHaveLength(count)
  })

  test('a list names the groups; one that is not there is refused', () => {
    expect(
      study([4])
        .notes.slice(-3)
        .map(note => note.via),
    ).toEqual(['pluck', 'hammer', 'hammer'])
    expect(problemOf(drill('slur', { string: 2, groups: [[2, 1]], slurred: [2] }))).toMatchObject({
      path: 'slur.slurred',
    })
    expect(problemOf(drill('slur', { string: 2, groups: [[2, 2]], slurred: 1 }))).toMatchObject({
      path: 'slur.groups.0',
    })
  })
})
