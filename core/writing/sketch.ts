import { isOwnMusic } from '../families/registry'
import type { Finger } from '../guitar/finger'
import { instrumentOf, midiAt, placesOfPitch, type Instrument } from '../guitar/instrument'
import { free, type Free, type FreeNote } from '../families/free'
import { barTicks, ticksToMs } from '../line/ticks'
import type { Spec } from '../schema/parse'
import type { Note, Score } from '../score/score'
import { endOf, isSlurred } from './edit'

/** Which realised notes belong to which written ones: of the first pass, by onset, string or pitch. */
export function realisedOf(notes: readonly FreeNote[], score: Pick<Score, 'notes'>): readonly (Note | undefined)[] {
  const byTime = new Map<number, Note[]>()
  for (const note of score.notes) {
    const here = byTime.get(note.at)
    if (here) here.push(note)
    else byTime.set(note.at, [note])
  }
  return notes.map(({ at, string, midi }) =>
    byTime.get(at)?.find(note => (string === undefined ? note.midi === midi : note.string === string)),
  )
}

/** The nearest place for a pitch that the engine has not placed yet. */
function placeFor(midi: number, spec: Spec): { readonly string: number; readonly fret: number } {
  const places = placesOfPitch(instrumentOf(spec.instrument), midi)
  const away = ({ fret }: { readonly fret: number }) => Math.abs(fret - spec.position)
  return places.toSorted((a, b) => away(a) - away(b))[0] ?? { string: 1, fret: 0 }
}

const sameMarks = (a: readonly string[], b: readonly string[]) =>
  a.length === b.length && a.every((mark, i) => mark === b[i])

/** One note as it can be drawn; the very one realised before where it says the same. */
function sketchNote(note: FreeNote, i: number, old: Note | undefined, spec: Spec, instrument: Instrument): Note {
  const { string, fret } =
    note.string !== undefined && note.fret !== undefined
      ? { string: note.string, fret: note.fret }
      : (old ?? placeFor(note.midi ?? 0, spec))
  const via = note.via ?? 'pluck'
  const usual = Math.min(4, Math.max(1, fret - spec.position + 1)) as Finger
  const before = old?.fret === fret && old.finger ? old.finger : usual
  const finger = via === 'tap' ? null : fret === 0 ? 0 : (note.finger ?? before)
  const pluck = isSlurred(note) ? null : (note.pluck ?? old?.pluck ?? (via === 'tap' ? 'm' : 'D'))
  const marks = note.marks ?? []
  const key = `p1.n${i + 1}`
  if (
    old?.key === key &&
    old.dur === note.dur &&
    old.fret === fret &&
    old.via === via &&
    old.finger === finger &&
    old.pluck === pluck &&
    sameMarks(old.marks, marks)
  )
    return old
  return {
    key,
    at: note.at,
    dur: note.dur,
    string,
    fret,
    midi: midiAt(instrument, string, fret),
    finger,
    pluck,
    via,
    marks,
  }
}

/**
 * Own music as it can be drawn at once, before the engine has led a hand through it: places and lengths as written,
 * strokes and fingers where they are, or as they were before. What only the engine knows is taken over.
 * @param spec The drill as it now is, checked; its notes may be none, and are on its guitar.
 * @param before What was realised last: notes it has in common are the same objects.
 */
export function sketch(spec: Spec, notes: readonly FreeNote[], before: Score): Score {
  const instrument = instrumentOf(spec.instrument)
  const block = spec.free as Free
  const known = realisedOf(notes, before)
  const end = endOf(notes)
  const first = notes.map((note, i) => sketchNote(note, i, known[i], spec, instrument))
  const passes = notes.length === 0 ? [] : Array.from({ length: spec.times }, (_, pass) => pass)
  const bar = barTicks(spec.rhythm.meter)
  return {
    ...before,
    spec,
    title: free.title(spec, { ...block, notes: [...notes] }),
    purpose: free.purpose(block, spec),
    meter: spec.rhythm.meter,
    tempo: spec.tempo,
    bars: Math.max(1, Math.ceil((end * spec.times) / bar)),
    notes: passes.flatMap(pass =>
      pass === 0
        ? first
        : first.map(note => ({ ...note, at: note.at + pass * end, key: note.key.replace('p1', `p${pass + 1}`) })),
    ),
    // A hand that held other notes is no hand for these.
    holds: isOwnMusic(before.spec) ? before.holds : [],
    shifts: isOwnMusic(before.spec) ? before.shifts : [],
    seconds: ticksToMs(end * spec.times, spec.tempo) / 1000,
  }
}
