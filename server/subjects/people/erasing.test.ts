import { afterAll, describe, expect, test } from '@jest/globals'
import { randomUUID } from 'node:crypto'
import { sql } from 'drizzle-orm'
import type { LessonEvent } from '#core/practice/log/events'
import { later, makeStudent, makeTeacher, NOW, openTestDatabase } from '../../tests/studio'
import { knownDevices, users } from '../../db/tables'
import { localEngine } from '../../engine/engine'
import { eraseStudent, exportStudent } from './erasing'
import { appendEvent } from '../lessons/append-event'
import { readLesson, startLesson } from '../lessons/lessons'
import { listStudents } from './roster'
import { endAssignment } from '../taught/assignments'
import { changeStudent } from './students'

const { db, close } = openTestDatabase()
afterAll(close)

async function taught() {
  const teacher = await makeTeacher(db)
  const made = await makeStudent(db, teacher)
  const secret = `Wanda-${randomUUID()}`
  await changeStudent(
    db,
    localEngine,
    teacher,
    made.studentId,
    {
      id: randomUUID(),
      name: secret,
      birthYear: 2011,
      instrument: { preset: 'half' },
      hand: { reachMm: 61, spared: [4] },
      habits: { anchor: 'float' },
      about: `about ${secret}`,
    },
    NOW,
  )
  const { id: lessonId } = await startLesson(
    db,
    teacher,
    { id: randomUUID(), studentId: made.studentId, slot: null },
    NOW,
  )
  const append = (event: object) =>
    appendEvent(
      db,
      localEngine,
      teacher,
      lessonId,
      { event: { id: randomUUID(), at: NOW.toISOString(), ...event } as LessonEvent, deviceOffsetMs: 0 },
      later(1),
    )
  await append({ kind: 'pass', assignmentId: made.assignmentId, bpm: 72, clean: true })
  await append({ kind: 'note', assignmentId: null, text: `note on ${secret}` })
  await append({
    kind: 'decision',
    assignmentId: made.assignmentId,
    revision: 0,
    decision: 'raise',
    bpm: 76,
    offered: 'raise',
    offeredBpm: 76,
    offerReason: '',
    reason: null,
    supersedes: null,
  })
  return { teacher, made, secret, lessonId, append }
}

/** How often a text stands anywhere in the database, in whatever table and column. */
async function occurrences(text: string): Promise<number> {
  const [columns] = (await db.execute(
    sql`select table_name as t, column_name as c from information_schema.columns where table_schema = database() and data_type in ('char', 'varchar', 'text', 'longtext', 'json')`,
  )) as unknown as [{ t: string; c: string }[]]
  let found = 0
  for (const { t, c } of columns) {
    const [[row]] = (await db.execute(
      sql`select count(*) as n from ${sql.identifier(t)} where ${sql.identifier(c)} like ${`%${text}%`}`,
    )) as unknown as [[{ n: number }]]
    found += Number(row.n)
  }
  return found
}

describe('a student as one file', () => {
  test('holds the card, the weekly lesson, the drills and every lesson with its log', async () => {
    const { teacher, made, secret, lessonId } = await taught()
    const file = await exportStudent(db, teacher, made.studentId, NOW)
    expect(file).toMatchObject({
      format: 'fidactyl-student',
      version: 6,
      zone: 'Europe/London',
      student: {
        id: made.studentId,
        name: secret,
        birthYear: 2011,
        hand: { reachMm: 61, spared: [4] },
        habits: { anchor: 'float' },
      },
      weeklyLessons: [{ weekday: 1, wallTime: '16:00', minutes: 45 }],
      drills: [
        {
          id: made.assignmentId,
          name: 'A drill',
          spec: { family: 'order' },
          plan: { startBpm: 72 },
          targetOn: '2026-04-01',
          revisions: [
            { number: 0, version: 1, stage: 'together', hand: { reachMm: 78 } },
            { number: 1, hand: { reachMm: 61, spared: [4] }, scoreHash: expect.stringMatching(/^[\da-f]{64}$/) },
          ],
        },
      ],
      lessons: [{ id: lessonId, endedAt: null }],
    })
    expect(file.lessons[0]!.log.map(({ number, event }) => [number, event.kind])).toEqual([
      [1, 'pass'],
      [2, 'note'],
      [3, 'decision'],
    ])
    expect(JSON.parse(JSON.stringify(file))).toEqual(file)
  })
})

describe('erasing a student', () => {
  test('takes the name typed letter by letter, and nothing happens without', async () => {
    const { teacher, made, secret } = await taught()
    await expect(
      eraseStudent(db, teacher, made.studentId, { id: randomUUID(), name: secret.toLowerCase() }, NOW),
    ).rejects.toMatchObject({ code: 'invalid', path: 'name' })
    expect((await listStudents(db, teacher, NOW)).students).toHaveLength(1)
  })

  test('leaves not a word of them anywhere in the database, only bare ids', async () => {
    const { teacher, made, secret, lessonId, append } = await taught()
    expect(await occurrences(secret)).toBeGreaterThanOrEqual(3)
    const body = { id: randomUUID(), name: secret }
    const account = {
      id: randomUUID(),
      studioId: teacher.studioId,
      role: 'student' as const,
      studentId: made.studentId,
      signInName: secret,
      displayName: secret,
      passwordHash: 'none',
      createdAt: NOW,
    }
    await db.insert(users).values(account)
    await db.insert(knownDevices).values({ userId: account.id, deviceHash: 'f'.repeat(64), at: NOW })
    expect(await eraseStudent(db, teacher, made.studentId, body, NOW)).toEqual({ erased: true })
    expect(await occurrences(secret)).toBe(0)
    // The answer came late and the device asks again.
    expect(await eraseStudent(db, teacher, made.studentId, body, NOW)).toEqual({ erased: true })
    for (const late of [
      () => append({ kind: 'pass', assignmentId: made.assignmentId, bpm: 72, clean: true }),
      () => readLesson(db, teacher, lessonId, NOW),
      () => startLesson(db, teacher, { id: randomUUID(), studentId: made.studentId, slot: null }, NOW),
      () => endAssignment(db, localEngine, teacher, made.assignmentId, { id: randomUUID(), ended: true }, NOW),
    ])
      await expect(late()).rejects.toMatchObject({ code: 'gone' })
    expect((await listStudents(db, teacher, NOW)).students).toEqual([])
  })

  test('another teacher can neither read the file nor erase, and does not learn that somebody was erased', async () => {
    const { teacher, made, secret, lessonId } = await taught()
    const colleague = await makeTeacher(db, { studioId: teacher.studioId })
    await expect(exportStudent(db, colleague, made.studentId, NOW)).rejects.toMatchObject({ code: 'not-found' })
    await expect(
      eraseStudent(db, colleague, made.studentId, { id: randomUUID(), name: secret }, NOW),
    ).rejects.toMatchObject({ code: 'not-found' })
    await eraseStudent(db, teacher, made.studentId, { id: randomUUID(), name: secret }, NOW)
    await expect(readLesson(db, colleague, lessonId, NOW)).rejects.toMatchObject({ code: 'not-found' })
  })
})
