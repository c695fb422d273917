import { lineEnd, onsets, ringOut, type Event, type Grip, type Line } from '../line/line'
import type { Tick } from '../line/ticks'
import type { RuleFor } from './transform'

/**
 * Keys of the notes that are slurred once time runs backwards: a slur, or the way into a tap, stays between its two
 * notes.
 */
function slurredBackwards(events: readonly Event[]): ReadonlySet<string> {
  const lastOnString = new Map<number, Event>()
  const keys = new Set<string>()
  for (const event of events) {
    if (!('string' in event.place)) continue
    const before = lastOnString.get(event.place.string)
    if ((event.slurred || event.tap) && before && !before.tap) keys.add(before.noteId)
    lastOnString.set(event.place.string, event)
  }
  return keys
}

const reverseGrip = (grip: Grip, end: Tick): Grip => ({ ...grip, from: end - grip.to, to: end - grip.from })

/**
 * Plays a line backwards: onsets in the opposite order, rests where they were between the same notes, lengths kept.
 * A note that rings past the next onset is turned round by the part before that onset, so onsets stay distinct.
 */
export function reverseLine(line: Line): Line {
  const end = lineEnd(line)
  const groups = onsets(line.events)
  const slurred = slurredBackwards(line.events)
  const events = groups
    .map((group, i) => {
      const next = groups[i + 1]?.[0]!.at ?? end
      const sounding = Math.min(next, Math.max(...group.map(event => event.at + event.dur)))
      return group.map(event => ({ ...event, at: end - sounding, slurred: slurred.has(event.noteId) }))
    })
    .reverse()
    .flat()
  const grips = line.grips.map(grip => reverseGrip(grip, end)).reverse()
  return {
    ...line,
    events: ringOut(events, grips),
    grips,
    restarts: [
      0,
      ...line.restarts
        .slice(1)
        .map(at => end - at)
        .reverse(),
    ],
  }
}

/** The drill backwards. */
export const reverse: RuleFor<'reverse'> = { onLine: reverseLine, inWords: () => 'reversed' }
