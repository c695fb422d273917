import { expect, test } from '@jest/globals'
import { instrumentOf } from '../guitar/instrument'
import { scoreOf } from './score-of.test.data'
import { measureTravel } from './travel'

const guitar = instrumentOf({ preset: 'classical' })
const { notes } = scoreOf({
  version: 1,
  family: 'order',
  order: { fingers: [1, 2, 3, 4] },
  strings: { from: 6, to: 6, travel: 'there' },
  times: 2,
})

test('a shift has the time from the onset before it, and the way of the frets', () => {
  // Sixteenths at 60 are 250 ms; by equal temperament fret 5 to fret 7 of 650 mm is 650 (2^(-5/12) - 2^(-7/12)).
  const mm = 650 * (2 ** (-5 / 12) - 2 ** (-7 / 12))
  const shift = (index: number) => ({ at: notes[index]!.at, from: 5, to: 7 })
  for (const index of [1, 4])
    expect(measureTravel(notes, [shift(index)], guitar, 60)).toEqual([
      { at: notes[index]!.at, ms: expect.closeTo(250, 6), mm: expect.closeTo(mm, 6) },
    ])
  const [first, second] = measureTravel(notes, [shift(1), shift(5)], guitar, 60)
  expect([first!.ms, second!.ms]).toEqual([expect.closeTo(250, 6), expect.closeTo(250, 6)])
  expect(measureTravel(notes, [shift(1)], guitar, 600)[0]).toMatchObject({ hasty: true })
  expect(measureTravel(notes, [], guitar, 60)).toEqual([])
})
