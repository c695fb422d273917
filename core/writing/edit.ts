import type { FreeNote } from '../families/free'
import { midiAt, placesOfPitch, type Instrument } from '../guitar/instrument'
import { MOST_WRITTEN } from '../line/budget'
import type { Tick } from '../line/ticks'
import { SpecError } from '../schema/spec-error'

/** Notes of a teacher's own music as they are written: in time order, thick string first. */
export type Notes = readonly FreeNote[]

/** A stretch of time, its end not in it. */
export interface Stretch {
  readonly from: Tick
  readonly to: Tick
}

/** Whether all places are on a guitar: notes copied from one with more strings or frets may not be. */
export const isOnGuitar = (notes: Notes, { tuning, lastFret }: Instrument) =>
  notes.every(({ string = 1, fret = 0 }) => string <= tuning.length && fret <= lastFret)

/** Notes taken out of a stretch: their times from its beginning, and how long it was. */
export interface Clip {
  readonly notes: Notes
  readonly ticks: Tick
}

/** A string of the guitar at a moment. */
export interface Spot {
  readonly at: Tick
  readonly string: number
}

const SLURRED: readonly FreeNote['via'][] = ['hammer', 'pull', 'slide']
/** Whether a note is sounded by the fretting hand from the one before. */
export const isSlurred = (note: FreeNote) => SLURRED.includes(note.via)

/** Later strings of one onset follow thinner; a pitch without a string comes after those that have one. */
const inOrder = (a: FreeNote, b: FreeNote) =>
  a.at - b.at || (b.string ?? 0) - (a.string ?? 0) || (a.midi ?? 0) - (b.midi ?? 0)

/** The note without its slur: plucked as the plucking system has it. */
function plucked({ via: _, ...note }: FreeNote): FreeNote {
  return note
}

/** A note as it can be slurred from the one before on its string. */
function slurredFrom(note: FreeNote, before: FreeNote | null | undefined): FreeNote {
  if (!isSlurred(note)) return note
  const { fret } = note
  const from = before && before.at + before.dur >= note.at ? before.fret : undefined
  if (from === undefined || fret === undefined || from === fret) return plucked(note)
  if (note.via !== 'slide') return { ...note, via: fret > from ? 'hammer' : 'pull' }
  return from === 0 || fret === 0 ? plucked(note) : note
}

/**
 * Brings notes into order as the model wants them: a string sounds one note at a time, the later cutting the earlier
 * short; a slur has a note on its string that it comes from, just before it and on another fret, or becomes plucked; a
 * slurred note goes up by hammer-on and down by pull-off.
 */
export function tidy(notes: Notes): Notes {
  const sorted = notes.toSorted(inOrder)
  const last = new Map<number, number>()
  const kept: (FreeNote | null)[] = []
  for (const note of sorted) {
    const { string } = note
    if (string === undefined) {
      kept.push(note)
      continue
    }
    const index = last.get(string)
    const before = index === undefined ? undefined : kept[index]
    if (before?.at === note.at) kept[index!] = null
    else if (before && before.at + before.dur > note.at) kept[index!] = { ...before, dur: note.at - before.at }
    last.set(string, kept.length)
    kept.push(slurredFrom(note, before?.at === note.at ? null : before))
  }
  return kept.filter(note => note !== null)
}

/** @throws SpecError where there would be more notes than a drill may have. */
function bounded(notes: Notes): Notes {
  if (notes.length > MOST_WRITTEN)
    throw new SpecError('free.notes', `${notes.length} notes; ${MOST_WRITTEN.toLocaleString('en-GB')} are the most`)
  return notes
}

/** End of the last note, in ticks. */
export const endOf = (notes: Notes): Tick => notes.reduce((end, note) => Math.max(end, note.at + note.dur), 0)

/** Where the note that begins on a string at a moment stands among the notes; -1 where none does. */
export const indexAt = (notes: Notes, { at, string }: Spot) =>
  notes.findIndex(note => note.at === at && note.string === string)

/** Whether a note begins within a stretch. */
export const isIn = (note: FreeNote, { from, to }: Stretch) => note.at >= from && note.at < to

/**
 * Puts a note on a string at a moment, in place of one that began there; what sounded on the string until then ends.
 * @throws SpecError where the drill would have too many notes.
 */
export function put(notes: Notes, note: FreeNote & Spot): Notes {
  const known = notes[indexAt(notes, note)]
  // The same note on another fret keeps how it is played; its finger was for the old fret.
  const { finger: _finger, midi: _midi, ...kept } = known ?? {}
  return bounded(tidy([...notes.filter(each => each !== known), { ...kept, ...note }]))
}

