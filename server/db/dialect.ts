import { sql, type SQL } from 'drizzle-orm'
import { MySqlDialect } from 'drizzle-orm/mysql-core'

type Operators = Parameters<MySqlDialect['buildSetOperations']>[1]

const isPlainUnion = ({ type, isAll, orderBy, limit, offset }: Operators[number]) =>
  type === 'union' && isAll && !orderBy?.length && limit === undefined && !offset

/**
 * How questions are written. Several asked as one stand side by side: the query builder puts each pair in parentheses,
 * and the database makes a table of its own for every pair within another.
 */
export class SideBySideDialect extends MySqlDialect {
  override buildSetOperations(first: SQL, operators: Operators): SQL {
    if (!operators.every(isPlainUnion)) return super.buildSetOperations(first, operators)
    const parts = [first, ...operators.map(each => each.rightSelect.getSQL())]
    return sql.join(
      parts.map(part => sql`(${part})`),
      sql.raw(' union all '),
    )
  }
}
