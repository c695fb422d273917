import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { randomUUID } from 'node:crypto'
import type { Page } from '#shared/contracts/common'
import { erasedIds, students } from '../../db/tables'
import { errnoOf } from '../../db/database-errors'
import { localEngine } from '../../engine/engine'
import type { Actor } from '../../policy/actor'
import { runningLesson } from '../../tests/running-lesson'
import { later, makeStudent, makeTeacher, NOW, openTestDatabase, PLAN } from '../../tests/studio'
import { endAssignment, setAssignment } from '../taught/assignments'
import { readLesson, startLesson } from './lessons'
import { listStudents } from '../people/roster'
import { setSlot } from './slots'
import { archiveStudent, listLessons, listPastDrills, readStudent } from '../people/students'
import { readToday } from './today'

const { db, close } = openTestDatabase()
afterAll(close)

let teacher: Actor
beforeAll(async () => {
  teacher = await makeTeacher(db)
})

describe('a lesson', () => {
  test('the planned lesson of a day is begun once', async () => {
    const { made, lessonId, append, stamp } = await runningLesson(db, teacher)
    const again = await startLesson(
      db,
      teacher,
      { id: randomUUID(), studentId: made.studentId, slot: { id: made.slotId, day: '2026-01-05' } },
      later(1),
    )
    expect(again.id).toBe(lessonId)
    await append({ ...stamp(), kind: 'end' })
    const afterEnd = await startLesson(
      db,
      teacher,
      { id: randomUUID(), studentId: made.studentId, slot: { id: made.slotId, day: '2026-01-05' } },
      later(2),
    )
    expect(afterEnd.id).toBe(lessonId)
  })

  test('one begun twice on a day is the same; one left open on an earlier day is ended at the last thing that happened in it', async () => {
    const { made, lessonId, pass, append, log } = await runningLesson(db, teacher)
    const forgotten = lessonId
    const last = pass()
    await append(last)
    const start = (at: Date) =>
      startLesson(db, teacher, { id: randomUUID(), studentId: made.studentId, slot: null }, at)
    expect(await start(later(30))).toEqual({ id: forgotten, closed: null })
    const nextWeek = later(7 * 24 * 60)
    const begun = await start(nextWeek)
    expect(begun).toMatchObject({ closed: NOW.toISOString() })
    expect(begun.id).not.toBe(forgotten)
    expect((await log()).map(row => [row.number, row.kind])).toEqual([
      [1, 'pass'],
      [2, 'end'],
    ])
    expect(await readLesson(db, teacher, forgotten, nextWeek)).toMatchObject({ endedAt: last.at })
    expect((await readLesson(db, teacher, begun.id, nextWeek)).lastTime!.at).toBe(NOW.toISOString())
    // What was still on its way from the device is taken all the same.
    expect((await append(pass())).number).toBe(3)
  })

  test('one that was forgotten with nothing in it ends when it began', async () => {
    const { made, lessonId } = await runningLesson(db, teacher)
    await startLesson(db, teacher, { id: randomUUID(), studentId: made.studentId, slot: null }, later(2 * 24 * 60))
    expect((await readLesson(db, teacher, lessonId, later(2 * 24 * 60))).endedAt).toBe(NOW.toISOString())
  })

  test('a day on which no lesson falls is refused', async () => {
    const made = await makeStudent(db, teacher)
    await expect(
      startLesson(
        db,
        teacher,
        { id: randomUUID(), studentId: made.studentId, slot: { id: made.slotId, day: '2026-01-06' } },
        NOW,
      ),
    ).rejects.toMatchObject({ code: 'invalid', path: 'slot.day' })
  })

  test('today shows it planned, then running, then ended', async () => {
    const made = await makeStudent(db, teacher)
    const state = async () =>
      (await readToday(db, teacher, NOW)).lessons.find(lesson => lesson.student.id === made.studentId)?.state
    expect(await state()).toBe('planned')
    const { append, stamp } = await runningLesson(db, teacher, made)
    expect(await state()).toBe('running')
    await append({ ...stamp(), kind: 'end' })
    expect(await state()).toBe('ended')
  })
})

