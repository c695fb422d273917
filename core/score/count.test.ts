import { describe, expect, test } from '@jest/globals'
import { countBar } from './count'

describe('the count', () => {
  // As it is said in every beginner's method (common practice).
  test.each([
    [[4, 4], 1, '1 2 3 4'],
    [[4, 4], 2, '1 & 2 & 3 & 4 &'],
    [[3, 4], 3, '1 & a 2 & a 3 & a'],
    [[2, 4], 4, '1 e & a 2 e & a'],
    [[6, 8], 2, '1 2 3 4 5 6'],
    [[2, 4], 5, '1 · · · · 2 · · · ·'],
  ] as const)('%p with %i notes to a quarter is counted %s', (meter, perBeat, said) => {
    expect(
      countBar(meter, perBeat)
        .map(mark => mark.text)
        .join(' '),
    ).toBe(said)
  })
})
