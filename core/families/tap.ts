import { needString } from '../line/on-guitar'
import { noteTicks } from '../line/ticks'
import { writeLine } from '../line/writer'
import { fields, type Infer } from '../schema/fields'
import { SpecError } from '../schema/spec-error'
import type { SheetFamily } from './family'

const block = fields.block({
  string: fields.string(),
  cycle: fields.list(
    fields.either(
      fields.block({ fret: fields.fret(), finger: fields.fingerOrOpen() }),
      fields.block({ fret: fields.fret(), tap: fields.oneOf('tap', ['p', 'i', 'm', 'a', 'c']) }),
    ),
    1,
    32,
  ),
  times: fields.whole('times', 1, 200).default(1),
})
type Tap = Infer<typeof block>

/** Who may play a note of the cycle: the open string, a fretting finger, or a tap of the plucking hand. */
const PLAYED_BY = [
  { value: '0', label: 'open' },
  ...['1', '2', '3', '4'].map(value => ({ value, label: `finger ${value}` })),
  ...['p', 'i', 'm', 'a', 'c'].map(value => ({ value, label: `tap ${value}` })),
]

/** Taps of the plucking hand answered by hammer-ons and pull-offs. */
export const tap: SheetFamily<Tap> = {
  name: 'tap',
  label: 'Tapping',
  block,
  opening: {
    string: 2,
    cycle: [
      { fret: 7, finger: 1 },
      { fret: 10, finger: 4 },
      { fret: 14, tap: 'm' },
      { fret: 10, finger: 4 },
    ],
    times: 4,
  },
  controls: [
    { kind: 'number', path: 'tap.string', label: 'String', min: 1, max: 8 },
    {
      kind: 'rows',
      path: 'tap.cycle',
      label: 'Cycle',
      entry: 'note',
      fresh: { fret: 7, finger: 1 },
      most: 32,
      columns: [
        {
          label: 'Fret',
          input: 'number',
          min: 0,
          max: 24,
          get: ({ fret }: Tap['cycle'][number]) => fret,
          set: (note: Tap['cycle'][number], fret: number) => ({ ...note, fret }),
        },
        {
          label: 'Played by',
          input: 'choice',
          options: PLAYED_BY,
          get: (note: Tap['cycle'][number]) => ('tap' in note ? note.tap : String(note.finger)),
          set: ({ fret }: Tap['cycle'][number], by: string) =>
            /\d/.test(by) ? { fret, finger: Number(by) } : { fret, tap: by },
        },
      ],
      hint: 'fret and finger, taps by their letter: 7:1 10:4 14:m 10:4',
      write: (cycle: Tap['cycle']) =>
        cycle.map(note => `${note.fret}:${'tap' in note ? note.tap : note.finger}`).join(' '),
      read: text =>
        text
          .trim()
          .split(/\s+/)
          .map(part => {
            const [fret, by] = part.split(':')
            return /^\d$/.test(by ?? '') ? { fret: Number(fret), finger: Number(by) } : { fret: Number(fret), tap: by }
          }),
    },
    { kind: 'number', path: 'tap.times', label: 'Times round', min: 1, max: 64 },
  ],
  uses: ['perBeat', 'hold'],
  build: (spec, drill, instrument) => {
    needString(drill.string, instrument.tuning.length, 'tap.string')
    const still = drill.cycle.findIndex(
      (note, i) => note.fret === drill.cycle.at(i - 1)!.fret && drill.cycle.length > 1,
    )
    if (still >= 0)
      throw new SpecError(
        `tap.cycle.${still}.fret`,
        `fret ${drill.cycle[still]!.fret} twice in a row: nothing would sound the second time`,
      )
    const wrong = drill.cycle.findIndex(note => 'finger' in note && (note.finger === 0) !== (note.fret === 0))
    if (wrong >= 0) throw new SpecError(`tap.cycle.${wrong}.finger`, 'finger 0 is the open string, fret 0')
    const dur = noteTicks(spec.rhythm.perBeat)
    const fretted = drill.cycle.flatMap(note =>
      'finger' in note && note.finger > 0 ? [note.fret - note.finger + 1] : [],
    )
    const position = Math.max(1, Math.min(...fretted, 24))
    let first = true
    /** Fingers of the plucking hand that are down on the string since it last tapped, with their frets. */
    let down = new Map<string, number>()
    let lastFret = 0
    return writeLine(
      spec,
      instrument,
      { noteIds: 'visits', fretPath: 'tap.cycle', stringPath: 'tap.string', sizePath: 'tap.times' },
      writer => {
        for (let round = 0; round < drill.times; round++) {
          for (const note of drill.cycle) {
            if ('tap' in note) {
              // Back to a finger that is still down, the higher one pulls off to it.
              const pulled = down.get(note.tap) === note.fret && lastFret > note.fret
              if (pulled) down = new Map([...down].filter(([, fret]) => fret <= note.fret))
              down.set(note.tap, note.fret)
              writer.play(
                [
                  {
                    string: drill.string,
                    fret: note.fret,
                    finger: 'free' as const,
                    position,
                    tap: true,
                    pluck: note.tap,
                    slurred: pulled,
                  },
                ],
                dur,
              )
            } else {
              // A lower note sounds only when the tapping hand has left the string.
              down = new Map()
              writer.play(
                [{ string: drill.string, fret: note.fret, finger: note.finger, position, slurred: !first }],
                dur,
              )
            }
            lastFret = note.fret
            first = false
          }
        }
      },
    )
  },
  apart: [],
  title: (_, { string, cycle }) =>
    `Tapping on string ${string}: ${cycle.map(note => ('tap' in note ? `${note.fret}${note.tap}` : note.fret)).join(' ')}`,
  purpose: () => 'Tapped, hammered and pulled notes equally loud; the tapping hand travels no further than it must.',
}
