import { afterAll, describe, expect, test } from '@jest/globals'
import { randomUUID } from 'node:crypto'
import type { LessonEvent } from '#core/practice/log/events'
import { later, makeStudent, makeTeacher, NOW, openTestDatabase } from '../../tests/studio'
import type { Actor } from '../../policy/actor'
import { localEngine } from '../../engine/engine'
import { appendEvent } from './append-event'
import { startLesson } from './lessons'
import { listStudents } from '../people/roster'
import { endAssignment } from '../taught/assignments'
import { painsOf, setPain } from '../practice/pains'
import { endSlot, setSlot } from './slots'
import { archiveStudent, changeStudent, createStudent, readStudent } from '../people/students'
import { readToday } from './today'

const { db, close } = openTestDatabase()
afterAll(close)

const week = (n: number) => new Date(NOW.getTime() + n * 7 * 86_400_000)

/** A whole lesson: one slip at the set tempo, and the end. */
async function giveLesson(teacher: Actor, made: Awaited<ReturnType<typeof makeStudent>>, at: Date) {
  const { id } = await startLesson(db, teacher, { id: randomUUID(), studentId: made.studentId, slot: null }, at)
  const events: LessonEvent[] = [
    { id: randomUUID(), at: at.toISOString(), kind: 'pass', assignmentId: made.assignmentId, bpm: 72, clean: false },
    { id: randomUUID(), at: at.toISOString(), kind: 'end' },
  ]
  for (const event of events) await appendEvent(db, localEngine, teacher, id, { event, deviceOffsetMs: 0 }, at)
  return id
}

describe('today', () => {
  test('lessons of the day stand in order of time, planned ones by local wall time', async () => {
    const teacher = await makeTeacher(db)
    const made = await makeStudent(db, teacher)
    const summer = await readToday(db, teacher, new Date('2026-06-01T08:00:00Z'))
    expect(summer.lessons).toMatchObject([
      {
        at: '2026-06-01T15:00:00.000Z',
        minutes: 45,
        state: 'planned',
        student: { id: made.studentId },
        slot: { id: made.slotId, day: '2026-06-01' },
      },
    ])
    expect((await readToday(db, teacher, NOW, '2026-01-06')).lessons).toEqual([])
  })

  test('a weekly lesson that was ended is planned no more, anywhere; planned again it is', async () => {
    const teacher = await makeTeacher(db)
    const made = await makeStudent(db, teacher)
    const { id } = await startLesson(
      db,
      teacher,
      { id: randomUUID(), studentId: made.studentId, slot: { id: made.slotId, day: '2026-01-05' } },
      NOW,
    )
    await endSlot(db, teacher, made.studentId, { id: randomUUID() }, NOW)
    expect((await readToday(db, teacher, week(1))).lessons).toEqual([])
    expect((await listStudents(db, teacher, NOW)).students[0]!.nextLesson).toBeNull()
    expect((await readStudent(db, teacher, made.studentId, NOW)).slot).toBeNull()
    // What was begun that day keeps its place.
    expect((await readToday(db, teacher, NOW)).lessons).toMatchObject([{ lessonId: id }])
    await setSlot(
      db,
      teacher,
      made.studentId,
      { id: randomUUID(), weekday: 2, wallTime: '17:00', minutes: 30, everyWeeks: 1 },
      NOW,
    )
    expect((await readStudent(db, teacher, made.studentId, NOW)).slot).toMatchObject({ weekday: 2, wallTime: '17:00' })
    expect((await readToday(db, teacher, NOW, '2026-01-06')).lessons).toMatchObject([
      { at: '2026-01-06T17:00:00.000Z', state: 'planned' },
    ])
  })

  test('who has nothing set is named', async () => {
    const teacher = await makeTeacher(db)
    const made = await makeStudent(db, teacher)
    await endAssignment(db, localEngine, teacher, made.assignmentId, { id: randomUUID(), ended: true }, NOW)
    expect((await readToday(db, teacher, NOW)).needs.map(need => need.kind)).toEqual(['nothing-set'])
  })

  test('four lessons without a rise are stalled; three weeks without a lesson are silent', async () => {
    const teacher = await makeTeacher(db)
    const made = await makeStudent(db, teacher)
    for (const n of [0, 1, 2, 3]) await giveLesson(teacher, made, week(n))
    expect((await readToday(db, teacher, week(3))).needs.map(need => need.kind)).toEqual(['stalled'])
    expect((await readToday(db, teacher, week(7))).needs.map(need => need.kind)).toEqual(['stalled', 'silent'])
  })

  test('a target wanted within the week is due, and once the day is past it was wanted', async () => {
    const teacher = await makeTeacher(db)
    await makeStudent(db, teacher)
    expect((await readToday(db, teacher, new Date('2026-03-28T10:00:00Z'))).needs).toMatchObject([
      { kind: 'due', drillName: 'A drill', on: '2026-04-01', late: false, bpm: 72, targetBpm: 104 },
    ])
    expect((await readToday(db, teacher, new Date('2026-04-05T10:00:00Z'))).needs[0]).toMatchObject({
      kind: 'due',
      late: true,
    })
  })

  test('a lesson left open on an earlier day is named, and leads back to it', async () => {
    const teacher = await makeTeacher(db)
    const made = await makeStudent(db, teacher)
    const { id } = await startLesson(db, teacher, { id: randomUUID(), studentId: made.studentId, slot: null }, NOW)
    expect((await readToday(db, teacher, week(1))).needs).toContainEqual(
      expect.objectContaining({ kind: 'unfinished', lessonId: id }),
    )
    await startLesson(db, teacher, { id: randomUUID(), studentId: made.studentId, slot: null }, week(1))
    expect((await readToday(db, teacher, week(1))).needs.filter(need => need.kind === 'unfinished')).toEqual([])
  })

  test('spared fingers whose day has come are to be looked at again', async () => {
    const teacher = await makeTeacher(db)
    const made = await makeStudent(db, teacher)
    const card = {
      name: 'Student',
      birthYear: null,
      instrument: { preset: 'classical' as const },
      hand: { spared: [4] },
      habits: { reviewOn: '2026-01-12' },
      about: '',
    }
    await changeStudent(db, localEngine, teacher, made.studentId, { ...card, id: randomUUID() }, NOW)
    const reviews = async (weeks: number) =>
      (await readToday(db, teacher, week(weeks))).needs.filter(need => need.kind === 'review')
    expect(await reviews(0)).toEqual([])
    expect(await reviews(1)).toEqual([expect.objectContaining({ kind: 'review', since: '2026-01-12' })])
  })

  test('a second pain is told beside the first: both stay in what the student had, until each is cleared', async () => {
    const teacher = await makeTeacher(db)
    const made = await makeStudent(db, teacher)
    const tell = (where: 'wrist' | 'neck', minute: number) =>
      setPain(
        db,
        teacher,
        made.studentId,
        { id: randomUUID(), pain: { where, since: '2026-01-04', reviewOn: null } },
        later(minute),
      )
    await tell('wrist', 0)
    await tell('neck', 5)
    expect((await painsOf(db, teacher, made.studentId)).map(({ pain }) => pain?.where)).toEqual(['neck', 'wrist'])
    await setPain(db, teacher, made.studentId, { id: randomUUID(), pain: null, note: 'gone' }, later(10))
    expect((await painsOf(db, teacher, made.studentId)).map(({ pain, note }) => pain?.where ?? note)).toEqual([
      'gone',
      'neck',
      'wrist',
    ])
  })

  test('pain stands on the day and in the lesson until it is gone, and the drills stay as they were set', async () => {
    const teacher = await makeTeacher(db)
    const made = await makeStudent(db, teacher)
    const pain = { where: 'wrist' as const, since: '2026-01-04', reviewOn: null }
    const write = { id: randomUUID(), pain }
    expect(await setPain(db, teacher, made.studentId, write, NOW)).toEqual({ pain })
    expect(await setPain(db, teacher, made.studentId, write, NOW)).toEqual({ pain })
    const needs = async () => (await readToday(db, teacher, NOW)).needs.filter(need => need.kind === 'pain')
    expect(await needs()).toEqual([expect.objectContaining({ kind: 'pain', pain })])
    const { student, assignments } = await readStudent(db, teacher, made.studentId, NOW)
    expect(student.pain).toEqual(pain)
    expect(assignments.map(set => set.taught)).toEqual([0])
    await setPain(db, teacher, made.studentId, { id: randomUUID(), pain: null, note: 'free for a week' }, NOW)
    expect(await needs()).toEqual([])
    const colleague = await makeTeacher(db, { studioId: teacher.studioId })
    await expect(setPain(db, colleague, made.studentId, { id: randomUUID(), pain }, NOW)).rejects.toThrow()
  })

  test("former students and other teachers' students are not there", async () => {
    const teacher = await makeTeacher(db)
    const made = await makeStudent(db, teacher)
    await archiveStudent(db, teacher, made.studentId, { id: randomUUID(), archived: true }, NOW)
    expect(await readToday(db, teacher, NOW)).toEqual({ day: '2026-01-05', lessons: [], needs: [] })
    const colleague = await makeTeacher(db, { studioId: teacher.studioId })
    await makeStudent(db, colleague)
    expect((await readToday(db, teacher, NOW)).lessons).toEqual([])
  })
})

