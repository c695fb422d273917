import { needString } from '../line/on-guitar'
import { romanPosition } from '../guitar/geometry'
import type { GripContact } from '../line/line'
import { noteTicks } from '../line/ticks'
import { stringVisits } from '../line/visits'
import { writeLine } from '../line/writer'
import { fields, type Infer } from '../schema/fields'
import { SpecError } from '../schema/spec-error'
import type { SheetFamily } from './family'

const block = fields.block({
  held: fields.list(
    fields.block({ finger: fields.finger(), string: fields.string(), fret: fields.fret().optional() }),
    1,
    3,
  ),
  moving: fields.block({ fingers: fields.fingerList(1, 16), strings: fields.list(fields.string(), 1, 16) }),
})
type Held = Infer<typeof block>

/** What the held fingers forbid: a finger used twice, a moving finger that is held, crossing, a string silenced. */
function check({ held, moving }: Held, contacts: readonly GripContact[], position: number) {
  const twice = held.find(({ finger }, i) => held.findIndex(each => each.finger === finger) !== i)
  if (twice) throw new SpecError('held.held', `finger ${twice.finger} twice`)
  const both = moving.fingers.find(finger => contacts.some(contact => contact.finger === finger))
  if (both !== undefined) throw new SpecError('held.moving.fingers', `finger ${both} is held and cannot move`)
  for (const [i, contact] of contacts.entries()) {
    if (contact.fret < 1) throw new SpecError(`held.held.${i}.fret`, 'a held finger is on a fret')
    for (const finger of moving.fingers) {
      const fret = position + finger - 1
      if (moving.strings.includes(contact.string) && fret < contact.fret)
        throw new SpecError(
          'held.moving.strings',
          `finger ${finger} on fret ${fret} of string ${contact.string} would be silenced by the held finger ${contact.finger} on fret ${contact.fret}`,
        )
      if ((finger < contact.finger && fret > contact.fret) || (finger > contact.finger && fret < contact.fret))
        throw new SpecError(
          'held.moving.fingers',
          `finger ${finger} on fret ${fret} would cross the held finger ${contact.finger} on fret ${contact.fret}`,
        )
    }
    for (const other of contacts.slice(i + 1)) {
      if (
        (contact.finger < other.finger && contact.fret > other.fret) ||
        (contact.finger > other.finger && contact.fret < other.fret)
      )
        throw new SpecError('held.held', `fingers ${contact.finger} and ${other.finger} would cross`)
    }
  }
}

/** One finger anchored, or several, while the others move. */
export const held: SheetFamily<Held> = {
  name: 'held',
  label: 'Held fingers',
  block,
  opening: { held: [{ finger: 3, string: 4 }], moving: { fingers: [1, 2, 4, 2], strings: [3, 2, 1] } },
  controls: [
    {
      kind: 'rows',
      path: 'held.held',
      label: 'Held fingers',
      entry: 'finger',
      fresh: { finger: 3, string: 4 },
      most: 3,
      columns: [
        {
          label: 'Finger',
          input: 'number',
          min: 1,
          max: 4,
          get: ({ finger }: Held['held'][number]) => finger,
          set: (contact: Held['held'][number], finger: number) => ({ ...contact, finger }),
        },
        {
          label: 'String',
          input: 'number',
          min: 1,
          max: 8,
          get: ({ string }: Held['held'][number]) => string,
          set: (contact: Held['held'][number], string: number) => ({ ...contact, string }),
        },
      ],
      hint: 'finger on string, and its fret where it is not its own: 3 on 4, 1 on 5 fret 7',
      write: (held: Held['held']) =>
        held
          .map(({ finger, string, fret }) => `${finger} on ${string}${fret === undefined ? '' : ` fret ${fret}`}`)
          .join(', '),
      read: text =>
        text.split(',').map(part => {
          const [finger, string, fret] = (part.match(/\d+/g) ?? []).map(Number)
          return { finger, string, ...(fret !== undefined && { fret }) }
        }),
    },
    { kind: 'figures', path: 'held.moving.fingers', label: 'Moving fingers', hint: 'in order, such as 1 2 4 2' },
    { kind: 'figures', path: 'held.moving.strings', label: 'On strings', hint: 'in order, such as 3 2 1' },
  ],
  openingShared: { rhythm: { perBeat: 2 } },
  uses: ['position', 'travel', 'slurs', 'plucking', 'perBeat', 'hold'],
  moves: true,
  build: (spec, drill, instrument) => {
    const contacts = drill.held.map(({ finger, string, fret }) => ({
      finger,
      string,
      fret: fret ?? spec.position + finger - 1,
    }))
    check(drill, contacts, spec.position)
    for (const [i, { string, fret }] of contacts.entries()) {
      needString(string, instrument.tuning.length, `held.held.${i}.string`)
      if (fret > instrument.lastFret)
        throw new SpecError(
          `held.held.${i}.fret`,
          `fret ${fret} is beyond the neck: the last fret is ${instrument.lastFret}`,
        )
    }
    const dur = noteTicks(spec.rhythm.perBeat)
    const visits = stringVisits(
      { ...spec.strings, order: drill.moving.strings },
      instrument.tuning.length,
      'held.moving.strings',
    )
    return writeLine(
      spec,
      instrument,
      { noteIds: 'visits', masked: true, fretPath: 'position', stringPath: 'held.moving.strings' },
      writer => {
        const from = writer.at()
        for (const { string } of visits) {
          writer.turn()
          for (const finger of drill.moving.fingers)
            writer.play([{ string, fret: spec.position + finger - 1, finger, position: spec.position }], dur)
        }
        writer.grip(from, writer.at(), contacts)
      },
    )
  },
  title: (spec, { held: down, moving }) =>
    `Hold ${down.map(({ finger, string }) => `${finger} on string ${string}`).join(', ')}, move ${moving.fingers.join(' ')}, ${romanPosition(spec.position)}`,
  purpose: ({ held: down }) =>
    `The held ${down.length === 1 ? 'finger stays' : 'fingers stay'} down without pressing harder while the others move: independence.`,
}
