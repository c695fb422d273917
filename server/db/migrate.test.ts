import { expect, test } from '@jest/globals'
import { join } from 'node:path'
import { createConnection, type RowDataPacket } from 'mysql2/promise'
import { migrateDatabase, NewerDatabase } from './migrate'

/** A database with nothing in it; scripts/test.sh makes one anew for every run. */
const url = process.env.EMPTY_DATABASE_URL!
const folder = join(process.cwd(), 'server/db/migrations')

async function ask(sql: string) {
  const connection = await createConnection({ uri: url })
  try {
    return (await connection.query<RowDataPacket[]>(sql))[0]
  }
  finally {
    await connection.end()
  }
}

test('three servers that start at once on a new database migrate it once', async () => {
  await Promise.all([1, 2, 3].map(() => migrateDatabase(url, folder)))
  const applied = await ask('SELECT created_at FROM `__drizzle_migrations`')
  expect(applied.length).toBeGreaterThan(1)
  expect(new Set(applied.map(row => row.created_at)).size).toBe(applied.length)
  expect((await ask('SHOW TABLES LIKE \'lesson_events\'')).length).toBe(1)
})

test('every table is InnoDB with a primary key, as a cluster needs it', async () => {
  const tables = await ask('SELECT t.table_name AS name, t.engine AS engine, SUM(c.column_key = \'PRI\') AS keyed FROM information_schema.tables t JOIN information_schema.columns c USING (table_schema, table_name) WHERE t.table_schema = DATABASE() GROUP BY 1, 2')
  expect(tables.length).toBeGreaterThan(10)
  for (const table of tables) expect(table).toMatchObject({ engine: 'InnoDB', keyed: expect.stringMatching(/^[1-9]/) })
})

test('no column reads the clock of the database', async () => {
  expect(await ask('SELECT table_name, column_name FROM information_schema.columns WHERE table_schema = DATABASE() AND table_name <> \'__drizzle_migrations\' AND (column_default LIKE \'%current_timestamp%\' OR extra LIKE \'%current_timestamp%\')')).toEqual([])
})

test('a database of a newer version is refused and left alone', async () => {
  await ask('INSERT INTO `__drizzle_migrations` (hash, created_at) VALUES (\'of tomorrow\', 4102444800000)')
  await expect(migrateDatabase(url, folder)).rejects.toThrow(NewerDatabase)
  await ask('DELETE FROM `__drizzle_migrations` WHERE created_at = 4102444800000')
  await migrateDatabase(url, folder)
})
