import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { randomUUID } from 'node:crypto'
import type { RowDataPacket } from 'mysql2/promise'
import type { LessonEvent } from '#core/practice/log/events'
import { RECORDS } from '#shared/contracts/studio/records'
import { localEngine } from '../engine/engine'
import { listAccounts } from '../subjects/people/accounts'
import {
  archiveDrill,
  createDrill,
  duplicateDrill,
  listDrills,
  readDrill,
  renameDrill,
  saveVersion,
} from '../subjects/drills/drills'
import { readCoverage } from '../subjects/taught/coverage'
import { archiveProgramme, changeProgramme, createProgramme, readShelf, setFavourite } from '../subjects/drills/shelf'
import { eraseStudent, exportStudent } from '../subjects/people/erasing'
import {
  endCalendarLink,
  listCalendarLinks,
  makeCalendarLink,
  secretOf,
  subscribedCalendar,
} from '../subjects/lessons/calendar-links'
import { archiveChords, keepChords, listChords } from '../subjects/drills/chords'
import { changeInstrument, createInstrument, listInstruments, archiveInstrument } from '../subjects/people/instruments'
import { appendEvent } from '../subjects/lessons/append-event'
import { readLesson, startLesson } from '../subjects/lessons/lessons'
import { endSessions, sessionOf } from '../subjects/people/sessions'
import { rememberDevice, signIn } from '../subjects/people/sign-in'
import { listStudents } from '../subjects/people/roster'
import { endAssignment, setAssignment, setPins, setPlan, setSeveral } from '../subjects/taught/assignments'
import { setPain } from '../subjects/practice/pains'
import { logPractice, takeBackPractice } from '../subjects/practice/practice'
import { recordsOf } from '../subjects/studio/records'
import { endSlot, setException, setSlot } from '../subjects/lessons/slots'
import { addStudents, takeBackStudents } from '../subjects/people/student-list'
import { readBoard } from '../subjects/studio/board'
import { readProgress } from '../subjects/taught/progress'
import { setVariations, setPath } from '../subjects/taught/stages'
import {
  changeStudent,
  createStudent,
  listLessons,
  listPastDrills,
  readStudent,
  setSchool,
} from '../subjects/people/students'
import { readToday } from '../subjects/lessons/today'
import { recordingBuilder, type Asked } from '../tests/recording'
import { later, makeStudent, makeTeacher, NOW, openTestDatabase, PLAN, SPEC } from '../tests/studio'

const { pool, db: plain, close } = openTestDatabase()
afterAll(close)

/** What was asked of the database, with its figures. */
const asked: Asked[] = []
const db = recordingBuilder(pool, each => asked.push(each))

const KEY = 'only-the-server-has-this'

let made: Awaited<ReturnType<typeof makeStudent>>
let teacher: Awaited<ReturnType<typeof makeTeacher>>

