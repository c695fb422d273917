import { MySql2Database } from 'drizzle-orm/mysql2'
import { createPool, type Pool } from 'mysql2/promise'
import { PoolSession } from './session'
import { SideBySideDialect } from './dialect'
import { firstComeFirstServed } from './turns'

const CONNECTIONS = 10

/** The query builder on a pool of connections. */
export function builderOn(pool: Pool) {
  const dialect = new SideBySideDialect()
  return new MySql2Database(dialect, new PoolSession(pool, dialect), undefined, 'default')
}

/**
 * Opens a database: a pool of connections in UTC and the query builder on it.
 * @param url mysql:// address of MariaDB, external or started by the project.
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
  return { db: builderOn(firstComeFirstServed(pool, CONNECTIONS)), close: () => pool.end(), pool }
}

/** The query builder; a transaction is one too. */
export type Database = Pick<
  ReturnType<typeof openDatabase>['db'],
  'select' | 'insert' | 'update' | 'delete' | 'execute' | 'transaction' | 'selectDistinct'
>
