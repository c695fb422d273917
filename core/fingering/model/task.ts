import { midiAt, type Instrument } from '../../guitar/instrument'
import type { Finger } from '../../guitar/finger'
import type { HandRules } from '../../hand/advance-hand'
import { gripParts, onsets, type Event, type Grip, type Line } from '../../line/line'
import { ticksToMs, type Tick } from '../../line/ticks'
import type { Pins } from '../../schema/fields'
import { BOUNDLESS, type Effort } from './effort'

/** A place on the neck. */
export interface Place {
  readonly string: number
  readonly fret: number
}

/** A note to be fingered. */
export interface TaskNote {
  readonly noteId: string
  /** Its place in the line. */
  readonly index: number
  /** Where it can be played; one place unless only the pitch is given. */
  readonly places: readonly Place[]
  /** Only the pitch is given, wherever it is played. */
  readonly pitched: boolean
  readonly end: Tick
  readonly slurred: boolean
  readonly slides: boolean
  readonly tapped: boolean
  /** Finger the drill or a pin lays down; null leaves it to the engine. */
  readonly finger: Finger | null
  /** Laid down by a pin. */
  readonly pinned: boolean
}

/** A chord, anchor or barre that begins at a moment; a finger of null is the engine's to choose. */
export interface TaskGrip {
  readonly index: number
  readonly to: Tick
  /** A chord: a note on one of its strings may take the finger that lies there. */
  readonly loose: boolean
  readonly contacts: readonly (Place & { readonly finger: Finger | null })[]
}

/** Everything that begins at one tick. */
export interface TaskMoment {
  readonly at: Tick
  readonly end: Tick
  /** Milliseconds since the onset before. */
  readonly ms: number
  /** Nothing sounded just before: there was a rest. */
  readonly rested: boolean
  readonly notes: readonly TaskNote[]
  /** One of the notes is slurred. */
  readonly slurs: boolean
  /** Of one of the notes only the pitch is given. */
  readonly pitched: boolean
  readonly grips: readonly TaskGrip[]
  /** Position the drill lays down; null leaves it to the engine. */
  readonly position: number | null
}

/** A line as the engine sees it, for one hand on one guitar. */
export interface Task {
  readonly moments: readonly TaskMoment[]
  readonly rules: HandRules
  readonly effort: Effort
  /** Notes are to sound on until the next: neither swept, raked nor cut short. */
  readonly ringing: boolean
  /** Where the hand is asked to be for notes of which only the pitch is given; null leaves it to the engine. */
  readonly asked: number | null
  /** For the beam search: only so many of the most likely choices of a moment. */
  readonly keep?: number
}

/** Which fingers are the drill's own, and which are left to the engine. */
export type Freedom =
  /** Fingers and positions as the drill says; only pinned notes look for their position. */
  | 'none'
  /** Fingers as the drill says, positions free. */
  | 'positions'
  /** Everything free but pins, anchors and fingers typed note by note. */
  | 'all'

/** What the line is played by and how fast. */
export interface TaskOptions {
  readonly rules: HandRules
  /** Quarters per minute. */
  readonly tempo: number
  readonly pins: Pins
  readonly freedom: Freedom
  /** How much work it may be; boundless when left out. */
  readonly effort?: Effort
  /** Notes are swept, raked or cut short: none is to sound on. */
  readonly dry?: boolean
  /** Position asked for where only pitches are given. */
  readonly asked?: number | null
}

function placesOf(event: Event, instrument: Instrument): readonly Place[] {
  if ('string' in event.place) return [event.place]
  const { midi } = event.place
  return instrument.tuning
    .map((_, i) => i + 1)
    .map(string => ({ string, fret: midi - midiAt(instrument, string, 0) }))
    .filter(({ fret }) => fret >= 0 && fret <= instrument.lastFret)
}

/** A pinned note wants a fret, wherever it can have one. */
function prefersFrets(places: readonly Place[], fretted: boolean): readonly Place[] {
  const frets = fretted ? places.filter(place => place.fret > 0) : []
  return frets.length > 0 ? frets : places
}

const prescribed = (event: Event): Finger | null =>
  event.want === 'free' || event.want.finger === 0 ? null : event.want.finger

function noteOf(event: Event, index: number, { rules, pins, freedom }: TaskOptions): TaskNote {
  const pin = pins[event.noteId]
  const own = freedom === 'all' && !event.typed ? null : prescribed(event)
  return {
    noteId: event.noteId,
    index,
    pitched: !('string' in event.place),
    places: prefersFrets(
      placesOf(event, rules.instrument),
      pin !== undefined || (event.typed === true && event.want !== 'free' && event.want.finger !== 0),
    ),
    end: event.at + event.dur,
    slurred: event.slurred,
    slides: event.via === 'slide',
    tapped: event.tap ?? false,
    finger: event.tap ? null : ((pin as Finger | undefined) ?? own),
    pinned: pin !== undefined,
  }
}

/** Lays a line out for the engine: one moment for each onset and for each grip that begins in silence. */
export function taskOf(line: Line, options: TaskOptions): Task {
  const { rules, tempo, freedom } = options
  let index = 0
  const sounding = onsets(line.events).map(events => ({
    at: events[0]!.at,
    notes: events.map(event => noteOf(event, index++, options)),
    position: events[0]!.position,
  }))
  const grips = gripParts(line)
    .map(grip => ({ from: grip.from, grip: gripOf(grip, grip.index, freedom) }))
    .sort((a, b) => a.from - b.from)
  const beginning = new Map<Tick, TaskGrip[]>()
  for (const { from, grip } of grips) beginning.set(from, [...(beginning.get(from) ?? []), grip])
  const known = new Set(sounding.map(each => each.at))
  const silent = [...new Set(grips.map(each => each.from).filter(at => !known.has(at)))].map(at => ({
    at,
    notes: [] as TaskNote[],
    position: null,
  }))
  const all = [...sounding, ...silent].sort((a, b) => a.at - b.at)
  let end = 0
  const moments = all.map(({ at, notes, position }, i): TaskMoment => {
    const rested = i > 0 && end < at
    const own = notes.reduce((latest, note) => Math.max(latest, note.end), at)
    end = Math.max(end, own)
    const loose = freedom !== 'none' || notes.some(note => note.pinned)
    return {
      at,
      end: own,
      ms: i === 0 ? Infinity : ticksToMs(at - all[i - 1]!.at, tempo),
      rested,
      notes,
      slurs: notes.some(note => note.slurred),
      pitched: notes.some(note => note.pitched),
      grips: beginning.get(at) ?? NO_GRIPS,
      position: loose ? null : position,
    }
  })
  return { moments, rules, effort: options.effort ?? BOUNDLESS, ringing: !options.dry, asked: options.asked ?? null }
}

const NO_GRIPS: readonly TaskGrip[] = []

const gripOf = ({ to, contacts, loose }: Grip, index: number, freedom: Freedom): TaskGrip => ({
  index,
  to,
  loose: loose ?? false,
  contacts: contacts.map(({ finger, string, fret, pinned }) => ({
    string,
    fret,
    finger: freedom === 'all' && loose && !pinned ? null : finger,
  })),
})
