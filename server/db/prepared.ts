import { and, desc, eq, getTableColumns, or, sql, type Placeholder, type SQL } from 'drizzle-orm'
import { unionAll, type MySqlColumn, type MySqlTable } from 'drizzle-orm/mysql-core'
import type { Database } from './client'
import { QUERY_BUILDER, type PreparedQuery } from './overrides'

/** A query as the builder makes it. */
interface Preparable<R> {
  readonly prepare: () => { readonly execute: (values: Record<string, unknown>) => Promise<readonly R[]> }
}
/** What queries are built with. */
export type QueryBuilder = Pick<Database, 'select'>

/** A placeholder of a prepared query. */
export const placeholder = (name: string): Placeholder => sql.placeholder(name)

/** `column in (…)` with a list of one value or more as placeholder. */
export const inPlaceholder = (column: MySqlColumn, name: string): SQL => sql`${column} in (${placeholder(name)})`

/** Prepares a query on first use and keeps it, by key. */
function preparedOnce<K>(build: (key: K) => { readonly prepare: () => unknown }): (key: K) => PreparedQuery {
  const known = new Map<K, PreparedQuery>()
  return key => {
    const prepared = known.get(key) ?? (build(key).prepare() as PreparedQuery)
    known.set(key, prepared)
    return prepared
  }
}

/**
 * A query that is prepared once for the whole process: building its text for every request took longer than its answer.
 * @returns Executes it with the values of its placeholders.
 */
export function preparedQuery<R>(
  build: (db: QueryBuilder) => Preparable<R>,
): (db: Database, values: Record<string, unknown>) => Promise<readonly R[]> {
  const prepared = preparedOnce(() => build(QUERY_BUILDER))
  return (db, values) => db.executePrepared(prepared(null), values) as Promise<readonly R[]>
}

// The builder's own type names the tables of each part; here only the rows count.
const unionOf = unionAll as unknown as <R>(...parts: readonly Preparable<R>[]) => Preparable<R>

/** Executes a query for each of some ids, with shared values and values of each; the rows come in no order. */
type QueryOfEach<R> = (
  db: Database,
  ids: readonly string[],
  values: Record<string, unknown>,
  each?: (id: string) => object,
) => Promise<readonly R[]>

/** The placeholder of a value that differs by id. */
type OwnPlaceholder = (name: string) => Placeholder

/** Builds a part for each of so many ids, with the placeholders of each. */
const partsOfEach = <T>(count: number, build: (id: Placeholder, own: OwnPlaceholder) => T): readonly T[] =>
  Array.from({ length: count }, (_, k) => build(placeholder(`id${k}`), name => placeholder(`${name}${k}`)))

/** The values of the placeholders of `partsOfEach`. */
const valuesOfEach = (ids: readonly string[], each: (id: string) => object): Record<string, unknown> =>
  Object.fromEntries(
    ids.flatMap((id, k) =>
      Object.entries({ id, ...each(id) }).map(([name, value]): [string, unknown] => [`${name}${k}`, value]),
    ),
  )

/**
 * The same query for each of some ids, as one union, so that each keeps its own order and limit.
 * @param build The query of one id.
 */
export function queryOfEach<R>(
  build: (db: QueryBuilder, id: Placeholder, own: OwnPlaceholder) => Preparable<R>,
): QueryOfEach<R> {
  const prepared = preparedOnce((count: number) => {
    const parts = partsOfEach(count, (id, own) => build(QUERY_BUILDER, id, own))
    return count === 1 ? parts[0]! : unionOf(...parts)
  })
  return async (db, ids, values, each = () => ({})) =>
    ids.length === 0
      ? []
      : (db.executePrepared(prepared(ids.length), { ...values, ...valuesOfEach(ids, each) }) as Promise<readonly R[]>)
}

/** A query without its condition, order and limit. */
interface Unbounded<R> {
  readonly where: (which: SQL | undefined) => {
    readonly orderBy: (by: SQL) => { readonly limit: (most: number) => Preparable<R> }
    readonly limit: (most: number) => Preparable<R>
  }
}

