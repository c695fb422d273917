import { needString } from '../line/on-guitar'
import type { FingerOrOpen } from '../guitar/finger'
import { romanPosition } from '../guitar/geometry'
import { noteTicks } from '../line/ticks'
import { writeLine } from '../line/writer'
import { fields, type Infer } from '../schema/fields'
import { SpecError } from '../schema/spec-error'
import type { SheetFamily } from './family'

const block = fields.block({
  string: fields.string(),
  groups: fields.list(fields.list(fields.fingerOrOpen(), 1, 12), 1, 32),
  frets: fields.fingerMap().optional(),
  slurred: fields.either(fields.whole('slurred', 0, 32), fields.list(fields.whole('group', 1, 32), 0, 32)).default(0),
})
type Slur = Infer<typeof block>

const fretOf = (finger: FingerOrOpen, { frets }: Slur, position: number) =>
  finger === 0 ? 0 : position + (frets?.[finger] ?? finger - 1)

/** How far the study series has come. */
const seriesInWords = (slurred: number) =>
  slurred === 0 ? 'all plucked' : slurred === 1 ? 'first group slurred' : `first ${slurred} groups slurred`

/** Whether group g (from 0) is slurred. */
const isSlurred = ({ slurred }: Slur, group: number) =>
  typeof slurred === 'number' ? group < slurred : slurred.includes(group + 1)

/** Groups of slurred notes on one string; the study slurs none, then the first, … then all. */
export const slur: SheetFamily<Slur> = {
  name: 'slur',
  label: 'Slurs',
  block,
  opening: {
    string: 2,
    groups: [
      [2, 1],
      [4, 1],
      [4, 2],
      [1, 2, 4],
    ],
    slurred: 2,
  },
  controls: [
    { kind: 'number', path: 'slur.string', label: 'String', min: 1, max: 8 },
    {
      kind: 'groups',
      path: 'slur.groups',
      label: 'Groups of fingers',
      hint: 'one group after a comma: 2 1, 4 1, 4 2, 1 2 4',
    },
    { kind: 'series', path: 'slur.slurred', label: 'Slurred groups', of: 'slur.groups' },
  ],
  uses: ['position', 'plucking', 'perBeat', 'hold'],
  moves: true,
  build: (spec, drill, instrument) => {
    needString(drill.string, instrument.tuning.length, 'slur.string')
    if (Array.isArray(drill.slurred)) {
      const missing = drill.slurred.find(group => group > drill.groups.length)
      if (missing !== undefined)
        throw new SpecError('slur.slurred', `there is no group ${missing}: there are ${drill.groups.length}`)
    }
    const dur = noteTicks(spec.rhythm.perBeat)
    return writeLine(
      spec,
      instrument,
      { noteIds: 'visits', fretPath: 'position', stringPath: 'slur.string' },
      writer => {
        for (const [g, group] of drill.groups.entries()) {
          for (const [i, finger] of group.entries()) {
            const fret = fretOf(finger, drill, spec.position)
            const slurred = i > 0 && isSlurred(drill, g)
            if (slurred && fret === fretOf(group[i - 1]!, drill, spec.position))
              throw new SpecError(`slur.groups.${g}`, `finger ${finger} cannot be slurred to its own fret`)
            if (slurred && finger !== 0 && finger === group[i - 1])
              throw new SpecError(`slur.groups.${g}`, `finger ${finger} cannot be slurred to itself`)
            writer.play([{ string: drill.string, fret, finger, position: spec.position, slurred }], dur)
          }
        }
      },
    )
  },
  stages: ({ slurred }) => {
    // A list of groups is a choice of the teacher's own; the study series goes from none to all.
    if (typeof slurred !== 'number') return { before: [], name: 'slurred' }
    const names = Array.from({ length: slurred + 1 }, (_, count) => seriesInWords(count))
    return {
      before: names.slice(0, -1).map((name, count) => ({ name, change: { slur: { slurred: count } }, timed: true })),
      name: names.at(-1)!,
    }
  },
  title: (spec, drill) => {
    const count = drill.groups.filter((_, g) => isSlurred(drill, g)).length
    return `Slurs ${drill.groups.map(group => group.join('')).join(' ')} on string ${drill.string}, ${romanPosition(spec.position)}, ${count === 0 ? 'all plucked' : count === drill.groups.length ? 'all slurred' : `${count} of ${drill.groups.length} slurred`}`
  },
  purpose: () => 'Hammer-ons and pull-offs as loud and as even as the plucked notes they replace.',
}