describe('writing once', () => {
  test('a write sent again long after is answered as it was the first time', async () => {
    const teacher = await makeTeacher(db)
    const body = {
      id: randomUUID(),
      name: 'Once',
      birthYear: null,
      instrument: { preset: 'classical' as const },
      hand: {},
      about: '',
    }
    const first = await createStudent(db, teacher, body, NOW)
    expect(await createStudent(db, teacher, body, week(10))).toEqual(first)
    await expect(createStudent(db, teacher, { ...body, name: 'Twice' }, NOW)).rejects.toMatchObject({
      code: 'conflict',
    })
  })

  test('two teachers may use the same id: it belongs to the one who made it', async () => {
    const [one, other] = [await makeTeacher(db), await makeTeacher(db)]
    const made = await makeStudent(db, one)
    const id = randomUUID()
    await endAssignment(db, localEngine, one, made.assignmentId, { id, ended: true }, NOW)
    await expect(
      endAssignment(db, localEngine, other, made.assignmentId, { id, ended: true }, NOW),
    ).rejects.toMatchObject({ code: 'not-found' })
  })

  test('many writers at once neither lose nor double anything', async () => {
    const teacher = await makeTeacher(db)
    const made = await makeStudent(db, teacher)
    const toggles = Array.from({ length: 20 }, (_, i) => ({ id: randomUUID(), ended: i % 2 === 0 }))
    const answers = await Promise.all(
      toggles.map(body => endAssignment(db, localEngine, teacher, made.assignmentId, body, NOW)),
    )
    expect(answers.map(answer => answer.ended)).toEqual(toggles.map(body => body.ended))
  })
})
