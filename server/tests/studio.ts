import { randomUUID } from 'node:crypto'
import { openDatabase } from '../db/client'
import { studios, users } from '../db/tables'
import type { Actor } from '../policy/actor'
import { localEngine } from '../engine/engine'
import { createDrill } from '../subjects/drills/drills'
import { hashPassword } from '../subjects/people/password'
import { setAssignment } from '../subjects/taught/assignments'
import { setSlot } from '../subjects/lessons/slots'
import { createStudent } from '../subjects/people/students'

/** The database of the tests; scripts/test.sh starts MariaDB and migrates it. */
export function openTestDatabase() {
  const url = process.env.DATABASE_URL
  if (!url) throw new Error('DATABASE_URL is not set: run the tests with npm test')
  return openDatabase(url)
}

export type TestDatabase = ReturnType<typeof openTestDatabase>['db']

/** Monday 5 January 2026, 16:00 in London. */
export const NOW = new Date('2026-01-05T16:00:00Z')
export const later = (minutes: number) => new Date(NOW.getTime() + minutes * 60_000)

/** A studio of its own with a teacher in it, so that tests never see each other's rows. */
export async function makeTeacher(
  db: TestDatabase,
  more: { studioId?: string; password?: string; signInName?: string } = {},
): Promise<Actor & { signInName: string }> {
  const studioId = more.studioId ?? randomUUID()
  if (!more.studioId)
    await db.insert(studios).values({ id: studioId, name: 'Test studio', zone: 'Europe/London', createdAt: NOW })
  const userId = randomUUID()
  const signInName = more.signInName ?? `t-${userId}`
  await db
    .insert(users)
    .values({
      id: userId,
      studioId,
      role: 'teacher',
      signInName,
      displayName: 'Teacher',
      passwordHash: more.password ? await hashPassword(more.password) : 'none',
      createdAt: NOW,
    })
  return { userId, studioId, role: 'teacher', studentId: null, zone: 'Europe/London', signInName }
}

export const PLAN = { school: 'clean-passes', startBpm: 72, targetBpm: 104, step: 4, need: 3, tooMany: 5 } as const
export const SPEC = { version: 1, family: 'order', tempo: 72, order: { fingers: [1, 3, 2, 4] } }

type SetBody = Parameters<typeof setAssignment>[3]

/** A student with a Monday lesson at 16:00 and one drill set. */
export async function makeStudent(
  db: TestDatabase,
  teacher: Actor,
  stages: Pick<SetBody, 'before' | 'after' | 'change'> = {},
) {
  const studentId = randomUUID()
  await createStudent(
    db,
    teacher,
    {
      id: studentId,
      name: 'Student',
      birthYear: 2012,
      instrument: { preset: 'classical' },
      hand: { reachMm: 78 },
      about: '',
    },
    NOW,
  )
  const slotId = randomUUID()
  await setSlot(db, teacher, studentId, { id: slotId, weekday: 1, wallTime: '16:00', minutes: 45, everyWeeks: 1 }, NOW)
  const drill = await createDrill(db, localEngine, teacher, { id: randomUUID(), name: 'A drill', spec: SPEC }, NOW)
  const assignmentId = randomUUID()
  await setAssignment(
    db,
    localEngine,
    teacher,
    {
      id: assignmentId,
      studentId,
      drillVersionId: drill.version.id,
      stage: 'together',
      plan: PLAN,
      targetOn: '2026-04-01',
      ...stages,
    },
    NOW,
  )
  return { studentId, slotId, drillId: drill.id, versionId: drill.version.id, assignmentId }
}
