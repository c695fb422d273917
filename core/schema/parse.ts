import { z } from 'zod'
import {
  handSchema,
  pinsSchema,
  sharedShape,
  type BlockSchema,
  type HandInput,
  type Pins,
  type SharedSpec,
} from './fields'
import { check } from './problem'
import type { SpecProblem } from './spec-error'

/** A spec that passed the check: shared fields with defaults, plus the family's own block under the family's name. */
export type Spec = SharedSpec & { readonly family: string } & { readonly [block: string]: unknown }

/** What a door takes: a spec and the context it is realised in. */
export interface Request {
  readonly spec: unknown
  readonly hand?: HandInput
  readonly pins?: Pins
}

export type Parsed<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly error: SpecProblem }

/** Where the schema of a family's block comes from; `undefined` for a family that does not exist here. */
export interface FamilyLookup {
  readonly block: (family: string) => BlockSchema | undefined
  /** The rule of fingering that a family's specs have where they name none; the common default when left out. */
  readonly rule?: (family: string) => SharedSpec['fingering']['rule'] | undefined
  /** Why a name has no block, and which names have one. */
  readonly whyMissing: (family: string) => string
}

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

function parseWith<T>(schema: z.ZodType<T>, value: unknown, prefix = ''): Parsed<T> {
  const result = check(schema, value)
  return result.ok
    ? result
    : {
        ok: false,
        error: { path: [prefix, result.error.path].filter(Boolean).join('.'), message: result.error.message },
      }
}

// Schemas are built once per family: building a strict object costs more than checking a spec with it.
const schemas = new WeakMap<BlockSchema, z.ZodType>()

function specSchema(family: string, block: BlockSchema, rule: SharedSpec['fingering']['rule'] | undefined): z.ZodType {
  const known = schemas.get(block)
  if (known) return known
  const made = z.strictObject({
    ...sharedShape,
    ...(rule && {
      fingering: z
        .strictObject({ rule: sharedShape.fingering.unwrap().shape.rule.unwrap().default(rule) })
        .prefault({}),
    }),
    family: z.literal(family),
    [family]: block,
  })
  schemas.set(block, made)
  return made
}

/**
 * Checks a spec and fills in its defaults.
 * @param raw Anything, typically parsed JSON.
 * @param lookup Where families come from.
 * @returns The whole spec, or the first problem with its path.
 */
export function parseSpec(raw: unknown, lookup: FamilyLookup): Parsed<Spec> {
  if (!isRecord(raw)) return { ok: false, error: { path: '', message: 'a drill spec is a JSON object' } }
  const { family } = raw
  if (typeof family !== 'string')
    return {
      ok: false,
      error: { path: 'family', message: family === undefined ? 'the family is missing' : 'the family must be a name' },
    }
  const block = lookup.block(family)
  if (!block) return { ok: false, error: { path: 'family', message: lookup.whyMissing(family) } }
  if (raw[family] === undefined)
    return { ok: false, error: { path: family, message: `the ${family} block is missing` } }
  return parseWith(specSchema(family, block, lookup.rule?.(family)), raw) as Parsed<Spec>
}

/**
 * Reads what a door was given: a bare spec, or `{ spec, hand?, pins? }`.
 * The spec itself is checked later by {@link parseSpec}.
 */
export function parseRequest(raw: unknown): Parsed<Request> {
  if (!isRecord(raw) || !('spec' in raw)) return { ok: true, value: { spec: raw } }
  const unknown = Object.keys(raw).find(key => !['spec', 'hand', 'pins'].includes(key))
  if (unknown) return { ok: false, error: { path: unknown, message: 'unknown field' } }
  const hand = raw.hand === undefined ? undefined : parseWith(handSchema, raw.hand, 'hand')
  if (hand && !hand.ok) return hand
  const pins = raw.pins === undefined ? undefined : parseWith(pinsSchema, raw.pins, 'pins')
  if (pins && !pins.ok) return pins
  return { ok: true, value: { spec: raw.spec, hand: hand?.value, pins: pins?.value } }
}
