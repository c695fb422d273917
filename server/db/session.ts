import { is, Param, Placeholder, type Query } from 'drizzle-orm'
import type { MySqlDialect, SelectedFieldsOrdered } from 'drizzle-orm/mysql-core'
import { MySql2Database, MySql2Session, MySql2Transaction } from 'drizzle-orm/mysql2'
import type { Connection, Pool } from 'mysql2/promise'
import { SideBySideDialect } from './dialect'
import { rowMaker, type AlwaysThere } from './rows'

type Empty = Record<string, never>
type Prepare = MySql2Session<Empty, Empty>['prepareQuery']
type Client = Pool | Connection
/** What a question is asked with, by name. */
export type Given = Readonly<Record<string, unknown>>

const MODE = { mode: 'default' } as const
const DIALECT: MySqlDialect = new SideBySideDialect()

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

/** A question as the query builder wrote it, to be asked of any connection. */
export class Written {
  /** Which of its tables may be missing in a row: the builder says so after it has had the question written. */
  joinsNotNullableMap?: AlwaysThere
  readonly #values: readonly ((given: Given) => unknown)[]
  readonly #options: { readonly sql: string; readonly rowsAsArray: boolean; readonly dateStrings: true }

  private constructor(
    query: Query,
    readonly toRows: ReturnType<typeof rowMaker>,
  ) {
    this.#values = query.params.map(valueOf)
    // Instants come as the texts that columns read; the builder has the driver ask it about each value instead.
    this.#options = { sql: query.sql, rowsAsArray: toRows !== undefined, dateStrings: true }
  }

  /** @returns Undefined where its fields are such as only the query builder can make rows of. */
  static of(query: Query, fields: SelectedFieldsOrdered | undefined): Written | undefined {
    const toRows = fields && rowMaker(fields)
    return fields && !toRows ? undefined : new Written(query, toRows)
  }

  async ask(client: Client, given: Given): Promise<unknown> {
    const answer = await client.query(
      this.#options,
      this.#values.map(value => value(given)),
    )
    return this.toRows ? this.toRows(answer[0] as unknown[][], this.joinsNotNullableMap) : answer
  }
}

/** A session that only writes questions: preparing one gives what was written. */
class WritingSession extends MySql2Session<Empty, Empty> {
  constructor() {
    super(null as never, DIALECT, undefined, MODE)
  }

  override prepareQuery: Prepare = (query, fields) => {
    const written = Written.of(query, fields)
    if (!written) throw new Error('a question that is written once has fields, or groups of fields')
    return written as never
  }
}
/** Writes questions and asks none. */
export const WRITER = new MySql2Database<Empty>(DIALECT, new WritingSession(), undefined, MODE.mode)

/** The query builder's session on a connection: what it asks costs the server less than as the builder comes. */
class LeanSession extends MySql2Session<Empty, Empty> {
  constructor(readonly connection: Client) {
    super(connection, DIALECT, undefined, MODE)
  }

  override prepareQuery: Prepare = (query, fields, made, ids, returning, ...rest) => {
    const prepared = super.prepareQuery(query, fields, made, ids, returning, ...rest)
    const written = made || returning ? undefined : Written.of(query, fields)
    if (!written) return prepared
    const execute = (given: Given = {}) => {
      written.joinsNotNullableMap = (prepared as Pick<Written, 'joinsNotNullableMap'>).joinsNotNullableMap
      return written.ask(this.connection, given)
    }
    return Object.assign(prepared, { execute })
  }
}

/** The query builder in a transaction, which has a connection to itself. */
class Transaction extends MySql2Transaction<Empty, Empty> {
  constructor(
    readonly connection: Connection,
    readonly depth = 0,
  ) {
    super(DIALECT, new LeanSession(connection), undefined, depth, MODE.mode)
  }

  /** Asks a question that is written already. */
  ask(written: Written, given: Given): Promise<unknown> {
    return written.ask(this.connection, given)
  }

  /** Does a part of the work that can be undone by itself. */
  override async transaction<T>(work: (tx: Transaction) => Promise<T>): Promise<T> {
    const point = `within_${this.depth}`
    await this.connection.query(`savepoint ${point}`)
    try {
      const result = await work(new Transaction(this.connection, this.depth + 1))
      await this.connection.query(`release savepoint ${point}`)
      return result
    } catch (error) {
      await this.connection.query(`rollback to savepoint ${point}`)
      throw error
    }
  }
}

/** The query builder on a pool of connections. */
export class Builder extends MySql2Database<Empty> {
  constructor(readonly pool: Pool) {
    super(DIALECT, new LeanSession(pool), undefined, MODE.mode)
  }

  /** Asks a question that is written already. */
  ask(written: Written, given: Given): Promise<unknown> {
    return written.ask(this.pool, given)
  }

  /** Does some work in a transaction; what it throws undoes all of it. */
  override async transaction<T>(work: (tx: Transaction) => Promise<T>): Promise<T> {
    const connection = await this.pool.getConnection()
    try {
      await connection.query('begin')
      try {
        const result = await work(new Transaction(connection))
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