/** Other people's years: with next to nothing in a table the database rightly reads all of it. */
beforeAll(async () => {
  for (let t = 0; t < 12; t++) {
    const someone = await makeTeacher(plain)
    for (let s = 0; s < 4; s++) {
      const student = await makeStudent(plain, someone)
      await createInstrument(plain, someone, { id: randomUUID(), name: 'Guitar', choice: { preset: 'half' } }, NOW)
      for (const note of ['wrist', 'thumb', 'gone'])
        await setPain(plain, someone, student.studentId, { id: randomUUID(), pain: null, note }, NOW)
      await makeCalendarLink(plain, someone, { id: randomUUID(), name: 'phone', names: 'none' }, NOW)
      await keepChords(
        plain,
        someone,
        { id: randomUUID(), kind: 'shape', name: 'C', chords: 'x32010', fingers: null },
        NOW,
      )
      await pool.query('INSERT INTO slot_exceptions (id, studio_id, slot_id, day, cancelled, actor_id, at) VALUES ?', [
        Array.from({ length: 20 }, (_, i) => [
          randomUUID(),
          someone.studioId,
          student.slotId,
          `2026-02-${String(i + 1).padStart(2, '0')}`,
          true,
          someone.userId,
          NOW,
        ]),
      ])
      for (let week = 0; week < 4; week++) {
        const at = later(week * 7 * 24 * 60)
        const { id } = await startLesson(
          plain,
          someone,
          { id: randomUUID(), studentId: student.studentId, slot: null },
          at,
        )
        const rows = Array.from({ length: 30 }, (_, i) => [
          randomUUID(),
          someone.studioId,
          id,
          i + 1,
          someone.userId,
          'pass',
          '{}',
          student.assignmentId,
          at,
          0,
          at,
        ])
        await pool.query(
          'INSERT INTO lesson_events (id, studio_id, lesson_id, number, actor_id, kind, body, assignment_id, device_at, device_offset_ms, received_at) VALUES ?',
          [rows],
        )
        await pool.query(
          'INSERT INTO decisions (id, studio_id, assignment_id, revision, event_id, decision, bpm, overruled, at) VALUES ?',
          [[[randomUUID(), someone.studioId, student.assignmentId, week, rows[0]![0], 'hold', 72, false, at]]],
        )
        await pool.query('UPDATE lessons SET ended_at = ?, last_number = 30 WHERE id = ?', [at, id])
      }
    }
  }
  await pool.query('INSERT INTO sign_in_attempts (subject, count, since) VALUES ?', [
    Array.from({ length: 300 }, () => [`name:${randomUUID()}`, 1, NOW]),
  ])
  teacher = await makeTeacher(plain, { password: 'walnut and spruce' })
  made = await makeStudent(plain, teacher)
  await pool.query(
    'ANALYZE TABLE sign_in_attempts, lesson_events, lessons, hearings, standings, decisions, assignments, writes, students, drills, drill_versions, lesson_slots, slot_exceptions, users, instruments, kept_chords, calendar_links',
  )
})

