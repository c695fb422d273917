import { fields, type Infer } from '../schema/fields'
import type { TimedFamily } from './family'

const block = fields.block({
  steps: fields.list(
    fields.block({
      name: fields.text(120),
      seconds: fields.whole('seconds', 5, 3600),
      caution: fields.text(200).optional(),
    }),
    1,
    40,
  ),
})
type Warmup = Infer<typeof block>

type Step = Warmup['steps'][number]

/** A warm-up without the guitar, step by step. */
export const warmup: TimedFamily<Warmup> = {
  name: 'warmup',
  label: 'Warm-up',
  block,
  opening: {
    steps: [
      { name: 'Hands in warm water', seconds: 60 },
      { name: 'Rub palms and backs of the hands', seconds: 45 },
      { name: 'Spread and close the fingers', seconds: 45, caution: 'gently, never forced' },
      { name: 'Shake out wrists and shoulders', seconds: 30 },
    ],
  },
  controls: [
    {
      kind: 'rows',
      path: 'warmup.steps',
      label: 'Steps',
      entry: 'step',
      fresh: { name: 'Shake out the hands', seconds: 30 },
      most: 40,
      columns: [
        {
          label: 'What',
          input: 'text',
          get: ({ name }: Step) => name,
          set: (step: Step, name: string) => ({ ...step, name }),
        },
        {
          label: 'Seconds',
          input: 'number',
          min: 5,
          max: 3600,
          get: ({ seconds }: Step) => seconds,
          set: (step: Step, seconds: number) => ({ ...step, seconds }),
        },
        {
          label: 'Caution',
          input: 'text',
          get: ({ caution }: Step) => caution ?? '',
          set: ({ caution: _, ...step }: Step, caution: string) => ({ ...step, ...(caution.trim() && { caution }) }),
        },
      ],
      hint: 'one a line: name, seconds, and a caution where one is due',
      tall: true,
      write: (steps: Warmup['steps']) =>
        steps
          .map(({ name, seconds, caution }) => [name, seconds, caution].filter(each => each !== undefined).join(', '))
          .join('\n'),
      read: text =>
        text
          .split('\n')
          .filter(line => line.trim())
          .map(line => {
            const [name, seconds, ...caution] = line.split(',').map(part => part.trim())
            return { name, seconds: Number(seconds), ...(caution.length > 0 && { caution: caution.join(', ') }) }
          }),
    },
  ],
  time: (_, { steps }) => ({ kind: 'steps', steps }),
  title: (_, { steps }) => `Warm-up in ${steps.length} ${steps.length === 1 ? 'step' : 'steps'}`,
  purpose: () => 'Warm hands before the first note; nothing here may hurt.',
}
