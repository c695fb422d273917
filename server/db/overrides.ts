import {
  Column,
  getTableName,
  is,
  Param,
  Placeholder,
  sql,
  SQL,
  Subquery,
  type DriverValueDecoder,
  type Query,
} from 'drizzle-orm'
import { MySqlDialect, type SelectedFieldsOrdered } from 'drizzle-orm/mysql-core'
import { MySql2Database, MySql2Session, MySql2Transaction } from 'drizzle-orm/mysql2'
import type { Connection, Pool } from 'mysql2/promise'

/*
 * Everything that overrides parts of the query builder outside its public API:
 * queries prepared once for all connections, rows mapped once per query, flat unions (docs/decisions/0016).
 * With a new version of the builder, overrides.test.ts and prepared.test.ts compare it with the builder as it comes.
 */

type Decoder = DriverValueDecoder<unknown, unknown>
type Field = SelectedFieldsOrdered[number]['field']
/** By table name, whether a join always finds a row of it. */
type AlwaysThere = Readonly<Record<string, boolean>>
type RowMapper = (rows: readonly (readonly unknown[])[], alwaysThere?: AlwaysThere) => Record<string, unknown>[]

/** Decodes what the driver gives for a field; undefined where that cannot be known from here. */
function decoderOf(field: Field): Decoder | undefined {
  if (is(field, Column)) return field
  if (is(field, Subquery)) return undefined
  // An expression keeps its decoder to itself; one with a name is an expression too.
  const expression = (is(field, SQL) ? field : field.sql) as unknown as { readonly decoder: Decoder }
  return expression.decoder
}

/** The groups of fields that are all of one table, each with the index of its first column. */
function groupsOf(fields: SelectedFieldsOrdered) {
  const columns = fields.flatMap(({ path, field }, at) =>
    path.length === 2 && is(field, Column) ? [{ group: path[0]!, table: getTableName(field.table), at }] : [],
  )
  return [...new Set(columns.map(each => each.group))].flatMap(name => {
    const [first, ...rest] = columns.filter(each => each.group === name)
    return rest.every(each => each.table === first!.table) ? [{ name, first: first!.at, table: first!.table }] : []
  })
}

/**
 * Maps the driver's rows. The query builder looks up the decoder for every value of every row; here it is looked up
 * once per query.
 * @returns Undefined where a field is a subquery or lies deeper than in one group: left to the query builder.
 */
function rowMapper(fields: SelectedFieldsOrdered): RowMapper | undefined {
  const places = fields.flatMap(({ path, field }) => {
    const decoder = path.length <= 2 ? decoderOf(field) : undefined
    return decoder ? [{ name: path.at(-1)!, group: path.length === 2 ? path[0]! : null, decoder }] : []
  })
  if (places.length < fields.length) return undefined
  const groups = groupsOf(fields)
  return (rows, alwaysThere) => {
    const mayMiss = alwaysThere ? groups.filter(({ table }) => !alwaysThere[table]) : []
    return rows.map(values => {
      const row: Record<string, unknown> = {}
      for (let i = 0; i < places.length; i++) {
        const { name, group, decoder } = places[i]!
        const into = group === null ? row : ((row[group] ??= {}) as Record<string, unknown>)
        const value = values[i]
        into[name] = value === null ? null : decoder.mapFromDriverValue(value)
      }
      // As the query builder has it: what is joined is missing where its first column is.
      for (const { name, first } of mayMiss) if (values[first] === null) row[name] = null
      return row
    })
  }
}

type Operators = Parameters<MySqlDialect['buildSetOperations']>[1]

const isPlainUnion = ({ type, isAll, orderBy, limit, offset }: Operators[number]) =>
  type === 'union' && isAll && !orderBy?.length && limit === undefined && !offset

/**
 * Writes unions flat. The query builder nests each pair in parentheses, and the database makes a temporary table for
 * every level.
 */
class FlatUnionDialect extends MySqlDialect {
  override buildSetOperations(first: SQL, operators: Operators): SQL {
    if (!operators.every(isPlainUnion)) return super.buildSetOperations(first, operators)
    const parts = [first, ...operators.map(each => each.rightSelect.getSQL())]
    return sql.join(
      parts.map(part => sql`(${part})`),
      sql.raw(' union all '),
    )
  }
}

