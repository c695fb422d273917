import { createConnection, type Connection, type RowDataPacket } from 'mysql2/promise'
import { fileOf, PARTS, type Manifest, type Part } from './parts'
import { BadBackup, readBackup } from './read-backup'
import type { Progress } from './write-backup'

const BY_TABLE = new Map(PARTS.map(part => [part.table, part]))
/** After so many rows it is told how far it is. */
const ROWS_TOLD = 5000
/** Rows that are written at once. */
const AT_ONCE = 200

/** A reference between two tables, as the database knows it. */
interface Reference {
  readonly table: string
  readonly columns: readonly string[]
  readonly to: string
  readonly toColumns: readonly string[]
}

async function referencesOf(connection: Connection): Promise<readonly Reference[]> {
  const [rows] = await connection.query<RowDataPacket[]>(
    `SELECT CONSTRAINT_NAME AS name, TABLE_NAME AS own, COLUMN_NAME AS col, REFERENCED_TABLE_NAME AS other,
       REFERENCED_COLUMN_NAME AS othercol
     FROM information_schema.KEY_COLUMN_USAGE
     WHERE TABLE_SCHEMA = DATABASE() AND REFERENCED_TABLE_NAME IS NOT NULL
     ORDER BY TABLE_NAME, CONSTRAINT_NAME, ORDINAL_POSITION`,
  )
  const found = new Map<string, { table: string; columns: string[]; to: string; toColumns: string[] }>()
  for (const { name, own, col, other, othercol } of rows as Record<string, string>[]) {
    const key = `${own} ${name}`
    const reference = found.get(key) ?? { table: own!, columns: [], to: other!, toColumns: [] }
    reference.columns.push(col!)
    reference.toColumns.push(othercol!)
    found.set(key, reference)
  }
  return [...found.values()].filter(({ table, to }) => BY_TABLE.has(table) && BY_TABLE.has(to))
}

/** Looks for rows that refer to none: checks were off while the rows came. */
async function checkReferences(connection: Connection, studioId: string, told: () => void): Promise<void> {
  for (const { table, columns, to, toColumns } of await referencesOf(connection)) {
    told()
    const joined = columns.map((column, i) => `own.\`${column}\` = other.\`${toColumns[i]}\``).join(' AND ')
    const set = columns.map(column => `\`${column}\` IS NOT NULL`).join(' AND ')
    const named = columns.map(column => `\`${column}\``).join(', ')
    // Each thing that is referred to is looked for once, and not once for each of a million rows.
    const [[lost]] = await connection.query<RowDataPacket[]>(
      `SELECT 1 FROM (SELECT DISTINCT ${named} FROM \`${table}\` WHERE ${BY_TABLE.get(table)!.where} AND ${set}) own
       LEFT JOIN \`${to}\` other ON ${joined} WHERE other.\`${toColumns[0]}\` IS NULL LIMIT 1`,
      [studioId],
    )
    if (lost) throw new BadBackup(`The backup is damaged: a row of ${table} refers to one of ${to} that is not there.`)
  }
}

/** Holds what now is the studio's against what came: rows that belong to somebody else are not among them. */
async function checkRows(connection: Connection, { studio, parts }: Manifest): Promise<void> {
  for (const part of PARTS) {
    const [[here]] = await connection.query<RowDataPacket[]>(
      `SELECT COUNT(*) AS count FROM \`${part.table}\` WHERE ${part.where}`,
      [studio.id],
    )
    const came = parts.find(({ name }) => name === fileOf(part))?.rows ?? 0
    if (Number(here!.count) !== came)
      throw new BadBackup(`The backup is damaged: ${part.table} has rows of another studio.`)
  }
}

/** Writes rows of one table, as many at once as have come. */
async function insert(connection: Connection, part: Part, rows: readonly Record<string, unknown>[]): Promise<void> {
  const names = Object.keys(rows[0]!)
  const unknown = names.find(name => !part.columns.includes(name))
  if (unknown)
    throw new BadBackup(`The backup has a column this version does not know: ${part.table}.${unknown.slice(0, 60)}.`)
  const columns = names.map(name => `\`${name}\``).join(', ')
  const values = rows.map(row =>
    names.map(name => {
      const value = row[name]
      return part.json.has(name) && value !== null && value !== undefined ? JSON.stringify(value) : (value ?? null)
    }),
  )
  await connection.query(`INSERT INTO \`${part.table}\` (${columns}) VALUES ?`, [values])
}

/** Rows on their way into their tables, a table at a time. */
class Rows {
  private table: string | null = null
  private waiting: Record<string, unknown>[] = []
  private shape = ''
  constructor(
    private readonly connection: Connection,
    private readonly studioId: string,
  ) {}

  async put(table: string, row: Record<string, unknown>): Promise<void> {
    const own = table === 'studios' ? row.id : table === 'writes' ? this.studioId : row.studio_id
    if (own !== this.studioId) throw new BadBackup(`The backup is damaged: ${table} has rows of another studio.`)
    const shape = Object.keys(row).join()
    if (this.table !== table || this.shape !== shape || this.waiting.length === AT_ONCE) await this.flush()
    this.table = table
    this.shape = shape
    this.waiting.push(row)
  }

  async flush(): Promise<void> {
    if (this.waiting.length === 0) return
    await insert(this.connection, BY_TABLE.get(this.table!)!, this.waiting)
    this.waiting = []
  }
}

/** Parts that a studio has as soon as it is opened: its own row, who signs in, and what they wrote. */
const FROM_THE_START: readonly string[] = ['studios', 'users', 'writes', 'calendar_links']

