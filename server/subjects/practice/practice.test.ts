import { afterAll, describe, expect, test } from '@jest/globals'
import { randomUUID } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { practice, students } from '../../db/tables'
import { later, NOW, openTestDatabase, PLAN } from '../../tests/studio'
import { weeksOfLessons } from '../../tests/weeks-of-lessons'
import { setPlan } from '../taught/assignments'
import { eraseStudent, exportStudent } from '../people/erasing'
import { readLesson } from '../lessons/lessons'
import { painClearedAt, setPain } from './pains'
import { logPractice, takeBackPractice } from './practice'
import { readStudent, setSchool } from '../people/students'

const { db, close } = openTestDatabase()
afterAll(close)

const { aStudent, aLesson, offered } = weeksOfLessons(db)
const body = () => ({ id: randomUUID() })
type Made = Awaited<ReturnType<typeof aStudent>>
type Entry = Parameters<typeof logPractice>[3]['entries'][number]

const log = ({ teacher, studentId, assignmentId }: Made, ...entries: readonly Partial<Entry>[]) =>
  logPractice(
    db,
    teacher,
    studentId,
    {
      ...body(),
      entries: entries.map(entry => ({
        assignmentId,
        day: '2026-01-04',
        minutes: 10,
        bpm: 72,
        feel: 'easy',
        clean: 0,
        ...entry,
      })),
    },
    NOW,
  )

describe('practice at home', () => {
  test('is on the student’s page, the latest day first, and counts no more once it is taken back', async () => {
    const made = await aStudent()
    const { ids } = await log(made, { day: '2026-01-03', note: 'slept badly' }, { day: '2026-01-04', clean: 2 })
    const page = await readStudent(db, made.teacher, made.studentId, NOW)
    expect(page.practice).toMatchObject([
      { day: '2026-01-04', minutes: 10, bpm: 72, feel: 'easy', clean: 2, note: null, drillName: 'A drill' },
      { day: '2026-01-03', note: 'slept badly' },
    ])
    await takeBackPractice(db, made.teacher, made.studentId, { ...body(), entryIds: [ids[0]!] }, NOW)
    const left = (await readStudent(db, made.teacher, made.studentId, NOW)).practice
    expect(left.map(row => row.day)).toEqual(['2026-01-04'])
    // Nothing is deleted: the row says when it was taken back.
    expect(await db.select().from(practice).where(eq(practice.studentId, made.studentId))).toHaveLength(2)
  })

  test('the same report twice is one report', async () => {
    const made = await aStudent()
    const report = {
      ...body(),
      entries: [
        { assignmentId: made.assignmentId, day: '2026-01-04', minutes: 5, bpm: 72, feel: 'easy' as const, clean: 0 },
      ],
    }
    const both = await Promise.all([1, 2].map(() => logPractice(db, made.teacher, made.studentId, report, NOW)))
    expect(both[0]).toEqual(both[1])
    expect((await readStudent(db, made.teacher, made.studentId, NOW)).practice).toHaveLength(1)
  })

  test.each([
    [{ day: '2026-01-06' }, 'entries.0.day', /still to come/],
    [{ minutes: 1440 }, 'entries.0.minutes', /would have 1450 minutes/],
  ])('%j is refused at its field, and nothing is kept', async (more, path, message) => {
    const made = await aStudent()
    await expect(log(made, more, { minutes: 10 })).rejects.toMatchObject({
      code: 'invalid',
      path,
      message: expect.stringMatching(message) as unknown,
    })
    expect((await readStudent(db, made.teacher, made.studentId, NOW)).practice).toEqual([])
  })

  test('minutes of one day add up over several reports', async () => {
    const made = await aStudent()
    await log(made, { minutes: 1400 })
    await expect(log(made, { minutes: 41 })).rejects.toThrow('1441 minutes')
    await log(made, { minutes: 40 })
  })

  test("another teacher's student, and another student's drill, are not there", async () => {
    const [made, other] = [await aStudent(), await aStudent()]
    await expect(log({ ...made, teacher: other.teacher })).rejects.toMatchObject({ code: 'not-found' })
    await expect(log(made, { assignmentId: other.assignmentId })).rejects.toMatchObject({ code: 'not-found' })
    const { ids } = await log(made, {})
    await expect(
      takeBackPractice(db, other.teacher, other.studentId, { ...body(), entryIds: [...ids] }, NOW),
    ).rejects.toMatchObject({ code: 'not-found' })
  })

  test('clean passes counted at home propose, and the lesson confirms', async () => {
    const made = await aStudent()
    await log(made, { clean: 3 })
    const lesson = await aLesson(made, 0)
    expect(await offered(made, lesson, 1)).toMatchObject({ decision: 'hold', used: { proposes: 'raise' } })
  })

  test('a soak goes by the days at home', async () => {
    const made = await aStudent()
    const plan = { school: 'slow-soak', startBpm: 72, targetBpm: 104, step: 4, days: 3, minutes: 5 } as const
    await setPlan(db, made.teacher, made.assignmentId, { ...body(), plan, targetOn: null }, NOW)
    await log(made, { day: '2026-01-02' }, { day: '2026-01-03' }, { day: '2026-01-04' })
    expect(await offered(made, await aLesson(made, 0), 1)).toMatchObject({ decision: 'raise', bpm: 76 })
  })
})

