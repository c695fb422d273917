import { afterAll, describe, expect, test } from '@jest/globals'
import { randomUUID } from 'node:crypto'
import { localEngine } from '../engine/engine'
import { eq } from 'drizzle-orm'
import type { LessonEvent } from '#core/practice/log/events'
import { standingOf } from '#core/practice/log/standing'
import { lessonEventSchema } from '#shared/contracts/lessons'
import { practice } from '../db/tables'
import { later, makeStudent, makeTeacher, NOW, openTestDatabase, PLAN } from '../tests/studio'
import { setPlan } from './assignments'
import { eraseStudent, exportStudent } from './erasing'
import { appendEvent } from './append-event'
import { readLesson, startLesson } from './lessons'
import { painClearedAt, setPain } from './pains'
import { logPractice, takeBackPractice } from './practice'
import { readStudent, setSchool } from './students'
import { readToday } from './today'

const { db, close } = openTestDatabase()
afterAll(close)

const WEEK = 7 * 24 * 60
const body = () => ({ id: randomUUID() })
async function aStudent() {
  const teacher = await makeTeacher(db)
  return { teacher, ...(await makeStudent(db, teacher)) }
}
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

/** A lesson out of turn, so many minutes from now, with what happened in it. */
async function aLesson({ teacher, studentId }: Made, minutes: number, ...events: readonly object[]) {
  const { id } = await startLesson(db, teacher, { ...body(), studentId, slot: null }, later(minutes))
  for (const event of events)
    await appendEvent(
      db,
      localEngine,
      teacher,
      id,
      { event: { id: randomUUID(), at: later(minutes).toISOString(), ...event } as LessonEvent, deviceOffsetMs: 0 },
      later(minutes + 1),
    )
  return id
}

/** Where the drill stands by what a lesson opens with. */
async function offered({ teacher }: Made, lessonId: string, minutes: number) {
  const { agenda, student } = await readLesson(db, teacher, lessonId, later(minutes))
  const [set] = agenda
  return standingOf({
    plan: set!.plan,
    passes: [...set!.homePasses, ...set!.passes],
    decisions: set!.decisions,
    lessons: set!.lessonLogs,
    practice: set!.practice,
    pain: student.pain,
    clearedAt: student.painClearedAt,
    completed: set!.completed,
    bestBefore: set!.bestBefore,
    now: later(minutes).toISOString(),
  }).offer
}

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
    expect(await painClearedAt(db, made.teacher, made.studentId)).toBe(later(2).toISOString())
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

describe('what earlier lessons said', () => {
  test('the same fault in two of them holds the drill; one that is gone is reminded of no more', async () => {
    const made = await aStudent()
    const { assignmentId } = made
    const fault = { id: randomUUID(), kind: 'fault', assignmentId, fault: 'late-shift' }
    await aLesson(made, 0, fault, { kind: 'rating', assignmentId, quality: 3 }, { kind: 'end' })
    await aLesson(made, WEEK, { ...fault, id: randomUUID() }, { kind: 'end' })
    const third = await aLesson(made, 2 * WEEK)
    expect(await offered(made, third, 2 * WEEK + 1)).toMatchObject({ grounds: { ground: 'fault-again' } })
    const [set] = (await readLesson(db, made.teacher, third, later(2 * WEEK))).agenda
    expect(set!.lessonLogs).toMatchObject([{ quality: 3, faults: ['late-shift'] }, { faults: ['late-shift'] }])
    // Once, as it was heard last.
    expect(set!.faults).toMatchObject([{ fault: 'late-shift', day: '2026-01-12' }])
    for (const { id } of set!.faults)
      await aLesson(made, 2 * WEEK + 2, { kind: 'fault-gone', assignmentId, faultId: id })
    await aLesson(made, 2 * WEEK + 3, { kind: 'end' })
    const fourth = await aLesson(made, 3 * WEEK)
    expect((await readLesson(db, made.teacher, fourth, later(3 * WEEK))).agenda[0]!.faults).toEqual([])
  })

  test('what nobody answered is reminded of for three lessons with the drill, and no longer', async () => {
    const made = await aStudent()
    const { assignmentId } = made
    const heard = { kind: 'pass', assignmentId, bpm: 72, clean: false }
    await aLesson(made, 0, heard, { kind: 'fault', assignmentId, fault: 'rushing' }, { kind: 'end' })
    const reminded = async (week: number) => {
      const id = await aLesson(made, week * WEEK, heard)
      const { agenda } = await readLesson(db, made.teacher, id, later(week * WEEK + 2))
      await aLesson(made, week * WEEK + 3, { kind: 'end' })
      return agenda[0]!.faults.map(each => each.fault)
    }
    expect([await reminded(1), await reminded(2), await reminded(3), await reminded(4)]).toEqual([
      ['rushing'],
      ['rushing'],
      ['rushing'],
      [],
    ])
  })

  test('the fastest clean pass of lessons longer ago is known, without those that are told one by one', async () => {
    const made = await aStudent()
    const { assignmentId } = made
    for (let week = 0; week < 6; week++)
      await aLesson(
        made,
        week * WEEK,
        { kind: 'pass', assignmentId, bpm: week === 0 ? 90 : 72, clean: true },
        { kind: 'end' },
      )
    const [set] = (await readLesson(db, made.teacher, await aLesson(made, 6 * WEEK), later(6 * WEEK))).agenda
    expect(set!.bestBefore).toBe(90)
    expect(set!.lessonLogs).toHaveLength(4)
  })

  test('the fastest clean pass is known also where later lessons only said something of the drill', async () => {
    const made = await aStudent()
    const { assignmentId } = made
    await aLesson(made, 0, { kind: 'pass', assignmentId, bpm: 90, clean: true }, { kind: 'end' })
    for (let week = 1; week < 5; week++)
      await aLesson(made, week * WEEK, { kind: 'rating', assignmentId, quality: 3 }, { kind: 'end' })
    const [set] = (await readLesson(db, made.teacher, await aLesson(made, 5 * WEEK), later(5 * WEEK))).agenda
    expect(set!.lessonLogs.map(log => log.bestCleanBpm)).toEqual([undefined, undefined, undefined, undefined])
    expect(set!.bestBefore).toBe(90)
  })
})

