import { Column, getTableName, is, SQL, Subquery, type DriverValueDecoder } from 'drizzle-orm'
import type { SelectedFieldsOrdered } from 'drizzle-orm/mysql-core'

type Decoder = DriverValueDecoder<unknown, unknown>
type Field = SelectedFieldsOrdered[number]['field']
/** By the name of a table, whether each row of the answer has a row of it: not where it may be missing in a join. */
export type AlwaysThere = Readonly<Record<string, boolean>>
type RowMaker = (rows: readonly (readonly unknown[])[], alwaysThere?: AlwaysThere) => Record<string, unknown>[]

/** Who makes a value of what the driver gives for a field; undefined where that is not to be known from here. */
function decoderOf(field: Field): Decoder | undefined {
  if (is(field, Column)) return field
  if (is(field, Subquery)) return undefined
  // An expression keeps its decoder to itself; one with a name is an expression too.
  const expression = (is(field, SQL) ? field : field.sql) as unknown as { readonly decoder: Decoder }
  return expression.decoder
}

/** The groups that fields stand in, each with the place of its first column and its table where all are of one. */
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
 * Makes rows of what the driver gives. The query builder finds out anew, for every value of every row, what its field
 * is: a fifth of the server's work on lists of hundreds. Here it is found out once a question.
 * @returns Undefined where fields are questions themselves or lie deeper than in one group: left to the query builder.
 */
export function rowMaker(fields: SelectedFieldsOrdered): RowMaker | undefined {
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
