import { barTicks, TICKS_PER_QUARTER } from '#core/line/ticks'

/** What a metronome beats; lengths in ticks and quarters per minute. */
export interface ClickPlan {
  readonly tempoBpm: number
  readonly meter: readonly [number, number]
  /** Clicks per quarter: 1 is the beat alone. */
  readonly clicksPerBeat: number
  readonly accent: boolean
}

export interface Click {
  /** Ticks since the anchor; below 0 during the count-in. */
  readonly tick: number
  readonly kind: 'accent' | 'beat' | 'division'
}

/** Seconds that ticks last at a tempo. */
export const ticksToSeconds = (ticks: number, tempoBpm: number) => (ticks / TICKS_PER_QUARTER) * (60 / tempoBpm)

/** Ticks that pass in some seconds at a tempo. */
export const secondsToTicks = (seconds: number, tempoBpm: number) => seconds * (tempoBpm / 60) * TICKS_PER_QUARTER

/**
 * The clicks whose tick lies in the half-open interval [from, to). Beats are those of the meter; divisions split the
 * quarter.
 */
export function clicksBetween(from: number, to: number, plan: ClickPlan): readonly Click[] {
  const bar = barTicks(plan.meter)
  const beat = bar / plan.meter[0]
  const division = TICKS_PER_QUARTER / plan.clicksPerBeat
  const within = (tick: number) => ((tick % bar) + bar) % bar
  const ticks = new Set<number>()
  for (const step of [beat, division]) {
    for (let tick = Math.ceil(from / step) * step; tick < to; tick += step) ticks.add(Math.round(tick))
  }
  return [...ticks]
    .sort((a, b) => a - b)
    .map(tick => {
      const place = within(tick)
      const kind = place === 0 && plan.accent ? 'accent' : place % beat === 0 ? 'beat' : 'division'
      return { tick, kind }
    })
}
