import { z } from 'zod'
import { sharedShape } from './fields'

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

function without(value: Record<string, unknown>, defaults: Record<string, unknown>): Record<string, unknown> {
  const kept = Object.entries(value).flatMap(([key, each]): [string, unknown][] => {
    const fallback = defaults[key]
    if (isRecord(each) && isRecord(fallback)) {
      const rest = without(each, fallback)
      return Object.keys(rest).length > 0 ? [[key, rest]] : []
    }
    return each === undefined || JSON.stringify(each) === JSON.stringify(fallback) ? [] : [[key, each]]
  })
  return Object.fromEntries(kept)
}

const { version: _, ...optional } = sharedShape
/** What the shared fields are where a spec leaves them out. */
const DEFAULTS: Record<string, unknown> = z.strictObject(optional).parse({})

/**
 * The shared fields of a spec without those that have their default. @param own Defaults that a family has for itself.
 */
export const withoutDefaults = (shared: Record<string, unknown>, own: Record<string, unknown> = {}) =>
  without(shared, { ...DEFAULTS, ...own })

/** A copy of a record with the field at a dotted path set; objects on the way are made where they are missing. */
export function withField(record: Record<string, unknown>, path: string, value: unknown): Record<string, unknown> {
  const [first, ...rest] = path.split('.')
  const inner = record[first!]
  return {
    ...record,
    [first!]: rest.length === 0 ? value : withField(isRecord(inner) ? inner : {}, rest.join('.'), value),
  }
}

/** The value at a dotted path of a record; undefined where there is none. */
export function fieldAt(record: Record<string, unknown>, path: string): unknown {
  return path.split('.').reduce<unknown>((value, key) => (isRecord(value) ? value[key] : undefined), record)
}
