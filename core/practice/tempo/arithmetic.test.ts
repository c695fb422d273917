import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { easedBpm, equalSpeedBpm, noteMs, notesPerSecond, raisedBpm, stepsBetween, stepsUp } from './arithmetic'

describe('tempo arithmetic', () => {
  // Facts of arithmetic every metronome user knows: sixteenths at 120 are 8 notes a second, 125 ms each.
  test('sixteenths at 120 are eight notes a second of 125 ms; at 200 one lasts 75 ms', () => {
    expect(notesPerSecond(120, 4)).toBe(8)
    expect(noteMs(120, 4)).toBe(125)
    expect(noteMs(200, 4)).toBe(75)
  })

  test('sixteenths at 120, triplets at 160 and eighths at 240 are equally fast', () => {
    expect(equalSpeedBpm(120, 4, 3)).toBe(160)
    expect(equalSpeedBpm(120, 4, 2)).toBe(240)
  })

  test('five per cent at a time it takes 15 steps from 60 to 120', () => {
    expect(stepsBetween(60, 120, '5%')).toBe(15)
    expect([stepsBetween(60, 64, 4), stepsBetween(60, 65, 4), stepsBetween(60, 60, 4)]).toEqual([1, 2, 0])
    expect(stepsBetween(60, 120, '5%')).toBe(Math.ceil(Math.log(2) / Math.log(1.05)))
  })

  test('the last step never overshoots the target', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 40, max: 100 }),
        fc.integer({ min: 0, max: 60 }),
        fc.constantFrom<number | string>(1, 4, 7, '5%', '12%'),
        (bpm, more, step) => {
          expect(raisedBpm(bpm, step, bpm + more)).toBeLessThanOrEqual(bpm + more)
        },
      ),
    )
    expect(raisedBpm(102, 4, 104)).toBe(104)
  })

  test('steps down stop at the slowest tempo there is; steps up end on the target', () => {
    expect([easedBpm(60, 4), easedBpm(60, 4, 2), easedBpm(60, '5%'), easedBpm(12, 4)]).toEqual([56, 52, 57, 10])
    expect(stepsUp(60, 4, 70)).toEqual([64, 68, 70])
    expect(stepsUp(70, 4, 70)).toEqual([])
  })

  test('tempos of zero are refused', () => {
    expect(() => notesPerSecond(0, 4)).toThrow(RangeError)
    expect(() => notesPerSecond(60, 0)).toThrow(RangeError)
    expect([notesPerSecond(60, 1), notesPerSecond(1, 60)]).toEqual([1, 1])
    expect(() => stepsBetween(60, 120, 0)).toThrow(RangeError)
  })
})
