import { is, Param, Placeholder } from 'drizzle-orm'
import type { MySqlDialect } from 'drizzle-orm/mysql-core'
import { MySql2Session, MySql2Transaction } from 'drizzle-orm/mysql2'
import type { Connection, Pool } from 'mysql2/promise'
import { rowMaker, type AlwaysThere } from './rows'

type Empty = Record<string, never>
type Prepare = MySql2Session<Empty, Empty>['prepareQuery']
type Transact = MySql2Session<Empty, Empty>['transaction']
type Given = Readonly<Record<string, unknown>>

const MODE = { mode: 'default' } as const

/** Gives the value for one place of a question, of what is given when it is asked. */
function valueOf(param: unknown): (given: Given) => unknown {
  const encoder = is(param, Param) ? param.encoder : null
  const place = is(param, Param) ? param.value : param
  if (!is(place, Placeholder)) return () => param
  const { name } = place
  return given => {
    if (!(name in given)) throw new Error(`no value is given for ${name}`)
    const value = given[name] ?? null
    return encoder === null || value === null ? value : encoder.mapToDriverValue(value)
  }
}

/** The query builder's session on some connection: what it asks costs the server less than as the builder comes. */
class LeanSession extends MySql2Session<Empty, Empty> {
  readonly #client: Pool | Connection

  constructor(client: Pool | Connection, dialect: MySqlDialect) {
    super(client, dialect, undefined, MODE)
    this.#client = client
  }

  override prepareQuery: Prepare = (query, fields, made, ids, returning, ...rest) => {
    const prepared = super.prepareQuery(query, fields, made, ids, returning, ...rest)
    const toRows = fields && rowMaker(fields)
    if (made || returning || (fields && !toRows)) return prepared
    const values = query.params.map(valueOf)
    // Instants come as the texts that columns read; the builder has the driver ask it about each value instead.
    const options = { sql: query.sql, rowsAsArray: toRows !== undefined, dateStrings: true }
    const execute = async (given: Given = {}) => {
      const answer = await this.#client.query(
        options,
        values.map(value => value(given)),
      )
      // Which of its tables may be missing the builder says after it has had the question written.
      const { joinsNotNullableMap } = prepared as { readonly joinsNotNullableMap?: AlwaysThere }
      return toRows ? toRows(answer[0] as unknown[][], joinsNotNullableMap) : answer
    }
    return Object.assign(prepared, { execute })
  }
}

/** A session on a pool. Each of its connections keeps one transaction, and with it the questions written for it. */
export class PoolSession extends LeanSession {
  readonly #transactions = new WeakMap<object, MySql2Transaction<Empty, Empty>>()

  constructor(
    readonly pool: Pool,
    readonly poolDialect: MySqlDialect,
  ) {
    super(pool, poolDialect)
  }

  #transactionOn(connection: Connection & { readonly connection: object }): MySql2Transaction<Empty, Empty> {
    // What the pool hands out is made anew each time; what it stands for stays.
    const { connection: own } = connection
    const known = this.#transactions.get(own)
    if (known) return known
    const session = new LeanSession(connection, this.poolDialect)
    const made = new MySql2Transaction<Empty, Empty>(this.poolDialect, session, undefined, 0, MODE.mode)
    this.#transactions.set(own, made)
    return made
  }

  override transaction: Transact = async (work, config) => {
    if (config) return super.transaction(work, config)
    const connection = await this.pool.getConnection()
    try {
      await connection.query('begin')
      try {
        const result = await work(this.#transactionOn(connection))
        await connection.query('commit')
        return result
      } catch (error) {
        await connection.query('rollback')
        throw error
      }
    } finally {
      connection.release()
    }
  }
}
