import { fretDistanceMm, spanMm } from '../guitar/geometry'
import type { Instrument } from '../guitar/instrument'
import { ticksToMs } from '../line/ticks'
import type { Note, Shift, Travel } from './score'

/**
 * Where the plucking hand plays, as a share of the string from the nut: two octaves up; the project's own assumption.
 */
const PLUCKING_PLACE = 0.75

/** Above this speed a hand does not land reliably, mm a second from onset to onset; the project's own assumption. */
export const RELIABLE_MM_PER_S = 1000

/** A way with its time, and whether it is asked too fast. */
const way = (at: number, ms: number, mm: number): Travel => ({
  at,
  ms,
  mm,
  ...(mm > (RELIABLE_MM_PER_S * ms) / 1000 && { hasty: true as const }),
})

/** What every shift, and every tap after a plucked note, leaves of time for its way. */
export function measureTravel(
  notes: readonly Note[],
  shifts: readonly Shift[],
  { scaleLengthMm, capo }: Instrument,
  tempoBpm: number,
): readonly Travel[] {
  const travel: Travel[] = []
  if (shifts.length > 0) {
    const times = [...new Set(notes.map(note => note.at))]
    let next = 0
    for (const shift of shifts) {
      while (times[next + 1]! < shift.at) next++
      travel.push(
        way(shift.at, ticksToMs(shift.at - times[next]!, tempoBpm), spanMm(scaleLengthMm, capo, shift.from, shift.to)),
      )
    }
  }
  let plucked: Note | null = null
  for (const note of notes) {
    if (note.via === 'tap' && plucked) {
      travel.push(
        way(
          note.at,
          ticksToMs(note.at - plucked.at, tempoBpm),
          Math.abs(scaleLengthMm * PLUCKING_PLACE - fretDistanceMm(scaleLengthMm, note.fret + capo)),
        ),
      )
      plucked = null
    } else if (note.via === 'pluck' || note.via === 'rake') plucked = note
    else if (note.via === 'tap') plucked = null
  }
  return travel.sort((a, b) => a.at - b.at)
}
