import { Column, is, SQL, Subquery, type DriverValueDecoder } from 'drizzle-orm'
import type { SelectedFieldsOrdered } from 'drizzle-orm/mysql-core'
import { MySql2Session } from 'drizzle-orm/mysql2'

type Decoder = DriverValueDecoder<unknown, unknown>
type Field = SelectedFieldsOrdered[number]['field']

/** Who makes a value of what the driver gives for a field; undefined where that is not to be known from here. */
function decoderOf(field: Field): Decoder | undefined {
  if (is(field, Column)) return field
  if (is(field, Subquery)) return undefined
  // An expression keeps its decoder to itself; one with a name is an expression too.
  const expression = (is(field, SQL) ? field : field.sql) as unknown as { readonly decoder: Decoder }
  return expression.decoder
}

/**
 * Makes rows of what the driver gives. The query builder finds out anew, for every value of every row, what its field
 * is: a fifth of the server's work on lists of hundreds. Here it is found out once a question.
 * @returns Undefined where fields stand in groups or are questions themselves: that is left to the query builder.
 */
export function rowMaker(
  fields: SelectedFieldsOrdered,
): ((rows: readonly (readonly unknown[])[]) => Record<string, unknown>[]) | undefined {
  const names = fields.map(({ path }) => path[0]!)
  const decoders = fields.flatMap(({ path, field }) => (path.length === 1 ? (decoderOf(field) ?? []) : []))
  if (decoders.length < names.length) return undefined
  return rows =>
    rows.map(values => {
      const row: Record<string, unknown> = {}
      for (let i = 0; i < names.length; i++) {
        const value = values[i]
        row[names[i]!] = value === null ? null : decoders[i]!.mapFromDriverValue(value)
      }
      return row
    })
}

type Prepare = MySql2Session<Record<string, never>, Record<string, never>>['prepareQuery']

/** A session of the query builder that makes its rows so. */
export class ListSession extends MySql2Session<Record<string, never>, Record<string, never>> {
  override prepareQuery: Prepare = (query, fields, made, ...rest) =>
    super.prepareQuery(query, fields, made ?? (fields && rowMaker(fields)), ...rest)
}
