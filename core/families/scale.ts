import { travelled } from '../line/travel'
import { needString } from '../line/on-guitar'
import type { Finger } from '../guitar/finger'
import { Note } from 'tonal'
import { scaleNamed } from '../pitch/theory'
import { romanPosition } from '../guitar/geometry'
import { midiAt, type Instrument } from '../guitar/instrument'
import { noteTicks } from '../line/ticks'
import { writeLine, type Played } from '../line/writer'
import { spellingOf, type Spelling } from '../pitch/pitch'
import { fields, type Infer, type SharedSpec } from '../schema/fields'
import { SpecError } from '../schema/spec-error'
import type { SheetFamily } from './family'
import { boxTones, oneStringTones, positionTones, threePerString, type ScaleOn, type Tone } from './scale-layouts'

const block = fields.block({
  tonic: fields.text(4),
  type: fields.text(40),
  layout: fields.oneOf('layout', ['position', 'three-per-string', 'one-string', 'box']).default('position'),
  string: fields.string().optional(),
  range: fields.oneOf('range', ['tonic', 'full']).default('tonic'),
  sequence: fields
    .oneOf('sequence', ['straight', 'skips', 'groups-3', 'groups-4', 'together', 'drone'])
    .default('straight'),
  drone: fields.block({ string: fields.string(), fret: fields.fret() }).optional(),
  crossing: fields.oneOf('crossing', ['m']).optional(),
})
type ScaleBlock = Infer<typeof block>

function chromasOf({ tonic, type }: ScaleBlock): {
  readonly tonic: number
  readonly all: ReadonlySet<number>
  readonly spelling: Spelling
} {
  const root = Note.chroma(tonic)
  if (root === undefined || Note.get(tonic).empty || Note.get(tonic).oct !== undefined)
    throw new SpecError('scale.tonic', `${JSON.stringify(tonic)} is not the name of a note, such as C or F#`)
  const scale = scaleNamed(`${tonic} ${type}`)
  if (scale.empty) throw new SpecError('scale.type', `no scale is called ${JSON.stringify(type)}`)
  return { tonic: root, all: new Set(scale.notes.map(note => Note.chroma(note)!)), spelling: spellingOf(scale.notes) }
}

function layOutTones(drill: ScaleBlock, on: ScaleOn): readonly Tone[] {
  switch (drill.layout) {
    case 'position':
      return positionTones(on)
    case 'three-per-string':
      return threePerString(on)
    case 'box':
      return boxTones(on)
    case 'one-string':
      if (drill.string === undefined) throw new SpecError('scale.string', 'the layout on one string needs the string')
      return oneStringTones(on, drill.string)
  }
}

/** From the lowest tonic to the highest, or everything the layout holds. */
function inRange(tones: readonly Tone[], drill: ScaleBlock, tonic: number): readonly Tone[] {
  if (drill.range === 'full') {
    if (tones.length === 0) throw new SpecError('scale.layout', 'no tone of the scale lies here')
    return tones
  }
  const first = tones.findIndex(tone => tone.midi % 12 === tonic)
  const last = tones.findLastIndex(tone => tone.midi % 12 === tonic)
  if (first < 0 || first === last)
    throw new SpecError(
      'scale.range',
      `${first < 0 ? 'no' : 'only one'} ${drill.tonic} lies here: take the full range or another position`,
    )
  return tones.slice(first, last + 1)
}

const windows = (tones: readonly Tone[], size: number) =>
  tones.slice(0, Math.max(0, tones.length - size + 1)).flatMap((_, i) => tones.slice(i, i + size))

/** The k-th tone of each string with the k-th of the next, at once. */
function pairsTogether(tones: readonly Tone[]): readonly (readonly Tone[])[] {
  const byString = new Map<number, Tone[]>()
  for (const tone of tones) byString.set(tone.string, [...(byString.get(tone.string) ?? []), tone])
  const rows = [...byString.values()]
  return rows.slice(1).flatMap((upper, i) => {
    const lower = rows[i]!
    return upper.slice(0, lower.length).map((high, k) => togetherFingers(lower[k]!, high))
  })
}

