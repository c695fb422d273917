import {
  Accidental,
  Articulation,
  Beam,
  Curve,
  Dot,
  Fraction,
  ModifierContext,
  Stave,
  StaveNote,
  StaveTie,
  Stem,
  TickContext,
  Tuplet,
  Voice,
} from 'vexflow/bravura'
import { isCompound } from '../../line/meter'
import { measuresOf, type Measure, type Piece, type Voice as WrittenVoice } from '../../notation/measures'
import { pitchTag } from '../../notation/pitch-tag'
import { slursOf } from '../../notation/slurring'
import type { Note, Score } from '../../score/score'
import { xOf, type SheetLayout, type System } from '../layout'
import type { Shape } from '../picture'
import { Recorder } from './recorder'
import { STAFF_GAP, WRITTEN_HIGHER } from './room'

/** Px to one of the engraver's own, whose lines are 10 apart. */
const SCALE = STAFF_GAP / 10
/** From the left end of a note's head to its middle, in the engraver's own. */
const HALF_HEAD = 5.9
/** Where the staff begins, px. */
const STAFF_X = 6

/** How far an arc swells. */
const ARC = {
  cps: [
    { x: 0, y: 6 },
    { x: 0, y: 6 },
  ],
}

/** Lengths in the engraver's words. */
const LENGTHS: Readonly<Record<Piece['name'], string>> = {
  'breve': '1/2',
  'whole': 'w',
  'half': 'h',
  'quarter': 'q',
  'eighth': '8',
  '16th': '16',
  '32nd': '32',
  '64th': '64',
  '128th': '128',
}
const SIGNS: Readonly<Record<number, string>> = { '-2': 'bb', '-1': 'b', '0': '', '1': '#', '2': '##' }

/** A piece with the note that stands for it; only those of the line are drawn. */
interface SetPiece {
  readonly piece: Piece
  readonly note: StaveNote
  readonly voice: number
  readonly here: boolean
}

/** Lowest first, as the engraver wants the notes of a chord. */
const byPitch = ({ notes }: Piece): readonly Note[] => notes.toSorted((a, b) => a.midi - b.midi)

function keyOf({ midi, name, marks }: Note): string {
  const { step, alter, octave } = pitchTag(midi + WRITTEN_HIGHER, name)
  return `${step.toLowerCase()}${SIGNS[alter]!}/${octave}${marks.includes('muted') ? '/x2' : ''}`
}

/** Whether the stems of each voice go up: the highest one's do, the others' do not; null for whatever suits. */
function stemsOf({ voices }: Measure): ReadonlyMap<number, number | null> {
  const heightOf = ({ pieces }: WrittenVoice) => {
    const pitches = pieces.flatMap(({ notes }) => notes.map(({ midi }) => midi))
    return pitches.reduce((sum, midi) => sum + midi, 0) / Math.max(1, pitches.length)
  }
  const highest = Math.max(...voices.map(heightOf))
  return new Map(
    voices.map(voice => [voice.number, voices.length === 1 ? null : heightOf(voice) === highest ? Stem.UP : Stem.DOWN]),
  )
}

function noteOf(piece: Piece, stem: number | null, score: Score): StaveNote {
  const notes = byPitch(piece)
  const note = new StaveNote({
    keys: notes.length > 0 ? notes.map(keyOf) : ['b/4'],
    duration: LENGTHS[piece.name] + (notes.length > 0 ? '' : 'r'),
    dots: piece.dots,
    ...(stem === null ? { auto_stem: true } : { stem_direction: stem }),
  })
  for (let i = 0; i < piece.dots; i++) Dot.buildAndAttach([note], { all: true })
  if (notes.length > 0 && !piece.tiedFrom) {
    if (notes.some(({ marks }) => marks.includes('accent'))) note.addModifier(new Articulation('a>'))
    if (score.spec.sound.length === 'staccato' || notes.some(({ marks }) => marks.includes('staccato')))
      note.addModifier(new Articulation('a.'))
  }
  return note
}

/**
 * What is beamed together: a beat, a dotted one in a compound meter; eighths alone by half a bar of four or two
 * quarters and by a whole one of three (common practice).
 */
function beamedBy(meter: Score['meter'], pieces: readonly Piece[]): Fraction {
  const [beats, value] = meter
  if (isCompound(meter)) return new Fraction(3, value)
  const long = pieces.every(({ name, tuplet }) => tuplet === null && ['eighth', 'quarter', 'half'].includes(name))
  const together = value === 4 && long ? (beats === 3 ? 3 : beats % 2 === 0 ? 2 : 1) : 1
  return new Fraction(together, value)
}

/** Pieces of one tuplet, together. */
function tupletsOf(sets: readonly SetPiece[]): readonly (readonly SetPiece[])[] {
  const groups: SetPiece[][] = []
  for (const set of sets) {
    if (set.piece.tuplet === null) continue
    const last = groups.at(-1)
    if (last?.[0]!.piece.tuplet === set.piece.tuplet) last.push(set)
    else groups.push([set])
  }
  return groups
}

