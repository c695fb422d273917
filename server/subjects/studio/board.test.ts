import { afterAll, describe, expect, test } from '@jest/globals'
import { randomUUID } from 'node:crypto'
import { eq } from 'drizzle-orm'
import type { LessonEvent } from '#core/practice/log/events'
import type { Actor } from '../../policy/actor'
import { users } from '../../db/tables'
import { localEngine } from '../../engine/engine'
import { later, makeStudent, makeTeacher, NOW, openTestDatabase } from '../../tests/studio'
import { listAccounts, removeAccount } from '../people/accounts'
import { readBoard } from './board'
import { readDrill } from '../drills/drills'
import { handOver } from '../people/handovers'
import { appendEvent } from '../lessons/append-event'
import { readLesson, startLesson } from '../lessons/lessons'
import { setPain } from '../practice/pains'
import { logPractice } from '../practice/practice'
import { readProgress } from '../taught/progress'
import { readStudent } from '../people/students'
import { setNotice } from './studio'

const { db, close } = openTestDatabase()
afterAll(close)

const id = () => randomUUID()
const body = () => ({ id: id() })
const WEEK = 7 * 24 * 60

/** A studio of an owner and a teacher; each has a student with a drill. */
async function aStudio() {
  const owner: Actor = { ...(await makeTeacher(db)), role: 'owner' }
  await db.update(users).set({ role: 'owner' }).where(eq(users.id, owner.userId))
  const teacherId = id()
  await db
    .insert(users)
    .values({
      id: teacherId,
      studioId: owner.studioId,
      role: 'teacher',
      signInName: `t-${teacherId}`,
      displayName: 'Colleague',
      passwordHash: 'none',
      createdAt: NOW,
    })
  const teacher: Actor = { ...owner, userId: teacherId, role: 'teacher' }
  return { owner, teacher, mine: await makeStudent(db, owner), theirs: await makeStudent(db, teacher) }
}

/** A lesson of half an hour with a pass and a fault. */
async function aLesson(teacher: Actor, made: Awaited<ReturnType<typeof makeStudent>>, minute: number) {
  const { studentId, assignmentId } = made
  const { id: lessonId } = await startLesson(db, teacher, { ...body(), studentId, slot: null }, later(minute))
  const append = (after: number, event: object) =>
    appendEvent(
      db,
      localEngine,
      teacher,
      lessonId,
      { event: { id: id(), at: later(minute + after).toISOString(), ...event } as LessonEvent, deviceOffsetMs: 0 },
      later(minute + after),
    )
  await append(1, { kind: 'turn', assignmentId })
  await append(2, { kind: 'pass', assignmentId, bpm: 72, clean: true })
  const fault = id()
  await append(3, { kind: 'fault', assignmentId, fault: 'late-shift' })
  await append(4, { id: fault, kind: 'fault', assignmentId, fault: 'rushing' })
  await append(5, { kind: 'void', eventId: fault })
  await append(30, { kind: 'end' })
  return lessonId
}

describe('the board', () => {
  test('an owner sees the whole studio, a teacher their own, with what each wants and how much they work', async () => {
    const { owner, teacher, mine, theirs } = await aStudio()
    await aLesson(teacher, theirs, 0)
    await setPain(
      db,
      teacher,
      theirs.studentId,
      { ...body(), pain: { where: 'wrist', since: '2026-01-04' } as never },
      NOW,
    )
    await logPractice(
      db,
      teacher,
      theirs.studentId,
      {
        ...body(),
        entries: [
          { assignmentId: theirs.assignmentId, day: '2026-01-04', minutes: 25, bpm: 72, feel: 'easy', clean: 0 },
        ],
      },
      NOW,
    )
    const all = await readBoard(db, owner, later(60))
    expect(all.map(row => [row.id, row.mine]).sort()).toEqual(
      [
        [mine.studentId, true],
        [theirs.studentId, false],
      ].sort(),
    )
    const [own] = await readBoard(db, teacher, later(60))
    expect(own).toMatchObject({
      id: theirs.studentId,
      teacherName: 'Colleague',
      mine: true,
      drills: { all: 1, onPlan: 1, behind: 0, stalled: 0 },
      needs: ['pain'],
      lastLessonOn: '2026-01-05',
      lastPracticeOn: '2026-01-04',
      lessonMinutes: 30,
      homeMinutes: 25,
    })
    // Five weeks on the hours are past, and who was not here is missed.
    const [after] = await readBoard(db, teacher, later(5 * WEEK))
    expect(after).toMatchObject({ lessonMinutes: 0, homeMinutes: 0 })
    expect(after!.needs).toEqual(expect.arrayContaining(['pain', 'silent']))
    expect(await readBoard(db, { ...teacher, userId: id() }, NOW)).toEqual([])
  })
})

