import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { drizzle } from 'drizzle-orm/mysql2'
import { migrate } from 'drizzle-orm/mysql2/migrator'
import { createConnection, type RowDataPacket } from 'mysql2/promise'

/** The database was written by a newer version of the program. */
export class NewerDatabase extends Error {}

/** Another server has been migrating this database all the time we waited. */
export class BusyDatabase extends Error {}

const WAIT_SECONDS = 60

/**
 * Brings a database to the present schema. A named lock makes a second server wait for the first; in a cluster such a
 * lock holds on one node only.
 * @param url mysql:// address.
 * @param folder Folder of the migrations.
 * @throws BusyDatabase when another server held the lock for a minute.
 * @throws NewerDatabase when the database knows migrations that this program does not.
 */
export async function migrateDatabase(url: string, folder: string): Promise<void> {
  const connection = await createConnection({ uri: url, timezone: 'Z', charset: 'UTF8MB4_UNICODE_CI' })
  try {
    const [[lock]] = await connection.query<RowDataPacket[]>('SELECT GET_LOCK(?, ?) AS got', [
      'fidactyl-migrate',
      WAIT_SECONDS,
    ])
    if (Number(lock?.got) !== 1)
      throw new BusyDatabase(`another server has been preparing it for ${WAIT_SECONDS} seconds`)
    const journal = JSON.parse(readFileSync(join(folder, 'meta', '_journal.json'), 'utf8')) as {
      entries: { when: number }[]
    }
    const newest = Math.max(...journal.entries.map(entry => entry.when))
    const [tables] = await connection.query<RowDataPacket[]>("SHOW TABLES LIKE '\\_\\_drizzle\\_migrations'")
    if (tables.length > 0) {
      const [[applied]] = await connection.query<RowDataPacket[]>(
        'SELECT MAX(created_at) AS newest FROM `__drizzle_migrations`',
      )
      if (Number(applied?.newest ?? 0) > newest)
        throw new NewerDatabase('the database was written by a newer version of Fidactyl')
    }
    await migrate(drizzle({ client: connection }), { migrationsFolder: folder })
  } finally {
    await connection.end()
  }
}
