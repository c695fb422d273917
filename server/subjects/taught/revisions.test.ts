import { afterAll, beforeEach, describe, expect, test } from '@jest/globals'
import { randomUUID } from 'node:crypto'
import { asc, eq } from 'drizzle-orm'
import type { LessonEvent } from '#core/practice/log/events'
import { realise } from '#core/score/realise'
import { assignmentRevisions, lessonEvents } from '../../db/tables'
import { localEngine } from '../../engine/engine'
import { later, makeStudent, makeTeacher, NOW, openTestDatabase } from '../../tests/studio'
import type { Actor } from '../../policy/actor'
import { factsOf } from '#core/score/facts'
import { hashOf } from '../../writes/canonical'
import { DomainError } from '../../errors'
import { changeInstrument, createInstrument } from '../people/instruments'
import { appendEvent } from '../lessons/append-event'
import { readLesson, startLesson } from '../lessons/lessons'
import { sheetHash } from './revisions'
import { endAssignment, setPins } from './assignments'
import { setSlot } from '../lessons/slots'
import { changeStudent } from '../people/students'
import { readToday } from '../lessons/today'

const { db, close } = openTestDatabase()
afterAll(close)

let teacher: Actor
let made: Awaited<ReturnType<typeof makeStudent>>
let lessonId: string

beforeEach(async () => {
  teacher = await makeTeacher(db)
  made = await makeStudent(db, teacher)
  lessonId = (
    await startLesson(
      db,
      teacher,
      { id: randomUUID(), studentId: made.studentId, slot: { id: made.slotId, day: '2026-01-05' } },
      NOW,
    )
  ).id
})

const body = () => ({ id: randomUUID() })
const card = { name: 'Ida', birthYear: null, instrument: { preset: 'classical' as const }, about: '' }
const append = (event: object, minute: number, lesson = lessonId) =>
  appendEvent(
    db,
    localEngine,
    teacher,
    lesson,
    { event: { ...body(), at: later(minute).toISOString(), ...event } as LessonEvent, deviceOffsetMs: 0 },
    later(minute),
  )
const pass = (more: object = {}) => ({ kind: 'pass', assignmentId: made.assignmentId, bpm: 72, clean: true, ...more })
const revisions = () =>
  db
    .select()
    .from(assignmentRevisions)
    .where(eq(assignmentRevisions.assignmentId, made.assignmentId))
    .orderBy(asc(assignmentRevisions.number))
const named = async () =>
  (
    await db
      .select({ taught: lessonEvents.assignmentRevision, revision: lessonEvents.revision })
      .from(lessonEvents)
      .where(eq(lessonEvents.lessonId, lessonId))
      .orderBy(asc(lessonEvents.number))
  ).map(({ taught, revision }) => [taught, revision])

describe('what was taught', () => {
  test('a later change of hand, fingers or guitar never changes a lesson that was given', async () => {
    await changeStudent(db, localEngine, teacher, made.studentId, { ...body(), ...card, hand: { reachMm: 81 } }, NOW)
    await append(pass(), 1)
    await append({ kind: 'end' }, 2)
    const given = await readLesson(db, teacher, lessonId, later(3))
    await setPins(db, localEngine, teacher, made.assignmentId, { ...body(), pins: { 'p1.s6.2': 4 } }, later(4))
    await changeStudent(
      db,
      localEngine,
      teacher,
      made.studentId,
      { ...body(), ...card, hand: { reachMm: 60, spared: [4] } },
      later(5),
    )
    const again = await readLesson(db, teacher, lessonId, later(6))
    expect(again.agenda).toEqual(given.agenda)
    expect(again.agenda[0]).toMatchObject({ hand: { reachMm: 81 }, pins: {}, taught: 1 })
    // The next lesson is taught with what is now.
    const next = await startLesson(
      db,
      teacher,
      { ...body(), studentId: made.studentId, slot: null },
      later(7 * 24 * 60),
    )
    expect((await readLesson(db, teacher, next.id, later(7 * 24 * 60))).agenda[0]).toMatchObject({
      hand: { reachMm: 60, spared: [4] },
      pins: { 'p1.s6.2': 4 },
      taught: 3,
    })
  })

  test('another time of the weekly lesson leaves the lessons given at theirs', async () => {
    await append({ kind: 'end' }, 2)
    const before = await readToday(db, teacher, later(3), '2026-01-05')
    await setSlot(
      db,
      teacher,
      made.studentId,
      { ...body(), weekday: 1, wallTime: '09:15', minutes: 60, everyWeeks: 1 },
      later(4),
    )
    const given = (await readToday(db, teacher, later(5), '2026-01-05')).lessons.find(
      lesson => lesson.lessonId === lessonId,
    )
    expect(given).toMatchObject({ at: before.lessons[0]!.at, minutes: 45 })
  })

  test('each event names the revision its device showed, and the newest where it says none or one that is not there', async () => {
    await append(pass(), 1)
    await setPins(db, localEngine, teacher, made.assignmentId, { ...body(), pins: { 'p1.s6.2': 4 } }, later(2))
    await append(pass({ taught: 0 }), 3)
    await append(pass(), 4)
    await append(pass({ taught: 99, revision: 99 }), 5)
    expect(await named()).toEqual([
      [0, 0],
      [0, 0],
      [1, 0],
      [1, 0],
    ])
  })

  test('a pass made before a decision but delivered after it does not count towards the next', async () => {
    const decision = {
      kind: 'decision',
      assignmentId: made.assignmentId,
      revision: 0,
      decision: 'hold',
      bpm: 72,
      offered: 'hold',
      offeredBpm: 72,
      offerReason: '',
      reason: null,
      supersedes: null,
    }
    await append(decision, 1)
    await append(pass({ revision: 0 }), 2)
    await append(pass(), 3)
    expect(await named()).toEqual([
      [0, 0],
      [0, 0],
      [0, 1],
    ])
    const next = await startLesson(
      db,
      teacher,
      { ...body(), studentId: made.studentId, slot: null },
      later(7 * 24 * 60),
    )
    expect(
      (await readLesson(db, teacher, next.id, later(7 * 24 * 60))).agenda[0]!.passes.map(each => each.revision),
    ).toEqual([1])
  })
})