/** One bar on one line: its notes with accidentals, in their places, beamed; what is to be drawn, in order. */
function setBar(measure: Measure, score: Score, stave: Stave, place: (at: number) => number, system: System) {
  const isHere = ({ at }: Piece) => at >= system.from && at < system.to
  const stems = stemsOf(measure)
  const sets = measure.voices.flatMap(({ number, pieces }) =>
    pieces.map((piece): SetPiece => ({
      piece,
      voice: number,
      note: noteOf(piece, stems.get(number)!, score),
      // Of several voices only the first one's rests are told: the others are there where they have notes.
      here: isHere(piece) && (piece.notes.length > 0 || number === 1),
    })),
  )
  const groups = measure.voices.map(({ number }) => sets.filter(({ voice }) => voice === number))
  const tuplets = groups.flatMap(tupletsOf).map(group => {
    const { actual, normal } = group[0]!.piece.tuplet!
    return {
      group,
      tuplet: new Tuplet(
        group.map(({ note }) => note),
        { num_notes: actual, notes_occupied: normal, ratioed: false },
      ),
    }
  })
  Accidental.applyAccidentals(
    groups.map(group => new Voice().setStrict(false).addTickables(group.map(({ note }) => note))),
    'C',
  )
  const here = sets.filter(set => set.here)
  const beams = groups.flatMap((group, i) => {
    const stem = stems.get(measure.voices[i]!.number)!
    return Beam.generateBeams(
      group.filter(set => set.here).map(({ note }) => note),
      { groups: [beamedBy(score.meter, measure.voices[i]!.pieces)], ...(stem !== null && { stem_direction: stem }) },
    )
  })
  for (const { group, tuplet } of tuplets) tuplet.setBracketed(group.some(({ note }) => !note.hasBeam()))
  const onsets = new Map<number, SetPiece[]>()
  for (const set of here) onsets.set(set.piece.at, [...(onsets.get(set.piece.at) ?? []), set])
  for (const [at, together] of onsets) {
    const [moment, modifiers] = [new TickContext(), new ModifierContext()]
    for (const { note } of together) {
      note.setStave(stave)
      moment.addTickable(note)
      note.addToModifierContext(modifiers)
    }
    moment.preFormat()
    const first = together[0]!.note
    moment.setX(0)
    moment.setX(place(at) / SCALE - HALF_HEAD - first.getAbsoluteX())
  }
  return { here, beams, tuplets: tuplets.filter(({ group }) => group.every(set => set.here)).map(each => each.tuplet) }
}

/** Ties from piece to piece; one that leads over the end of a line is told at both. */
function tiesOf(bars: readonly (readonly SetPiece[])[]): readonly StaveTie[] {
  const open = new Map<number, SetPiece>()
  const ties: StaveTie[] = []
  const indices = (set: SetPiece) => set.piece.notes.map((_, i) => i)
  for (const set of bars.flat()) {
    const from = open.get(set.voice)
    open.delete(set.voice)
    if (set.piece.tiedFrom)
      ties.push(
        new StaveTie({
          first_note: from?.note,
          last_note: set.note,
          first_indices: indices(set),
          last_indices: indices(set),
        }),
      )
    if (set.piece.tiedTo) open.set(set.voice, set)
  }
  for (const from of open.values())
    ties.push(new StaveTie({ first_note: from.note, first_indices: indices(from), last_indices: indices(from) }))
  return ties
}

/** Arcs over what is slurred, from the first note's line to the last one's. */
function arcsOf(
  sets: readonly SetPiece[],
  score: Score,
  arcs: ReturnType<typeof slursOf>['arcs'],
  system: System,
): readonly Curve[] {
  const at = new Map(
    sets.filter(({ piece }) => !piece.tiedFrom).flatMap(({ piece, note }) => piece.notes.map(({ key }) => [key, note])),
  )
  const begun = new Map<number, Note>()
  const curves: Curve[] = []
  for (const note of score.notes) {
    if (note.at >= system.to && begun.size === 0) break
    for (const type of arcs.get(note.key) ?? []) {
      if (type === 'start') begun.set(note.string, note)
      const start = begun.get(note.string)
      if (type !== 'stop' || !start) continue
      begun.delete(note.string)
      const [from, to] = [at.get(start.key), at.get(note.key)]
      // One end may lie on another line: the library takes that, its types do not say so.
      if (from || to) curves.push(new Curve(from as StaveNote, to as StaveNote, ARC))
    }
  }
  return curves
}

/** Draws the staff of one line of a sheet. */
export type Engraved = (system: System) => readonly Shape[]

/**
 * Engraves a drill in standard notation, a line of its sheet at a time: treble clef an octave lower, every note right
 * over its fret. Voices, values and tuplets are those of every written form; the drawing of them is the engraving
 * library's, with the outlines of its own music font.
 * @param layout Laid out with a staff.
 * @returns What the staff of a line is drawn with.
 */
export function engraver(score: Score, layout: SheetLayout): Engraved {
  const { staff } = layout.frame.rows
  if (staff === null) return () => []
  const measures = measuresOf(score)
  const { arcs } = slursOf(score.notes)
  return system => {
    const recorder = new Recorder(SCALE, staff)
    const stave = new Stave(STAFF_X / SCALE, 0, (system.right - STAFF_X) / SCALE, {
      space_above_staff_ln: 0,
      left_bar: false,
      right_bar: false,
    })
    stave.addClef('treble', 'default', '8vb')
    if (system.index === 0) stave.addTimeSignature(score.meter.join('/'))
    stave.setContext(recorder).draw()
    const place = (at: number) => xOf(layout, system, at)
    const bars = measures
      .slice(system.firstBar - 1, system.lastBar)
      .map(measure => setBar(measure, score, stave, place, system))
    const sets = bars.map(({ here }) => here)
    for (const { note } of sets.flat()) note.setContext(recorder).drawWithStyle()
    for (const drawn of bars.flatMap(({ beams, tuplets }) => [...beams, ...tuplets]))
      drawn.setContext(recorder).drawWithStyle()
    for (const tie of tiesOf(sets)) tie.setContext(recorder).draw()
    for (const curve of arcsOf(sets.flat(), score, arcs, system)) curve.setContext(recorder).draw()
    return recorder.shapes()
  }
}
