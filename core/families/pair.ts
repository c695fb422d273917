import { FINGERS, type Finger } from '../guitar/finger'
import { romanPosition } from '../guitar/geometry'
import { noteTicks } from '../line/ticks'
import { stringVisits } from '../line/visits'
import { writeLine } from '../line/writer'
import { fields, type Infer } from '../schema/fields'
import { SpecError } from '../schema/spec-error'
import type { SheetFamily } from './family'
import { stringsInWords } from './words'

const block = fields.block({
  fingers: fields.fingerList(2, 2),
  reps: fields.whole('reps', 1, 32).default(1),
  trill: fields.flag(false),
})
type Pair = Infer<typeof block>

/** Two fingers against each other on every string: neighbours, skips, trills. */
export const pair: SheetFamily<Pair> = {
  name: 'pair',
  label: 'Finger pair',
  block,
  opening: { fingers: [1, 2], reps: 2, trill: false },
  controls: [
    {
      kind: 'choice',
      path: 'pair.fingers',
      label: 'Pair',
      options: ['12', '23', '34', '13', '24', '14', '21', '32', '43', '31', '42', '41'].map(label => ({
        value: [...label].map(Number),
        label,
      })),
    },
    { kind: 'number', path: 'pair.reps', label: 'Times on each string', min: 1, max: 16 },
    {
      kind: 'choice',
      path: 'pair.trill',
      label: 'Sounded',
      options: [
        { value: false, label: 'plucked' },
        { value: true, label: 'as a trill' },
      ],
    },
  ],
  uses: ['position', 'strings', 'slurs', 'plucking', 'perBeat', 'hold'],
  moves: true,
  // The other finger keeps its work, against the nearest that is free.
  without: (pair, banned) => {
    const kept = pair.fingers.find(finger => !banned.includes(finger))
    const stand = FINGERS.filter(finger => finger !== kept && !banned.includes(finger)).sort(
      (a, b) => Math.abs(a - kept!) - Math.abs(b - kept!),
    )[0]
    return kept && stand ? { ...pair, fingers: pair.fingers.map(finger => (finger === kept ? kept : stand)) } : null
  },
  build: (spec, { fingers, reps, trill }, instrument) => {
    const [a, b] = fingers as [Finger, Finger]
    if (a === b) throw new SpecError('pair.fingers', `finger ${a} twice`)
    const dur = noteTicks(spec.rhythm.perBeat)
    const visits = stringVisits(spec.strings, instrument.tuning.length)
    return writeLine(
      spec,
      instrument,
      { noteIds: 'visits', masked: true, fretPath: 'position', stringPath: 'strings', sizePath: 'pair.reps' },
      writer => {
        for (const { string } of visits) {
          writer.turn()
          for (let i = 0; i < 2 * reps; i++) {
            const finger = i % 2 === 0 ? a : b
            writer.play(
              [
                {
                  string,
                  fret: spec.position + finger - 1,
                  finger,
                  position: spec.position,
                  ...(trill && i > 0 && { slurred: true }),
                },
              ],
              dur,
            )
          }
        }
      },
    )
  },
  title: (spec, { fingers, trill }) =>
    `${trill ? 'Trill' : 'Pair'} ${fingers.join(' ')}, ${stringsInWords(spec.strings)}, ${romanPosition(spec.position)}`,
  purpose: ({ fingers, trill }) =>
    trill
      ? `Fingers ${fingers.join(' and ')} sound the string by themselves: strength and evenness of the slur.`
      : `Fingers ${fingers.join(' and ')} against each other: the independence of this pair.`,
}
