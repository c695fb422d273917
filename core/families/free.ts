import { needString } from '../line/on-guitar'
import type { Finger, FingerOrOpen } from '../guitar/finger'
import { midiAt, placesOfPitch, type Instrument } from '../guitar/instrument'
import { assertNotes, MOST_WRITTEN } from '../line/budget'
import type { Event, Line } from '../line/line'
import { fields, type Infer, type SharedSpec } from '../schema/fields'
import { SpecError } from '../schema/spec-error'
import type { SheetFamily } from './family'

const block = fields.block({
  notes: fields.list(
    fields.block({
      at: fields.whole('at', 0, 100_000_000),
      dur: fields.whole('dur', 1, 10_000_000),
      string: fields.string().optional(),
      fret: fields.fret().optional(),
      midi: fields.whole('midi', 0, 127).optional(),
      finger: fields.fingerOrOpen().optional(),
      pluck: fields.oneOf('pluck', ['D', 'U', 'p', 'i', 'm', 'a', 'c']).optional(),
      via: fields.oneOf('via', ['pluck', 'hammer', 'pull', 'tap', 'rake', 'slide']).optional(),
      marks: fields.list(fields.oneOf('mark', ['accent', 'staccato', 'muted']), 1, 3).optional(),
      /** What the drill of a routine is called that begins here. */
      part: fields.text(200).optional(),
    }),
    1,
    MOST_WRITTEN,
  ),
  /** What it was written out from: the drill's title then, and its spec; without a spec what it is called. */
  from: fields.block({ title: fields.text(200), spec: fields.anyObject().optional() }).optional(),
})
/** Music of the teacher's own: its notes, and where they came from. */
export type Free = Infer<typeof block>
/** One note of the teacher's own music: a place, or only a pitch for the engine to place. */
export type FreeNote = Free['notes'][number]

/** Where the drills of a routine begin, and what each is called; none for other music. */
export const partsOf = (notes: readonly FreeNote[]) =>
  notes.flatMap(({ at, part }) => (part === undefined ? [] : [{ at, title: part }]))

/** Places of a bare pitch on strings that are free, the nearest to the hand first. */
function placesOf(
  note: FreeNote,
  pitch: number,
  instrument: Instrument,
  hand: number,
  taken: ReadonlySet<number>,
): readonly { readonly string: number; readonly fret: number }[] {
  return placesOfPitch(instrument, pitch)
    .filter(({ string }) => !taken.has(string) && (note.string === undefined || note.string === string))
    .toSorted((a, b) => Math.abs(a.fret - hand - 1) - Math.abs(b.fret - hand - 1) || a.fret - b.fret)
}

/** Where a note goes: as given, or for a bare pitch the place nearest to the hand, on a string that is free. */
function placeOf(
  note: FreeNote,
  i: number,
  instrument: Instrument,
  hand: number,
  taken: ReadonlySet<number>,
): { readonly string: number; readonly fret: number } {
  const path = `free.notes.${i}`
  const count = instrument.tuning.length
  if (note.string !== undefined && note.fret !== undefined) {
    if (note.midi !== undefined && note.string <= count && midiAt(instrument, note.string, note.fret) !== note.midi)
      throw new SpecError(`${path}.midi`, `string ${note.string}, fret ${note.fret} does not sound ${note.midi}`)
    needString(note.string, count, `${path}.string`)
    if (note.fret > instrument.lastFret)
      throw new SpecError(
        `${path}.fret`,
        `fret ${note.fret} is beyond the neck: the last fret is ${instrument.lastFret}`,
      )
    if (taken.has(note.string)) throw new SpecError(`${path}.string`, `string ${note.string} plays two notes at once`)
    return { string: note.string, fret: note.fret }
  }
  if (note.midi === undefined)
    throw new SpecError(
      note.string === undefined ? `${path}.string` : `${path}.fret`,
      'a note needs string and fret, or a pitch',
    )
  const [place] = placesOf(note, note.midi, instrument, hand, taken)
  if (!place) throw new SpecError(`${path}.midi`, `pitch ${note.midi} is not to be had on a free string of this guitar`)
  return place
}

const isBare = (note: FreeNote) => note.midi !== undefined && (note.string === undefined || note.fret === undefined)

/** Places for notes that begin together, settled ones first, so that bare pitches share out what strings are left. */
function placeTogether(
  group: readonly { readonly note: FreeNote; readonly i: number }[],
  instrument: Instrument,
  hand: number,
): ReadonlyMap<FreeNote, { readonly string: number; readonly fret: number }> {
  const places = new Map<FreeNote, { readonly string: number; readonly fret: number }>()
  const taken = new Set<number>()
  const put = (note: FreeNote, place: { readonly string: number; readonly fret: number }) => {
    places.set(note, place)
    taken.add(place.string)
  }
  for (const { note, i } of group) if (!isBare(note)) put(note, placeOf(note, i, instrument, hand, taken))
  const bare = group.filter(({ note }) => isBare(note))
  function share(k: number): boolean {
    const next = bare[k]
    if (!next) return true
    return placesOf(next.note, next.note.midi!, instrument, hand, taken).some(place => {
      put(next.note, place)
      if (share(k + 1)) return true
      places.delete(next.note)
      taken.delete(place.string)
      return false
    })
  }
  if (!share(0)) for (const { note, i } of bare) put(note, placeOf(note, i, instrument, hand, taken))
  return places
}

