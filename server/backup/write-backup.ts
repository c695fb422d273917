import { createHash } from 'node:crypto'
import { Readable } from 'node:stream'
import { strToU8, Zip, ZipDeflate } from 'fflate'
import type { Connection as StreamingConnection } from 'mysql2'
import { createConnection, type Connection, type RowDataPacket } from 'mysql2/promise'
import { fileOf, MANIFEST, PARTS, type Manifest, type Part } from './parts'

/** How far a backup is: rows of how many. */
export type Progress = (done: number, all: number) => void

/** What a backup is made for. */
export interface BackupOptions {
  readonly studioId: string
  readonly now: Date
  readonly progress?: Progress
  readonly signal?: AbortSignal
}

/** So many bytes of rows are packed at a time. */
const BLOCK = 256_000
/** A date that says nothing, so that the same rows are the same bytes (the earliest a ZIP archive knows). */
const NO_DATE = '1980-01-01T00:00:00'

/** A connection that gives instants as they are kept, to the millisecond, and JSON as what it says. */
const connect = (url: string) =>
  createConnection({
    uri: url,
    timezone: 'Z',
    charset: 'UTF8MB4_UNICODE_CI',
    dateStrings: true,
    supportBigNumbers: true,
  })

async function oneValue(connection: Connection, sql: string, given: readonly unknown[] = []): Promise<unknown> {
  const [[row]] = await connection.query<RowDataPacket[]>(sql, [...given])
  return row ? Object.values(row)[0] : undefined
}

/** Rows of a part, one after another as the database sends them. */
async function* rowsOf(connection: Connection, part: Part, studioId: string): AsyncGenerator<Record<string, unknown>> {
  const columns = part.columns.map(name => `\`${name}\``).join(', ')
  const order = part.key.map(name => `\`${name}\``).join(', ')
  // What the library promises cannot stream; what it is made of can.
  const query = (connection as unknown as { readonly connection: StreamingConnection }).connection.query(
    `SELECT ${columns} FROM \`${part.table}\` WHERE ${part.where} ORDER BY ${order}`,
    [studioId],
  )
  yield* query.stream({ highWaterMark: 200 }) as AsyncIterable<Record<string, unknown>>
}

/** A value as a line of the backup has it: JSON columns are what they say, whichever way the driver gave them. */
const valued = (part: Part, row: Record<string, unknown>): Record<string, unknown> =>
  Object.fromEntries(
    part.columns.map(name => {
      const value = row[name]
      return [name, part.json.has(name) && typeof value === 'string' ? (JSON.parse(value) as unknown) : value]
    }),
  )

/**
 * A studio as one ZIP archive, streamed: a part of lines for each table and a manifest with counts and sums. All of it
 * is of one moment, whatever is written meanwhile; memory does not grow with the studio.
 * @param url mysql:// address.
 */
export function writeBackup(url: string, options: BackupOptions): Readable {
  return Readable.from(chunksOf(url, options))
}

async function* chunksOf(
  url: string,
  { studioId, now, progress, signal }: BackupOptions,
): AsyncGenerator<Uint8Array, void> {
  const connection = await connect(url)
  try {
    await connection.query('SET SESSION TRANSACTION ISOLATION LEVEL REPEATABLE READ')
    await connection.query('START TRANSACTION WITH CONSISTENT SNAPSHOT, READ ONLY')
    const name = await oneValue(connection, 'SELECT name FROM studios WHERE id = ?', [studioId])
    if (typeof name !== 'string') throw new Error('there is no such studio')
    const schema = Number(await oneValue(connection, 'SELECT COUNT(*) FROM `__drizzle_migrations`'))
    let all = 0
    for (const part of PARTS)
      all += Number(
        await oneValue(connection, `SELECT COUNT(*) FROM \`${part.table}\` WHERE ${part.where}`, [studioId]),
      )

    let packed: Uint8Array[] = []
    const zip = new Zip((error, chunk) => {
      if (error) throw error
      packed.push(chunk)
    })
    const flush = () => {
      const ready = packed
      packed = []
      return ready
    }
    const parts: Manifest['parts'][number][] = []
    let done = 0
    for (const part of PARTS) {
      const file = new ZipDeflate(fileOf(part), { level: 6 })
      file.mtime = NO_DATE
      zip.add(file)
      const hash = createHash('sha256')
      let [rows, bytes, block] = [0, 0, '']
      const put = (last: boolean) => {
        const chunk = strToU8(block)
        hash.update(chunk)
        bytes += chunk.length
        file.push(chunk, last)
        block = ''
      }
      for await (const row of rowsOf(connection, part, studioId)) {
        signal?.throwIfAborted()
        block += `${JSON.stringify(valued(part, row))}\n`
        rows++
        done++
        if (block.length < BLOCK) continue
        put(false)
        progress?.(done, all)
        yield* flush()
      }
      put(true)
      parts.push({ name: fileOf(part), rows, bytes, sha256: hash.digest('hex') })
      yield* flush()
    }
    progress?.(done, all)
    const manifest: Manifest = {
      format: 'fidactyl-studio',
      schema,
      studio: { id: studioId, name },
      madeAt: now.toISOString(),
      parts,
    }
    const file = new ZipDeflate(MANIFEST, { level: 6 })
    file.mtime = NO_DATE
    zip.add(file)
    file.push(strToU8(`${JSON.stringify(manifest, null, 2)}\n`), true)
    zip.end()
    yield* flush()
  } finally {
    connection.destroy()
  }
}
