import { z } from 'zod'
import { familyLookup } from '#core/families/registry'
import { PARTS } from '#core/grade/table'
import type { DrillMarks } from '#core/ladder/marks'
import type { Demand, Signature } from '#core/ladder/signature'
import { parseSpec, type Spec } from '#core/schema/parse'
import { count, id, instant, list, row } from '../common'
import { KEPT_KINDS } from './chords'

/** A drill's spec, as the core reads it. */
export const specSchema = z.custom<Spec>(value => parseSpec(value, familyLookup).ok)

/** One version of a drill. */
export const drillVersion = row({ id, number: count, title: z.string(), spec: specSchema, createdAt: instant })
export type DrillVersion = z.infer<typeof drillVersion>

export const drillSaved = row({ id, version: drillVersion })

const marks: z.ZodType<DrillMarks> = row({
  technique: z.string().nullable(),
  parts: list(z.number()).nullable(),
  fingers: list(z.literal([1, 2, 3, 4])),
  slurred: z.boolean(),
  strings: list(count),
})

/** A drill as the shelf lists it, with its newest version. */
export const drillRow = row({
  id,
  name: z.string(),
  family: z.string(),
  archived: z.boolean(),
  setFor: count,
  newest: drillVersion,
  /** What it is found by; null for one kept before there were any. */
  marks: marks.nullable(),
  /** Key of the rung of the ladder it was taken from. */
  fromRung: z.string().nullable(),
})
export type DrillRow = z.infer<typeof drillRow>

/** A drill with all its versions, newest first. */
export const drillDetail = row({
  id,
  name: z.string(),
  archived: z.boolean(),
  /** The teacher's own; another's is copied to be changed. */
  mine: z.boolean(),
  versions: list(drillVersion),
  /**
   * What comes out otherwise since the newest version was kept, where its sheet would now be another; empty where it is
   * the same.
   */
  anew: list(z.string()),
})
export type DrillDetail = z.infer<typeof drillDetail>

const key = z.string().length(64)
const sketch = z.custom<Pick<Signature, 'fingers' | 'ways' | 'strings'>>(
  value => Object.keys(value as object).join() === 'fingers,ways,strings',
)
const demand = z.custom<Demand>(value => Object.hasOwn(value as object, 'entry'))

/** A drill of the ladder. */
export const rungRow = row({
  key,
  technique: z.string(),
  place: count,
  grade: z.number().min(1).max(8),
  /** Value of each part, in the table's order. */
  parts: z.array(z.number().min(0).max(100)).length(PARTS.length).readonly(),
  spec: z.record(z.string(), z.unknown()).readonly(),
  title: z.string(),
  purpose: z.string(),
  signature: sketch,
  demand: demand.nullable(),
  after: list(key),
  /** No rung of the present ladder any more; here because somebody keeps it. */
  retired: z.boolean(),
})
export type RungRow = z.infer<typeof rungRow>

/** A collection in an order. */
export const programmeRow = row({ id, name: z.string(), refs: list(z.string()) })
export type ProgrammeRow = z.infer<typeof programmeRow>

/** Everything the Shelf shows. */
export const shelfPage = row({
  drills: list(drillRow),
  rungs: list(rungRow),
  favourites: list(z.string()),
  programmes: list(programmeRow),
})
export type ShelfPage = z.infer<typeof shelfPage>

/** A progression or a shape that a teacher keeps: a typed line, or frets. */
export const keptChords = row({
  id,
  kind: z.enum(KEPT_KINDS),
  name: z.string(),
  chords: z.string(),
  fingers: z.string().nullable(),
})
export type KeptChords = z.infer<typeof keptChords>
