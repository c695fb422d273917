import { create } from 'xmlbuilder2'
import { romanPosition } from '../../guitar/geometry'
import { instrumentOf, type Instrument } from '../../guitar/instrument'
import { isCompound, shownTempo } from '../../line/meter'
import { TICKS_PER_QUARTER, barTicks, type Tick } from '../../line/ticks'
import { chordsThroughout } from '../../chord-changes/sequence'
import { positionAt } from '../../score/position-at'
import type { Note, Score } from '../../score/score'
import { cueInWords } from '../../wording/cue'
import { partsThroughout } from '../../writing/written-out'
import { measuresOf, type Measure, type Piece, type Voice } from '../../notation/measures'
import { isMuted, isShort } from '../sounded'
import { pitchTag } from '../../notation/pitch-tag'
import { slursOf, type Slurring } from '../../notation/slurring'

type Tag = ReturnType<ReturnType<typeof create>['ele']>

/** How a score is written. */
export interface MusicXmlOptions {
  /** A staff in standard notation above the strings. */
  readonly notation?: boolean
}

/** Programs of General MIDI 1 (from memory), counted from 1: nylon, steel, clean electric. */
const PROGRAMS: Readonly<Record<string, number>> = { steel: 26, electric: 28 }

const add = (to: Tag, name: string, text?: string | number, attributes: Record<string, string | number> = {}): Tag => {
  const tag = to.ele(name, attributes)
  if (text !== undefined) tag.txt(String(text))
  return tag
}

/** What stands over or under the strings at a moment. */
interface Word {
  readonly at: Tick
  readonly text: string
  readonly kind: 'position' | 'cue' | 'chord' | 'part'
}

function wordsOf(score: Score): readonly Word[] {
  const start = positionAt(score, 0)
  return [
    ...partsThroughout(score).map(({ at, title }): Word => ({ at, text: title, kind: 'part' })),
    ...chordsThroughout(score).map(({ at, shape }): Word => ({ at, text: shape.name, kind: 'chord' })),
    ...(start ? [{ at: 0, text: romanPosition(start), kind: 'position' as const }] : []),
    ...score.shifts
      .filter(({ at }) => at > 0)
      .map(({ at, to }): Word => ({ at, text: romanPosition(to), kind: 'position' })),
    ...score.cues.map((cue): Word => ({ at: cue.at, text: cueInWords(cue), kind: 'cue' })),
  ].toSorted((a, b) => a.at - b.at)
}

function writeWord(measure: Tag, word: Word, from: Tick, staff: number | undefined): void {
  const direction = add(measure, 'direction', undefined, { placement: word.kind === 'cue' ? 'below' : 'above' })
  add(
    add(direction, 'direction-type'),
    'words',
    word.text,
    word.kind === 'position'
      ? { enclosure: 'rectangle' }
      : word.kind === 'cue'
        ? { 'font-style': 'italic' }
        : { 'font-weight': 'bold' },
  )
  if (word.at > from) add(direction, 'offset', word.at - from)
  if (staff) add(direction, 'staff', staff)
}

/** The tempo as it is counted, and as it sounds: in quarters. */
function writeTempo(measure: Tag, { tempo, meter }: Score): void {
  const direction = add(measure, 'direction', undefined, { placement: 'above' })
  const metronome = add(add(direction, 'direction-type'), 'metronome')
  add(metronome, 'beat-unit', 'quarter')
  if (isCompound(meter)) metronome.ele('beat-unit-dot')
  add(metronome, 'per-minute', Math.round(shownTempo(tempo, meter) * 1000) / 1000)
  add(direction, 'sound', undefined, { tempo })
}

function writeAttributes(measure: Tag, score: Score, guitar: Instrument, notation: boolean): void {
  const attributes = add(measure, 'attributes')
  add(attributes, 'divisions', TICKS_PER_QUARTER)
  add(add(attributes, 'key'), 'fifths', 0)
  const time = add(attributes, 'time')
  add(time, 'beats', score.meter[0])
  add(time, 'beat-type', score.meter[1])
  if (notation) {
    add(attributes, 'staves', 2)
    const treble = add(attributes, 'clef', undefined, { number: 1 })
    add(treble, 'sign', 'G')
    add(treble, 'line', 2)
    // Guitar music is written an octave higher than it sounds.
    add(treble, 'clef-octave-change', -1)
  }
  const tab = add(attributes, 'clef', undefined, notation ? { number: 2 } : {})
  add(tab, 'sign', 'TAB')
  add(tab, 'line', 5)
  const details = add(attributes, 'staff-details', undefined, notation ? { number: 2 } : {})
  add(details, 'staff-lines', guitar.tuning.length)
  // Line 1 is the lowest: the thickest string.
  for (const [i, midi] of guitar.tuning.entries()) {
    const tuning = add(details, 'staff-tuning', undefined, { line: i + 1 })
    const { step, alter, octave } = pitchTag(midi)
    add(tuning, 'tuning-step', step)
    if (alter) add(tuning, 'tuning-alter', alter)
    add(tuning, 'tuning-octave', octave)
  }
  if (guitar.capo > 0) add(details, 'capo', guitar.capo)
}