describe('pain', () => {
  test('told with practice it stands on the card, means rest, and is cleared with a note', async () => {
    const made = await aStudent()
    await log(made, { feel: 'pain', hurts: 'wrist' })
    const card = async () => (await readStudent(db, made.teacher, made.studentId, NOW)).student.pain
    expect(await card()).toMatchObject({ where: 'wrist', since: '2026-01-04' })
    const lesson = await aLesson(made, 0)
    expect(await offered(made, lesson, 1)).toMatchObject({ decision: 'rest', used: { hurts: 'wrist' } })
    await setPain(
      db,
      made.teacher,
      made.studentId,
      { ...body(), pain: null, note: 'played ten minutes freely' },
      later(2),
    )
    expect(await card()).toBeNull()
    expect((await offered(made, lesson, 3)).decision).toBe('hold')
    const { pains } = await readStudent(db, made.teacher, made.studentId, NOW)
    expect(pains).toMatchObject([
      { pain: null, note: 'played ten minutes freely' },
      { pain: { where: 'wrist' }, note: null },
    ])
    expect(
      await db
        .select({ at: painClearedAt(db) })
        .from(students)
        .where(eq(students.id, made.studentId)),
    ).toEqual([{ at: later(2) }])
  })

  test('of this very morning is cleared this very morning', async () => {
    const made = await aStudent()
    const morning = -7 * 60
    const entry = { assignmentId: made.assignmentId, day: '2026-01-05', minutes: 5, bpm: 72, clean: 0 }
    await logPractice(
      db,
      made.teacher,
      made.studentId,
      { ...body(), entries: [{ ...entry, feel: 'pain', hurts: 'wrist' }] },
      later(morning),
    )
    const lesson = await aLesson(made, morning + 1)
    expect((await offered(made, lesson, morning + 2)).decision).toBe('rest')
    await setPain(db, made.teacher, made.studentId, { ...body(), pain: null, note: 'gone' }, later(morning + 3))
    expect((await offered(made, lesson, morning + 4)).decision).toBe('hold')
  })

  test('sore fingertips stand nowhere and stop nothing', async () => {
    const made = await aStudent()
    await log(made, { feel: 'pain', hurts: 'fingertip-skin' })
    expect((await readStudent(db, made.teacher, made.studentId, NOW)).student.pain).toBeNull()
    expect((await offered(made, await aLesson(made, 0), 1)).decision).toBe('hold')
  })
})

describe('plans and schools', () => {
  test('another plan counts from now on; what was taught stays with the plan it had', async () => {
    const made = await aStudent()
    const { assignmentId, teacher } = made
    const lesson = await aLesson(made, 0, { kind: 'pass', assignmentId, bpm: 72, clean: true }, { kind: 'end' })
    const plan = { school: 'staged', startBpm: 72, targetBpm: 100, need: 3 } as const
    await setPlan(db, teacher, assignmentId, { ...body(), plan, targetOn: '2026-06-01' }, later(5))
    const [now] = (await readStudent(db, teacher, made.studentId, later(6))).assignments
    expect(now).toMatchObject({ plan, targetOn: '2026-06-01', bpm: 72, taught: 1 })
    expect((await readLesson(db, teacher, lesson, later(7))).agenda[0]!.plan).toEqual(PLAN)
  })

  test('the start is not moved by a plan', async () => {
    const made = await aStudent()
    const wish = { ...body(), plan: { ...PLAN, startBpm: 60 }, targetOn: null }
    await expect(setPlan(db, made.teacher, made.assignmentId, wish, NOW)).rejects.toMatchObject({
      path: 'plan.startBpm',
    })
  })

  test("a student's school is kept on the card", async () => {
    const made = await aStudent()
    await setSchool(db, made.teacher, made.studentId, { ...body(), school: 'creep' }, NOW)
    expect((await readStudent(db, made.teacher, made.studentId, NOW)).student.school).toBe('creep')
  })
})

test('all of it is in the student’s file, and goes with them', async () => {
  const made = await aStudent()
  await log(made, { feel: 'pain', hurts: 'joint', note: 'the index' })
  const file = await exportStudent(db, made.teacher, made.studentId, NOW)
  expect(file).toMatchObject({
    version: 6,
    practice: [{ drill: made.assignmentId, hurts: 'joint', note: 'the index', takenBackAt: null }],
    pains: [{ pain: { where: 'joint' } }],
  })
  await eraseStudent(db, made.teacher, made.studentId, { ...body(), name: 'Student' }, NOW)
  expect(await db.select().from(practice).where(eq(practice.studentId, made.studentId))).toEqual([])
})
