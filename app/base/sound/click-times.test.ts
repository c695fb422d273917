import { describe, expect, test } from '@jest/globals'
import { clicksBetween, ticksToSeconds } from './click-times'

const PLAN = { tempoBpm: 120, meter: [4, 4], clicksPerBeat: 1, accent: true } as const
const QUARTER = 10080

describe('the metronome', () => {
  test('a bar of four has an accent and three beats, half a second apart at 120', () => {
    expect(clicksBetween(0, 4 * QUARTER, PLAN).map(click => click.kind)).toEqual(['accent', 'beat', 'beat', 'beat'])
    expect(ticksToSeconds(QUARTER, 120)).toBe(0.5)
  })

  test('the count-in ends where the drill begins', () => {
    expect(clicksBetween(-4 * QUARTER, 0, PLAN).map(click => click.tick / QUARTER)).toEqual([-4, -3, -2, -1])
    expect(clicksBetween(-4 * QUARTER, 0, PLAN)[0]!.kind).toBe('accent')
  })

  test('looked at in slices, every click comes once', () => {
    const whole = clicksBetween(0, 16 * QUARTER, { ...PLAN, clicksPerBeat: 3 })
    const sliced: (typeof whole)[number][] = []
    for (let at = 0; at < 16 * QUARTER; at += 777.7)
      sliced.push(...clicksBetween(at, Math.min(16 * QUARTER, at + 777.7), { ...PLAN, clicksPerBeat: 3 }))
    expect(sliced).toEqual(whole)
    expect(whole).toHaveLength(48)
  })

  test('in six-eight the beats are eighths', () => {
    expect(clicksBetween(0, 3 * QUARTER, { ...PLAN, meter: [6, 8] }).map(click => click.kind)).toEqual([
      'accent',
      'beat',
      'beat',
      'beat',
      'beat',
      'beat',
    ])
  })
})
