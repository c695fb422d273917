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
const stepOf = ({ least, most, usual }: PlanNumber) =>
  z
    .union(
      [
        z.number().min(least, `step must be at least ${least} bpm`).max(most, `step must be at most ${most} bpm`),
        share,
      ],
      { error: 'step must be a number of bpm or a share such as "5%"' },
    )
    .default(usual)
const numberOf = (what: string, { least, most, usual }: PlanNumber) =>
  z
    .int(`${what} must be a whole number`)
    .min(least, `${what} must be at least ${least}`)
    .max(most, `${what} must be at most ${most}`)
    .default(usual)
/** Most tempos a plan may name. */
const MOST_TEMPOS = 40
const tempos = z
  .array(bpm('a tempo'))
  .min(1, 'tempos must name at least one')
  .max(MOST_TEMPOS, `tempos must name at most ${MOST_TEMPOS}`)
/** Where the click stands when an untimed drill is played to one all the same. */
const UNTIMED_BPM = 60

/** A number of a plan: its bounds, and what it is where nothing is said. */
interface PlanNumber {
  readonly least: number
  readonly most: number
  readonly usual: number
}
/** What a school, a way of raising a tempo that teachers hold to, asks of a plan. */
export interface SchoolForm {
  /** Leads anywhere by its tempo. */
  readonly timed: boolean
  /** Leads to slower tempos. */
  readonly falls: boolean
  /** Goes by days of practice at home, not by passes. */
  readonly byPractice: boolean
  /** Step of the tempo, bpm; it may also be a share. */
  readonly step?: PlanNumber
  /** Clean passes in a row. */
  readonly need?: PlanNumber
  /** Slips that ease it. */
  readonly tooMany?: PlanNumber
  readonly days?: PlanNumber
  readonly minutes?: PlanNumber
  /** May name its tempos. */
  readonly tempos?: true
}

const RISING = { timed: true, falls: false, byPractice: false } as const
const NEED = { least: 1, most: 20, usual: 3 } as const
const STEP = { least: 0.5, most: 40, usual: 4 } as const

/** What each school asks, in the order they are offered: schema, forms and rules all go by it. */
export const SCHOOL_FORMS = {
  'clean-passes': { ...RISING, step: STEP, need: NEED, tooMany: { least: 1, most: 8, usual: 5 } },
  'staged': { ...RISING, need: NEED, tempos: true },
  'creep': { ...RISING, step: { least: 1, most: 4, usual: 1 } },
  'slow-soak': {
    ...RISING,
    byPractice: true,
    step: STEP,
    days: { least: 1, most: 30, usual: 3 },
    minutes: { least: 1, most: 240, usual: 5 },
  },
  'untimed': { ...RISING, timed: false },
  'slow-down': { ...RISING, falls: true, tempos: true },
} as const satisfies Readonly<Record<string, SchoolForm>>

/** The name of a school. */
export type SchoolName = keyof typeof SCHOOL_FORMS
/** Every school, in the order they are offered. */
export const SCHOOLS = Object.keys(SCHOOL_FORMS) as [SchoolName, ...SchoolName[]]
/** What a school asks. */
export const formOf = (school: SchoolName): SchoolForm => SCHOOL_FORMS[school]

const { 'clean-passes': CLEAN, 'creep': CREEP, 'slow-soak': SOAK, 'staged': STAGED } = SCHOOL_FORMS

/** The plan of each school. */
const BY_SCHOOL = [
  z.strictObject({
    school: z.literal('clean-passes'),
    ...ends,
    step: stepOf(CLEAN.step),
    need: numberOf('need', CLEAN.need),
    tooMany: numberOf('tooMany', CLEAN.tooMany),
  }),
  /** `tempos` when left out: the start, a fifth more, the target. */
  z.strictObject({
    school: z.literal('staged'),
    ...ends,
    need: numberOf('need', STAGED.need),
    tempos: tempos.optional(),
  }),
  z.strictObject({ school: z.literal('creep'), ...ends, step: stepOf(CREEP.step) }),
  z.strictObject({
    school: z.literal('slow-soak'),
    ...ends,
    step: stepOf(SOAK.step),
    days: numberOf('days', SOAK.days),
    minutes: numberOf('minutes', SOAK.minutes),
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
      const { falls, timed } = formOf(plan.school)
      const named = 'tempos' in plan ? plan.tempos : undefined
      if (named && !rising(falls ? named.toReversed() : named))
        refuse('tempos', `tempos must ${falls ? 'fall' : 'rise'} from one to the next`)
      if (falls && !named && plan.targetBpm > plan.startBpm)
        refuse('targetBpm', 'the target must not be faster than the start')
      if (!falls && timed && plan.targetBpm < plan.startBpm)
        refuse('targetBpm', 'the target must not be slower than the start')
    }),
)

/** A tempo plan with every number settled. */
export type Plan = Readonly<z.infer<typeof planSchema>>
/** A plan of one school. */
export type PlanOf<S extends SchoolName> = Extract<Plan, { readonly school: S }>

/** What a decision can be. */
export const DECISIONS = ['raise', 'hold', 'ease', 'next-stage', 'vary', 'rest', 'done'] as const
export type DecisionKind = (typeof DECISIONS)[number]
