import { midiAt, type Instrument } from '../guitar/instrument'
import type { FingeredNote, FingeredOnset, UnfingeredNote } from '../hand/ahead'
import type { Finger } from '../guitar/finger'
import { onsets, type Event, type Grip, type Line } from '../line/line'
import type { Pins } from '../schema/fields'

/** An event with its place and finger settled; the finger is null where the plucking hand taps. */
export interface FingeredEvent extends Event {
  readonly string: number
  readonly fret: number
  readonly midi: number
  readonly finger: 0 | Finger | null
}

function fingerOf(event: Event, pin: number | undefined): FingeredEvent['finger'] {
  if (event.tap) return null
  if (pin !== undefined) return pin as Finger
  if (event.want === 'free')
    throw new RangeError(`${event.noteId} has no finger: a family hands over fingers for all it does not tap`)
  return event.want.finger
}

/**
 * Settles the finger of every event: what the family prescribes, pins over it.
 * @param pins Checked before: each names a fretted note.
 */
export function fingerLine(line: Line, instrument: Instrument, pins: Pins = {}): readonly FingeredEvent[] {
  return line.events.map((event): FingeredEvent => {
    if (!('string' in event.place)) throw new RangeError(`${event.noteId} has no place on the neck`)
    const { string, fret } = event.place
    // Written out: copying by spread was a third of the time a drill takes.
    return {
      noteId: event.noteId,
      at: event.at,
      dur: event.dur,
      place: event.place,
      want: event.want,
      typed: event.typed,
      position: event.position,
      slurred: event.slurred,
      visit: event.visit,
      marks: event.marks,
      pluck: event.pluck,
      tap: event.tap,
      via: event.via,
      name: event.name,
      string,
      fret,
      midi: midiAt(instrument, string, fret),
      finger: fingerOf(event, pins[event.noteId]),
    }
  })
}

const noteOf = (event: FingeredEvent, grips: readonly Grip[]): FingeredNote | UnfingeredNote =>
  event.finger === 0 || event.finger === null
    ? { finger: 0, string: event.string, fret: event.fret, slurred: event.slurred }
    : {
        noteId: event.noteId,
        finger: event.finger,
        string: event.string,
        fret: event.fret,
        soundsAt: event.at,
        noteEnd: event.at + event.dur,
        slurred: event.slurred,
        stretch: event.marks.includes('stretch'),
        gripped: grips.some(
          grip =>
            grip.from <= event.at &&
            event.at < grip.to &&
            grip.contacts.some(contact => contact.string === event.string && contact.fret === event.fret),
        ),
      }

/** Groups fingered events by onset, in the form the hand rules read. */
export function fingeredOnsets(events: readonly FingeredEvent[], grips: readonly Grip[]): readonly FingeredOnset[] {
  let next = 0
  return (onsets(events) as readonly (readonly FingeredEvent[])[]).map(group => {
    const at = group[0]!.at
    while (next < grips.length && grips[next]!.to <= at) next++
    // Grips come in order of their beginning; only those under way matter here.
    const current = grips.length === 0 ? grips : grips.slice(next, next + 4)
    const notes = group.map(event => noteOf(event, current))
    return {
      at,
      end: Math.max(...group.map(event => event.at + event.dur)),
      position: group[0]!.position,
      notes,
      landings: notes.filter(note => note.finger !== 0),
    }
  })
}