describe('revisions', () => {
  test('a change makes the next one, and saying the same again makes none', async () => {
    const change = { ...card, hand: { reachMm: 70 } }
    await changeStudent(db, localEngine, teacher, made.studentId, { ...body(), ...change }, later(1))
    await changeStudent(
      db,
      localEngine,
      teacher,
      made.studentId,
      { ...body(), ...change, about: 'only words' },
      later(2),
    )
    await setPins(db, localEngine, teacher, made.assignmentId, { ...body(), pins: {} }, later(3))
    await setPins(db, localEngine, teacher, made.assignmentId, { ...body(), pins: { 'p1.s6.2': 4 } }, later(4))
    expect((await revisions()).map(row => [row.number, row.hand, row.pins])).toEqual([
      [0, { reachMm: 78 }, null],
      [1, { reachMm: 70 }, null],
      [2, { reachMm: 70 }, { 'p1.s6.2': 4 }],
    ])
  })

  test('the hash is that of the sheet that is taught: of this hand, these fingers and the tempo in force', async () => {
    await append(
      {
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
      },
      1,
    )
    await setPins(db, localEngine, teacher, made.assignmentId, { ...body(), pins: { 'p1.s6.2': 4 } }, later(2))
    const [first, second] = await revisions()
    const {
      agenda: [set],
    } = await readLesson(db, teacher, lessonId, later(3))
    const sheet = (tempo: number, pins: Record<string, 1 | 2 | 3 | 4>) => {
      const result = realise({ ...set!.spec, tempo }, { hand: set!.hand, habits: {}, pins })
      return result.ok ? hashOf(factsOf(result.value)) : null
    }
    expect([first!.scoreHash, second!.scoreHash]).toEqual([sheet(72, {}), sheet(76, { 'p1.s6.2': 4 })])
    expect([first!.bpm, second!.bpm]).toEqual([72, 76])
  })

  test('another guitar is a revision with the same sheet', async () => {
    const choice = { preset: 'classical' as const, scaleLengthMm: 640 }
    const guitar = await createInstrument(db, teacher, { ...body(), name: 'Small one', choice }, NOW)
    await changeStudent(
      db,
      localEngine,
      teacher,
      made.studentId,
      { ...body(), ...card, hand: {}, instrumentId: guitar.id },
      later(1),
    )
    await changeInstrument(
      db,
      teacher,
      guitar.id,
      { ...body(), name: 'Smaller one', choice: { ...choice, scaleLengthMm: 580 } },
      later(2),
    )
    const rows = await revisions()
    expect(rows.map(row => row.instrument)).toMatchObject([
      { preset: 'classical' },
      { scaleLengthMm: 640 },
      { scaleLengthMm: 580 },
    ])
    expect(new Set(rows.map(row => row.scoreHash)).size).toBe(1)
  })

  test('a drill that is off the list stays as it was, and is put back as it is for the student now', async () => {
    await endAssignment(db, localEngine, teacher, made.assignmentId, { ...body(), ended: true }, later(1))
    await changeStudent(
      db,
      localEngine,
      teacher,
      made.studentId,
      { ...body(), ...card, hand: { reachMm: 66 } },
      later(2),
    )
    expect(await revisions()).toHaveLength(1)
    await endAssignment(db, localEngine, teacher, made.assignmentId, { ...body(), ended: false }, later(3))
    expect((await revisions()).at(-1)).toMatchObject({ number: 1, hand: { reachMm: 66 } })
  })

  test("where another revision came in between, the sheet has no hash rather than another sheet's", async () => {
    const overtaken: typeof localEngine = {
      ...localEngine,
      sheetHash: async (spec, context) => {
        await setPins(db, localEngine, teacher, made.assignmentId, { ...body(), pins: { 'p1.s6.2': 4 } }, later(1))
        return localEngine.sheetHash(spec, context)
      },
    }
    await changeStudent(db, overtaken, teacher, made.studentId, { ...body(), ...card, hand: { reachMm: 70 } }, later(2))
    expect((await revisions()).map(row => [row.pins !== null, row.scoreHash === null])).toEqual([
      [false, false],
      [true, false],
      [true, true],
    ])
  })

  test('an engine that is too busy keeps nothing from being written: the sheet has no hash then', async () => {
    const busy = { ...localEngine, sheetHash: async () => Promise.reject(new DomainError('unavailable', 'busy')) }
    await changeStudent(db, busy, teacher, made.studentId, { ...body(), ...card, hand: { reachMm: 70 } }, later(1))
    expect((await revisions()).map(row => row.scoreHash === null)).toEqual([false, true])
    const broken = { ...localEngine, sheetHash: async () => Promise.reject(new Error('a fault of ours')) }
    await expect(
      sheetHash(broken, { spec: {} as never, change: null, bpm: 60, hand: {}, habits: null, pins: null }),
    ).rejects.toThrow('a fault of ours')
  })
})