type Empty = Record<string, never>
type Prepare = MySql2Session<Empty, Empty>['prepareQuery']
type Client = Pool | Connection
/** Values of a query's placeholders, by name. */
export type Values = Readonly<Record<string, unknown>>

const MODE = { mode: 'default' } as const
const DIALECT: MySqlDialect = new FlatUnionDialect()

/** How the value of one parameter is taken from the values of a query. */
function valueOf(param: unknown): (values: Values) => unknown {
  const encoder = is(param, Param) ? param.encoder : null
  const place = is(param, Param) ? param.value : param
  if (!is(place, Placeholder)) return () => param
  const { name } = place
  return values => {
    if (!(name in values)) throw new Error(`no value for placeholder ${name}`)
    const value = values[name] ?? null
    return encoder === null || value === null ? value : encoder.mapToDriverValue(value)
  }
}

/** The text of a query and how its rows are mapped, to be executed on any connection. */
export class PreparedQuery {
  /** Which of its tables may be missing in a row; the builder sets it after preparing. */
  joinsNotNullableMap?: AlwaysThere
  readonly #params: readonly ((values: Values) => unknown)[]
  readonly #options: { readonly sql: string; readonly rowsAsArray: boolean; readonly dateStrings: true }

  private constructor(
    query: Query,
    readonly toRows: ReturnType<typeof rowMapper>,
  ) {
    this.#params = query.params.map(valueOf)
    // Instants come as the texts that columns parse; the builder has the driver call back for every value instead.
    this.#options = { sql: query.sql, rowsAsArray: toRows !== undefined, dateStrings: true }
  }

  /** @returns Undefined where only the query builder can map its fields. */
  static of(query: Query, fields: SelectedFieldsOrdered | undefined): PreparedQuery | undefined {
    const toRows = fields && rowMapper(fields)
    return fields && !toRows ? undefined : new PreparedQuery(query, toRows)
  }

  async execute(client: Client, values: Values): Promise<unknown> {
    const answer = await client.query(
      this.#options,
      this.#params.map(param => param(values)),
    )
    return this.toRows ? this.toRows(answer[0] as unknown[][], this.joinsNotNullableMap) : answer
  }
}

/** A session without a connection: it only prepares queries. */
class PreparingSession extends MySql2Session<Empty, Empty> {
  constructor() {
    super(null as never, DIALECT, undefined, MODE)
  }

  override prepareQuery: Prepare = (query, fields) => {
    const prepared = PreparedQuery.of(query, fields)
    if (!prepared) throw new Error('a prepared query selects fields, or groups of fields')
    return prepared as never
  }
}
/** The query builder without a connection. */
export const QUERY_BUILDER = new MySql2Database<Empty>(DIALECT, new PreparingSession(), undefined, MODE.mode)

/** The query builder's session on a connection, with the row mapping of this file. */
class LeanSession extends MySql2Session<Empty, Empty> {
  constructor(readonly connection: Client) {
    super(connection, DIALECT, undefined, MODE)
  }

  override prepareQuery: Prepare = (query, fields, made, ids, returning, ...rest) => {
    const prepared = super.prepareQuery(query, fields, made, ids, returning, ...rest)
    const own = made || returning ? undefined : PreparedQuery.of(query, fields)
    if (!own) return prepared
    const execute = (values: Values = {}) => {
      own.joinsNotNullableMap = (prepared as Pick<PreparedQuery, 'joinsNotNullableMap'>).joinsNotNullableMap
      return own.execute(this.connection, values)
    }
    return Object.assign(prepared, { execute })
  }
}

/** The query builder in a transaction, on a connection of its own. */
class Transaction extends MySql2Transaction<Empty, Empty> {
  constructor(
    readonly connection: Connection,
    readonly depth = 0,
  ) {
    super(DIALECT, new LeanSession(connection), undefined, depth, MODE.mode)
  }

  /** Executes a prepared query. */
  executePrepared(query: PreparedQuery, values: Values): Promise<unknown> {
    return query.execute(this.connection, values)
  }

  /** A savepoint: what fails in it is rolled back by itself. */
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

  /** Executes a prepared query. */
  executePrepared(query: PreparedQuery, values: Values): Promise<unknown> {
    return query.execute(this.pool, values)
  }

  /** Runs work in a transaction, which is rolled back if it throws. */
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
