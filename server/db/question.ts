import { and, desc, eq, getTableColumns, or, sql, type Placeholder, type SQL } from 'drizzle-orm'
import { unionAll, type MySqlColumn, type MySqlTable } from 'drizzle-orm/mysql-core'
import type { Database } from './client'
import { WRITER, type Written } from './session'

/** What the query builder makes of a question, before it is asked. */
interface Draft<R> {
  readonly prepare: () => { readonly execute: (given: Record<string, unknown>) => Promise<readonly R[]> }
}
/** What questions are drafted with. */
export type Writer = Pick<Database, 'select'>

/** A value of a question that is given when it is asked. */
export const given = (name: string): Placeholder => sql.placeholder(name)

/** That a column is one of a list that is given when it is asked: at least one. */
export const amongGiven = (column: MySqlColumn, name: string): SQL => sql`${column} in (${given(name)})`

/** Has a draft written when it is asked for first, once and for all. */
function once<K>(draft: (key: K) => { readonly prepare: () => unknown }): (key: K) => Written {
  const known = new Map<K, Written>()
  return key => {
    const written = known.get(key) ?? (draft(key).prepare() as Written)
    known.set(key, written)
    return written
  }
}

/**
 * A question that pages ask again and again: the query builder writes it once and not anew each time, which took longer
 * than the answer. Its values are `given`.
 * @returns Asks it.
 */
export function question<R>(
  draft: (db: Writer) => Draft<R>,
): (db: Database, values: Record<string, unknown>) => Promise<readonly R[]> {
  const written = once(() => draft(WRITER))
  return (db, values) => db.ask(written(null), values) as Promise<readonly R[]>
}

// The builder's own type says of which tables each part is; here only their rows count.
const inOne = unionAll as unknown as <R>(...parts: readonly Draft<R>[]) => Draft<R>

/** Asks a question of each of some rows, with the values they share and those of each; the answers lie in no order. */
type AskOfEach<R> = (
  db: Database,
  ids: readonly string[],
  values: Record<string, unknown>,
  each?: (id: string) => object,
) => Promise<readonly R[]>

/** What stands for a value of one row's own, by its name. */
type Own = (name: string) => Placeholder

/** Something for each of so many rows, given what stands for a row's id and for values of its own. */
const placesOfEach = <T>(count: number, make: (id: Placeholder, own: Own) => T): readonly T[] =>
  Array.from({ length: count }, (_, k) => make(given(`id${k}`), name => given(`${name}${k}`)))

/** The values that `placesOfEach` left places for. */
const valuesOfEach = (ids: readonly string[], each: (id: string) => object): Record<string, unknown> =>
  Object.fromEntries(
    ids.flatMap((id, k) =>
      Object.entries({ id, ...each(id) }).map(([name, value]): [string, unknown] => [`${name}${k}`, value]),
    ),
  )

/**
 * The same question of each of some rows, asked as one, so that each keeps its own order and bound.
 * @param draft The question of one; `id` stands for the row's, `own` for a value of its own.
 */
export function questionOfEach<R>(draft: (db: Writer, id: Placeholder, own: Own) => Draft<R>): AskOfEach<R> {
  const written = once((count: number) => {
    const parts = placesOfEach(count, (id, own) => draft(WRITER, id, own))
    return count === 1 ? parts[0]! : inOne(...parts)
  })
  return async (db, ids, values, each = () => ({})) =>
    ids.length === 0
      ? []
      : (db.ask(written(ids.length), { ...values, ...valuesOfEach(ids, each) }) as Promise<readonly R[]>)
}

/** A draft that has its condition, its order and its bound still to come. */
interface Unbounded<R> {
  readonly where: (which: SQL | undefined) => {
    readonly orderBy: (by: SQL) => { readonly limit: (most: number) => Draft<R> }
    readonly limit: (most: number) => Draft<R>
  }
}

/**
 * The latest few of each of some rows. They are asked for all together and without an order, which takes the database
 * half of what a part for each does; only where that many lie there that some might be left out is each row asked for
 * by itself.
 * @param from The question without its condition; to be written with the type of its argument (`(db: Writer) => …`),
 *   for only then do the other fields know what its rows are.
 */
export function latestOfEach<R>(
  from: (db: Writer) => PromiseLike<readonly R[]>,
  {
    where,
    each: eachOne,
    key,
    latest,
    most,
  }: {
    /** What all have in common. */
    readonly where?: SQL
    /** What makes a row of the answer one of this row's. */
    readonly each: (id: Placeholder, own: Own) => SQL | undefined
    /** The field that says whose a row of the answer is. */
    readonly key: keyof NoInfer<R>
    /** The field that says how late it is, and its column. */
    readonly latest: readonly [field: keyof NoInfer<R>, column: MySqlColumn]
    readonly most: number
  },
): AskOfEach<R> {
  const unbounded = (db: Writer) => from(db) as unknown as Unbounded<R>
  const [field, column] = latest
  const together = once((count: number) =>
    unbounded(WRITER)
      .where(and(where, or(...placesOfEach(count, eachOne))))
      .limit(count * most),
  )
  const apart = questionOfEach((db, id, own) =>
    unbounded(db)
      .where(and(where, eachOne(id, own)))
      .orderBy(desc(column))
      .limit(most),
  )
  const later = (a: R, b: R) => (a[field] < b[field] ? 1 : a[field] > b[field] ? -1 : 0)
  return async (db, ids, values, each = () => ({})) => {
    if (ids.length < 2) return apart(db, ids, values, each)
    const rows = (await db.ask(together(ids.length), { ...values, ...valuesOfEach(ids, each) })) as readonly R[]
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

/** Some fields of a row, each with what stands for its value. */
const fieldsOf = <K extends string>(names: readonly K[], value: (name: K) => Placeholder | SQL) =>
  Object.fromEntries(names.map(name => [name, value(name)]))

/**
 * Adds a row to a table, written once as a question is.
 * @param fields What is given of it.
 * @param replaced Where a row with its key is there already: what of that becomes as given; left out, it is an error.
 */
export function addition<T extends MySqlTable, K extends keyof T['$inferInsert'] & string>(
  table: T,
  fields: readonly K[],
  replaced?: readonly K[],
): (db: Database, row: Row<T, K>) => Promise<void> {
  const columns = columnsOf(table)
  const written = once(() => {
    const added = WRITER.insert(table).values(fieldsOf(fields, given) as T['$inferInsert'])
    if (!replaced) return added
    return added.onDuplicateKeyUpdate({ set: fieldsOf(replaced, name => sql`values(${columns[name]!})`) as never })
  })
  return async (db, row) => void (await db.ask(written(null), row))
}

/**
 * Changes the row of a table that has a key, written once as a question is.
 * @param key The field it is found by.
 * @param fields What of it is changed.
 */
export function change<
  T extends MySqlTable,
  K extends keyof T['$inferInsert'] & string,
  F extends keyof T['$inferInsert'] & string,
>(table: T, key: K, fields: readonly F[]): (db: Database, row: Row<T, K | F>) => Promise<void> {
  const columns = columnsOf(table)
  const written = once(() =>
    WRITER.update(table)
      .set(fieldsOf(fields, name => sql`${sql.param(given(name), columns[name])}`) as never)
      .where(eq(columns[key]!, given(key))),
  )
  return async (db, row) => void (await db.ask(written(null), row))
}
