import { expect, test } from '@jest/globals'
import { scoreOf } from './score-of.test.data'

const BEAT = 10080
/** Notes on one string as [beat, beats long]. */
const rate = (notes: readonly (readonly [at: number, dur: number])[]) =>
  scoreOf({
    version: 1,
    family: 'free',
    tempo: 60,
    free: { notes: notes.map(([at, dur]) => ({ at: at * BEAT, dur: dur * BEAT, string: 3, fret: 5, finger: 1 })) },
  }).notesPerSecond
const eighths = (from: number) => Array.from({ length: 8 }, (_, i) => [from + i / 2, 0.5] as const)

test('notes per second are exact where all are equally long, else those of the densest bar, wherever it lies', () => {
  expect(rate(eighths(0))).toBe(2)
  expect(rate([...eighths(0), [4, 4]])).toBe(2)
  expect(rate([...eighths(0), [8, 4]])).toBe(2)
  expect(rate([[0, 4], ...eighths(8)])).toBe(2)
  expect(rate([[0, 2], ...eighths(2), [6, 2]])).toBe(2)
  expect(
    rate([
      [0, 3],
      [3, 1],
    ]),
  ).toBe(0.5)
})
