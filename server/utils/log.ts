import { isNativeError } from 'node:util/types'
import { errnoOf, rootOf } from '../db/database-errors'

/** Where an error was thrown, without its message: the driver and the query builder put what was asked into theirs. */
const frames = (error: Error) => (error.stack ?? '').split('\n').filter(line => /^\s+at /.test(line)).slice(0, 12).join('\n')

/**
 * What of a failure goes to the log: the route's path (ids, no query), what kind of error, its code and where it was
 * thrown. Never a message of the driver, a parameter, a name or a note.
 */
export function failureInWords(method: string, path: string, error: unknown): string {
  const where = `${method} ${path.split('?')[0]} failed`
  if (!isNativeError(error)) return `${where}: ${typeof error}`
  const root = rootOf(error)
  const code = errnoOf(error) ?? (root as { code?: unknown }).code
  return `${where}: ${root.name}${code === undefined ? '' : ` ${String(code)}`}\n${frames(root)}`
}
