import { createPool } from 'mysql2/promise'
import { Builder } from './session'
import { firstComeFirstServed } from './turns'

const CONNECTIONS = 10

/**
 * Opens a database: a pool of connections in UTC and the query builder on it.
 * @param url mysql:// address of MariaDB, external or started by the project.
 * @returns Among others `since`: the builder for a request, which came at an instant, ms of `performance.now`.
 */
export function openDatabase(url: string) {
  // `trace` would take down the stack of every question, in case it fails.
  const pool = createPool({
    uri: url,
    timezone: 'Z',
    supportBigNumbers: true,
    connectionLimit: CONNECTIONS,
    charset: 'UTF8MB4_UNICODE_CI',
    trace: false,
  })
  const inTurn = firstComeFirstServed(pool, CONNECTIONS)
  const since = (cameAt: number): Database => new Builder(inTurn(() => cameAt))
  return { db: new Builder(inTurn(() => performance.now())), since, close: () => pool.end(), pool }
}

/** The query builder; a transaction is one too. */
export type Database = Pick<
  Builder,
  'select' | 'insert' | 'update' | 'delete' | 'execute' | 'transaction' | 'selectDistinct' | 'ask'
>
