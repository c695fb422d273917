import { afterAll, describe, expect, test } from '@jest/globals'
import { randomUUID } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { lessons, slotExceptions } from '../../db/tables'
import { later, makeStudent, makeTeacher, NOW, openTestDatabase } from '../../tests/studio'
import { eraseStudent } from '../people/erasing'
import { startLesson } from './lessons'
import { listStudents } from '../people/roster'
import { setException, setSlot } from './slots'
import { readStudent } from '../people/students'
import { readToday } from './today'

const { db, close } = openTestDatabase()
afterAll(close)

// NOW is a Monday, the day of the slot.
const [MONDAY, NEXT, WEDNESDAY] = ['2026-01-05', '2026-01-12', '2026-01-07']
type Body = Parameters<typeof setException>[3]

async function planned() {
  const teacher = await makeTeacher(db)
  const made = await makeStudent(db, teacher)
  const put = (more: Partial<Body>) =>
    setException(
      db,
      teacher,
      made.studentId,
      { id: randomUUID(), slotId: made.slotId, day: MONDAY, cancelled: false, to: null, why: null, ...more },
      NOW,
    )
  const on = async (day: string) => (await readToday(db, teacher, NOW, day)).lessons
  const next = async () => (await listStudents(db, teacher, NOW)).students[0]!.nextLesson
  return { teacher, ...made, put, on, next }
}
const to = (day: string, wallTime = '17:30') => ({ day, wallTime })

describe('one lesson of the weekly ones', () => {
  test('moved, it stands on the other day and time, and is begun there as the lesson it is', async () => {
    const { teacher, studentId, slotId, put, on, next } = await planned()
    await put({ to: to(WEDNESDAY), why: 'school concert' })
    expect(await on(MONDAY)).toEqual([])
    expect(await on(WEDNESDAY)).toMatchObject([{ at: '2026-01-07T17:30:00.000Z', state: 'planned', moved: true }])
    expect(await next()).toEqual({ at: '2026-01-07T17:30:00.000Z', minutes: 45, day: MONDAY, moved: true })
    const wednesday = new Date('2026-01-07T17:31:00Z')
    const { id } = await startLesson(
      db,
      teacher,
      { id: randomUUID(), studentId, slot: { id: slotId, day: MONDAY } },
      wednesday,
    )
    const [lesson] = await db.select().from(lessons).where(eq(lessons.id, id))
    expect(lesson!.plannedAt.toISOString()).toBe('2026-01-07T17:30:00.000Z')
    expect((await readToday(db, teacher, wednesday, WEDNESDAY)).lessons).toMatchObject([
      { lessonId: id, state: 'running' },
    ])
    // Begun, it stays where it was.
    await expect(put({ cancelled: true })).rejects.toMatchObject({ code: 'conflict' })
  })

  test('cancelled it is told as such and cannot be begun; made up it can; put back it is where it was', async () => {
    const { teacher, studentId, slotId, put, on, next } = await planned()
    const begin = () =>
      startLesson(db, teacher, { id: randomUUID(), studentId, slot: { id: slotId, day: MONDAY } }, later(10))
    await put({ cancelled: true, why: 'ill' })
    expect(await on(MONDAY)).toMatchObject([{ state: 'cancelled', lessonId: null }])
    expect(await next()).toMatchObject({ day: NEXT, moved: false })
    await expect(begin()).rejects.toMatchObject({ code: 'conflict' })
    expect((await readStudent(db, teacher, studentId, NOW)).exceptions).toEqual([
      { day: MONDAY, cancelled: true, to: null, why: 'ill' },
    ])
    await put({ cancelled: true, to: to(WEDNESDAY), why: 'ill' })
    expect([await on(MONDAY), (await on(WEDNESDAY)).length]).toEqual([[], 1])
    await put({})
    expect(await on(MONDAY)).toMatchObject([{ state: 'planned', moved: false }])
    expect((await readStudent(db, teacher, studentId, NOW)).exceptions).toEqual([])
    await begin()
  })

  test('moved onto the day of the next, both are held', async () => {
    const { put, on } = await planned()
    await put({ to: to(NEXT, '15:00') })
    expect((await on(NEXT)).map(({ at, moved }) => [at.slice(11, 16), moved])).toEqual([
      ['15:00', true],
      ['16:00', false],
    ])
  })

  test('a moved one that was begun early is not planned once more', async () => {
    const { teacher, studentId, slotId, put, on } = await planned()
    await put({ to: to(WEDNESDAY) })
    await startLesson(db, teacher, { id: randomUUID(), studentId, slot: { id: slotId, day: MONDAY } }, later(5))
    expect(await on(WEDNESDAY)).toEqual([])
  })

  test('only a day it falls on, a year at most, and the slot of this student', async () => {
    const { put } = await planned()
    await expect(put({ day: WEDNESDAY })).rejects.toMatchObject({ path: 'day' })
    await expect(put({ to: to('2028-01-01') })).rejects.toMatchObject({ path: 'to.day' })
    await expect(put({ slotId: randomUUID() })).rejects.toMatchObject({ code: 'not-found' })
  })

  test('when the weekly lesson goes to another day, what was said of its old days is of none', async () => {
    const { teacher, studentId, put, on } = await planned()
    await put({ to: to(WEDNESDAY) })
    await setSlot(
      db,
      teacher,
      studentId,
      { id: randomUUID(), weekday: 4, wallTime: '10:00', minutes: 30, everyWeeks: 1 },
      NOW,
    )
    expect(await on(WEDNESDAY)).toEqual([])
    expect(await on('2026-01-08')).toHaveLength(1)
  })

  test('goes with the student who is erased', async () => {
    const { teacher, studentId, slotId, put } = await planned()
    await put({ cancelled: true })
    await eraseStudent(db, teacher, studentId, { id: randomUUID(), name: 'Student' }, NOW)
    expect(await db.select().from(slotExceptions).where(eq(slotExceptions.slotId, slotId))).toEqual([])
  })
})
