import { travelled } from '../line/travel'
import type { Finger } from '../guitar/finger'
import { shapePlaces, type ShapePlace } from '../chords/places'
import { chordNamed } from '../pitch/theory'
import { romanPosition } from '../guitar/geometry'
import { instrumentOf, midiAt } from '../guitar/instrument'
import { spellingOf } from '../pitch/pitch'
import { noteTicks } from '../line/ticks'
import { writeLine, type Played } from '../line/writer'
import { fields, type Infer, type SharedSpec } from '../schema/fields'
import { SpecError } from '../schema/spec-error'
import type { SheetFamily } from './family'

const block = fields.block({
  chord: fields.text(20),
  strings: fields.list(fields.string(), 2, 8),
  formula: fields.list(fields.whole('notes on a string', 1, 4), 2, 8),
  place: fields.whole('place', 1, 99).default(1),
  travel: fields.travel(),
  play: fields.oneOf('play', ['rake', 'alternate', 'economy', 'sweep']).default('rake'),
  /** Same frets on neighbouring strings: the fingertip rolls over to its underside instead of lifting. */
  roll: fields.flag(false),
})
type Shape = Infer<typeof block>

/** One finger per fret from the lowest fret; where a string asks for more, finger 4 moves up with the hand. */
function fingered(place: ShapePlace): readonly Played[] {
  const fretted = place.map(note => note.fret).filter(fret => fret > 0)
  const lowest = Math.max(1, Math.min(...fretted))
  return place.map(({ string, fret }): Played => {
    if (fret === 0) return { string, fret, finger: 0, position: lowest }
    const finger = fret - lowest + 1
    if (finger <= 4) return { string, fret, finger: finger as Finger, position: lowest }
    const stretched = finger === 5 && !place.some(other => other.string === string && other.fret === fret - 1)
    return stretched
      ? { string, fret, finger: 4, position: lowest, marks: ['stretch'] }
      : { string, fret, finger: 4, position: fret - 3 }
  })
}

/** An arpeggio with a fixed number of notes on each string, at any of its places on the neck. */
export const shape: SheetFamily<Shape> = {
  name: 'shape',
  label: 'Arpeggio shape',
  block,
  opening: {
    chord: 'Em',
    strings: [5, 4, 3, 2, 1],
    formula: [2, 1, 1, 1, 2],
    place: 2,
    travel: 'there-and-back',
    play: 'rake',
    roll: false,
  },
  controls: [
    { kind: 'text', path: 'shape.chord', label: 'Chord', hint: 'such as Em, C, G7' },
    { kind: 'places', path: 'shape.place', label: 'Place on the neck' },
    { kind: 'figures', path: 'shape.strings', label: 'Strings', hint: 'thick to thin' },
    { kind: 'figures', path: 'shape.formula', label: 'Notes on each string' },
    {
      kind: 'choice',
      path: 'shape.travel',
      label: 'Travel',
      options: [
        { value: 'there-and-back', label: 'up and down' },
        { value: 'there', label: 'up' },
        { value: 'back', label: 'down' },
      ],
    },
    {
      kind: 'choice',
      path: 'shape.play',
      label: 'Plucking',
      options: [
        { value: 'rake', label: 'raked' },
        { value: 'alternate', label: 'down and up' },
        { value: 'economy', label: 'economy' },
        { value: 'sweep', label: 'swept' },
      ],
    },
    {
      kind: 'choice',
      path: 'shape.roll',
      label: 'One finger on neighbours',
      options: [
        { value: false, label: 'lifts between' },
        { value: true, label: 'rolls over' },
      ],
      when: { path: 'shape.play', is: 'sweep' },
    },
  ],
  openingShared: { instrument: { preset: 'electric' } },
  rule: 'best',
  uses: ['slurs', 'perBeat', 'hold'],
  plucking: ({ play }) => play,
  rolls: ({ play, roll }) => roll && play === 'sweep',
  build: (spec, drill, instrument) => {
    const places = shapePlaces(drill.chord, drill.strings, drill.formula, instrument)
    const place = places[drill.place - 1]
    if (places.length === 0)
      throw new SpecError(
        'shape.formula',
        `${drill.formula.join('-')} is impossible on strings ${drill.strings.join(' ')}: there is no place on the neck`,
      )
    if (!place)
      throw new SpecError(
        'shape.place',
        `there is no place ${drill.place}: there ${places.length === 1 ? 'is 1' : `are ${places.length}`}`,
      )
    const up = fingered(place)
    const route = travelled(up, drill.travel)
    const spelling = spellingOf(chordNamed(drill.chord).notes)
    const dur = noteTicks(spec.rhythm.perBeat)
    return writeLine(
      spec,
      instrument,
      { noteIds: 'numbers', masked: true, fretPath: 'shape.place', stringPath: 'shape.strings' },
      writer => {
        for (const note of route)
          writer.play([{ ...note, name: spelling.get(midiAt(instrument, note.string, note.fret) % 12) }], dur)
      },
    )
  },
  stages: ({ play }) => {
    if (play === 'alternate') return { before: [], name: 'together' }
    const before = [
      { name: 'all plucked, alternate', change: { shape: { play: 'alternate' }, slurs: [] }, timed: true },
    ]
    return { before, name: play === 'rake' ? 'raked' : play === 'sweep' ? 'swept' : 'in economy' }
  },
  title: (spec, drill) =>
    `${drill.chord} arpeggio ${drill.formula.join('-')} ${whereInWords(spec, drill)}, ${{ rake: 'raked', alternate: 'down and up', economy: 'economy', sweep: 'swept' }[drill.play]}${drill.travel === 'there-and-back' ? '' : drill.travel === 'there' ? ', up' : ', down'}`,
  purpose: () => 'One shape, one plucking motion, any place on the neck: the plucking hand is the same everywhere.',
}

/** Where a shape lies, for its title: its position, else its place. */
function whereInWords(spec: SharedSpec, { chord, strings, formula, place }: Shape): string {
  try {
    const found = shapePlaces(chord, strings, formula, instrumentOf(spec.instrument))[place - 1]
    const frets = found?.map(note => note.fret).filter(fret => fret > 0) ?? []
    return frets.length > 0 ? `in ${romanPosition(Math.max(1, Math.min(...frets)))}` : `place ${place}`
  } catch (error) {
    if (error instanceof SpecError) return `place ${place}`
    throw error
  }
}

/** Name of a place: the position where it lies, and its span of frets. */
export function placeInWords(place: ShapePlace): string {
  const fretted = place.map(note => note.fret).filter(fret => fret > 0)
  return `${romanPosition(Math.max(1, Math.min(...fretted)))} · frets ${Math.min(...place.map(note => note.fret))}–${Math.max(...fretted)}`
}
