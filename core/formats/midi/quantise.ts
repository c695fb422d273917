import { ticksToMs, TICKS_PER_QUARTER, type Tick } from '../../line/ticks'

/** Divisions of a beat that are tried: sixteenths, their triplets, thirty-seconds, quintuplets, septuplets. */
const DIVISIONS = [4, 6, 8, 5, 7] as const
/** How far an onset may stand from where it belongs, ms. */
const NEAR_MS = 12
/** A coarser division is taken as long as it is not worse by more than this, ms. */
const NO_WORSE_MS = 1

/** Onsets and ends brought into time. */
export interface Quantised {
  readonly at: readonly Tick[]
  readonly to: readonly Tick[]
  /** Furthest that an onset was moved, ms. */
  readonly movedMs: number
  /** Beats in which no division fits: they stay as they are. */
  readonly beatsLeft: number
}

/** The division of a beat on which all its onsets lie; null where none fits. */
function divisionOf(inside: readonly Tick[], tempo: number): number | null {
  const error = (division: number) => {
    const cell = TICKS_PER_QUARTER / division
    return Math.max(...inside.map(at => Math.abs(ticksToMs(at - Math.round(at / cell) * cell, tempo))))
  }
  const fitting = DIVISIONS.map(division => ({ division, error: error(division) })).filter(
    each => each.error <= NEAR_MS,
  )
  const least = Math.min(...fitting.map(each => each.error))
  return fitting.find(each => each.error <= least + NO_WORSE_MS)?.division ?? null
}

/**
 * Brings played or foreign onsets into time, beat by beat.
 * @param spans Begin and end of each note, ticks of the score, not necessarily whole.
 * @param tempo Quarters a minute.
 */
export function quantise(spans: readonly { readonly at: number; readonly to: number }[], tempo: number): Quantised {
  const beats = new Map<number, number[]>()
  // An onset a little before the beat belongs to it.
  const early = (NEAR_MS * tempo * TICKS_PER_QUARTER) / 60_000
  const beatOf = (at: number) => Math.floor((at + early) / TICKS_PER_QUARTER)
  for (const { at } of spans) {
    const beat = beatOf(at)
    const inside = beats.get(beat)
    if (inside) inside.push(at - beat * TICKS_PER_QUARTER)
    else beats.set(beat, [at - beat * TICKS_PER_QUARTER])
  }
  const divisions = new Map([...beats].map(([beat, inside]) => [beat, divisionOf(inside, tempo)] as const))
  const onGrid = (at: number, division: number) => {
    const cell = TICKS_PER_QUARTER / division
    return Math.round(at / cell) * cell
  }
  const at = spans.map(span => {
    const division = divisions.get(beatOf(span.at))
    return division ? Math.max(0, onGrid(span.at, division)) : Math.round(span.at)
  })
  const to = spans.map((span, i) => {
    const own = divisions.get(beatOf(span.at))
    // It ends on the division of the beat it ends in, else on its own.
    const division = divisions.get(beatOf(span.to - 1)) ?? own
    if (!own || !division) return Math.max(at[i]! + 1, Math.round(span.to))
    const end = onGrid(span.to, division)
    return end > at[i]! ? end : at[i]! + TICKS_PER_QUARTER / own
  })
  return {
    at,
    to,
    movedMs: spans.reduce((most, span, i) => Math.max(most, Math.abs(ticksToMs(span.at - at[i]!, tempo))), 0),
    beatsLeft: [...divisions.values()].filter(division => division === null).length,
  }
}
