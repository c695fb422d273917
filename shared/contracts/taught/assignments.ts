import { z } from 'zod'
import { MOST_OWN } from '#core/practice/tempo/variations'
import { specChangeSchema } from '#core/schema/change'
import { pinsSchema } from '#core/schema/fields'
import { planSchema } from '#core/schema/plan-fields'
import { localDaySchema, uuidOf, writeId } from '../common'
import { shelfRefs } from '../drills/shelf'

const stageName = z.string().trim().min(1, 'a stage is needed').max(80, 'must be at most 80 characters')

/** A stage of a path: its name, what is played otherwise, the plan it is worked by. */
const stageBody = z.strictObject({ name: stageName, change: specChangeSchema.nullable(), plan: planSchema })
const MOST_STAGES = 24
const uniqueNames = (stages: readonly { readonly name: string }[]) =>
  new Set(stages.map(stage => stage.name)).size === stages.length

export const setAssignmentBody = z
  .strictObject({
    id: writeId,
    studentId: uuidOf('must be a student'),
    drillVersionId: uuidOf('must be a version of a drill'),
    /** The stage it begins at, and the plan of that stage. */
    stage: stageName,
    plan: planSchema,
    change: specChangeSchema.nullable().optional(),
    /** The stages that lead up to it, already passed or passed over, and those that follow. */
    before: z.array(stageBody).max(MOST_STAGES, `takes at most ${MOST_STAGES} stages`).readonly().optional(),
    after: z.array(stageBody).max(MOST_STAGES, `takes at most ${MOST_STAGES} stages`).readonly().optional(),
    targetOn: localDaySchema.nullable(),
    pins: pinsSchema.optional(),
  })
  .refine(({ stage, before = [], after = [] }) => uniqueNames([{ name: stage }, ...before, ...after]), {
    path: ['stage'],
    error: 'two stages have the same name',
  })

/**
 * The stages of a set drill anew, in order. One that was there comes with its number; another name or change makes
 * another stage of it. The stage it is at must be among them, and keeps its start.
 */
export const pathBody = z.strictObject({
  id: writeId,
  stages: z
    .array(stageBody.extend({ number: z.int().min(0).nullable() }))
    .min(1, 'a drill has at least one stage')
    .max(MOST_STAGES, `takes at most ${MOST_STAGES} stages`)
    .refine(uniqueNames, 'two stages have the same name')
    .refine(stages => {
      const known = stages.flatMap(({ number }) => number ?? [])
      return new Set(known).size === known.length
    }, 'a stage is named twice')
    .readonly(),
})

/** Other ways to play a drill that are offered at a standstill, in their order; none takes them all away. */
export const variationsBody = z.strictObject({
  id: writeId,
  variations: z
    .array(z.strictObject({ name: stageName, change: specChangeSchema }))
    .max(MOST_OWN, `takes at most ${MOST_OWN} variations`)
    .refine(uniqueNames, 'two variations have the same name'),
})

export const pinsBody = z.strictObject({ id: writeId, pins: pinsSchema })

/** Another plan or day for the stage it is at; the tempo in force stays, and so does the start. */
export const planBody = z.strictObject({ id: writeId, plan: planSchema, targetOn: localDaySchema.nullable() })

export const endAssignmentBody = z.strictObject({ id: writeId, ended: z.boolean() })

/** Most drills set at once. */
export const MOST_AT_ONCE = 40

/** Several drills of the shelf for one student. */
export const setSeveralBody = z.strictObject({
  id: writeId,
  refs: shelfRefs(MOST_AT_ONCE).min(1, 'needs at least one drill').readonly(),
  /** One after the other, each opening when the one before is passed; else all at once. */
  path: z.boolean(),
})
