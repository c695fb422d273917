import { z } from 'zod'

/** What a spec can be changed in: a bound on how much may be said, not on what. */
const MOST_FIELDS = 40

/**
 * Schema of what a stage plays otherwise than its drill: fields of the spec with their other values, null for one that
 * is left out; blocks are merged (RFC 7396, JSON Merge Patch).
 */
export const specChangeSchema = z
  .record(z.string().max(40), z.unknown(), { error: 'a change must name fields of the drill' })
  .refine(change => Object.keys(change).length <= MOST_FIELDS, `must name at most ${MOST_FIELDS} fields`)

export type SpecChange = Readonly<z.infer<typeof specChangeSchema>>

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

function merged(value: unknown, change: unknown): unknown {
  if (!isRecord(change)) return change
  const base = isRecord(value) ? value : {}
  const kept = Object.entries(base).filter(([key]) => change[key] !== null)
  const set = Object.entries(change).filter(([, to]) => to !== null)
  return { ...Object.fromEntries(kept), ...Object.fromEntries(set.map(([key, to]) => [key, merged(base[key], to)])) }
}

/**
 * A spec with a change made to it; unchecked, for a change may ask for anything.
 * @example changedSpec({ tempo: 60, sound: { length: 'staccato', damp: 'fretting' } }, { sound: { length: 'legato', damp: null } }) // { tempo: 60, sound: { length: 'legato' } }
 */
export const changedSpec = <S extends Readonly<Record<string, unknown>>>(
  spec: S,
  change: SpecChange | null,
): Readonly<Record<string, unknown>> => (change === null ? spec : (merged(spec, change) as Record<string, unknown>))
