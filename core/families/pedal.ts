import type { FingerOrOpen } from '../guitar/finger'
import { romanPosition } from '../guitar/geometry'
import { noteTicks } from '../line/ticks'
import { writeLine } from '../line/writer'
import { fields, type Infer } from '../schema/fields'
import type { SheetFamily } from './family'

const block = fields.block({
  string: fields.string(),
  fingers: fields.list(fields.fingerOrOpen(), 1, 16),
  start: fields.oneOf('start', ['pedal', 'moving']).default('pedal'),
  moving: fields.block({
    strings: fields.list(fields.string(), 1, 16),
    fingers: fields.list(fields.fingerOrOpen(), 1, 16),
  }),
})
type Pedal = Infer<typeof block>

/** A string that keeps sounding against moving ones: string skipping for the plucking hand. */
export const pedal: SheetFamily<Pedal> = {
  name: 'pedal',
  label: 'Pedal string',
  block,
  opening: { string: 1, fingers: [1, 1, 1, 1], start: 'pedal', moving: { strings: [2, 3, 4], fingers: [4, 3, 2, 3] } },
  controls: [
    { kind: 'number', path: 'pedal.string', label: 'Pedal string', min: 1, max: 8 },
    { kind: 'figures', path: 'pedal.fingers', label: 'Pedal fingers', hint: '0 is open' },
    { kind: 'figures', path: 'pedal.moving.strings', label: 'Moving strings' },
    { kind: 'figures', path: 'pedal.moving.fingers', label: 'Moving fingers' },
    {
      kind: 'choice',
      path: 'pedal.start',
      label: 'Begins with',
      options: [
        { value: 'pedal', label: 'the pedal' },
        { value: 'moving', label: 'the moving note' },
      ],
    },
  ],
  uses: ['position', 'plucking', 'perBeat', 'hold'],
  moves: true,
  build: (spec, { string, fingers, start, moving }, instrument) => {
    const dur = noteTicks(spec.rhythm.perBeat)
    const note = (on: number, finger: FingerOrOpen) => ({
      string: on,
      fret: finger === 0 ? 0 : spec.position + finger - 1,
      finger,
      position: spec.position,
    })
    return writeLine(
      spec,
      instrument,
      { noteIds: 'visits', fretPath: 'position', stringPath: 'pedal.moving.strings' },
      writer => {
        let kept: { finger: FingerOrOpen; from: number } | null = null
        /** The pedal finger stays down until another takes the pedal; one that moves as well cannot. */
        const keep = (finger: FingerOrOpen | null) => {
          if (kept?.finger === finger) return
          if (kept && kept.finger !== 0 && !moving.fingers.includes(kept.finger))
            writer.grip(kept.from, writer.at(), [
              { finger: kept.finger, string, fret: spec.position + kept.finger - 1 },
            ])
          kept = finger === null ? null : { finger, from: writer.at() }
        }
        for (const on of moving.strings) {
          for (const [i, finger] of moving.fingers.entries()) {
            const pair = [note(string, fingers[i % fingers.length]!), note(on, finger)]
            for (const each of start === 'pedal' ? pair : pair.reverse()) {
              if (each.string === string) keep(each.finger)
              writer.play([each], dur)
            }
          }
        }
        keep(null)
      },
    )
  },
  title: (spec, { string, moving }) =>
    `Pedal on string ${string} against ${moving.strings.join(' ')}, ${romanPosition(spec.position)}`,
  purpose: () => 'A pedal string between the notes of the others: the plucking hand skips without looking.',
}