/** Everything the services do, once. */
async function everything(): Promise<void> {
  const body = () => ({ id: randomUUID() })
  const session = await signIn(
    db,
    { name: teacher.signInName, password: 'walnut and spruce' },
    { address: '10.0.0.9', device: 'some device' },
    NOW,
  )
  await rememberDevice(db, teacher.userId, 'some device', NOW)
  await sessionOf(db, session)
  await listAccounts(db, teacher)
  const { id: lessonId } = await startLesson(
    db,
    teacher,
    { ...body(), studentId: made.studentId, slot: { id: made.slotId, day: '2026-01-05' } },
    NOW,
  )
  const append = (event: object) =>
    appendEvent(
      db,
      localEngine,
      teacher,
      lessonId,
      { event: { id: randomUUID(), at: NOW.toISOString(), ...event } as LessonEvent, deviceOffsetMs: 0 },
      later(1),
    )
  const pass = randomUUID()
  await append({ kind: 'turn', assignmentId: made.assignmentId })
  await append({ id: pass, kind: 'pass', assignmentId: made.assignmentId, bpm: 72, clean: true })
  await append({ kind: 'void', eventId: pass })
  await append({ kind: 'note', assignmentId: null, text: 'x' })
  await append({
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
  })
  await append({ kind: 'fault', assignmentId: made.assignmentId, fault: 'rushing' })
  await append({ kind: 'rating', assignmentId: made.assignmentId, quality: 4 })
  await append({ kind: 'agenda', items: [{ assignmentId: made.assignmentId, minutes: 5 }] })
  await setSchool(db, teacher, made.studentId, { ...body(), school: 'creep' }, NOW)
  await setPlan(db, teacher, made.assignmentId, { ...body(), plan: { ...PLAN, need: 2 }, targetOn: null }, NOW)
  const practised = { assignmentId: made.assignmentId, day: '2026-01-04', minutes: 5, bpm: 72, clean: 1 }
  const { ids } = await logPractice(
    db,
    teacher,
    made.studentId,
    { ...body(), entries: [{ ...practised, feel: 'pain', hurts: 'wrist' }] },
    NOW,
  )
  await setPain(db, teacher, made.studentId, { ...body(), pain: null, note: 'gone' }, NOW)
  await readLesson(db, teacher, lessonId, NOW)
  await takeBackPractice(db, teacher, made.studentId, { ...body(), entryIds: [...ids] }, NOW)
  await append({ kind: 'end' })
  await readLesson(db, teacher, lessonId, NOW)
  await startLesson(db, teacher, { ...body(), studentId: made.studentId, slot: null }, later(7 * 24 * 60))
  await startLesson(db, teacher, { ...body(), studentId: made.studentId, slot: null }, later(14 * 24 * 60))
  await readToday(db, teacher, NOW)
  await listStudents(db, teacher, NOW)
  await listStudents(db, teacher, NOW, true)
  await readStudent(db, teacher, made.studentId, NOW)
  await listLessons(db, teacher, made.studentId, NOW)
  await listPastDrills(db, teacher, made.studentId, NOW)
  const guitar = await createInstrument(db, teacher, { ...body(), name: 'Guitar', choice: { preset: 'half' } }, NOW)
  await changeInstrument(db, teacher, guitar.id, { ...body(), name: 'Guitar', choice: { preset: 'half' } }, NOW)
  await listInstruments(db, teacher)
  const kept = { kind: 'progression', name: 'Mine', chords: 'C G', fingers: null } as const
  const { id: chordsId } = await keepChords(db, teacher, { ...body(), ...kept }, NOW)
  await listChords(db, teacher)
  await archiveChords(db, teacher, chordsId, { ...body(), archived: true }, NOW)
  const { id: linkId } = await makeCalendarLink(db, teacher, { ...body(), name: 'phone', names: 'none' }, NOW)
  await listCalendarLinks(db, teacher, KEY)
  await subscribedCalendar(db, KEY, secretOf(KEY, linkId), NOW, async () => {})
  await endCalendarLink(db, teacher, linkId, { ...body(), ended: true }, NOW)
  for (const of of RECORDS) for await (const _ of (await recordsOf(db, teacher, of, null, NOW)).lines) void _
  const card0 = { name: 'Listed', birthYear: null, instrument: { preset: 'half' as const }, hand: {}, about: '' }
  const several = await addStudents(
    db,
    teacher,
    { ...body(), students: [{ ...card0, slot: { weekday: 1, wallTime: '16:00', minutes: 45, everyWeeks: 1 } }] },
    NOW,
  )
  await takeBackStudents(db, teacher, { ...body(), studentIds: [...several.ids] }, NOW)
  await archiveInstrument(db, teacher, guitar.id, { ...body(), archived: true }, NOW)
  const card = { name: 'Student', birthYear: null, instrument: { preset: 'classical' as const }, hand: {}, about: '' }
  await createStudent(db, teacher, { ...body(), ...card }, NOW)
  await changeStudent(db, localEngine, teacher, made.studentId, { ...body(), ...card }, NOW)
  await setSlot(
    db,
    teacher,
    made.studentId,
    { ...body(), weekday: 2, wallTime: '16:00', minutes: 45, everyWeeks: 1 },
    NOW,
  )
  await setException(
    db,
    teacher,
    made.studentId,
    { ...body(), slotId: made.slotId, day: '2026-01-06', cancelled: true, to: null, why: null },
    NOW,
  )
  await readBoard(db, teacher, NOW)
  await readBoard(db, { ...teacher, role: 'owner' }, NOW)
  await readProgress(db, teacher, made.studentId)
  await readToday(db, teacher, NOW, '2026-01-06')
  await endSlot(db, teacher, made.studentId, body(), NOW)
  const path = [
    { number: 0, name: 'together', change: null, plan: PLAN },
    { number: null, name: 'slurred', change: null, plan: PLAN },
  ]
  await setPath(db, localEngine, teacher, made.assignmentId, { ...body(), stages: path }, NOW)
  await setVariations(db, localEngine, teacher, made.assignmentId, { ...body(), variations: [] }, NOW)
  const drill = await createDrill(db, localEngine, teacher, { ...body(), name: 'x', spec: SPEC }, NOW)
  await saveVersion(db, localEngine, teacher, drill.id, { ...body(), spec: SPEC }, NOW)
  await renameDrill(db, teacher, drill.id, { ...body(), name: 'y' }, NOW)
  await duplicateDrill(db, localEngine, teacher, drill.id, { ...body(), name: 'z' }, NOW)
  await archiveDrill(db, teacher, drill.id, { ...body(), archived: true }, NOW)
  await listDrills(db, teacher)
  await readDrill(db, localEngine, teacher, drill.id)
  const set = await setAssignment(
    db,
    localEngine,
    teacher,
    { ...body(), studentId: made.studentId, drillVersionId: drill.version.id, stage: 'x', plan: PLAN, targetOn: null },
    NOW,
  )
  await setSeveral(
    db,
    localEngine,
    teacher,
    made.studentId,
    { ...body(), refs: [made.drillId, 'a'.repeat(64)], path: true },
    NOW,
  ).catch(() => {})
  await setSeveral(db, localEngine, teacher, made.studentId, { ...body(), refs: [made.drillId], path: true }, NOW)
  const { id: second } = await createDrill(db, localEngine, teacher, { ...body(), name: 'second', spec: SPEC }, NOW)
  await setSeveral(
    db,
    localEngine,
    teacher,
    made.studentId,
    { ...body(), refs: [made.drillId, second], path: true },
    NOW,
  )
  await listStudents(db, teacher, NOW)
  // Of several drills at once the latest few of each are asked for otherwise than of one.
  await readStudent(db, teacher, made.studentId, NOW)
  const { id: ofSeveral } = await startLesson(
    db,
    teacher,
    { ...body(), studentId: made.studentId, slot: null },
    later(21 * 24 * 60),
  )
  await readLesson(db, teacher, ofSeveral, later(21 * 24 * 60))
  await setFavourite(db, teacher, { ...body(), ref: made.drillId, kept: true }, NOW)
  await setFavourite(db, teacher, { ...body(), ref: made.drillId, kept: false }, NOW)
  const programme = await createProgramme(db, teacher, { ...body(), name: 'x', refs: [made.drillId] }, NOW)
  await changeProgramme(db, teacher, programme.id, { ...body(), name: 'y', refs: [] }, NOW)
  await archiveProgramme(db, teacher, programme.id, { ...body(), archived: true }, NOW)
  await readShelf(db, teacher)
  await readCoverage(db, teacher, made.studentId)
  await setPins(db, localEngine, teacher, set.id, { ...body(), pins: {} }, NOW)
  await endAssignment(db, localEngine, teacher, set.id, { ...body(), ended: true }, NOW)
  await exportStudent(db, teacher, made.studentId, NOW)
  await eraseStudent(db, teacher, made.studentId, { ...body(), name: 'Student' }, NOW)
  await readLesson(db, teacher, lessonId, NOW).catch(() => {})
  await endSessions(db, teacher.userId)
}

