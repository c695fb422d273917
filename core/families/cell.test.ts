import { describe, expect, test } from '@jest/globals'
import { problemOf, scoreOf } from '../score/score-of.test.data'
import { drill } from './played.test.data'

describe('cell', () => {
  test.each([
    ['WW', [0, 2, 4], [1, 2, 4]],
    ['HW', [0, 1, 3], [1, 2, 4]],
    ['WH', [0, 2, 3], [1, 3, 4]],
  ])('%s has its frets and fingers', (steps, offsets, hand) => {
    const { notes } = scoreOf(drill('cell', { cell: steps }, { strings: { order: [6], travel: 'there' } }))
    expect(notes.map(note => note.fret - 5)).toEqual(offsets)
    expect(notes.map(note => note.finger)).toEqual(hand)
  })

  test('with three notes to a string a stroke cycle of four realigns after twelve notes, alternate after six', () => {
    const three = { strings: { travel: 'there' } }
    expect(
      scoreOf(drill('cell', { cell: 'HW' }, { ...three, plucking: { system: 'thumb-pick', cycle: 'p m p a' } })).report
        .realignAfter,
    ).toBe(12)
    expect(scoreOf(drill('cell', { cell: 'HW' }, three)).report.realignAfter).toBe(6)
  })

  test('a link is played once on the next string, and must be a finger of the cell', () => {
    const { notes } = scoreOf(drill('cell', { cell: 'HW', link: 1 }, { strings: { order: [6, 5], travel: 'there' } }))
    expect(notes.map(note => [note.string, note.finger])).toEqual([
      [6, 1],
      [6, 2],
      [6, 4],
      [5, 1],
      [5, 1],
      [5, 2],
      [5, 4],
    ])
    expect(problemOf(drill('cell', { cell: 'HW', link: 3 }))).toMatchObject({ path: 'cell.link' })
  })
})
