import { isNativeError } from 'node:util/types'

/** The errors in a chain of causes: the query builder wraps those of the driver. */
function* chainOf(error: unknown): Generator<Error> {
  for (let each = error; isNativeError(each); each = each.cause) yield each
}

/** The error that was there first, without what the query builder wrapped around it. */
export const rootOf = (error: unknown): Error => [...chainOf(error)].at(-1) ?? new Error(String(error))

/** MariaDB's error number, wherever the query builder wrapped it. */
export function errnoOf(error: unknown): number | undefined {
  for (const each of chainOf(error)) if ('errno' in each && typeof each.errno === 'number') return each.errno
  return undefined
}

const DUPLICATE_KEY = 1062

/** The key that a write met a second time, `PRIMARY` for the id of a row; null for any other error. */
export function duplicateKey(error: unknown): string | null {
  if (errnoOf(error) !== DUPLICATE_KEY) return null
  return /for key '(?:[^'.]+\.)?([^']+)'/.exec(rootOf(error).message)?.[1] ?? ''
}

/** ER_DISK_FULL, ER_RECORD_FILE_FULL and ER_ERROR_ON_WRITE (as `perror` of MariaDB 10.11 names them). */
const NO_ROOM = [1021, 1114, 1026]
/**
 * ER_SERVER_SHUTDOWN, ER_CON_COUNT_ERROR, ER_UNKNOWN_COM_ERROR (a cluster's node that is not ready),
 * ER_OPTION_PREVENTS_STATEMENT (read-only).
 */
const NOT_NOW = [1053, 1040, 1047, 1290]
const NOT_THERE = [
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  'ETIMEDOUT',
  'ENOTFOUND',
  'EHOSTUNREACH',
  'PROTOCOL_CONNECTION_LOST',
]

/**
 * Whether the database itself is in trouble, rather than a query wrong: `full` when it has no room left on its disk,
 * `away` when it does not answer or takes nothing at present.
 */
export function databaseErrorOf(error: unknown): 'full' | 'away' | null {
  for (const each of chainOf(error)) {
    const { errno, code, fatal } = each as { errno?: unknown; code?: unknown; fatal?: unknown }
    if (NO_ROOM.includes(errno as number)) return 'full'
    // The driver marks as fatal what ended the connection; the query after that fails with the bare mark.
    if (
      NOT_NOW.includes(errno as number) ||
      NOT_THERE.includes(code as string) ||
      fatal === true ||
      /closed state/.test(each.message)
    )
      return 'away'
  }
  return null
}
