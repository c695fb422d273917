import { MySqlDialect } from 'drizzle-orm/mysql-core'
import { MySql2Database } from 'drizzle-orm/mysql2'
import { createPool } from 'mysql2/promise'
import { ListSession } from './rows'
import { firstComeFirstServed } from './turns'

const CONNECTIONS = 10

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
  const dialect = new MySqlDialect()
  const session = new ListSession(firstComeFirstServed(pool, CONNECTIONS), dialect, undefined, { mode: 'default' })
  return { db: new MySql2Database(dialect, session, undefined, 'default'), close: () => pool.end(), pool }
}

/** The query builder; a transaction is one too. */
export type Database = Pick<
  ReturnType<typeof openDatabase>['db'],
  'select' | 'insert' | 'update' | 'delete' | 'execute' | 'transaction' | 'selectDistinct'
>
