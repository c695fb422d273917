import { apply } from 'json-merge-patch'
import { z } from 'zod'

/** What a spec can be changed in: a bound on how much may be said, not on what. */
const MOST_FIELDS = 40

/**
 * Schema of what a stage plays otherwise than its drill: fields of the spec with their other values, null for one that
 * is left out; blocks are merged (RFC 7396, JSON Merge Patch).
 */
export const specChangeSchema = z
  .record(z.string().max(40), z.unknown(), { error: 'a change must name fields of the drill' })
  .refine(change => !Object.keys(change).some(key => key in {}), 'must name fields of the drill')
  .refine(change => Object.keys(change).length <= MOST_FIELDS, `must name at most ${MOST_FIELDS} fields`)

export type SpecChange = Readonly<z.infer<typeof specChangeSchema>>

/**
 * A spec with a change made to it; unchecked, for a change may ask for anything.
 * @example changedSpec({ tempo: 60, sound: { length: 'staccato', damp: 'fretting' } }, { sound: { length: 'legato', damp: null } }) // { tempo: 60, sound: { length: 'legato' } }
 */
export const changedSpec = <S extends Readonly<Record<string, unknown>>>(
  spec: S,
  change: SpecChange | null,
): Readonly<Record<string, unknown>> =>
  // It changes what it is given.
  change === null ? spec : (apply(structuredClone(spec), change) as Readonly<Record<string, unknown>>)
