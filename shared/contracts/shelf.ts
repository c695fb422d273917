import { z } from 'zod'
import { PARTS, type PartName } from '#core/grade/table'
import type { Demand, Signature } from '#core/ladder/signature'
import type { DrillRow } from './drills'
import { writeId } from './common'

/** A drill by its id, or a rung of the ladder by its key. */
const shelfRef = z
  .string()
  .toLowerCase()
  .regex(/^([0-9a-f]{64}|[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12})$/, 'must be a drill of the shelf')

/** Whether it is a rung of the ladder; else a drill of one's own. */
export const isRung = (ref: string): boolean => ref.length === 64

/** Most drills in one collection, and most set at once. */
export const MOST_IN_PROGRAMME = 100
export const MOST_AT_ONCE = 40

const refs = (most: number) => z.array(shelfRef).max(most, `takes at most ${most} drills`)
const name = z.string().trim().min(1, 'a name is needed').max(160, 'must be at most 160 characters')

export const favouriteBody = z.strictObject({ id: writeId, ref: shelfRef, kept: z.boolean() })
export const programmeBody = z.strictObject({ id: writeId, name, refs: refs(MOST_IN_PROGRAMME) })
export const archiveProgrammeBody = z.strictObject({ id: writeId, archived: z.boolean() })
export const setSeveralBody = z.strictObject({
  id: writeId,
  refs: refs(MOST_AT_ONCE).min(1, 'needs at least one drill'),
  /** One after the other, each opening when the one before is passed; else all at once. */
  path: z.boolean(),
})

const weight = z.number({ error: 'must be a number' }).min(0, 'must be at least 0').max(1.5, 'must be at most 1.5')
/** What each part of a grade counts for. */
export const weightsSchema = z.strictObject(
  Object.fromEntries(PARTS.map(part => [part, weight])) as Record<PartName, typeof weight>,
)
export const weightsBody = z.strictObject({ id: writeId, weights: weightsSchema.nullable() })

/** A drill of the ladder. */
export interface RungRow {
  readonly key: string
  readonly technique: string
  readonly place: number
  readonly grade: number
  /** Value of each part, in the table's order. */
  readonly parts: readonly number[]
  readonly spec: Readonly<Record<string, unknown>>
  readonly title: string
  readonly purpose: string
  readonly signature: Pick<Signature, 'fingers' | 'ways' | 'strings'>
  readonly demand: Demand | null
  readonly after: readonly string[]
  /** No rung of the present ladder any more; here because somebody keeps it. */
  readonly retired: boolean
}

/** A collection in an order. */
export interface ProgrammeRow {
  readonly id: string
  readonly name: string
  readonly refs: readonly string[]
}

/** Everything the Shelf shows. */
export interface ShelfPage {
  readonly drills: readonly DrillRow[]
  readonly rungs: readonly RungRow[]
  readonly favourites: readonly string[]
  readonly programmes: readonly ProgrammeRow[]
}
