import type { Finger } from '../guitar/finger'
import { noteTicks, TICKS_PER_QUARTER } from '../line/ticks'
import { writeLine } from '../line/writer'
import { fields, type Infer } from '../schema/fields'
import { SpecError } from '../schema/spec-error'
import type { SheetFamily } from './family'

const block = fields.block({
  strings: fields.list(fields.string(), 4, 4),
  fret: fields.whole('fret', 1, 33),
  form: fields.oneOf('form', ['rising', 'falling', 'alternate']).default('rising'),
  play: fields.oneOf('play', ['block', 'picked', 'swept']).default('picked'),
  moves: fields.list(fields.whole('move', -24, 24), 1, 32).default([0]),
})
type Diagonal = Infer<typeof block>

/** Four fingers on four neighbouring strings, one fret apart. */
export const diagonal: SheetFamily<Diagonal> = {
  name: 'diagonal',
  label: 'Diagonal',
  block,
  opening: { strings: [5, 4, 3, 2], fret: 7, form: 'alternate', play: 'picked', moves: [0, 1, 2] },
  openingShared: { rhythm: { perBeat: 2 } },
  controls: [
    { kind: 'figures', path: 'diagonal.strings', label: 'Strings', hint: 'four neighbours, thick to thin' },
    { kind: 'number', path: 'diagonal.fret', label: 'Lowest fret', min: 1, max: 18 },
    {
      kind: 'choice',
      path: 'diagonal.form',
      label: 'Form',
      options: [
        { value: 'rising', label: 'rising' },
        { value: 'falling', label: 'falling' },
        { value: 'alternate', label: 'in turn' },
      ],
    },
    {
      kind: 'choice',
      path: 'diagonal.play',
      label: 'Played',
      options: [
        { value: 'picked', label: 'picked, all down' },
        { value: 'block', label: 'as a block' },
        { value: 'swept', label: 'swept' },
      ],
    },
    { kind: 'figures', path: 'diagonal.moves', label: 'Moves', hint: 'frets from the lowest, such as 0 1 2' },
  ],
  uses: ['plucking', 'perBeat', 'hold'],
  plucking: ({ play }) => (play === 'swept' ? 'sweep' : undefined),
  build: (spec, drill, instrument) => {
    if (drill.strings.some((string, i) => i > 0 && string !== drill.strings[i - 1]! - 1))
      throw new SpecError(
        'diagonal.strings',
        `strings ${drill.strings.join(' ')} are not four neighbours from thick to thin`,
      )
    const dur = noteTicks(spec.rhythm.perBeat)
    return writeLine(
      spec,
      instrument,
      { noteIds: 'visits', fretPath: 'diagonal.fret', stringPath: 'diagonal.strings' },
      writer => {
        for (const [m, move] of drill.moves.entries()) {
          const rising = drill.form === 'rising' || (drill.form === 'alternate' && m % 2 === 0)
          const position = drill.fret + move
          if (position < 1) throw new SpecError(`diagonal.moves.${m}`, `fret ${position} is below the first`)
          const notes = drill.strings.map((string, i) => {
            const finger = (rising ? i + 1 : 4 - i) as Finger
            return { string, fret: position + finger - 1, finger, position }
          })
          const from = writer.at()
          writer.turn()
          if (drill.play === 'block') writer.play(notes, TICKS_PER_QUARTER)
          else for (const note of notes) writer.play([note], dur)
          if (drill.play !== 'swept')
            writer.grip(
              from,
              writer.at(),
              notes.map(({ string, fret, finger }) => ({ string, fret, finger })),
            )
        }
      },
    )
  },
  stages: ({ play }) => {
    const asBlock = { name: 'as blocks', change: { diagonal: { play: 'block' } }, timed: true }
    const picked = { name: 'picked', change: { diagonal: { play: 'picked' } }, timed: true }
    if (play === 'block') return { before: [], name: 'as blocks' }
    return play === 'picked' ? { before: [asBlock], name: 'picked' } : { before: [asBlock, picked], name: 'swept' }
  },
  title: (_, { strings, fret, form, play }) =>
    `Diagonal on strings ${strings.join(' ')} from fret ${fret}, ${{ rising: 'rising', falling: 'falling', alternate: 'rising and falling' }[form]}, ${{ block: 'as blocks', picked: 'picked', swept: 'swept' }[play]}`,
  purpose: () => 'One finger to a string, one fret apart: the fingers land independently and keep their spread.',
}
