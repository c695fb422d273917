import { createHash } from 'node:crypto'

/** JSON with keys in order, so that equal bodies hash equally. */
function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonical).join(',')}]`
  if (typeof value === 'object' && value !== null) {
    return `{${Object.entries(value)
      .filter(([, each]) => each !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, each]) => `${JSON.stringify(key)}:${canonical(each)}`)
      .join(',')}}`
  }
  return JSON.stringify(value) ?? 'null'
}

/** SHA-256 of a value's canonical JSON, hex. */
export function hashOf(value: unknown): string {
  return createHash('sha256').update(canonical(value)).digest('hex')
}