/** Whether nothing was entered yet in a studio: nobody is taught there, nothing was built. */
export async function isEmpty(connection: Pick<Connection, 'query'>, studioId: string): Promise<boolean> {
  for (const { table, where } of PARTS.filter(part => !FROM_THE_START.includes(part.table))) {
    const [[entered]] = await connection.query<RowDataPacket[]>(`SELECT 1 FROM \`${table}\` WHERE ${where} LIMIT 1`, [
      studioId,
    ])
    if (entered) return false
  }
  return true
}

/**
 * Takes an empty studio away, so that a backup comes in its place.
 * @throws BadBackup where anything was entered in it.
 */
async function takeAway(connection: Connection, studioId: string): Promise<void> {
  // Whoever is entering something holds on to these rows: it is done before it is looked for, or comes too late.
  await connection.query('SELECT id FROM studios WHERE id = ? FOR UPDATE', [studioId])
  await connection.query('SELECT id FROM users WHERE studio_id = ? FOR UPDATE', [studioId])
  if (!(await isEmpty(connection, studioId)))
    throw new BadBackup('A backup comes in the place of an empty studio only: this one has students or drills.')
  await connection.query('DELETE FROM known_devices WHERE user_id IN (SELECT id FROM users WHERE studio_id = ?)', [
    studioId,
  ])
  for (const { table, where } of PARTS.filter(part => FROM_THE_START.includes(part.table)).toReversed())
    await connection.query(`DELETE FROM \`${table}\` WHERE ${where}`, [studioId])
}

/** What stands in the way of a studio's coming here. */
async function problemHere(
  connection: Connection,
  { schema, studio }: Manifest,
  instead: string | undefined,
): Promise<string | null> {
  const [[here]] = await connection.query<RowDataPacket[]>('SELECT COUNT(*) AS migrations FROM `__drizzle_migrations`')
  if (schema > Number(here!.migrations))
    return `The backup was made by a newer version of the program (${schema} against ${Number(here!.migrations)}): update the program, then restore.`
  const [[same]] = await connection.query<RowDataPacket[]>('SELECT name FROM studios WHERE id = ?', [studio.id])
  return same && studio.id !== instead
    ? `“${studio.name}” is here already: a backup is restored into a database without it.`
    : null
}

/** Writes beside the log what an older backup does not say there: what was taken back, and what was decided last. */
async function writeBeside(connection: Connection, studioId: string): Promise<void> {
  await connection.query(
    `UPDATE lesson_events own JOIN lesson_events other ON other.id = own.voids SET other.voided = TRUE
     WHERE own.studio_id = ? AND own.voids IS NOT NULL`,
    [studioId],
  )
  await connection.query(
    `UPDATE standings JOIN decisions ON decisions.assignment_id = standings.assignment_id
       AND decisions.revision = standings.revision - 1 SET standings.decided = decisions.decision
     WHERE standings.studio_id = ?`,
    [studioId],
  )
}

/** What a restore is told, and how it is given up. */
export interface RestoreOptions {
  readonly progress?: Progress
  readonly signal?: AbortSignal
  /** A studio in which nothing was entered yet, in whose place the backup comes. */
  readonly instead?: string
}

/**
 * Restores a studio from its backup: verifies all sums, writes every row in one transaction, verifies every reference,
 * and only then keeps it. Whatever goes wrong, the database is as it was.
 * @param url mysql:// address of a database brought to the present form.
 * @throws BadBackup with one sentence for what is wrong with the file or stands in its way.
 */
export async function restoreBackup(
  url: string,
  path: string,
  { progress, signal, instead }: RestoreOptions = {},
): Promise<Manifest> {
  let read = 0
  const manifest = await readBackup(
    path,
    () => {
      // Whoever is told nothing for a minute takes the line for dead.
      if (++read % ROWS_TOLD === 0) progress?.(0, 0)
    },
    signal,
  )
  const all = manifest.parts.reduce((sum, { rows }) => sum + rows, 0)
  const connection = await createConnection({
    uri: url,
    timezone: 'Z',
    charset: 'UTF8MB4_UNICODE_CI',
    dateStrings: true,
  })
  try {
    const problem = await problemHere(connection, manifest, instead)
    if (problem) throw new BadBackup(problem)
    await connection.query('SET SESSION foreign_key_checks = 0')
    await connection.query('START TRANSACTION')
    if (instead !== undefined) await takeAway(connection, instead)
    const rows = new Rows(connection, manifest.studio.id)
    let done = 0
    await readBackup(
      path,
      async (table, row) => {
        await rows.put(table, row)
        if (++done % ROWS_TOLD === 0) progress?.(done, all)
      },
      signal,
    )
    await rows.flush()
    await writeBeside(connection, manifest.studio.id)
    await checkReferences(connection, manifest.studio.id, () => progress?.(done, all))
    await checkRows(connection, manifest)
    signal?.throwIfAborted()
    await connection.query('COMMIT')
    progress?.(done, all)
    return manifest
  } catch (error) {
    const code = (error as { errno?: number }).errno
    // A name somebody here signs in with, an id that is another's.
    if (code === 1062)
      throw new BadBackup(`The backup clashes with what is here: ${(error as Error).message.slice(0, 160)}.`)
    if (code !== undefined)
      throw new BadBackup(`The database refused a row of the backup: ${(error as Error).message.slice(0, 160)}.`, {
        cause: error,
      })
    throw error
  } finally {
    // An unfinished transaction ends with its connection, and leaves nothing.
    connection.destroy()
  }
}