/** Takes notes out; what follows stays where it is. */
export const takeOut = (notes: Notes, indices: readonly number[]): Notes =>
  tidy(notes.filter((_, i) => !indices.includes(i)))

/** The same change to some of the notes. */
const each = (notes: Notes, indices: readonly number[], change: (note: FreeNote) => FreeNote): Notes => {
  const chosen = new Set(indices)
  return tidy(notes.map((note, i) => (chosen.has(i) ? change(note) : note)))
}

/** Gives notes a length in ticks, 1 or more. */
export const lengthen = (notes: Notes, indices: readonly number[], dur: Tick): Notes =>
  each(notes, indices, note => ({ ...note, dur }))

/** Ties on: makes notes longer by so many ticks. */
export const tieOn = (notes: Notes, indices: readonly number[], by: Tick): Notes =>
  each(notes, indices, note => ({ ...note, dur: note.dur + by }))

/** Makes time: what begins at a moment or later begins so much later. */
export const openTime = (notes: Notes, at: Tick, ticks: Tick): Notes =>
  tidy(notes.map(note => (note.at >= at ? { ...note, at: note.at + ticks } : note)))

/** Takes a stretch of time out with the notes that begin in it; what follows comes forward. */
export const closeTime = (notes: Notes, { from, to }: Stretch): Notes =>
  tidy(
    notes
      .filter(note => !isIn(note, { from, to }))
      .map(note => (note.at >= to ? { ...note, at: note.at - (to - from) } : note)),
  )

/** A copy of what begins within a stretch. */
export const copy = (notes: Notes, stretch: Stretch): Clip => ({
  notes: notes.filter(note => isIn(note, stretch)).map(note => ({ ...note, at: note.at - stretch.from })),
  ticks: stretch.to - stretch.from,
})

/**
 * Puts a copy in place of what begins in the time it takes.
 * @throws SpecError where the drill would have too many notes.
 */
export function paste(notes: Notes, at: Tick, clip: Clip): Notes {
  const kept = notes.filter(note => !isIn(note, { from: at, to: at + clip.ticks }))
  return bounded(tidy([...kept, ...clip.notes.map(note => ({ ...note, at: note.at + at }))]))
}

/**
 * Plays a stretch once more after itself; what followed comes later.
 * @throws SpecError where the drill would have too many notes.
 */
export const repeat = (notes: Notes, stretch: Stretch): Notes =>
  paste(openTime(notes, stretch.to, stretch.to - stretch.from), stretch.to, copy(notes, stretch))

/**
 * Slurs notes to the one before them on their string, up by hammer-on and down by pull-off; slurred already, they are
 * plucked again.
 * @returns The same notes where none of them can be slurred.
 */
export function slur(notes: Notes, indices: readonly number[], by: 'slur' | 'slide'): Notes {
  const wanted = by === 'slide' ? (['slide'] as const) : (['hammer', 'pull'] as const)
  const undo = indices.every(i => (wanted as readonly unknown[]).includes(notes[i]?.via))
  const next = each(notes, indices, note => {
    const { pluck: _, ...rest } = note
    return undo ? plucked(note) : { ...rest, via: by === 'slide' ? 'slide' : 'hammer' }
  })
  return undo || indices.some(i => isSlurred(next[i]!) && next[i]!.via !== notes[i]!.via) ? next : notes
}

/** Taps notes with the plucking hand on the fretboard; tapped already, they are plucked again. Open strings stay. */
export function tap(notes: Notes, indices: readonly number[]): Notes {
  const undo = indices.every(i => notes[i]?.via === 'tap')
  return each(notes, indices, note => {
    const { finger: _, ...rest } = note
    if (undo) return plucked(note)
    return note.fret === 0 ? note : { ...rest, via: 'tap' }
  })
}

/** Sets the fretting finger of notes on frets, or with null leaves it to the engine. */
export const finger = (notes: Notes, indices: readonly number[], chosen: 1 | 2 | 3 | 4 | null): Notes =>
  each(notes, indices, note => {
    const { finger: _, ...rest } = note
    return chosen === null || note.fret === 0 || note.via === 'tap' ? rest : { ...rest, finger: chosen }
  })

/** Sets the stroke or plucking finger of notes that are not slurred, or with null leaves it to the plucking system. */
export const pluck = (notes: Notes, indices: readonly number[], chosen: FreeNote['pluck'] | null): Notes =>
  each(notes, indices, note => {
    const { pluck: _, ...rest } = note
    return chosen && !isSlurred(note) ? { ...rest, pluck: chosen } : rest
  })

