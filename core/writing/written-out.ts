import { isOwnMusic } from '../families/registry'
import { partsOf, type Free, type FreeNote } from '../families/free'
import { instrumentOf } from '../guitar/instrument'
import { MOST_WRITTEN } from '../line/budget'
import { barTicks, type Tick } from '../line/ticks'
import { minimalSpec } from '../families/minimal-spec'
import type { Note, Score } from '../score/score'
import { tidy, type Notes, type Stretch } from './edit'

/** How a realised note is written down: its place, finger, stroke and marks, all of them the drill's own. */
function written(note: Note): FreeNote {
  const marks = (['accent', 'staccato', 'muted'] as const).filter(kind => note.marks.includes(kind))
  return {
    at: note.at,
    dur: note.dur,
    string: note.string,
    fret: note.fret,
    ...(note.finger !== null && { finger: note.finger }),
    ...(note.pluck !== null && { pluck: note.pluck }),
    ...(note.via !== 'pluck' && { via: note.via }),
    ...(marks.length > 0 && { marks }),
  }
}

/**
 * The notes of a score as own music, all passes; a stretch of it begins at once.
 * Notes that ring on past the next of their string end there: a string sounds one note at a time.
 */
export function notesOf({ notes }: Score, stretch?: Stretch): Notes {
  const inside = stretch ? notes.filter(({ at }) => at >= stretch.from && at < stretch.to) : notes
  return tidy(inside.map(note => written(stretch ? { ...note, at: note.at - stretch.from } : note)))
}

/** Shared fields that mean the same for written notes as for the drill they come from. */
const KEPT = ['instrument', 'position', 'rhythm', 'tempo', 'hold'] as const

/**
 * A drill as own music: its notes become free, and it knows where it came from.
 * @param stretch Only what begins in it.
 */
export function writtenOut(score: Score, stretch?: Stretch): Record<string, unknown> {
  const { spec } = score
  const { accentEvery: _accents, swell: _swell, ...sound } = spec.sound
  const { stroke } = spec.plucking
  const origin = isOwnMusic(spec) ? (spec.free as Free).from : undefined
  const free: Free = {
    notes: [...notesOf(score, stretch)],
    from: origin ?? { title: score.title, spec: minimalSpec(spec) },
  }
  return {
    version: 1,
    family: 'free',
    free,
    ...Object.fromEntries(KEPT.map(key => [key, spec[key]])),
    sound,
    plucking: { system: 'given', ...(stroke && { stroke }) },
  }
}

/** One drill of a routine: its score, and what it is called there. */
export interface RoutinePart {
  readonly title: string
  readonly score: Score
}

/** A routine, or why the drills cannot be one. */
export type Routine =
  { readonly ok: true; readonly spec: Record<string, unknown> } | { readonly ok: false; readonly why: string }

/** Whether two drills are written for the same strings, from the same capo. */
function sameStrings(a: Score, b: Score): boolean {
  const [one, other] = [instrumentOf(a.spec.instrument), instrumentOf(b.spec.instrument)]
  return String(one.tuning) === String(other.tuning) && one.capo === other.capo
}

/**
 * Several drills in a row as one sheet, each from the beginning of a bar, at one tempo: that of the slowest.
 * The passes of the routine are its own; each drill comes with its passes written out.
 * @param parts In order, one at least.
 */
export function routineOf(parts: readonly RoutinePart[]): Routine {
  const first = parts[0]?.score
  if (!first) return { ok: false, why: 'a routine needs a drill' }
  const otherMeter = parts.find(({ score }) => String(score.meter) !== String(first.meter))
  if (otherMeter)
    return {
      ok: false,
      why: `“${otherMeter.title}” is in ${otherMeter.score.meter.join('/')}, “${parts[0]!.title}” in ${first.meter.join('/')}: a routine has one meter`,
    }
  const otherGuitar = parts.find(({ score }) => !sameStrings(score, first))
  if (otherGuitar)
    return {
      ok: false,
      why: `“${otherGuitar.title}” is tuned otherwise than “${parts[0]!.title}”, or has another capo`,
    }
  const count = parts.reduce((sum, { score }) => sum + score.notes.length, 0)
  if (count > MOST_WRITTEN)
    return {
      ok: false,
      why: `${count.toLocaleString('en-GB')} notes together; ${MOST_WRITTEN.toLocaleString('en-GB')} are the most`,
    }
  const bar = barTicks(first.meter)
  let at = 0
  const notes = parts.flatMap(({ title, score }) => {
    const from = at
    at += score.bars * bar
    // The name stands with the first note: whatever is written before it moves it along.
    return notesOf(score).map((note, i) => ({ ...note, at: note.at + from, ...(i === 0 && { part: title }) }))
  })
  return {
    ok: true,
    spec: {
      ...writtenOut(first),
      free: { notes } satisfies Free,
      rhythm: { meter: first.meter },
      tempo: Math.min(...parts.map(({ score }) => score.tempo)),
      sound: {},
      plucking: { system: 'given' },
    },
  }
}

/** Where the drills of a routine begin, pass after pass; none for other music. */
export function partsThroughout({ spec, notes }: Score): readonly { readonly at: Tick; readonly title: string }[] {
  const parts = isOwnMusic(spec) && spec.then.length === 0 ? partsOf((spec.free as Free).notes) : []
  if (parts.length === 0) return []
  const pass = notes.reduce((end, { at, dur }) => Math.max(end, at + dur), 0) / spec.times
  return Array.from({ length: spec.times }, (_, i) =>
    parts.map(({ at, title }) => ({ at: at + i * pass, title })),
  ).flat()
}