describe('progress', () => {
  test('faults by lesson without those taken back, minutes by drill, and what was changed with what it was', async () => {
    const { teacher, theirs } = await aStudio()
    await aLesson(teacher, theirs, 0)
    const progress = await readProgress(db, teacher, theirs.studentId)
    expect(progress.lessons).toMatchObject([
      { day: '2026-01-05', faults: ['late-shift'], minutes: [{ assignmentId: theirs.assignmentId, minutes: 29 }] },
    ])
    expect(progress.drills).toMatchObject([{ technique: 'Finger orders', homeMinutes: 0 }])
    expect(progress.changes).toEqual([])
  })
})

describe('a student who goes to another teacher', () => {
  test('takes all their history along: the new teacher reads it, the former one no more', async () => {
    const { owner, teacher, theirs } = await aStudio()
    const lessonId = await aLesson(teacher, theirs, 0)
    await handOver(db, owner, theirs.studentId, { ...body(), teacherId: owner.userId }, later(60))
    expect((await readStudent(db, owner, theirs.studentId, later(61))).lessons.rows.map(row => row.id)).toEqual([
      lessonId,
    ])
    expect((await readLesson(db, owner, lessonId, later(61))).agenda).toHaveLength(1)
    expect(await readDrill(db, localEngine, owner, theirs.drillId)).toMatchObject({ mine: false })
    for (const read of [
      readStudent(db, teacher, theirs.studentId, later(61)),
      readLesson(db, teacher, lessonId, later(61)),
    ])
      await expect(read).rejects.toMatchObject({ code: 'not-found' })
    // Their next lesson is the new teacher's.
    expect(await aLesson(owner, theirs, WEEK)).not.toBe(lessonId)
  })

  test('a lesson that runs is ended where it was', async () => {
    const { owner, teacher, theirs } = await aStudio()
    const { id: lessonId } = await startLesson(db, teacher, { ...body(), studentId: theirs.studentId, slot: null }, NOW)
    await handOver(db, owner, theirs.studentId, { ...body(), teacherId: owner.userId }, later(60))
    expect((await readLesson(db, owner, lessonId, later(61))).endedAt).toBe(NOW.toISOString())
  })

  test('only within the studio, to somebody who can sign in, and who does not teach them already', async () => {
    const { owner, teacher, theirs } = await aStudio()
    const stranger = await makeTeacher(db)
    const to = (teacherId: string) => handOver(db, owner, theirs.studentId, { ...body(), teacherId }, NOW)
    await expect(to(stranger.userId)).rejects.toMatchObject({ code: 'not-found' })
    await expect(to(teacher.userId)).rejects.toMatchObject({ code: 'conflict' })
    await db.update(users).set({ suspendedAt: NOW }).where(eq(users.id, owner.userId))
    await expect(to(owner.userId)).rejects.toMatchObject({
      code: 'conflict',
      message: expect.stringMatching(/suspended/),
    })
  })
})

describe('who leaves the studio', () => {
  test('hands their students over first; then signs in no more, and the name is free', async () => {
    const { owner, teacher, theirs } = await aStudio()
    await expect(removeAccount(db, owner, teacher.userId, body(), NOW)).rejects.toMatchObject({
      code: 'conflict',
      message: 'Colleague has 1 student: hand them over first',
    })
    await handOver(db, owner, theirs.studentId, { ...body(), teacherId: owner.userId }, NOW)
    await removeAccount(db, owner, teacher.userId, body(), NOW)
    expect((await listAccounts(db, owner)).map(each => each.id)).toEqual([owner.userId])
    await expect(removeAccount(db, owner, teacher.userId, body(), NOW)).rejects.toMatchObject({ code: 'not-found' })
    await expect(removeAccount(db, owner, owner.userId, body(), NOW)).rejects.toMatchObject({ code: 'conflict' })
  })
})

test('a studio writes its own notice, and goes back to the program’s', async () => {
  const { owner } = await aStudio()
  expect(await setNotice(db, owner, { ...body(), notice: 'Our rules.' }, NOW)).toEqual({ notice: 'Our rules.' })
  expect(await setNotice(db, owner, { ...body(), notice: null }, NOW)).toEqual({ notice: null })
})