describe('a completed drill', () => {
  const completing = (assignmentId: string, revision: number) => ({
    kind: 'decision',
    assignmentId,
    revision,
    decision: 'done',
    bpm: 104,
    offered: 'done',
    offeredBpm: 104,
    offerReason: '',
    reason: null,
    supersedes: null,
  })
  const DAY = 24 * 60

  test('is looked at again after a week, then after three: each review is a decision', async () => {
    const made = await aStudent()
    const { assignmentId, teacher, studentId } = made
    const needs = async (minutes: number) =>
      (await readToday(db, teacher, later(minutes))).needs.filter(need => need.kind === 'review-due')
    const completed = async () => (await readStudent(db, teacher, studentId, later(0))).assignments[0]!.completed
    expect(await completed()).toBeNull()
    await aLesson(made, 0, completing(assignmentId, 0), { kind: 'end' })
    expect(await completed()).toEqual({ on: '2026-01-05', reviews: 0 })
    expect(await needs(6 * DAY)).toEqual([])
    expect(await needs(7 * DAY)).toMatchObject([{ drillName: 'A drill', since: '2026-01-12' }])

    const clean = { kind: 'pass', assignmentId, bpm: 104, clean: true }
    await aLesson(made, WEEK, clean, { kind: 'end' })
    // The lesson that reviews it offers to keep it so; the decision counts as a review.
    expect(await offered(made, await aLesson(made, WEEK + 2), WEEK + 3)).toMatchObject({
      decision: 'done',
      grounds: { ground: 'kept', nextOn: '2026-01-26' },
    })
    await aLesson(made, WEEK + 2, completing(assignmentId, 1), { kind: 'end' })
    expect(await completed()).toEqual({ on: '2026-01-05', reviews: 1 })
    expect(await needs(2 * WEEK)).toEqual([])
    expect(await needs(3 * WEEK)).toMatchObject([{ since: '2026-01-26' }])
  })
})

describe('the agenda of a lesson', () => {
  test('is in the log with its minutes; a drill of somebody else is none of it, a drill twice is refused', async () => {
    const [made, other] = [await aStudent(), await aStudent()]
    const items = [{ assignmentId: made.assignmentId, minutes: 12 }]
    const lesson = await aLesson(made, 0, { kind: 'agenda', items })
    const { events } = await readLesson(db, made.teacher, lesson, NOW)
    expect(events).toMatchObject([{ kind: 'agenda', items }])
    await expect(
      aLesson(made, 2, { kind: 'agenda', items: [{ assignmentId: other.assignmentId, minutes: 12 }] }),
    ).rejects.toMatchObject({ code: 'not-found' })
    const parse = (list: typeof items) =>
      lessonEventSchema.safeParse({ id: randomUUID(), at: NOW.toISOString(), kind: 'agenda', items: list }).success
    expect([parse(items), parse([...items, ...items]), parse([{ ...items[0]!, minutes: 0 }])]).toEqual([
      true,
      false,
      false,
    ])
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