/** Gives notes a mark; marked already, all of them lose it. */
export function mark(notes: Notes, indices: readonly number[], kind: 'accent' | 'staccato'): Notes {
  const undo = indices.every(i => notes[i]?.marks?.includes(kind))
  return each(notes, indices, ({ marks = [], ...note }) => {
    const others = marks.filter(each => each !== kind)
    const next = undo ? others : [...others, kind]
    return next.length > 0 ? { ...note, marks: next } : note
  })
}

/** What keeps notes from being moved, or the notes moved. */
export type Moved = { readonly ok: true; readonly notes: Notes } | { readonly ok: false; readonly why: string }

function moveAll(notes: Notes, indices: readonly number[], move: (note: FreeNote) => FreeNote | string): Moved {
  const chosen = new Set(indices)
  const next: FreeNote[] = []
  for (const [i, note] of notes.entries()) {
    const moved = chosen.has(i) ? move(note) : note
    if (typeof moved === 'string') return { ok: false, why: moved }
    next.push(moved)
  }
  const tidied = tidy(next)
  // Two notes on one string at once would be one: nothing is lost by moving.
  return tidied.length < notes.length
    ? { ok: false, why: 'another note is there already' }
    : { ok: true, notes: tidied }
}

/** A note as it sounds, without finger, at another place. */
const at = ({ finger: _, ...note }: FreeNote, string: number, fret: number): FreeNote => ({ ...note, string, fret })

/**
 * Moves notes to a neighbouring string at the same pitch.
 * @param by +1 to a thicker string, −1 to a thinner one.
 */
export const moveString = (notes: Notes, indices: readonly number[], by: 1 | -1, instrument: Instrument): Moved =>
  moveAll(notes, indices, note => {
    if (note.string === undefined || note.fret === undefined) return note
    const string = note.string + by
    if (string < 1 || string > instrument.tuning.length) return `there is no string ${string}`
    const fret = midiAt(instrument, note.string, note.fret) - midiAt(instrument, string, 0)
    if (fret < 0) return `this pitch is lower than string ${string}`
    return fret > instrument.lastFret
      ? `this pitch is past the last fret of string ${string}`
      : at(note.via === 'tap' && fret === 0 ? plucked(note) : note, string, fret)
  })

/** Moves notes along their strings by frets. */
export const moveFret = (notes: Notes, indices: readonly number[], by: number, instrument: Instrument): Moved =>
  moveAll(notes, indices, note => {
    const midi = note.midi === undefined ? {} : { midi: note.midi + by }
    if (note.fret === undefined) return { ...note, ...midi }
    const fret = note.fret + by
    if (fret < 0) return 'that is below the nut'
    if (fret > instrument.lastFret) return `the last fret is ${instrument.lastFret}`
    const { finger: own, ...rest } = note
    // A finger goes with its fret; only an open string gains or loses one.
    return { ...rest, ...midi, fret, ...(own && note.fret > 0 && fret > 0 && { finger: own }) }
  })

/** How far a fret is from another; an open string is no near neighbour of a fretted one, nor the other way round. */
const way = (a: number, b: number) => Math.abs(a - b) + ((a === 0) === (b === 0) ? 0 : 4)

/** Moves notes by an octave: to the nearest place that sounds it, on a string of its own. */
export const moveOctave = (notes: Notes, indices: readonly number[], by: 1 | -1, instrument: Instrument): Moved =>
  moveAll(notes, indices, note => {
    if (note.string === undefined || note.fret === undefined)
      return note.midi === undefined ? note : { ...note, midi: note.midi + 12 * by }
    const midi = midiAt(instrument, note.string, note.fret) + 12 * by
    const here = note.fret
    const places = placesOfPitch(instrument, midi)
      .filter(
        ({ string }) =>
          !notes.some((other, i) => !indices.includes(i) && other.at === note.at && other.string === string),
      )
      .toSorted((a, b) => way(a.fret, here) - way(b.fret, here))
    const { midi: _, ...rest } = note
    return places[0] ? at(rest, places[0].string, places[0].fret) : 'this guitar has no such pitch'
  })

/** Moves notes earlier or later. */
export const moveTime = (notes: Notes, indices: readonly number[], by: Tick): Moved =>
  moveAll(notes, indices, note => (note.at + by < 0 ? 'that is before the beginning' : { ...note, at: note.at + by }))