interface Plan extends RowDataPacket {
  readonly table: string | null
  readonly type: string | null
  readonly key: string | null
  readonly rows: number | null
  readonly Extra: string | null
}

/** Tables that do not grow with use: the studios, and the ladder, which the Shelf shows whole. */
const WHOLE = ['studios', 'rungs']

describe('what the database does for each question', () => {
  test('it reads no table from end to end but those that do not grow', async () => {
    await everything()
    const questions = new Map(
      asked
        .filter(({ query }) => /^\(?(select|update|delete|insert .* select)/i.test(query.trim()))
        .map(each => [each.query, each]),
    )
    expect(questions.size).toBeGreaterThan(60)
    expect([...questions.keys()].join()).toMatch(/later\.place/)
    expect([...questions.keys()].join()).toMatch(/`hearings`\.`assignment_id` = \? or /)
    const scans: string[] = []
    for (const { query, params } of questions.values()) {
      // The rows are gone or changed by now: what matters is how they would be looked for.
      const [plan] = await pool.query<Plan[]>(`EXPLAIN ${query}`, params)
      for (const { table, type, rows } of plan) {
        // A table may go by another name within a question; what a question made itself is not one of them.
        if (table !== null && !WHOLE.includes(table) && !/^</.test(table) && (type === 'ALL' || type === 'index'))
          scans.push(`${type} of ${rows} rows of ${table}: ${query}`)
      }
    }
    expect(scans).toEqual([])
  })

  test("every question about a studio's rows names the studio, or a row by its own id", () => {
    const STUDIO_TABLES = [
      'lesson_events',
      'lessons',
      'hearings',
      'assignments',
      'students',
      'drills',
      'lesson_slots',
      'instruments',
      'kept_chords',
      'calendar_links',
      'practice',
      'pains',
    ]
    const stray = [...new Set(asked.map(({ query }) => query))].filter(query => {
      const [, table] = /^\(?select .*? from `(\w+)`/i.exec(query) ?? []
      if (!table || !STUDIO_TABLES.includes(table)) return false
      const [, where] = query.split(/ where /i)
      return (
        !where ||
        !/`(studio_id|id|lesson_id|assignment_id|drill_version_id|student_id|slot_id|voids|instrument_id)`/.test(where)
      )
    })
    expect(stray).toEqual([])
  })
})
