import { travelled } from '../line/travel'
import { needString } from '../line/on-guitar'
import { romanPosition } from '../guitar/geometry'
import type { Instrument } from '../guitar/instrument'
import { noteTicks, TICKS_PER_QUARTER } from '../line/ticks'
import { writeLine, type LineWriter, type Played } from '../line/writer'
import { fields, type Infer, type SharedSpec } from '../schema/fields'
import { SpecError } from '../schema/spec-error'
import type { SheetFamily } from './family'

const block = fields.block({
  strings: fields.list(fields.string(), 1, 16),
  positions: fields.list(fields.whole('position', 1, 24), 1, 8).default([1, 5, 9]),
  fromOpen: fields.flag(false),
  travel: fields.travel(),
  shiftPause: fields.number('shiftPause', 0, 16).default(0),
  line: fields.oneOf('line', ['each-string', 'across']).default('each-string'),
})
type Chromatic = Infer<typeof block>

/** One string upwards: finger per fret in each position in turn. */
function oneString(string: number, { positions, fromOpen }: Chromatic): Played[] {
  const open: Played[] = fromOpen ? [{ string, fret: 0, finger: 0, position: positions[0]! }] : []
  return [
    ...open,
    ...positions.flatMap(position =>
      ([1, 2, 3, 4] as const).map((finger): Played => ({ string, fret: position + finger - 1, finger, position })),
    ),
  ]
}

/**
 * All strings upwards in the first of the positions: each up to the fret before the next string's first, open in
 * position I.
 */
function acrossStrings({ strings, positions, fromOpen }: Chromatic, { tuning }: Instrument): Played[] {
  const position = positions[0]!
  const first = position === 1 ? 0 : position
  return strings.flatMap((string, i) => {
    const next = strings[i + 1]
    const open = tuning[tuning.length - string]!
    const last = next === undefined ? 4 : tuning[tuning.length - next]! - open - 1
    if (last > 5 || last < 0)
      throw new SpecError(
        'chromatic.strings',
        `strings ${string} and ${next} lie ${last + 1} frets apart: one position does not join them`,
      )
    const top = next === undefined ? first + (position === 1 ? 4 : 3) : first + last
    return Array.from({ length: top - first + 1 }, (_, i): Played => {
      const fret = first + i
      return {
        string,
        fret,
        finger: fret === 0 ? 0 : (Math.min(fret - position + 1, 4) as Played['finger']),
        position,
        ...(fret > position + 3 && { marks: ['stretch'] as const }),
      }
    }).slice(position > 1 || fromOpen ? 0 : 1)
  })
}

function write(
  writer: LineWriter,
  played: readonly Played[],
  dur: number,
  pause: number,
  before: Played | undefined,
): Played | undefined {
  let last = before
  for (const note of played) {
    if (last && last.position !== note.position && pause > 0) {
      // After the pause the new position begins on a beat.
      const ready = writer.at() + pause
      writer.rest(Math.ceil(ready / TICKS_PER_QUARTER) * TICKS_PER_QUARTER - writer.at())
    }
    writer.play([note], dur)
    last = note
  }
  return last
}

function build(spec: SharedSpec, drill: Chromatic, instrument: Instrument) {
  for (const [i, string] of drill.strings.entries())
    needString(string, instrument.tuning.length, `chromatic.strings.${i}`)
  const dur = noteTicks(spec.rhythm.perBeat)
  const pause = Math.round(drill.shiftPause * TICKS_PER_QUARTER)
  const parts =
    drill.line === 'across'
      ? [travelled(acrossStrings(drill, instrument), drill.travel)]
      : drill.strings.map(string => travelled(oneString(string, drill), drill.travel))
  let last: Played | undefined
  return writeLine(
    spec,
    instrument,
    { noteIds: 'visits', masked: true, fretPath: 'chromatic.positions', stringPath: 'chromatic.strings' },
    writer => {
      for (const part of parts) {
        writer.turn()
        last = write(writer, part, dur, pause, last)
      }
    },
  )
}

/** Every fret in turn, finger per fret, with shifts between positions or across the strings. */
export const chromatic: SheetFamily<Chromatic> = {
  name: 'chromatic',
  label: 'Chromatic',
  block,
  opening: {
    strings: [1],
    positions: [1, 5, 9],
    fromOpen: true,
    travel: 'there-and-back',
    shiftPause: 1,
    line: 'each-string',
  },
  controls: [
    {
      kind: 'choice',
      path: 'chromatic.line',
      label: 'Line',
      options: [
        { value: 'each-string', label: 'up each string' },
        { value: 'across', label: 'across the strings' },
      ],
    },
    { kind: 'figures', path: 'chromatic.strings', label: 'Strings', hint: 'in order, such as 6 5 4 3 2 1' },
    {
      kind: 'figures',
      path: 'chromatic.positions',
      label: 'Positions',
      hint: 'such as 1 5 9; across the strings the first counts',
    },
    {
      kind: 'choice',
      path: 'chromatic.fromOpen',
      label: 'Open string',
      options: [
        { value: true, label: 'included' },
        { value: false, label: 'left out' },
      ],
    },
    {
      kind: 'choice',
      path: 'chromatic.travel',
      label: 'Travel',
      options: [
        { value: 'there-and-back', label: 'up and down' },
        { value: 'there', label: 'up' },
        { value: 'back', label: 'down' },
      ],
    },
    {
      kind: 'number',
      path: 'chromatic.shiftPause',
      label: 'Pause at each shift',
      min: 0,
      max: 4,
      unit: 'beats',
      when: { path: 'chromatic.line', is: 'each-string' },
    },
  ],
  uses: ['slurs', 'plucking', 'perBeat', 'hold'],
  build,
  stages: ({ positions, shiftPause }) => {
    if (positions.length < 2) return { before: [], name: 'together' }
    const without = { name: 'without a pause', change: { chromatic: { shiftPause: 0 } }, timed: true }
    if (shiftPause > 0) return { before: [], name: 'with a pause at each shift', after: [without] }
    const before = [{ name: 'with a pause at each shift', change: { chromatic: { shiftPause: 1 } }, timed: true }]
    return { before, name: 'without a pause' }
  },
  title: (_, { strings, positions, line, travel }) =>
    `Chromatic ${line === 'across' ? `across strings ${strings.join(' ')}${positions[0] === 1 ? '' : `, ${romanPosition(positions[0]!)}`}` : `on ${strings.length === 1 ? 'string' : 'strings'} ${strings.join(' ')}, ${positions.map(romanPosition).join(' ')}`}${travel === 'there-and-back' ? ', up and down' : travel === 'back' ? ', down' : ', up'}`,
  purpose: ({ line, positions, shiftPause }) =>
    line === 'across'
      ? 'Every semitone once: each finger knows its fret, and the crossing makes no gap.'
      : positions.length > 1
        ? `Finger per fret with ${positions.length - 1} ${positions.length === 2 ? 'shift' : 'shifts'}${shiftPause > 0 ? ', the hand moving during the pause' : ''}: the hand keeps its shape as it moves.`
        : 'Finger per fret in one position: even landings, both hands together.',
}
