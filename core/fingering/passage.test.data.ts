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
