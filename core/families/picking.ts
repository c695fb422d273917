import { noteTicks } from '../line/ticks'
import { writeLine } from '../line/writer'
import { fields, type Infer } from '../schema/fields'
import type { SheetFamily } from './family'

const block = fields.block({
  groups: fields.list(
    fields.block({
      strings: fields.list(fields.string(), 1, 8),
      notes: fields.whole('notes', 1, 64),
      times: fields.whole('times', 1, 32).default(1),
    }),
    1,
    32,
  ),
  fret: fields.fret().default(0),
})
type Picking = Infer<typeof block>

type Group = Picking['groups'][number]

/** The plucking hand alone: notes dealt round the strings. */
export const picking: SheetFamily<Picking> = {
  name: 'picking',
  label: 'Picking',
  block,
  opening: {
    groups: [
      { strings: [3], notes: 8, times: 1 },
      { strings: [3, 2], notes: 4, times: 2 },
    ],
    fret: 0,
  },
  controls: [
    {
      kind: 'rows',
      path: 'picking.groups',
      label: 'Groups',
      entry: 'group',
      fresh: { strings: [3], notes: 4, times: 1 },
      most: 32,
      columns: [
        {
          label: 'Strings',
          input: 'strings',
          get: ({ strings }: Group) => strings,
          set: (group: Group, strings: readonly number[]) => ({ ...group, strings }),
        },
        {
          label: 'Notes',
          input: 'number',
          min: 1,
          max: 64,
          get: ({ notes }: Group) => notes,
          set: (group: Group, notes: number) => ({ ...group, notes }),
        },
        {
          label: 'Times',
          input: 'number',
          min: 1,
          max: 32,
          get: ({ times }: Group) => times,
          set: (group: Group, times: number) => ({ ...group, times }),
        },
      ],
      hint: 'strings, then notes, then times round: 3 / 8, 3 1 / 4 / 2',
      tall: true,
      write: (groups: Picking['groups']) =>
        groups
          .map(({ strings, notes, times }) => `${strings.join(' ')} / ${notes}${times > 1 ? ` / ${times}` : ''}`)
          .join(', '),
      read: text =>
        text.split(',').map(part => {
          const [strings, notes, times] = part.split('/')
          return {
            strings: (strings?.match(/\d/g) ?? []).map(Number),
            notes: Number(notes),
            times: times === undefined ? 1 : Number(times),
          }
        }),
    },
    { kind: 'number', path: 'picking.fret', label: 'Fret', min: 0, max: 15 },
  ],
  uses: ['plucking', 'perBeat'],
  build: (spec, { groups, fret }, instrument) => {
    const dur = noteTicks(spec.rhythm.perBeat)
    const strings = [...new Set(groups.flatMap(group => group.strings))]
    const finger = fret === 0 ? 0 : 1
    return writeLine(
      spec,
      instrument,
      { noteIds: 'visits', fretPath: 'picking.fret', stringPath: 'picking.groups' },
      writer => {
        const from = writer.at()
        for (const group of groups) {
          for (let time = 0; time < group.times; time++) {
            for (let i = 0; i < group.notes; i++)
              writer.play(
                [{ string: group.strings[i % group.strings.length]!, fret, finger, position: Math.max(1, fret) }],
                dur,
              )
          }
        }
        // Above the nut on several strings finger 1 lies across them.
        if (fret > 0 && strings.length > 1)
          writer.grip(
            from,
            writer.at(),
            strings.map(string => ({ finger: 1, string, fret })),
          )
      },
    )
  },
  apart: [],
  title: (_, { groups, fret }) =>
    `Picking on ${groups.length === 1 && groups[0]!.strings.length === 1 ? 'string' : 'strings'} ${groups.map(group => group.strings.join(' ')).join(', ')}${fret > 0 ? `, fret ${fret}` : ''}`,
  purpose: () => 'The plucking hand alone: even strokes, and the way from string to string.',
}
