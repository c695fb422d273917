import { barTicks, ticksToMs } from '../line/ticks'
import { fields, TEMPO_BOUNDS, type Infer } from '../schema/fields'
import { SpecError } from '../schema/spec-error'
import type { TimedFamily } from './family'

const block = fields.block({
  tempos: fields.list(fields.number('tempo', TEMPO_BOUNDS.least, TEMPO_BOUNDS.most), 1, 24),
  perBeat: fields.whole('notes per beat', 1, 8).optional(),
  bars: fields.whole('bars', 1, 64).default(4),
  silentBars: fields.whole('silentBars', 0, 63).default(0),
})
type Count = Infer<typeof block>

/** Counting aloud without the guitar, slower and slower: the inner pulse. */
export const count: TimedFamily<Count> = {
  name: 'count',
  label: 'Counting',
  block,
  opening: { tempos: [100, 72, 48, 32], bars: 4, silentBars: 2 },
  controls: [
    { kind: 'figures', path: 'count.tempos', label: 'Tempos', hint: 'falling, such as 100 72 48 32' },
    { kind: 'number', path: 'count.bars', label: 'Bars at each tempo', min: 1, max: 32 },
    { kind: 'number', path: 'count.silentBars', label: 'of which silent', min: 0, max: 31 },
  ],
  time: (spec, { tempos, perBeat, bars, silentBars }) => {
    if (silentBars >= bars)
      throw new SpecError('count.silentBars', `${silentBars} silent of ${bars} bars leave none to hear the click in`)
    const ticks = bars * barTicks(spec.rhythm.meter)
    return {
      kind: 'count',
      tempos: tempos.map(bpm => ({
        bpm,
        perBeat: perBeat ?? spec.rhythm.perBeat,
        bars,
        silentBars,
        seconds: ticksToMs(ticks, bpm) / 1000,
      })),
    }
  },
  title: (_, { tempos }) => `Count at ${tempos.join(', ')}`,
  purpose: () => 'Counting aloud through silent bars: the slower the click, the more the pulse is your own.',
}
