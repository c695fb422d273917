import { describe, expect, test } from '@jest/globals'
import { barTicks, noteTicks, TICKS_PER_QUARTER } from '../line/ticks'
import { countBar } from './count'

const said = (meter: readonly [number, number], onsets: readonly number[]) =>
  countBar(meter, onsets)
    .map(mark => mark.text)
    .join(' ')
const evenly = (meter: readonly [number, number], perQuarter: number) => {
  const cell = noteTicks(perQuarter)
  return Array.from({ length: barTicks(meter) / cell }, (_, i) => i * cell)
}

describe('the count', () => {
  // As it is said in every beginner's method (common practice).
  test.each([
    [[4, 4], 1, '1 2 3 4'],
    [[4, 4], 2, '1 & 2 & 3 & 4 &'],
    [[3, 4], 3, '1 & a 2 & a 3 & a'],
    [[2, 4], 4, '1 e & a 2 e & a'],
    [[2, 4], 5, '1 · · · · 2 · · · ·'],
    // In dotted beats, as the tempo is.
    [[6, 8], 2, '1 & a 2 & a'],
    [[12, 8], 2, '1 & a 2 & a 3 & a 4 & a'],
    [[6, 8], 4, '1 · · · · · 2 · · · · ·'],
    [[3, 8], 2, '1 2 3'],
  ] as const)('%p with %i notes to a quarter is counted %s', (meter, perQuarter, count) => {
    expect(said(meter, evenly(meter, perQuarter))).toBe(count)
  })

  test('only what is there is counted: a chord a bar by its first beat, two by theirs, eighths by theirs', () => {
    const quarter = TICKS_PER_QUARTER
    expect(said([4, 4], [0])).toBe('1')
    expect(said([4, 4], [])).toBe('1')
    expect(said([4, 4], [0, 2 * quarter])).toBe('1 3')
    expect(said([6, 8], [0, 1.5 * quarter])).toBe('1 2')
    expect(said([4, 4], [0, quarter, 1.5 * quarter])).toBe('1 & 2 & 3 & 4 &')
  })

  test('triplets beside sixteenths: each beat is counted by its own notes', () => {
    const quarter = TICKS_PER_QUARTER
    const onsets = [0, quarter / 3, (2 * quarter) / 3, quarter, 1.25 * quarter, 2 * quarter, 3 * quarter, 3.5 * quarter]
    expect(said([4, 4], onsets)).toBe('1 & a 2 e & a 3 4 &')
  })

  test('notes that fall between the beats are counted by both: three over two', () => {
    const third = (4 * TICKS_PER_QUARTER) / 3
    expect(said([2, 4], [0, third / 2, third])).toBe('1 & a 2 & a')
  })
})