/**
 * The latest few rows of each of some ids. They are selected together and without an order, which costs the database
 * half of a union; only where so many rows come that some might be cut off is each id queried by itself.
 * @param from The query without its condition. Annotate its argument (`(db: QueryBuilder) => …`), so that the other
 *   fields know its rows.
 */
export function latestOfEach<R>(
  from: (db: QueryBuilder) => PromiseLike<readonly R[]>,
  {
    where,
    each: eachOne,
    key,
    latest,
    most,
  }: {
    /** Condition that all share. */
    readonly where?: SQL
    /** Condition of one id. */
    readonly each: (id: Placeholder, own: OwnPlaceholder) => SQL | undefined
    /** The field of a row that holds its id. */
    readonly key: keyof NoInfer<R>
    /** The field that says how late it is, and its column. */
    readonly latest: readonly [field: keyof NoInfer<R>, column: MySqlColumn]
    readonly most: number
  },
): QueryOfEach<R> {
  const unbounded = (db: QueryBuilder) => from(db) as unknown as Unbounded<R>
  const [field, column] = latest
  const together = preparedOnce((count: number) =>
    unbounded(QUERY_BUILDER)
      .where(and(where, or(...partsOfEach(count, eachOne))))
      .limit(count * most),
  )
  const apart = queryOfEach((db, id, own) =>
    unbounded(db)
      .where(and(where, eachOne(id, own)))
      .orderBy(desc(column))
      .limit(most),
  )
  const later = (a: R, b: R) => (a[field] < b[field] ? 1 : a[field] > b[field] ? -1 : 0)
  return async (db, ids, values, each = () => ({})) => {
    if (ids.length < 2) return apart(db, ids, values, each)
    const rows = (await db.executePrepared(together(ids.length), {
      ...values,
      ...valuesOfEach(ids, each),
    })) as readonly R[]
    if (rows.length >= ids.length * most) return apart(db, ids, values, each)
    if (rows.length <= most) return rows
    return ids.flatMap(id =>
      rows
        .filter(row => row[key] === id)
        .toSorted(later)
        .slice(0, most),
    )
  }
}

/** A row of a table, or what of it is written. */
type Row<T extends MySqlTable, K extends string> = Required<Pick<T['$inferInsert'], K & keyof T['$inferInsert']>>

/** The columns of a table by the names of its fields. */
const columnsOf = (table: MySqlTable) => getTableColumns(table) as Readonly<Record<string, MySqlColumn>>

/** Some fields of a row, each with an expression. */
const fieldsOf = <K extends string>(names: readonly K[], value: (name: K) => Placeholder | SQL) =>
  Object.fromEntries(names.map(name => [name, value(name)]))

/**
 * An insert that is prepared once.
 * @param fields Fields of the row.
 * @param replaced Fields that are updated when the key exists already; left out, that is an error.
 */
export function preparedInsert<T extends MySqlTable, K extends keyof T['$inferInsert'] & string>(
  table: T,
  fields: readonly K[],
  replaced?: readonly K[],
): (db: Database, row: Row<T, K>) => Promise<void> {
  const columns = columnsOf(table)
  const prepared = preparedOnce(() => {
    const insert = QUERY_BUILDER.insert(table).values(fieldsOf(fields, placeholder) as T['$inferInsert'])
    if (!replaced) return insert
    return insert.onDuplicateKeyUpdate({ set: fieldsOf(replaced, name => sql`values(${columns[name]!})`) as never })
  })
  return async (db, row) => void (await db.executePrepared(prepared(null), row))
}

/**
 * An update of one row that is prepared once.
 * @param key The field the row is found by.
 * @param fields Fields that are set.
 */
export function preparedUpdate<
  T extends MySqlTable,
  K extends keyof T['$inferInsert'] & string,
  F extends keyof T['$inferInsert'] & string,
>(table: T, key: K, fields: readonly F[]): (db: Database, row: Row<T, K | F>) => Promise<void> {
  const columns = columnsOf(table)
  const prepared = preparedOnce(() =>
    QUERY_BUILDER.update(table)
      .set(fieldsOf(fields, name => sql`${sql.param(placeholder(name), columns[name])}`) as never)
      .where(eq(columns[key]!, placeholder(key))),
  )
  return async (db, row) => void (await db.executePrepared(prepared(null), row))
}
