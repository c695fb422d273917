import { afterAll, expect, test } from '@jest/globals'
import { randomUUID } from 'node:crypto'
import { homeworkBody } from '#shared/contracts/practice/homework'
import { later, makeStudent, makeTeacher, NOW, openTestDatabase } from '../../tests/studio'
import { eraseStudent, exportStudent } from '../people/erasing'
import { giveHomework } from './homework'
import { readLesson, startLesson } from '../lessons/lessons'
import { readStudent } from '../people/students'

const { db, close } = openTestDatabase()
afterAll(close)

async function aStudent() {
  const teacher = await makeTeacher(db)
  return { teacher, ...(await makeStudent(db, teacher)) }
}
const bodyOf = (assignmentId: string, more: object = {}) => ({
  id: randomUUID(),
  lessonId: null,
  given: {
    form: 'compact' as const,
    minutesADay: 10,
    drills: [
      { assignmentId, taught: 0, drillName: 'A drill', stage: 'together', bpm: 72, targetBpm: 104, minutes: 10 },
    ],
    note: 'Slowly.',
  },
  ...more,
})

test('what was given is on record as it was given, in its lesson, on the page and in the file', async () => {
  const { teacher, studentId, assignmentId } = await aStudent()
  const { id: lessonId } = await startLesson(db, teacher, { id: randomUUID(), studentId, slot: null }, NOW)
  const body = bodyOf(assignmentId, { lessonId })
  const given = await giveHomework(db, teacher, studentId, body, later(30))
  expect(await giveHomework(db, teacher, studentId, body, later(31))).toEqual(given)
  const other = bodyOf(assignmentId)
  await giveHomework(db, teacher, studentId, other, later(40))
  expect((await readStudent(db, teacher, studentId, later(50))).homework).toMatchObject([
    { id: other.id, lessonId: null },
    { id: body.id, at: later(30).toISOString(), given: { minutesADay: 10, note: 'Slowly.' } },
  ])
  expect((await readLesson(db, teacher, lessonId, later(50))).homework).toEqual([given])
  expect((await exportStudent(db, teacher, studentId, NOW)).homework.map(row => row.id)).toEqual([body.id, other.id])
  await eraseStudent(db, teacher, studentId, { id: randomUUID(), name: 'Student' }, NOW)
})

test('only drills and lessons of this very student are given', async () => {
  const one = await aStudent()
  const other = await makeStudent(db, one.teacher)
  const { id: lessonId } = await startLesson(
    db,
    one.teacher,
    { id: randomUUID(), studentId: other.studentId, slot: null },
    NOW,
  )
  for (const body of [bodyOf(other.assignmentId), bodyOf(one.assignmentId, { lessonId })])
    await expect(giveHomework(db, one.teacher, one.studentId, body, NOW)).rejects.toMatchObject({ code: 'not-found' })
})

test('minutes that do not add up, and a day without a drill, are refused by their field', () => {
  const problem = (given: object) => {
    const body = bodyOf(randomUUID())
    const { error } = homeworkBody.safeParse({ ...body, given: { ...body.given, ...given } })
    return error?.issues.map(issue => [issue.path.join('.'), issue.message])
  }
  expect(problem({ minutesADay: 12 })).toEqual([
    ['given.minutesADay', 'the minutes of the drills must add up to those of the day'],
  ])
  expect(problem({ drills: [] })![0]).toEqual(['given.drills', 'give at least one drill'])
})
