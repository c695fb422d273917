import { fieldAt, withField } from '../schema/minimal'
import { parseSpec } from '../schema/parse'
import { openingOf } from './opening'
import { FAMILIES, familyLookup } from './registry'

/** A drill that was made whole, and the paths of what was filled in, in the order they were missed. */
export interface FilledIn {
  readonly spec: Record<string, unknown>
  readonly filled: readonly string[]
}

/**
 * Fills what a drill leaves out and needs from the opening one of its family. What is there stays as it is, wrong or
 * not.
 * @returns Null where nothing is missing, or where what is wrong is not that something is.
 * @example fillIn({ family: 'order' })?.filled // ['order', 'version']
 */
export function fillIn(raw: Record<string, unknown>): FilledIn | null {
  const family = FAMILIES.find(({ name }) => (raw.family === undefined ? name in raw : name === raw.family))
  if (!family) return null
  const opening = openingOf(family)
  const filled: string[] = []
  for (let spec = raw; ;) {
    const parsed = parseSpec(spec, familyLookup)
    if (parsed.ok) return filled.length > 0 ? { spec, filled } : null
    const { path } = parsed.error
    const value = path === '' ? undefined : fieldAt(opening, path)
    if (value === undefined || fieldAt(spec, path) !== undefined) return null
    spec = withField(spec, path, value)
    filled.push(path)
  }
}
