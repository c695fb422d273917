import { barTicks, type Tick } from '../line/ticks'
import type { Note, Score } from '../score/score'
import { tupletsIn, type Tuplet } from './tuplets'
import { valuesOf, type Value } from './values'

/** What stands at one place of a voice: notes that begin and end together, or a rest; one value, tied on or not. */
export interface Piece extends Value {
  /** Thick string first; empty for a rest. */
  readonly notes: readonly Note[]
  readonly at: Tick
  readonly dur: Tick
  /** It goes on from the piece before. */
  readonly tiedFrom: boolean
  /** It goes on into the next. */
  readonly tiedTo: boolean
  readonly tuplet: Tuplet | null
}

/** One voice of a bar: what fills it from beginning to end. */
export interface Voice {
  /** From 1. */
  readonly number: number
  readonly pieces: readonly Piece[]
}

/** A bar as it is written. */
export interface Measure {
  readonly at: Tick
  readonly voices: readonly Voice[]
}

interface Chord {
  readonly at: Tick
  readonly to: Tick
  readonly notes: readonly Note[]
}

/** Notes that begin and end together stand as one. */
function chordsOf(notes: readonly Note[]): readonly Chord[] {
  const groups = new Map<string, Note[]>()
  for (const note of notes) {
    const key = `${note.at} ${note.dur}`
    const group = groups.get(key)
    if (group) group.push(note)
    else groups.set(key, [note])
  }
  return [...groups.values()]
    .map(group => ({
      at: group[0]!.at,
      to: group[0]!.at + group[0]!.dur,
      notes: group.toSorted((a, b) => b.string - a.string),
    }))
    .toSorted((a, b) => a.at - b.at || b.notes[0]!.string - a.notes[0]!.string || a.to - b.to)
}

/** Chords by voice: each goes into the first voice that is free. */
function voicesOf(chords: readonly Chord[]): readonly (readonly Chord[])[] {
  const voices: Chord[][] = []
  for (const chord of chords) {
    const free = voices.find(voice => voice.at(-1)!.to <= chord.at)
    if (free) free.push(chord)
    else voices.push([chord])
  }
  return voices
}

/** The pieces of one span, split where values end. */
function piecesOf(chord: Chord | null, from: Tick, to: Tick, bar: Tick, tuplet: Tuplet | null): readonly Piece[] {
  const scale = tuplet ? tuplet.actual / tuplet.normal : 1
  const values = valuesOf((to - from) * scale)
  const pieces: Piece[] = []
  let at = from
  for (const [i, { name, dots, ticks }] of values.entries()) {
    const end = i === values.length - 1 ? to : at + ticks / scale
    pieces.push({
      name,
      dots,
      notes: chord?.notes ?? [],
      at: bar + at,
      dur: end - at,
      tiedFrom: chord !== null && bar + at > chord.at,
      tiedTo: chord !== null && bar + end < chord.to,
      tuplet,
    })
    at = end
  }
  return pieces
}

/** What fills one bar of a voice: its chords, cut at the bar lines and at the ends of tuplets, and rests between. */
function fill(chords: readonly Chord[], bar: Tick, length: Tick): readonly Piece[] {
  const spans: { chord: Chord | null; from: Tick; to: Tick }[] = []
  let at = 0
  for (const chord of chords) {
    const from = Math.max(0, chord.at - bar)
    if (from > at) spans.push({ chord: null, from: at, to: from })
    at = Math.min(length, chord.to - bar)
    spans.push({ chord, from, to: at })
  }
  if (at < length) spans.push({ chord: null, from: at, to: length })
  const tuplets = tupletsIn([0, ...spans.map(({ to }) => to)])
  return spans.flatMap(({ chord, from, to }) => {
    const cuts = [
      ...new Set([from, ...tuplets.flatMap(tuplet => [tuplet.from, tuplet.to]).filter(at => at > from && at < to), to]),
    ].toSorted((a, b) => a - b)
    return cuts
      .slice(0, -1)
      .flatMap((start, i) =>
        piecesOf(
          chord,
          start,
          cuts[i + 1]!,
          bar,
          tuplets.find(tuplet => start >= tuplet.from && start < tuplet.to) ?? null,
        ),
      )
  })
}

/**
 * A score as it is written down: bars, in each as many voices as sound over each other, every voice filled with values
 * and rests, tied where a length has no value of its own or goes over a bar line.
 */
export function measuresOf({ notes, meter, bars }: Pick<Score, 'notes' | 'meter' | 'bars'>): readonly Measure[] {
  const length = barTicks(meter)
  const voices = voicesOf(chordsOf(notes))
  const last = notes.reduce((end, note) => Math.max(end, note.at + note.dur), 0)
  // A note may ring on past the last bar that something begins in.
  const count = Math.max(bars, Math.ceil(last / length))
  const next = voices.map(() => 0)
  return Array.from({ length: count }, (_, i): Measure => {
    const at = i * length
    return {
      at,
      voices: voices.flatMap((voice, v): readonly Voice[] => {
        while (next[v]! < voice.length && voice[next[v]!]!.to <= at) next[v]!++
        const here: Chord[] = []
        for (let k = next[v]!; k < voice.length && voice[k]!.at < at + length; k++) here.push(voice[k]!)
        return v > 0 && here.length === 0 ? [] : [{ number: v + 1, pieces: fill(here, at, length) }]
      }),
    }
  })
}