/** One finger per fret: the hand moves only when a fret lies outside it. */
function positionFor(fret: number, finger: number | undefined, position: number): number {
  if (fret === 0) return position
  if (finger) return Math.max(1, fret - finger + 1)
  if (fret < position) return fret
  return fret > position + 3 ? fret - 3 : position
}

/** Fingers of notes that begin together: distinct, ascending with the frets; one fret on several strings is a barre. */
function fingerTogether(
  group: readonly { readonly note: FreeNote; readonly fret: number }[],
  position: number,
): ReadonlyMap<FreeNote, FingerOrOpen> {
  const fingers = new Map<FreeNote, FingerOrOpen>()
  let last = { finger: 0, fret: 0 }
  for (const { note, fret } of [...group].sort((a, b) => a.fret - b.fret)) {
    if (fret === 0) {
      fingers.set(note, 0)
      continue
    }
    const own =
      note.finger ??
      (fret === last.fret ? last.finger : Math.max(last.finger + 1, Math.min(4, Math.max(1, fret - position + 1))))
    const finger = Math.min(4, own) as Finger
    fingers.set(note, finger)
    last = { finger, fret }
  }
  return fingers
}

function build(spec: SharedSpec, { notes }: Free, instrument: Instrument): Line {
  assertNotes(notes.length * spec.times, 'times', MOST_WRITTEN)
  const sorted = notes.map((note, i) => ({ note, i })).sort((a, b) => a.note.at - b.note.at)
  const events: Event[] = []
  // Then fingers that are not typed, and places of bare pitches, are the engine's to choose.
  const left = spec.fingering.rule !== 'one-per-fret'
  let position = spec.position
  let number = 0
  for (let start = 0; start < sorted.length;) {
    const { at } = sorted[start]!.note
    let next = start + 1
    while (next < sorted.length && sorted[next]!.note.at === at) next++
    const group = sorted.slice(start, next)
    start = next
    const places = placeTogether(group, instrument, position)
    const placed = group
      .map(({ note, i }) => {
        const place = places.get(note)!
        if (note.finger !== undefined && !(left && isBare(note)) && (note.finger === 0) !== (place.fret === 0))
          throw new SpecError(
            `free.notes.${i}.finger`,
            place.fret === 0 ? 'an open string has finger 0' : 'finger 0 is for open strings',
          )
        return { note, i, ...place }
      })
      .sort((a, b) => b.string - a.string)
    const lead = placed.filter(each => each.fret > 0 && each.note.via !== 'tap').sort((a, b) => a.fret - b.fret)[0]
    if (lead) position = positionFor(lead.fret, lead.note.finger, position)
    const fingers = fingerTogether(placed, position)
    for (const { note, string, fret } of placed) {
      const tapped = note.via === 'tap'
      const finger = fingers.get(note)!
      const key = `p1.n${++number}`
      events.push({
        noteId: key,
        at,
        dur: note.dur,
        place: left && isBare(note) && note.string === undefined ? { midi: note.midi! } : { string, fret },
        want: tapped || (left && note.finger === undefined && fret > 0) ? 'free' : { finger },
        ...(note.finger !== undefined && { typed: true }),
        position,
        visit: `${key}`,
        slurred: note.via === 'hammer' || note.via === 'pull' || note.via === 'slide',
        marks: [
          ...(note.marks ?? []),
          ...(fret > 0 && finger > 0 && Math.abs(fret - position + 1 - finger) > 0 && finger === 4
            ? ['stretch' as const]
            : []),
        ],
        ...(tapped && { tap: true as const, pluck: note.pluck ?? 'm' }),
        ...(!tapped && note.pluck && { pluck: note.pluck }),
        ...((note.via === 'slide' || note.via === 'rake') && { via: note.via }),
      })
    }
  }
  return passes(events, spec.times)
}

function passes(events: readonly Event[], times: number): Line {
  const end = events.reduce((latest, event) => Math.max(latest, event.at + event.dur), 0)
  const all = Array.from({ length: times }, (_, pass) =>
    events.map(event => ({
      ...event,
      at: event.at + pass * end,
      noteId: event.noteId.replace(/^p1/, `p${pass + 1}`),
      visit: event.visit.replace(/^p1/, `p${pass + 1}`),
    })),
  )
  return { events: all.flat(), grips: [], restarts: all.map((_, pass) => pass * end), strokeShift: 0 }
}

/** The teacher's own music, typed in or imported. */
export const free: SheetFamily<Free> = {
  name: 'free',
  writes: true,
  label: 'Own music',
  block,
  opening: {
    notes: [
      [3, 5],
      [3, 7],
      [2, 5],
      [2, 8],
      [1, 5],
      [2, 8],
      [2, 5],
      [3, 7],
    ].map(([string, fret], i) => ({ at: i * 5040, dur: 5040, string: string!, fret: fret! })),
  },
  controls: [],
  uses: ['position', 'plucking', 'hold'],
  build,
  title: (_, { notes, from }) => {
    const parts = partsOf(notes)
    if (parts.length > 0) return `Routine of ${parts.length} ${parts.length === 1 ? 'drill' : 'drills'}`
    if (from) return `${from.title}${from.spec ? ', written out' : ''}`
    return `Own music, ${notes.length} ${notes.length === 1 ? 'note' : 'notes'}`
  },
  titled: ({ from }) => from !== undefined,
  purpose: ({ notes, from }) => {
    const parts = partsOf(notes)
    if (parts.length > 0) return `One after another: ${parts.map(part => part.title).join(' · ')}.`
    return from?.spec
      ? `Written out from “${from.title}”, note by note.`
      : 'The teacher’s own passage, with the hands it needs.'
  },
}
