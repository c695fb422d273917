import type { Finger, FingerOrOpen } from '../guitar/finger'
import type { Tick } from './ticks'

/** What plays a note: a pick stroke, or a finger of the plucking hand. */
export type Stroke = 'D' | 'U' | 'p' | 'i' | 'm' | 'a' | 'c'

/** Where a note is played: a fixed place on the neck, or only a pitch for the fingering engine to place. */
export type Place = { readonly string: number; readonly fret: number } | { readonly midi: number }

/** Which finger a family prescribes for a note; 0 is an open string, 'free' leaves it to the engine. */
export type Want = { readonly finger: FingerOrOpen } | 'free'

/** Marks printed at a note. */
export type Mark = 'accent' | 'staccato' | 'muted' | 'stretch' | 'louder' | 'softer' | 'rolled'

/** One note as a family writes it: no hand, no stroke, no hold. */
export interface Event {
  /** Names the note by where it comes from (`p1.s5.3`); unique, unchanged by tempo, position or instrument. */
  readonly noteId: string
  readonly at: Tick
  /** Notated length. */
  readonly dur: Tick
  readonly place: Place
  readonly want: Want
  /** The teacher typed this finger for this note: the engine leaves it. */
  readonly typed?: boolean
  /** Fret where finger 1 rests while this note is played. */
  readonly position: number
  /** Sounded by the fretting hand from the note before. */
  readonly slurred: boolean
  /** Which string visit it belongs to; notes of one visit are counted together. */
  readonly visit: string
  /** Finger or stroke the family prescribes; left out where the plucking system decides. */
  readonly pluck?: Stroke
  /** Sounded by the plucking hand on the fretboard. */
  readonly tap?: true
  /** Rings on past its place in the line, to the end of its chord. */
  readonly rings?: true
  /** How it is sounded where that does not follow from its frets. */
  readonly via?: 'slide' | 'rake'
  readonly marks: readonly Mark[]
  /** How key or chord spell its pitch class, such as `Bb`; left out where neither is known. */
  readonly name?: string
}

/** One finger of a grip; a finger on several strings is a barre. */
export interface GripContact {
  readonly finger: Finger
  readonly string: number
  readonly fret: number
  readonly pinned?: boolean
}

/** Contacts that are down for a stretch of time whether they sound or not: a chord, an anchor, a barre. */
export interface Grip {
  readonly from: Tick
  readonly to: Tick
  readonly contacts: readonly GripContact[]
  /** Its fingers are only a proposal: the engine may choose others. */
  readonly loose?: boolean
  /** Each finger lands only with the first note that needs it. */
  readonly oneByOne?: true
  /** For a chord: all its strings, open ones included, which are left to ring. */
  readonly strings?: readonly number[]
}

/** A drill before hand and strokes: what is to be played, in time order, thick string first. */
export interface Line {
  readonly events: readonly Event[]
  readonly grips: readonly Grip[]
  /** Ticks at which a pass begins. */
  readonly restarts: readonly Tick[]
  /** Plucked onsets by which the stroke cycle starts later; 0 unless a transform moved it. */
  readonly strokeShift: number
  /** No string is plucked: the fretting hand works alone. */
  readonly unplucked?: true
}

/** End of the last note of a line, in ticks. */
export function lineEnd(line: Line): Tick {
  return line.events.reduce((end, event) => Math.max(end, event.at + event.dur), 0)
}

/** A grip, or the part of one that lands at once. */
export interface GripPart extends Grip {
  /** Its grip's place in the line. */
  readonly index: number
}

/**
 * The grips of a line as they land: those whose fingers land one by one taken apart, a barre together with its first
 * note.
 */
export function gripParts({ events, grips }: Pick<Line, 'events' | 'grips'>): readonly GripPart[] {
  return grips.flatMap((grip, index): GripPart[] => {
    if (!grip.oneByOne) return [{ ...grip, index }]
    const fingers = [...new Set(grip.contacts.map(contact => contact.finger))]
    return fingers.map((finger): GripPart => {
      const contacts = grip.contacts.filter(contact => contact.finger === finger)
      const first = events.find(
        ({ at, place }) =>
          at >= grip.from &&
          at < grip.to &&
          'string' in place &&
          contacts.some(contact => contact.string === place.string && contact.fret === place.fret),
      )
      return { ...grip, contacts, from: first?.at ?? grip.from, index }
    })
  })
}

/** Events whose note rings to the end of its chord, given their length anew by where they stand among the grips. */
export function ringOut(events: readonly Event[], grips: readonly Grip[]): readonly Event[] {
  if (!events.some(event => event.rings)) return events
  // Chords follow each other: the one a note rings in is the last that began, looked for from where the note before
  // was.
  const inOrder = grips.toSorted((a, b) => a.from - b.from)
  let next = 0
  return events.map(event => {
    if (!event.rings) return event
    if (next > 0 && inOrder[next - 1]!.from > event.at) next = 0
    while (next < inOrder.length && inOrder[next]!.from <= event.at) next++
    const grip = inOrder[next - 1]
    return grip && event.at < grip.to ? { ...event, dur: grip.to - event.at } : event
  })
}

/** Events that begin together, in time order; each inner list is one onset. */
export function onsets(events: readonly Event[]): readonly (readonly Event[])[] {
  const groups: Event[][] = []
  for (const event of events) {
    const last = groups.at(-1)
    if (last && last[0]!.at === event.at) last.push(event)
    else groups.push([event])
  }
  return groups
}
