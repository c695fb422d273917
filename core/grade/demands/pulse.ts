import { commonGrid, TICKS_PER_QUARTER, type Tick } from '../../line/ticks'
import type { CountTempo } from '../../families/family'
import { GRADE } from '../table'
import type { DemandReader } from './demand'

/** Into how many parts each quarter is divided by what begins in it, by its place from the start. */
function divisions(onsets: readonly { readonly at: Tick }[]): ReadonlyMap<number, number> {
  const grids = new Map<number, Tick>()
  for (const { at } of onsets) {
    const quarter = Math.floor(at / TICKS_PER_QUARTER)
    grids.set(quarter, commonGrid(grids.get(quarter) ?? TICKS_PER_QUARTER, at % TICKS_PER_QUARTER))
  }
  return new Map([...grids].map(([quarter, grid]) => [quarter, TICKS_PER_QUARTER / grid]))
}

/** How the beat is divided, and whether the line goes against it. */
export const pulse: DemandReader = {
  read({ onsets }) {
    const { division: byDivision, syncopation, change } = GRADE.pulse
    const divided = divisions(onsets)
    let last: number | null = null
    const found = onsets.map(({ at }, i) => {
      const quarter = Math.floor(at / TICKS_PER_QUARTER)
      const division = divided.get(quarter)!
      const next = onsets[i + 1]?.at
      const syncopated = at % TICKS_PER_QUARTER !== 0 && next !== undefined && next > (quarter + 1) * TICKS_PER_QUARTER
      // A quarter with one note on it goes with any division.
      const changedFrom = division > 1 && last !== null && last !== division ? last : null
      if (division > 1) last = division
      return { division, syncopated, changedFrom }
    })
    return {
      byOnset: found.map(
        ({ division, syncopated, changedFrom }) =>
          byDivision[Math.min(division, byDivision.length - 1)]! +
          (syncopated ? syncopation : 0) +
          (changedFrom === null ? 0 : change),
      ),
      cause: i => ({ part: 'pulse', ...found[i]! }),
    }
  },
}

/** What keeping the pulse alone asks for at one tempo: the slower, and the more of it silent, the harder. */
export function countDemand({ bpm, perBeat, bars, silentBars }: Omit<CountTempo, 'seconds'>): number {
  const { msAlone, silent, silentMs } = GRADE.pulse.count
  const beatMs = 60000 / bpm
  return beatMs / Math.sqrt(perBeat) / msAlone + (silent * (silentBars / bars) * beatMs) / silentMs
}
