import { shapePlaces, type ShapePlace } from '../chords/places'
import { romanPosition } from '../fretboard/geometry'
import { noteTicks } from '../line/ticks'
import { writeLine, type Played } from '../line/writer'
import { fields, type Infer } from '../spec/fields'
import { SpecError } from '../spec/spec-error'
import type { SheetFamily } from './family'

const block = fields.block({
  chord: fields.text(20),
  strings: fields.list(fields.string(), 2, 8),
  formula: fields.list(fields.whole('notes on a string', 1, 4), 2, 8),
  place: fields.whole('place', 1, 99).default(1),
  travel: fields.oneOf('travel', ['there', 'back', 'there-and-back']).default('there-and-back'),
  play: fields.oneOf('play', ['rake', 'alternate', 'economy', 'sweep']).default('rake'),
})
type Shape = Infer<typeof block>

/** One finger per fret from the lowest fret; where a string asks for more, finger 4 moves up with the hand. */
function fingered(place: ShapePlace): readonly Played[] {
  const fretted = place.map(note => note.fret).filter(fret => fret > 0)
  const lowest = Math.max(1, Math.min(...fretted))
  return place.map(({ string, fret }): Played => {
    if (fret === 0) return { string, fret, finger: 0, position: lowest }
    const finger = fret - lowest + 1
    if (finger <= 4) return { string, fret, finger: finger as 1 | 2 | 3 | 4, position: lowest }
    const stretched = finger === 5 && !place.some(other => other.string === string && other.fret === fret - 1)
    return stretched ? { string, fret, finger: 4, position: lowest, marks: ['stretch'] } : { string, fret, finger: 4, position: fret - 3 }
  })
}

/** An arpeggio with a fixed number of notes on each string, at any of its places on the neck. */
export const shape: SheetFamily<Shape> = {
  name: 'shape',
  label: 'Arpeggio shape',
  block,
  opening: { chord: 'Em', strings: [5, 4, 3, 2, 1], formula: [2, 1, 1, 1, 2], place: 2, travel: 'there-and-back', play: 'rake' },
  controls: [
    { kind: 'text', path: 'shape.chord', label: 'Chord', hint: 'such as Em, C, G7' },
    { kind: 'places', path: 'shape.place', label: 'Place on the neck' },
    { kind: 'figures', path: 'shape.strings', label: 'Strings', hint: 'thick to thin' },
    { kind: 'figures', path: 'shape.formula', label: 'Notes on each string' },
    { kind: 'choice', path: 'shape.travel', label: 'Travel', options: [{ value: 'there-and-back', label: 'up and down' }, { value: 'there', label: 'up' }, { value: 'back', label: 'down' }] },
    { kind: 'choice', path: 'shape.play', label: 'Plucking', options: [{ value: 'rake', label: 'raked' }, { value: 'alternate', label: 'down and up' }, { value: 'economy', label: 'economy' }, { value: 'sweep', label: 'swept' }] },
  ],
  uses: ['slurs', 'perBeat', 'hold'],
  plucking: ({ play }) => play,
  build: (spec, drill, instrument) => {
    const places = shapePlaces(drill.chord, drill.strings, drill.formula, instrument)
    const place = places[drill.place - 1]
    if (places.length === 0) throw new SpecError('shape.formula', `${drill.formula.join('-')} is impossible on strings ${drill.strings.join(' ')}: there is no place on the neck`)
    if (!place) throw new SpecError('shape.place', `there is no place ${drill.place}: there ${places.length === 1 ? 'is 1' : `are ${places.length}`}`)
    const up = fingered(place)
    const back = [...up].reverse()
    const route = drill.travel === 'there' ? up : drill.travel === 'back' ? back : [...up, ...back.slice(1)]
    const dur = noteTicks(spec.rhythm.perBeat)
    return writeLine(spec, instrument, { keys: 'numbers', masked: true, fretPath: 'shape.place', stringPath: 'shape.strings' }, (writer) => {
      for (const note of route) writer.play([note], dur)
    })
  },
  title: (_, { chord, formula, place }) => `${chord} arpeggio ${formula.join('-')}, place ${place}`,
  purpose: () => 'One shape, one plucking motion, any place on the neck: the plucking hand is the same everywhere.',
}

/** Name of a place: the position where it lies, and its span of frets. */
export function placeInWords(place: ShapePlace): string {
  const fretted = place.map(note => note.fret).filter(fret => fret > 0)
  return `${romanPosition(Math.max(1, Math.min(...fretted)))} · frets ${Math.min(...place.map(note => note.fret))}–${Math.max(...fretted)}`
}
