import { afterAll, describe, expect, test } from '@jest/globals'
import { randomUUID } from 'node:crypto'
import { sentEventSchema } from '#core/schema/lesson-event'
import { later, NOW, openTestDatabase } from '../../tests/studio'
import { WEEK, weeksOfLessons } from '../../tests/weeks-of-lessons'
import { readLesson } from './lessons'
import { readStudent } from '../people/students'
import { readToday } from './today'

const { db, close } = openTestDatabase()
afterAll(close)

const { aStudent, aLesson, offered } = weeksOfLessons(db)

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
      sentEventSchema.safeParse({ id: randomUUID(), at: NOW.toISOString(), kind: 'agenda', items: list }).success
    expect([parse(items), parse([...items, ...items]), parse([{ ...items[0]!, minutes: 0 }])]).toEqual([
      true,
      false,
      false,
    ])
  })
})
