import { midiAt, type Instrument } from '../fretboard/instrument'
import { onsets, type Event, type Line } from '../line/line'
import type { Finger } from '../hand/hand'
import type { FingeredNote, FingeredOnset, OpenNote } from '../hand/ahead'
import type { Pins } from '../spec/fields'
import { SpecError } from '../spec/spec-error'

/** An event with its place and finger settled. */
export interface FingeredEvent extends Event {
  readonly string: number
  readonly fret: number
  readonly midi: number
  readonly finger: 0 | Finger
}

/**
 * Settles the finger of every event: what the family prescribes, pins over it.
 * @throws SpecError when a pin names no note or an open string, or a note has only a pitch.
 */
export function fingerLine(line: Line, instrument: Instrument, pins: Pins = {}): readonly FingeredEvent[] {
  const unused = new Set(Object.keys(pins))
  const events = line.events.map((event): FingeredEvent => {
    if (!('string' in event.place) || event.want === 'free') throw new SpecError('fingering.rule', 'choosing places and fingers is not built yet')
    const { string, fret } = event.place
    const pin = pins[event.key]
    if (pin !== undefined) {
      unused.delete(event.key)
      if (fret === 0) throw new SpecError(`pins.${event.key}`, 'this note is an open string')
    }
    // Written out: copying by spread was a third of the time a drill takes.
    return {
      key: event.key,
      at: event.at,
      dur: event.dur,
      place: event.place,
      want: event.want,
      position: event.position,
      slurred: event.slurred,
      marks: event.marks,
      string,
      fret,
      midi: midiAt(instrument, string, fret),
      finger: pin !== undefined ? pin as Finger : event.want.finger,
    }
  })
  const [stray] = unused
  if (stray !== undefined) throw new SpecError(`pins.${stray}`, 'no note has this key')
  return events
}

const noteOf = (event: FingeredEvent): FingeredNote | OpenNote => event.finger === 0
  ? { finger: 0, string: event.string, fret: 0, slurred: event.slurred }
  : {
      key: event.key,
      finger: event.finger,
      string: event.string,
      fret: event.fret,
      soundsAt: event.at,
      noteEnd: event.at + event.dur,
      slurred: event.slurred,
      stretch: event.marks.includes('stretch'),
    }

/** Groups fingered events by onset, in the form the hand rules read. */
export function fingeredOnsets(events: readonly FingeredEvent[]): readonly FingeredOnset[] {
  return (onsets(events) as readonly (readonly FingeredEvent[])[]).map((group) => {
    const notes = group.map(noteOf)
    return {
      at: group[0]!.at,
      end: group.reduce((end, event) => Math.max(end, event.at + event.dur), 0),
      position: group[0]!.position,
      notes,
      landings: notes.filter(note => note.finger !== 0),
    }
  })
}