/** Two tones at once: one fret is a barre; one finger on two frets gives the higher fret to the next finger. */
function togetherFingers(low: Tone, high: Tone): readonly Tone[] {
  if (low.finger !== high.finger || low.fret === high.fret || low.finger === 0) return [low, high]
  const [below, above] = low.fret < high.fret ? [low, high] : [high, low]
  const next = Number(above.finger) + 1
  // Above finger 4 there is none: the lower fret takes the finger before instead.
  const pair = next <= 4 ? [below, { ...above, finger: next as 4 }] : [{ ...below, finger: 3 as const }, above]
  return pair.sort((a, b) => b.string - a.string)
}

function onsetsOf(tones: readonly Tone[], drill: ScaleBlock, drone: Played | null): readonly (readonly Played[])[] {
  const single = (list: readonly Tone[]) => list.map(tone => [tone])
  switch (drill.sequence) {
    case 'straight':
      return single(tones)
    case 'skips':
      return single(tones.slice(0, -2).flatMap((tone, i) => [tone, tones[i + 2]!]))
    case 'groups-3':
      return single(windows(tones, 3))
    case 'groups-4':
      return single(windows(tones, 4))
    case 'together':
      return pairsTogether(tones)
    case 'drone':
      return tones.map(tone => [tone, drone!])
  }
}

function droneNote(drill: ScaleBlock, spec: SharedSpec, { tuning }: Instrument): Played | null {
  if (drill.sequence !== 'drone') return null
  if (!drill.drone) throw new SpecError('scale.drone', 'the drone needs its string and fret')
  const { string, fret } = drill.drone
  needString(string, tuning.length, 'scale.drone.string')
  if (drill.layout === 'one-string' && drill.string === string)
    throw new SpecError('scale.drone.string', `string ${string} plays the scale: the drone needs another`)
  if (fret === 0) return { string, fret, finger: 0, position: spec.position }
  const finger = fret - spec.position + 1
  if (finger < 1 || finger > 4)
    throw new SpecError('scale.drone.fret', `fret ${fret} is out of position ${romanPosition(spec.position)}`)
  return { string, fret, finger: finger as Finger, position: spec.position }
}

/** The note that crosses to a thinner string is taken by m. */
function crossed(onsets: readonly (readonly Played[])[]): readonly (readonly Played[])[] {
  return onsets.map((onset, i) => {
    const before = onsets[i - 1]
    return before?.length === 1 && onset.length === 1 && onset[0]!.string < before[0]!.string
      ? [{ ...onset[0]!, pluck: 'm' as const }]
      : onset
  })
}

function build(spec: SharedSpec, drill: ScaleBlock, instrument: Instrument) {
  const { tonic, all, spelling } = chromasOf(drill)
  const drone = droneNote(drill, spec, instrument)
  const highest = Math.max(spec.strings.from, spec.strings.to)
  needString(highest, instrument.tuning.length, spec.strings.from === highest ? 'strings.from' : 'strings.to')
  const strings = Array.from(
    { length: Math.abs(spec.strings.from - spec.strings.to) + 1 },
    (_, i) => highest - i,
  ).filter(string => string !== drone?.string)
  const on: ScaleOn = { instrument, chromas: all, position: spec.position, strings }
  const tones = inRange(layOutTones(drill, on), drill, tonic)
  const up = onsetsOf(tones, drill, drone)
  if (up.length === 0) throw new SpecError('scale.sequence', `${tones.length} tones are too few for this sequence`)
  // A sequence turns by whole groups, so that each begins on the same part of a beat both ways; else the top is played
  // once.
  const grouped = ['skips', 'groups-3', 'groups-4'].includes(drill.sequence)
  const route = travelled(up, spec.strings.travel, grouped)
  const onsets = drill.crossing ? crossed(route) : route
  const named = onsets.map(onset =>
    onset.map(note => ({ ...note, name: spelling.get(midiAt(instrument, note.string, note.fret) % 12) })),
  )
  const dur = noteTicks(spec.rhythm.perBeat)
  return writeLine(
    spec,
    instrument,
    { noteIds: 'numbers', masked: true, fretPath: 'position', stringPath: 'scale.string' },
    writer => {
      const from = writer.at()
      writer.turn()
      for (const onset of named) writer.play(onset, dur)
      if (drone && drone.finger !== 0)
        writer.grip(from, writer.at(), [{ finger: drone.finger as Finger, string: drone.string, fret: drone.fret }])
    },
  )
}

