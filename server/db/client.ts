import { createPool } from 'mysql2/promise'
import { Builder } from './overrides'
import { poolByArrival } from './queue'

const CONNECTIONS = 10

/**
 * Opens a database: a pool of connections in UTC and the query builder on it.
 * @param url mysql:// address of MariaDB, external or started by the project.
 * @returns Among others `since`: the builder for a request, which came at an instant, ms of `performance.now`.
 */
export function openDatabase(url: string) {
  // `trace` would record the stack of every query, in case it fails.
  const pool = createPool({
    uri: url,
    timezone: 'Z',
    supportBigNumbers: true,
    connectionLimit: CONNECTIONS,
    charset: 'UTF8MB4_UNICODE_CI',
    trace: false,
  })
  const byArrival = poolByArrival(pool, CONNECTIONS)
  const since = (cameAt: number): Database => new Builder(byArrival(() => cameAt))
  return { db: new Builder(byArrival(() => performance.now())), since, close: () => pool.end(), pool }
}

/** The query builder; a transaction is one too. */
export type Database = Pick<
  Builder,
  'select' | 'insert' | 'update' | 'delete' | 'execute' | 'transaction' | 'selectDistinct' | 'executePrepared'
>
