import { expect, test } from '@jest/globals'
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createConnection, type RowDataPacket } from 'mysql2/promise'
import { readLesson } from '../subjects/lessons/lessons'
import { rebuildMissing } from '../subjects/lessons/rebuild'
import { readStudent } from '../subjects/people/students'
import { NOW } from '../tests/studio'
import { openDatabase } from './client'
import { migrateDatabase, NewerDatabase } from './migrate'

/** A database with nothing in it; scripts/test.sh makes one anew for every run. */
const url = process.env.EMPTY_DATABASE_URL!
const folder = join(process.cwd(), 'server/db/migrations')

async function ask(sql: string) {
  const connection = await createConnection({ uri: url })
  try {
    return (await connection.query<RowDataPacket[]>(sql))[0]
  } finally {
    await connection.end()
  }
}

test('three servers that start at once on a new database migrate it once', async () => {
  await Promise.all([1, 2, 3].map(() => migrateDatabase(url, folder)))
  const applied = await ask('SELECT created_at FROM `__drizzle_migrations`')
  expect(applied.length).toBeGreaterThan(1)
  expect(new Set(applied.map(row => row.created_at)).size).toBe(applied.length)
  expect((await ask("SHOW TABLES LIKE 'lesson_events'")).length).toBe(1)
})

test('every table is InnoDB with a primary key, as a cluster needs it', async () => {
  const tables = await ask(
    "SELECT t.table_name AS name, t.engine AS engine, SUM(c.column_key = 'PRI') AS keyed FROM information_schema.tables t JOIN information_schema.columns c USING (table_schema, table_name) WHERE t.table_schema = DATABASE() GROUP BY 1, 2",
  )
  expect(tables.length).toBeGreaterThan(10)
  for (const table of tables) expect(table).toMatchObject({ engine: 'InnoDB', keyed: expect.stringMatching(/^[1-9]/) })
})

test('no column reads the clock of the database', async () => {
  expect(
    await ask(
      "SELECT table_name, column_name FROM information_schema.columns WHERE table_schema = DATABASE() AND table_name <> '__drizzle_migrations' AND (column_default LIKE '%current_timestamp%' OR extra LIKE '%current_timestamp%')",
    ),
  ).toEqual([])
})

test('a database of a newer version is refused and left alone', async () => {
  await ask("INSERT INTO `__drizzle_migrations` (hash, created_at) VALUES ('of tomorrow', 4102444800000)")
  await expect(migrateDatabase(url, folder)).rejects.toThrow(NewerDatabase)
  await ask('DELETE FROM `__drizzle_migrations` WHERE created_at = 4102444800000')
  await migrateDatabase(url, folder)
})

/** Throws everything away that the tests above left. */
async function emptied(): Promise<void> {
  const connection = await createConnection({ uri: url })
  await connection.query('SET FOREIGN_KEY_CHECKS = 0')
  const [tables] = (await connection.query('SHOW TABLES')) as unknown as [Record<string, string>[]]
  for (const row of tables) await connection.query(`DROP TABLE \`${Object.values(row)[0]}\``)
  await connection.end()
}

const journal = JSON.parse(readFileSync(join(folder, 'meta/_journal.json'), 'utf8')) as {
  readonly entries: readonly { readonly tag: string; readonly when: number }[]
}

/** The migrations as they were at a time: the first so many. */
function firstMigrations(count: number): string {
  const copy = mkdtempSync(join(tmpdir(), 'fidactyl-migrations-'))
  cpSync(folder, copy, { recursive: true })
  writeFileSync(
    join(copy, 'meta/_journal.json'),
    JSON.stringify({ ...journal, entries: journal.entries.slice(0, count) }),
  )
  return copy
}

