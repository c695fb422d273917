import { isNativeError } from 'node:util/types'
import { errnoOf, rootOf } from '../db/database-errors'

/** What of a failure may be logged: what kind it is, its code, and where it was thrown. */
export interface Failure {
  readonly kind: string
  readonly code?: string
  readonly at: readonly string[]
}

/** Where an error was thrown, without its message: the driver and the query builder put what was asked into theirs. */
const frames = (error: Error) =>
  (error.stack ?? '')
    .split('\n')
    .filter(line => /^\s+at /.test(line))
    .slice(0, 12)
    .map(line => line.trim())

/** A failure as it may be logged: never a message of the driver, a parameter, a name or a note. */
export function failureOf(error: unknown): Failure {
  if (!isNativeError(error)) return { kind: typeof error, at: [] }
  const root = rootOf(error)
  const code = errnoOf(error) ?? (root as { code?: unknown }).code
  return { kind: root.name, ...(code !== undefined && { code: String(code) }), at: frames(root) }
}
