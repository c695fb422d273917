import { randomUUID } from 'node:crypto'
import { expect, type Page } from '@playwright/test'
import { eq } from 'drizzle-orm'
import { PARTS } from '../server/backup/parts'
import { openDatabase } from '../server/db/client'
import { students, studios, users } from '../server/db/tables'
import { hashPassword } from '../server/subjects/people/password'
import type { RouteName } from '../shared/routes'
import { exampleOf, type Kind } from './routes'
import { comeAs } from './studio'
import { enter, OWN_PASSWORD, type Visitor } from './visitor'
import { DATABASE_URL } from './worker'

/** Rows of somebody's own, one of each kind. */
export type Own = Readonly<Record<Kind | 'versions' | 'slots', string>>

/** Adds an account without the API: of a role, in a studio of its own or in the demo's. */
export async function account(
  role: 'owner' | 'teacher' | 'student',
  elsewhere = false,
): Promise<{ readonly name: string; readonly userId: string }> {
  const { db, close } = openDatabase(DATABASE_URL)
  const [demo] = await db.select().from(studios).orderBy(studios.createdAt).limit(1)
  const studioId = elsewhere ? randomUUID() : demo!.id
  if (elsewhere)
    await db.insert(studios).values({ id: studioId, name: 'Elsewhere', zone: 'Europe/Vienna', createdAt: new Date() })
  const [userId, name] = [randomUUID(), `${role}-${randomUUID()}`]
  const [student] =
    role === 'student'
      ? await db.select({ id: students.id }).from(students).where(eq(students.studioId, studioId)).limit(1)
      : []
  await db
    .insert(users)
    .values({
      id: userId,
      studioId,
      role,
      studentId: student?.id ?? null,
      signInName: name,
      displayName: `A ${role}`,
      passwordHash: await hashPassword(OWN_PASSWORD),
      createdAt: new Date(),
    })
  await close()
  return { name, userId }
}

/** Makes one row of each kind, through the API as a teacher would. */
export async function makeOwn(teacher: Visitor, userId: string): Promise<Own> {
  const post = async (path: string, body: object) => {
    const answer = await teacher.send('POST', path, body)
    expect([path, answer.status, answer.body]).toEqual([path, 201, expect.anything()])
    return answer.body as { id: string; version?: { id: string }; ids?: readonly string[] }
  }
  const none = {} as Own
  const of = (route: RouteName, own = none) => exampleOf(route).body!(randomUUID(), own)
  const students = (await post('/api/students', of('POST /api/students'))).id
  const drill = await post('/api/drills', of('POST /api/drills'))
  const slot = await teacher.send('PUT', `/api/students/${students}/slot`, of('PUT /api/students/:id/slot'))
  const own = {
    ...none,
    students,
    drills: drill.id,
    versions: drill.version!.id,
    slots: (slot.body as { id: string }).id,
    accounts: userId,
  }
  const assignments = (await post('/api/assignments', of('POST /api/assignments', own))).id
  const instruments = (await post('/api/instruments', of('POST /api/instruments'))).id
  const chords = (await post('/api/chords', of('POST /api/chords'))).id
  const links = (await post('/api/calendar-links', of('POST /api/calendar-links'))).id
  const lessons = (await post('/api/lessons', of('POST /api/lessons', own))).id
  const programmes = (await post('/api/programmes', of('POST /api/programmes', own))).id
  const reported = await post(
    `/api/students/${students}/practice`,
    of('POST /api/students/:id/practice', { ...own, assignments }),
  )
  return {
    ...own,
    assignments,
    instruments,
    chords,
    lessons,
    programmes,
    'practice': reported.ids![0]!,
    'calendar-links': links,
  }
}

/** Takes a studio out of the database as if it had been lost. */
export async function takeStudioAway(studioId: string) {
  const { pool, close } = openDatabase(DATABASE_URL)
  const connection = await pool.getConnection()
  try {
    await connection.query('SET SESSION foreign_key_checks = 0')
    await connection.query('DELETE FROM known_devices WHERE user_id IN (SELECT id FROM users WHERE studio_id = ?)', [
      studioId,
    ])
    for (const { table, where } of PARTS.toReversed())
      await connection.query(`DELETE FROM \`${table}\` WHERE ${where}`, [studioId])
  } finally {
    connection.destroy()
    await close()
  }
}

/** A teacher of one's own with a student, a drill set at 60 and a lesson that runs, whose session the page has. */
export async function openOwn(
  page: Page,
  baseURL: string,
): Promise<{ readonly teacher: Visitor; readonly own: Own; readonly name: string }> {
  const { name, userId } = await account('teacher')
  const teacher = await enter(baseURL, name)
  const own = await makeOwn(teacher, userId)
  await comeAs(page, teacher)
  return { teacher, own, name }
}
