import { describe, expect, test } from '@jest/globals'
import { positionAt } from './position-at'
import { scoreOf } from './score-of.test.data'

const notes = (...places: readonly (readonly [fret: number, finger?: number])[]) => ({
  version: 1,
  family: 'free',
  fingering: { rule: 'given' },
  free: {
    notes: places.map(([fret, finger], i) => ({ at: i * 5040, dur: 5040, string: 3, fret, ...(finger && { finger }) })),
  },
})

describe('the position of the hand at a tick', () => {
  test('follows the shifts', () => {
    const crawling = scoreOf({
      version: 1,
      family: 'order',
      order: { fingers: [1, 3, 2, 4], crawl: 2, crawlEvery: 'string' },
      strings: { from: 6, to: 4, travel: 'there' },
    })
    expect([0, 4, 8].map(i => positionAt(crawling, crawling.notes[i]!.at))).toEqual([5, 7, 9])
  })

  test('is, before the first shift, where that shift begins, wherever most fingers are', () => {
    const score = scoreOf(notes([2, 1], [3, 2], [7, 1], [8, 2], [9, 3], [10, 4]))
    expect([score.shifts[0]!.from, score.shifts[0]!.to]).toEqual([2, 7])
    expect([0, 1, 2, 5].map(i => positionAt(score, score.notes[i]!.at))).toEqual([2, 2, 7, 7])
  })

  test('is, without a shift, where most fingers tell; nowhere on open strings', () => {
    expect(positionAt(scoreOf(notes([5, 1], [6, 2], [0], [7, 3])), 0)).toBe(5)
    expect(positionAt(scoreOf(notes([0], [0])), 0)).toBeNull()
  })
})