test('a studio of the form before, ids in upper case among it, is brought to the present form with all its history', async () => {
  await emptied()
  const before = firstMigrations(2)
  await migrateDatabase(url, before)
  const connection = await createConnection({ uri: url, timezone: 'Z' })
  const [studio, teacher, student, drill, assignment, lesson] = [
    'A0000001',
    'a0000002',
    'A0000003',
    'A0000004',
    'A0000005',
    'A0000006',
  ].map(start => `${start}-BBBB-4CCC-8DDD-EEEEEEEEEEEE`)
  const event = (n: number) => `F000000${n}-BBBB-4CCC-8DDD-EEEEEEEEEEEE`
  await connection.query('INSERT INTO studios VALUES (?, ?, ?, ?)', [studio, 'Old studio', 'Europe/London', NOW])
  await connection.query(
    'INSERT INTO users (id, studio_id, role, sign_in_name, password_hash, display_name, created_at) VALUES (?, ?, ?, ?, ?, ?, ?)',
    [teacher, studio, 'owner', 'old', 'none', 'Old', NOW],
  )
  await connection.query(
    'INSERT INTO students (id, studio_id, teacher_id, name, instrument, hand, about, created_at) VALUES (?, ?, ?, ?, ?, ?, ?, ?)',
    [student, studio, teacher, 'Wanda', '{"preset":"half"}', '{}', '', NOW],
  )
  await connection.query('INSERT INTO drills (id, studio_id, teacher_id, name, created_at) VALUES (?, ?, ?, ?, ?)', [
    drill,
    studio,
    teacher,
    'Old drill',
    NOW,
  ])
  await connection.query(
    'INSERT INTO drill_versions (id, studio_id, drill_id, number, spec, title, engine_version, score_hash, created_at) VALUES (?, ?, ?, 1, ?, ?, 3, ?, ?)',
    [drill, studio, drill, '{"version":1,"family":"order"}', 'Order', 'f'.repeat(64), NOW],
  )
  await connection.query(
    'INSERT INTO assignments (id, studio_id, student_id, drill_version_id, stage, plan, position, set_at) VALUES (?, ?, ?, ?, ?, ?, 1, ?)',
    [
      assignment,
      studio,
      student,
      drill,
      'together',
      '{"school":"clean-passes","startBpm":60,"targetBpm":90,"step":4,"need":3,"tooMany":5}',
      NOW,
    ],
  )
  await connection.query(
    'INSERT INTO lessons (id, studio_id, student_id, teacher_id, minutes, started_at, ended_at) VALUES (?, ?, ?, ?, 45, ?, ?)',
    [lesson, studio, student, teacher, NOW, NOW],
  )
  const bodies = [
    { kind: 'pass', assignmentId: assignment, bpm: 60, clean: true },
    { kind: 'pass', assignmentId: assignment, bpm: 64, clean: true },
    { kind: 'void', eventId: event(2) },
    {
      kind: 'decision',
      assignmentId: assignment,
      revision: 0,
      decision: 'raise',
      bpm: 64,
      offered: 'raise',
      offeredBpm: 64,
      offerReason: 'Three in a ROW.',
      reason: null,
      supersedes: null,
    },
    { kind: 'end' },
  ]
  for (const [i, body] of bodies.entries()) {
    const id = event(i + 1)
    await connection.query(
      'INSERT INTO lesson_events (id, studio_id, lesson_id, number, actor_id, kind, body, assignment_id, device_at, device_offset_ms, received_at) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, 0, ?)',
      [
        id,
        studio,
        lesson,
        i + 1,
        teacher,
        body.kind,
        JSON.stringify({ id, at: NOW.toISOString(), ...body }),
        'assignmentId' in body ? assignment : null,
        NOW,
        NOW,
      ],
    )
  }
  await connection.query(
    'INSERT INTO decisions (id, studio_id, assignment_id, revision, event_id, decision, bpm, overruled, at) VALUES (?, ?, ?, 0, ?, ?, 64, 0, ?)',
    [event(4), studio, assignment, event(4), 'raise', NOW],
  )
  await connection.end()

  await migrateDatabase(url, folder)
  const { db, close } = openDatabase(url)
  await rebuildMissing(db)
  const [lower, actor] = [
    (id: string | undefined) => id!.toLowerCase(),
    {
      userId: teacher!.toLowerCase(),
      studioId: studio!.toLowerCase(),
      role: 'owner' as const,
      studentId: null,
      zone: 'Europe/London',
    },
  ]
  const page = await readStudent(db, actor, lower(student), NOW)
  expect(page.student).toMatchObject({ id: lower(student), name: 'Wanda' })
  // The undone pass does not count, the decision does, and what was written stays as it was written.
  expect(page.assignments).toMatchObject([
    {
      id: lower(assignment),
      bpm: 64,
      lessons: [{ lessonId: lower(lesson), passes: 1, clean: 1, bestCleanBpm: 60 }],
      decisions: [{ id: event(4).toLowerCase(), bpm: 64, event: { offerReason: 'Three in a ROW.' } }],
    },
  ])
  expect(page.lessons.rows).toMatchObject([{ id: lower(lesson), passes: 1, clean: 1 }])
  const detail = await readLesson(db, actor, lower(lesson), NOW)
  expect(detail.events.map(each => each.id)).toEqual([1, 2, 3, 4, 5].map(n => event(n).toLowerCase()))
  expect(JSON.stringify(detail)).not.toContain('BBBB')
  // What was taught is kept as it is known: the drill as it was set, for the hand of the card.
  expect(await ask('SELECT number, name FROM stages')).toEqual([{ number: 0, name: 'together' }])
  expect(await ask('SELECT number, stage, bpm, engine_version, score_hash FROM assignment_revisions')).toEqual([
    { number: 0, stage: 0, bpm: 60, engine_version: 3, score_hash: 'f'.repeat(64) },
  ])
  expect(await ask('SELECT kind, revision, assignment_revision FROM lesson_events ORDER BY number')).toEqual([
    { kind: 'pass', revision: 0, assignment_revision: 0 },
    { kind: 'pass', revision: 0, assignment_revision: 0 },
    { kind: 'void', revision: null, assignment_revision: null },
    { kind: 'decision', revision: 0, assignment_revision: 0 },
    { kind: 'end', revision: null, assignment_revision: null },
  ])
  expect(await ask('SELECT planned_at = started_at AS same FROM lessons')).toEqual([{ same: 1 }])
  await close()
  rmSync(before, { recursive: true })
})

test('standings kept before they said what was decided last say it afterwards', async () => {
  const { when } = journal.entries.find(each => each.tag === '0016_lists')!
  await ask('ALTER TABLE standings DROP COLUMN decided')
  await ask('ALTER TABLE drill_versions DROP COLUMN family')
  await ask(`DELETE FROM \`__drizzle_migrations\` WHERE created_at >= ${when}`)
  await migrateDatabase(url, folder)
  expect(await ask('SELECT decided FROM standings')).toEqual([{ decided: 'raise' }])
  expect(await ask('SELECT family FROM drill_versions')).toEqual([{ family: 'order' }])
})