describe('a former student', () => {
  test('is given no lesson, no drill and no weekly hour, and what was under way is still taken', async () => {
    const { made, pass, append, log } = await runningLesson(db, teacher)
    await archiveStudent(db, teacher, made.studentId, { id: randomUUID(), archived: true }, NOW)
    const told = { code: 'conflict', message: 'Student is archived: restore them first' }
    await expect(
      startLesson(db, teacher, { id: randomUUID(), studentId: made.studentId, slot: null }, NOW),
    ).rejects.toMatchObject(told)
    await expect(
      setSlot(
        db,
        teacher,
        made.studentId,
        { id: randomUUID(), weekday: 1, wallTime: '16:00', minutes: 45, everyWeeks: 1 },
        NOW,
      ),
    ).rejects.toMatchObject(told)
    await expect(
      setAssignment(
        db,
        localEngine,
        teacher,
        {
          id: randomUUID(),
          studentId: made.studentId,
          drillVersionId: made.versionId,
          stage: 'x',
          plan: PLAN,
          targetOn: null,
        },
        NOW,
      ),
    ).rejects.toMatchObject(told)
    await append(pass())
    expect(await log()).toHaveLength(1)
    expect((await listStudents(db, teacher, NOW, true)).students.map(each => each.id)).toContain(made.studentId)
  })
})

describe('a student of many years', () => {
  test('comes in pages: lessons and past drills, the newest first, nothing twice and nothing left out', async () => {
    const lone = await makeTeacher(db)
    const { studentId, versionId } = await makeStudent(db, lone)
    const given: string[] = []
    for (let week = 0; week < 30; week++)
      given.unshift(
        (await startLesson(db, lone, { id: randomUUID(), studentId, slot: null }, later(week * 7 * 24 * 60))).id,
      )
    for (let i = 0; i < 15; i++) {
      const { id } = await setAssignment(
        db,
        localEngine,
        lone,
        { id: randomUUID(), studentId, drillVersionId: versionId, stage: 'x', plan: PLAN, targetOn: null },
        NOW,
      )
      await endAssignment(db, localEngine, lone, id, { id: randomUUID(), ended: true }, later(i))
    }
    const page = await readStudent(db, lone, studentId, NOW)
    const all = async <T extends { id: string }>(first: Page<T>, next: (before: Date) => Promise<Page<T>>) => {
      const ids = first.rows.map(row => row.id)
      for (let { before } = first; before !== null;) {
        const following = await next(new Date(before))
        ids.push(...following.rows.map(row => row.id))
        before = following.before
      }
      return ids
    }
    expect(page.lessons.rows).toHaveLength(12)
    expect(await all(page.lessons, before => listLessons(db, lone, studentId, before))).toEqual(given)
    const past = await all(page.past, before => listPastDrills(db, lone, studentId, before))
    expect([past.length, new Set(past).size]).toEqual([15, 15])
  })
})

describe("other people's lessons", () => {
  test('a lesson of another teacher, in this studio or another, does not exist', async () => {
    const { made, lessonId, pass, append, log } = await runningLesson(db, teacher)
    const colleague = await makeTeacher(db, { studioId: teacher.studioId })
    const stranger = await makeTeacher(db)
    for (const other of [colleague, stranger]) {
      await expect(readLesson(db, other, lessonId, NOW)).rejects.toMatchObject({ code: 'not-found' })
      await expect(append(pass(), other)).rejects.toMatchObject({ code: 'not-found' })
      await expect(
        startLesson(db, other, { id: randomUUID(), studentId: made.studentId, slot: null }, NOW),
      ).rejects.toMatchObject({ code: 'not-found' })
      await expect(readStudent(db, other, made.studentId, NOW)).rejects.toMatchObject({ code: 'not-found' })
    }
    expect(await log()).toHaveLength(0)
  })

  test('what comes for an erased student is told that they are gone', async () => {
    const erased = randomUUID()
    await db
      .insert(erasedIds)
      .values({ id: erased, studioId: teacher.studioId, teacherId: teacher.userId, erasedAt: NOW })
    await expect(
      startLesson(db, teacher, { id: randomUUID(), studentId: erased, slot: null }, NOW),
    ).rejects.toMatchObject({ code: 'gone' })
  })

  test('a row cannot point into another studio', async () => {
    const other = await makeTeacher(db)
    const values = {
      id: randomUUID(),
      studioId: other.studioId,
      teacherId: teacher.userId,
      name: 'x',
      birthYear: null,
      instrument: { preset: 'classical' as const },
      hand: {},
      about: '',
      createdAt: NOW,
    }
    await expect(
      db
        .insert(students)
        .values(values)
        .catch((error: unknown) => errnoOf(error)),
    ).resolves.toBe(1452)
  })
})
