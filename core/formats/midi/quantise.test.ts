import { describe, expect, test } from '@jest/globals'
import { ticksToMs } from '../../line/ticks'
import { quantise } from './quantise'

const QUARTER = 10080
const TEMPO = 60
const msToTicks = (ms: number) => (ms * TEMPO * QUARTER) / 60_000
/** Notes that begin at some times in ms, each as long as an eighth. */
const played = (...onsets: readonly number[]) =>
  onsets.map(ms => ({ at: msToTicks(ms), to: msToTicks(ms) + QUARTER / 2 }))
const onsetsMs = (...onsets: readonly number[]) =>
  quantise(played(...onsets), TEMPO).at.map(at => Math.round(ticksToMs(at, TEMPO)))

describe('what was played is brought into time', () => {
  test('an onset 5 ms early belongs to the beat it leads, and to its division', () => {
    // At 60 the second beat, of triplets, begins at 1000 ms: thirds of a second. The first has sixteenths.
    expect(onsetsMs(0, 250, 500, 750, 995, 1333, 1667)).toEqual([0, 250, 500, 750, 1000, 1333, 1667])
  })

  test('of an early onset nothing is left over in the beat before', () => {
    const { beatsLeft, movedMs } = quantise(played(0, 333, 667, 995, 1250, 1500), TEMPO)
    expect(beatsLeft).toBe(0)
    expect(movedMs).toBeCloseTo(5, 6)
  })

  test('an onset 20 ms early is late in its own beat: no division fits, and it stays as it was played', () => {
    const { at, beatsLeft } = quantise(played(0, 980), TEMPO)
    expect([Math.round(ticksToMs(at[1]!, TEMPO)), beatsLeft]).toEqual([980, 1])
  })

  test('nothing begins before the music does', () => {
    expect(quantise([{ at: -30, to: 5000 }], TEMPO).at).toEqual([0])
  })
})