/** Names of scales worth offering first; any the theory library knows may be typed. */
const OFFERED = [
  'major',
  'minor',
  'harmonic minor',
  'dorian',
  'mixolydian',
  'major pentatonic',
  'minor pentatonic',
  'blues',
]

/** Scales in their layouts and sequences. */
export const scale: SheetFamily<ScaleBlock> = {
  name: 'scale',
  label: 'Scale',
  block,
  opening: { tonic: 'C', type: 'major', layout: 'position', range: 'tonic', sequence: 'straight' },
  openingShared: { position: 7, rhythm: { perBeat: 2 } },
  controls: [
    {
      kind: 'choice',
      path: 'scale.tonic',
      label: 'Tonic',
      options: ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'].map(value => ({
        value,
        label: value.replace('b', '♭').replace('#', '♯'),
      })),
    },
    { kind: 'choice', path: 'scale.type', label: 'Scale', options: OFFERED.map(value => ({ value, label: value })) },
    {
      kind: 'choice',
      path: 'scale.layout',
      label: 'Layout',
      options: [
        { value: 'position', label: 'in position' },
        { value: 'three-per-string', label: 'three a string' },
        { value: 'one-string', label: 'one string' },
        { value: 'box', label: 'box' },
      ],
    },
    {
      kind: 'number',
      path: 'scale.string',
      label: 'String',
      min: 1,
      max: 8,
      when: { path: 'scale.layout', is: 'one-string' },
    },
    {
      kind: 'choice',
      path: 'scale.range',
      label: 'Range',
      options: [
        { value: 'tonic', label: 'tonic to tonic' },
        { value: 'full', label: 'all of it' },
      ],
    },
    {
      kind: 'choice',
      path: 'scale.sequence',
      label: 'Sequence',
      options: [
        { value: 'straight', label: 'straight' },
        { value: 'skips', label: 'skipping a tone' },
        { value: 'groups-3', label: 'threes' },
        { value: 'groups-4', label: 'fours' },
        { value: 'together', label: 'together' },
        { value: 'drone', label: 'over a drone' },
      ],
    },
    {
      kind: 'number',
      path: 'scale.drone.string',
      label: 'Drone string',
      min: 1,
      max: 8,
      when: { path: 'scale.sequence', is: 'drone' },
    },
    {
      kind: 'number',
      path: 'scale.drone.fret',
      label: 'Drone fret',
      min: 0,
      max: 15,
      when: { path: 'scale.sequence', is: 'drone' },
    },
  ],
  uses: ['position', 'travel', 'slurs', 'plucking', 'perBeat', 'hold'],
  build,
  title: (spec, { tonic, type, layout, sequence, string, range }) =>
    `${tonic.replace('b', '♭').replace('#', '♯')} ${type}, ${{ 'position': `in ${romanPosition(spec.position)}`, 'three-per-string': `three to a string from ${romanPosition(spec.position)}`, 'one-string': `on string ${string}`, 'box': `box from ${romanPosition(spec.position)}` }[layout]}${range === 'full' ? ', all of it' : ''}${{ 'straight': '', 'skips': isSevenTone(tonic, type) ? ', in thirds' : ', every other tone', 'groups-3': ', in threes', 'groups-4': ', in fours', 'together': ', two at once', 'drone': ', over a drone' }[sequence]}`,
  purpose: ({ sequence }, { rhythm: { perBeat } }) =>
    ({
      'straight': 'The scale evenly from string to string.',
      'skips': 'Every other tone: the hand knows where it is without the neighbour.',
      'groups-3':
        perBeat % 3 === 0
          ? 'Groups of three, one to a beat: each starts one tone higher, with another finger.'
          : 'Groups of three against the beat: the accent wanders over the fingers.',
      'groups-4':
        perBeat % 4 === 0 || perBeat === 2
          ? 'Groups of four: each starts one tone higher, with another finger.'
          : 'Groups of four against the beat: the accent wanders over the fingers.',
      'together': 'Two strings at once: both tones equally loud.',
      'drone': 'The scale over a string that keeps sounding.',
    })[sequence],
}

/** Of a scale of seven tones every other one is a third. */
const isSevenTone = (tonic: string, type: string) => scaleNamed(`${tonic} ${type}`).notes.length === 7
