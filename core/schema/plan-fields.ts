import { z } from 'zod'
import { TEMPO_BOUNDS } from './fields'

const bpm = (what: string) =>
  z
    .number({ error: `${what} must be a number` })
    .min(TEMPO_BOUNDS.least, `${what} must be at least ${TEMPO_BOUNDS.least} bpm`)
    .max(TEMPO_BOUNDS.most, `${what} must be at most ${TEMPO_BOUNDS.most} bpm`)

/** The passage of a piece a target comes from: its tempo, and how many notes a quarter it has. */
const piece = z
  .strictObject({
    passage: z.string().trim().min(1, 'name the passage').max(120, 'must be at most 120 characters'),
    bpm: bpm('tempo of the piece'),
    perBeat: z.int().min(1).max(12),
  })
  .optional()

/** What every plan has, whatever its school: the tempo it begins at and the one it leads to. */
const ends = { startBpm: bpm('start tempo'), targetBpm: bpm('target tempo'), piece }

const share = z.string().regex(/^\d{1,2}(\.\d)?%$/, 'step must be a number of bpm or a share such as "5%"')

/** A step of a tempo: quarters per minute, or a share such as "5%". */
const stepOf = (least: number, most: number) =>
  z.union(
    [z.number().min(least, `step must be at least ${least} bpm`).max(most, `step must be at most ${most} bpm`), share],
    { error: 'step must be a number of bpm or a share such as "5%"' },
  )
const whole = (what: string, least: number, most: number) =>
  z
    .int(`${what} must be a whole number`)
    .min(least, `${what} must be at least ${least}`)
    .max(most, `${what} must be at most ${most}`)
/** Consecutive clean passes that are wanted. */
const need = whole('need', 1, 20).default(3)
/** Most tempos a plan may name. */
const MOST_TEMPOS = 40
const tempos = z
  .array(bpm('a tempo'))
  .min(1, 'tempos must name at least one')
  .max(MOST_TEMPOS, `tempos must name at most ${MOST_TEMPOS}`)
/** Where the click stands when an untimed drill is played to one all the same. */
const UNTIMED_BPM = 60

/** The numbers of each school, a way of raising a tempo that teachers hold to. */
const BY_SCHOOL = [
  z.strictObject({
    school: z.literal('clean-passes'),
    ...ends,
    step: stepOf(0.5, 40).default(4),
    need,
    tooMany: whole('tooMany', 1, 8).default(5),
  }),
  /** `tempos` when left out: the start, a fifth more, the target. */
  z.strictObject({ school: z.literal('staged'), ...ends, need, tempos: tempos.optional() }),
  z.strictObject({ school: z.literal('creep'), ...ends, step: stepOf(1, 4).default(1) }),
  z.strictObject({
    school: z.literal('slow-soak'),
    ...ends,
    step: stepOf(0.5, 40).default(4),
    days: whole('days', 1, 30).default(3),
    minutes: whole('minutes', 1, 240).default(5),
  }),
  /** Its tempos are where the click stands when one is wanted all the same; nothing raises them. */
  z.strictObject({
    school: z.literal('untimed'),
    startBpm: ends.startBpm.default(UNTIMED_BPM),
    targetBpm: ends.targetBpm.default(UNTIMED_BPM),
    piece,
  }),
  /** `tempos` when left out: from the start down to the target, each a sixth slower. */
  z.strictObject({ school: z.literal('slow-down'), ...ends, tempos: tempos.optional() }),
] as const

/** Every school, in the order they are offered. */
export const SCHOOLS = [
  'clean-passes',
  'staged',
  'creep',
  'slow-soak',
  'untimed',
  'slow-down',
] as const satisfies readonly (typeof BY_SCHOOL)[number]['shape']['school']['value'][]

/** The numbers any school knows. One that the chosen school has no use for is left aside, not refused. */
const KNOWN = new Set<string>(BY_SCHOOL.flatMap(plan => Object.keys(plan.shape)))

/** A plan without the numbers of other schools: who changes the school need not clear them away. */
function ofItsSchool(raw: unknown): unknown {
  if (typeof raw !== 'object' || raw === null || Array.isArray(raw)) return raw
  const own = BY_SCHOOL.find(plan => plan.shape.school.value === (raw as { school?: unknown }).school)?.shape
  if (!own) return raw
  return Object.fromEntries(Object.entries(raw).filter(([key]) => key in own || !KNOWN.has(key)))
}

const rising = (list: readonly number[]) => list.every((tempo, i) => i === 0 || tempo > list[i - 1]!)

/** Schema of a tempo plan: the school and its numbers. */
export const planSchema = z.preprocess(
  ofItsSchool,
  z
    .discriminatedUnion('school', BY_SCHOOL, {
      error: issue =>
        issue.code === 'invalid_union'
          ? `school must be one of ${SCHOOLS.join(', ')}, not ${JSON.stringify((issue.input as { school?: unknown }).school)}`
          : undefined,
    })
    .superRefine((plan, context) => {
      const refuse = (path: string, message: string) => context.addIssue({ code: 'custom', path: [path], message })
      const falls = plan.school === 'slow-down'
      const named = 'tempos' in plan ? plan.tempos : undefined
      if (named && !rising(falls ? named.toReversed() : named))
        refuse('tempos', `tempos must ${falls ? 'fall' : 'rise'} from one to the next`)
      if (falls && !named && plan.targetBpm > plan.startBpm)
        refuse('targetBpm', 'the target must not be faster than the start')
      if (!falls && plan.school !== 'untimed' && plan.targetBpm < plan.startBpm)
        refuse('targetBpm', 'the target must not be slower than the start')
    }),
)

/** A tempo plan with every number settled. */
export type Plan = Readonly<z.infer<typeof planSchema>>
/** The name of a school. */
export type SchoolName = Plan['school']
/** A plan of one school. */
export type PlanOf<S extends SchoolName> = Extract<Plan, { readonly school: S }>

/** What a decision can be. */
export const DECISIONS = ['raise', 'hold', 'ease', 'next-stage', 'vary', 'rest', 'done'] as const
export type DecisionKind = (typeof DECISIONS)[number]