const SHOWN: Readonly<Record<Slurring['kind'], string>> = { 'hammer-on': 'H', 'pull-off': 'P', 'slide': '' }

/** How a note is played, as far as it is told at its first piece; at the others only where. */
function writeTechnical(notations: Tag, note: Note, first: boolean, slurring: readonly Slurring[]): void {
  const technical = add(notations, 'technical')
  if (first) {
    if (note.pluck === 'D') technical.ele('down-bow')
    if (note.pluck === 'U') technical.ele('up-bow')
    if (note.fret === 0) technical.ele('open-string')
    if (note.via !== 'tap' && note.finger !== null) add(technical, 'fingering', note.finger)
    if (note.pluck !== null && !'DU'.includes(note.pluck)) add(technical, 'pluck', note.pluck)
  }
  add(technical, 'string', note.string)
  add(technical, 'fret', note.fret)
  if (!first) return
  for (const { kind, type } of slurring)
    if (kind !== 'slide')
      add(technical, kind, type === 'start' ? SHOWN[kind] : undefined, { type, number: note.string })
  if (note.via === 'tap') add(technical, 'tap', 'T')
}

function writeNotations(tag: Tag, piece: Piece, note: Note, lead: boolean, edges: Edges, told: Told): void {
  const notations = add(tag, 'notations')
  const first = !piece.tiedFrom
  if (piece.tiedFrom) add(notations, 'tied', undefined, { type: 'stop' })
  if (piece.tiedTo) add(notations, 'tied', undefined, { type: 'start' })
  if (first)
    for (const type of told.arcs.get(note.key) ?? []) add(notations, 'slur', undefined, { type, number: note.string })
  if (lead && piece.tuplet) {
    if (edges.begins) add(notations, 'tuplet', undefined, { type: 'start', bracket: 'yes' })
    if (edges.ends) add(notations, 'tuplet', undefined, { type: 'stop' })
  }
  const slurring = told.links.get(note.key) ?? []
  if (first)
    for (const { kind, type } of slurring)
      if (kind === 'slide') add(notations, 'slide', undefined, { type, 'number': note.string, 'line-type': 'solid' })
  writeTechnical(notations, note, first, slurring)
  const accent = first && note.marks.includes('accent')
  const short = first && told.short(note)
  if (accent || short) {
    const articulations = add(notations, 'articulations')
    if (accent) articulations.ele('accent')
    if (short) articulations.ele('staccato')
  }
  if (first && note.via === 'rake') notations.ele('arpeggiate')
}

interface Edges {
  readonly begins: boolean
  readonly ends: boolean
}
/** What is told of the notes of a drill beside what each says itself. */
interface Told extends ReturnType<typeof slursOf> {
  readonly muted: (note: Note) => boolean
  readonly short: (note: Note) => boolean
}

/** Whether a piece is the first, or the last, of its tuplet. */
const edgesOf = ({ pieces }: Voice, i: number): Edges => ({
  begins: pieces[i - 1]?.tuplet !== pieces[i]!.tuplet,
  ends: pieces[i + 1]?.tuplet !== pieces[i]!.tuplet,
})

function writeType(tag: Tag, piece: Piece): void {
  add(tag, 'type', piece.name)
  for (let i = 0; i < piece.dots; i++) tag.ele('dot')
  if (!piece.tuplet) return
  const modification = add(tag, 'time-modification')
  add(modification, 'actual-notes', piece.tuplet.actual)
  add(modification, 'normal-notes', piece.tuplet.normal)
}

