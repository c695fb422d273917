import type { Event, Line } from '../line/line'
import { TICKS_PER_QUARTER } from '../line/ticks'

/** Notes that begin together. */
export type Stop = readonly { readonly string: number; readonly fret: number; readonly slurred?: boolean }[]

/** A line of eighths with every finger left free. */
export function lineOf(stops: readonly Stop[], each = TICKS_PER_QUARTER / 2): Line {
  let number = 0
  const events = stops.flatMap((stop, i): Event[] =>
    [...stop]
      .sort((a, b) => b.string - a.string)
      .map(({ string, fret, slurred }) => ({
        noteId: `p1.n${++number}`,
        at: i * each,
        dur: each,
        place: { string, fret },
        want: fret === 0 ? { finger: 0 } : 'free',
        position: 5,
        slurred: slurred ?? false,
        visit: '',
        marks: [],
      })),
  )
  return { events, grips: [], restarts: [0], strokeShift: 0 }
}

/** A chord held, and its strings one after another: which of its places sound in turn. */
export interface BrokenChord {
  readonly places: Stop
  readonly order: readonly number[]
}

/** A line of broken chords in eighths, every finger of every chord left free. */
export function brokenLineOf(chords: readonly BrokenChord[], each = TICKS_PER_QUARTER / 2): Line {
  const notes = chords.flatMap(({ places, order }) => order.map((which): Stop => [places[which % places.length]!]))
  let at = 0
  const grips = chords.map(({ places, order }) => {
    const from = at
    at += order.length * each
    return { from, to: at, loose: true, contacts: places.map(place => ({ ...place, finger: 1 as const })) }
  })
  return { ...lineOf(notes, each), grips }
}
