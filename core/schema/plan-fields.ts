import { z } from 'zod'

const bpm = (what: string) =>
  z
    .number({ error: `${what} must be a number` })
    .min(10, `${what} must be at least 10 bpm`)
    .max(400, `${what} must be at most 400 bpm`)

/** What every plan has, whatever its school. */
const everyPlan = {
  startBpm: bpm('start tempo'),
  targetBpm: bpm('target tempo'),
  /** Quarters per minute, or a share such as "5%". */
  step: z
    .union(
      [
        z.number().min(0.5, 'step must be at least 0.5 bpm').max(40, 'step must be at most 40 bpm'),
        z.string().regex(/^\d{1,2}(\.\d)?%$/, 'step must be a number of bpm or a share such as "5%"'),
      ],
      { error: 'step must be a number of bpm or a share such as "5%"' },
    )
    .default(4),
}

/** The numbers of each school, a way of raising a tempo that teachers hold to. */
const BY_SCHOOL = [
  z.strictObject({
    school: z.literal('clean-passes'),
    ...everyPlan,
    need: z.int().min(1, 'need must be at least 1').max(20, 'need must be at most 20').default(3),
    tooMany: z.int().min(1, 'tooMany must be at least 1').max(8, 'tooMany must be at most 8').default(5),
  }),
] as const

const SCHOOLS = BY_SCHOOL.map(plan => plan.shape.school.value)

/** Schema of a tempo plan: the school and its numbers. */
export const planSchema = z
  .discriminatedUnion('school', BY_SCHOOL, {
    error: issue => (issue.code === 'invalid_union' ? `school must be one of ${SCHOOLS.join(', ')}` : undefined),
  })
  .refine(plan => plan.targetBpm >= plan.startBpm, {
    path: ['targetBpm'],
    message: 'the target must not be slower than the start',
  })

/** A tempo plan with every number settled. */
export type Plan = Readonly<z.infer<typeof planSchema>>
/** A plan of one school. */
export type PlanOf<S extends Plan['school']> = Extract<Plan, { readonly school: S }>

/** What a decision can be. */
export const DECISIONS = ['raise', 'hold', 'ease', 'next-stage', 'vary', 'rest', 'done'] as const
export type DecisionKind = (typeof DECISIONS)[number]