function writePiece(measure: Tag, voice: Voice, i: number, number: number, staff: number | undefined, told: Told) {
  const piece = voice.pieces[i]!
  const edges = edgesOf(voice, i)
  if (piece.notes.length === 0) {
    const tag = add(measure, 'note')
    tag.ele('rest')
    add(tag, 'duration', piece.dur)
    add(tag, 'voice', number)
    writeType(tag, piece)
    if (staff) add(tag, 'staff', staff)
    if (piece.tuplet && (edges.begins || edges.ends)) {
      const notations = add(tag, 'notations')
      if (edges.begins) add(notations, 'tuplet', undefined, { type: 'start', bracket: 'yes' })
      if (edges.ends) add(notations, 'tuplet', undefined, { type: 'stop' })
    }
    return
  }
  for (const [k, note] of piece.notes.entries()) {
    const tag = add(measure, 'note')
    if (k > 0) tag.ele('chord')
    const pitch = add(tag, 'pitch')
    const { step, alter, octave } = pitchTag(note.midi, note.name)
    add(pitch, 'step', step)
    if (alter) add(pitch, 'alter', alter)
    add(pitch, 'octave', octave)
    add(tag, 'duration', piece.dur)
    if (piece.tiedFrom) add(tag, 'tie', undefined, { type: 'stop' })
    if (piece.tiedTo) add(tag, 'tie', undefined, { type: 'start' })
    add(tag, 'voice', number)
    writeType(tag, piece)
    if (told.muted(note)) add(tag, 'notehead', 'x')
    if (staff) add(tag, 'staff', staff)
    writeNotations(tag, piece, note, k === 0, edges, told)
  }
}

/** All voices of a bar on one staff, one after another from the bar's beginning. */
function writeVoices(tag: Tag, measure: Measure, length: Tick, staff: number | undefined, told: Told): void {
  for (const [v, voice] of measure.voices.entries()) {
    if (v > 0) add(add(tag, 'backup'), 'duration', length)
    // Voices of the second staff are numbered on, four to a staff at least (common practice).
    const number = voice.number + (staff === 2 ? Math.max(4, ...measure.voices.map(each => each.number)) : 0)
    for (const i of voice.pieces.keys()) writePiece(tag, voice, i, number, staff, told)
  }
}

/**
 * Writes a score as MusicXML 4.0 (W3C Music Notation Community Group, final report 2021), score-partwise: one guitar on
 * a tablature staff, with strings, frets and the fingers of both hands; durations in ticks of the score.
 * The same score is the same text: nothing of it says when it was written.
 */
export function toMusicXml(score: Score, { notation = false }: MusicXmlOptions = {}): string {
  const guitar = instrumentOf(score.spec.instrument)
  const document = create({ version: '1.0', encoding: 'UTF-8', invalidCharReplacement: '' })
  const root = document.ele('score-partwise', { version: '4.0' })
  document.dtd({
    name: 'score-partwise',
    pubID: '-//Recordare//DTD MusicXML 4.0 Partwise//EN',
    sysID: 'http://www.musicxml.org/dtds/partwise.dtd',
  })
  add(add(root, 'work'), 'work-title', score.title)
  add(add(add(root, 'identification'), 'encoding'), 'software', 'Fidactyl')
  const part = add(add(root, 'part-list'), 'score-part', undefined, { id: 'P1' })
  add(part, 'part-name', 'Guitar')
  add(add(part, 'score-instrument', undefined, { id: 'P1-I1' }), 'instrument-name', guitar.label)
  const midi = add(part, 'midi-instrument', undefined, { id: 'P1-I1' })
  add(midi, 'midi-channel', 1)
  add(midi, 'midi-program', PROGRAMS[score.spec.instrument.preset] ?? 25)

  const length = barTicks(score.meter)
  const words = wordsOf(score)
  const told: Told = {
    ...slursOf(score.notes),
    muted: note => isMuted(score, note),
    short: note => isShort(score, note),
  }
  const staff = notation ? 2 : undefined
  const body = add(root, 'part', undefined, { id: 'P1' })
  const measures = measuresOf(score)
  for (const [i, measure] of measures.entries()) {
    const tag = add(body, 'measure', undefined, { number: i + 1 })
    if (i === 0) {
      writeAttributes(tag, score, guitar, notation)
      writeTempo(tag, score)
    }
    for (const word of words)
      if (word.at >= measure.at && word.at < measure.at + length) writeWord(tag, word, measure.at, staff)
    if (notation) {
      writeVoices(tag, measure, length, 1, told)
      add(add(tag, 'backup'), 'duration', length)
    }
    writeVoices(tag, measure, length, staff, told)
    if (i === measures.length - 1)
      add(add(tag, 'barline', undefined, { location: 'right' }), 'bar-style', 'light-heavy')
  }
  return document.end({ prettyPrint: true }).concat('\n')
}
