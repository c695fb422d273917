import { romanPosition } from '../guitar/geometry'
import { noteTicks } from '../line/ticks'
import { stringVisits } from '../line/visits'
import { writeLine, type Played } from '../line/writer'
import { fields, type Infer } from '../schema/fields'
import { SpecError } from '../schema/spec-error'
import { CELLS } from './cells'
import type { SheetFamily } from './family'
import { stringsInWords } from './words'

const block = fields.block({
  cell: fields.oneOf('cell', ['WW', 'HW', 'WH']),
  link: fields.whole('link', 0, 4).default(0),
  stay: fields.whole('stay', 1, 16).default(1),
})
type Cell = Infer<typeof block>

/** Three notes to a string in whole and half steps. */
export const cell: SheetFamily<Cell> = {
  name: 'cell',
  label: 'Three-note cell',
  block,
  opening: { cell: 'HW', link: 0, stay: 1 },
  openingShared: { rhythm: { perBeat: 3 }, instrument: { preset: 'electric' } },
  controls: [
    {
      kind: 'choice',
      path: 'cell.cell',
      label: 'Steps',
      options: [
        { value: 'WW', label: 'whole whole' },
        { value: 'HW', label: 'half whole' },
        { value: 'WH', label: 'whole half' },
      ],
    },
    { kind: 'number', path: 'cell.stay', label: 'Times on each string', min: 1, max: 8 },
    {
      kind: 'choice',
      path: 'cell.link',
      label: 'Link to the next string',
      options: [
        { value: 0, label: 'none' },
        { value: 1, label: 'finger 1' },
        { value: 4, label: 'finger 4' },
      ],
    },
  ],
  uses: ['position', 'strings', 'slurs', 'plucking', 'perBeat', 'hold'],
  moves: true,
  build: (spec, drill, instrument) => {
    const { offsets, fingers } = CELLS[drill.cell]
    const linked = fingers.indexOf(drill.link as 1)
    if (drill.link !== 0 && linked < 0)
      throw new SpecError('cell.link', `finger ${drill.link} is not in the cell, which has ${fingers.join(', ')}`)
    const dur = noteTicks(spec.rhythm.perBeat)
    const visits = stringVisits(spec.strings, instrument.tuning.length)
    const note = (string: number, i: number): Played => ({
      string,
      fret: spec.position + offsets[i]!,
      finger: fingers[i]!,
      position: spec.position,
      ...(offsets[i]! > 3 && { marks: ['stretch'] as const }),
    })
    return writeLine(
      spec,
      instrument,
      { noteIds: 'visits', masked: true, fretPath: 'position', stringPath: 'strings', sizePath: 'cell.stay' },
      writer => {
        for (const [v, { string, back }] of visits.entries()) {
          writer.turn()
          const order = back ? [2, 1, 0] : [0, 1, 2]
          for (let stay = 0; stay < drill.stay; stay++) for (const i of order) writer.play([note(string, i)], dur)
          const next = visits[v + 1]
          // At the turn the string stays: a link there would strike its own note again.
          if (drill.link === 0 || !next || next.string === string) continue
          writer.turn()
          writer.play([note(next.string, linked)], dur)
        }
      },
    )
  },
  title: (spec, { cell: steps, link, stay }) =>
    `Cell ${{ WW: 'whole whole', HW: 'half whole', WH: 'whole half' }[steps]}, ${stringsInWords(spec.strings)}, ${romanPosition(spec.position)}${stay > 1 ? `, ${stay} times a string` : ''}${link ? `, linked by ${link}` : ''}`,
  purpose: ({ cell: steps }) =>
    steps === 'WW'
      ? 'Three notes to a string with a stretch between 1 and 4: reach without strain.'
      : 'Three notes to a string: the hand learns one cell and carries it across.',
}
