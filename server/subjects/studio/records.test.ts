import { afterAll, describe, expect, test } from '@jest/globals'
import { randomUUID } from 'node:crypto'
import { parse } from 'csv-parse/sync'
import { text } from 'node:stream/consumers'
import type { LessonEvent } from '#core/practice/log/events'
import type { RecordsName } from '#shared/contracts/studio/records'
import { localEngine } from '../../engine/engine'
import { later, makeStudent, makeTeacher, NOW, openTestDatabase } from '../../tests/studio'
import { appendEvent } from '../lessons/append-event'
import { startLesson } from '../lessons/lessons'
import { logPractice } from '../practice/practice'
import { recordsOf } from './records'
import { listStudents } from '../people/roster'
import { addStudents, takeBackStudents } from '../people/student-list'
import { createStudent } from '../people/students'

const { db, close } = openTestDatabase()
afterAll(close)
type Teacher = Awaited<ReturnType<typeof makeTeacher>>

const body = () => ({ id: randomUUID() })
async function table(teacher: Teacher, of: RecordsName, studentId: string | null = null) {
  const { lines } = await recordsOf(db, teacher, of, studentId, NOW)
  return parse(await text(lines), { bom: true, columns: true }) as Record<string, string>[]
}

describe('records for a spreadsheet', () => {
  test('tell what was played, decided and practised, as another program reads them', async () => {
    const teacher = await makeTeacher(db)
    const made = await makeStudent(db, teacher)
    const { id: lessonId } = await startLesson(db, teacher, { ...body(), studentId: made.studentId, slot: null }, NOW)
    const put = (event: object) =>
      appendEvent(
        db,
        localEngine,
        teacher,
        lessonId,
        { event: { id: randomUUID(), at: '2026-01-05T16:05:00.000Z', ...event } as LessonEvent, deviceOffsetMs: 0 },
        later(5),
      )
    const [first, second] = [randomUUID(), randomUUID()]
    const { assignmentId } = made
    await put({ id: first, kind: 'pass', assignmentId, bpm: 72.5, clean: true })
    await put({ id: second, kind: 'pass', assignmentId, bpm: 76, clean: false })
    await put({ kind: 'void', eventId: second })
    await put({
      kind: 'decision',
      assignmentId,
      revision: 0,
      decision: 'hold',
      bpm: 72,
      offered: 'raise',
      offeredBpm: 76,
      offerReason: 'three in a row',
      reason: '=HYPERLINK("x")',
      supersedes: null,
    })
    await logPractice(
      db,
      teacher,
      made.studentId,
      {
        ...body(),
        entries: [{ assignmentId, day: '2026-01-04', minutes: 12, bpm: 70, feel: 'pain', hurts: 'wrist', clean: 2 }],
      },
      later(6),
    )
    const whose = { student: 'Student', drill: 'A drill', day: '2026-01-05', at: '2026-01-05T16:05:00.000Z' }
    expect(await table(teacher, 'passes')).toEqual([
      { ...whose, 'tempo': '72.5', 'clean': 'yes', 'taken back': 'no' },
      { ...whose, 'tempo': '76', 'clean': 'no', 'taken back': 'yes' },
    ])
    expect(await table(teacher, 'decisions')).toEqual([
      {
        ...whose,
        'decision': 'hold',
        'tempo': '72',
        'offered': 'raise',
        'offered tempo': '76',
        'why offered': 'three in a row',
        'overruled': 'yes',
        'reason': '\'=HYPERLINK("x")',
        'taken back': 'no',
      },
    ])
    expect(await table(teacher, 'practice')).toMatchObject([
      { day: '2026-01-04', drill: 'A drill', minutes: '12', tempo: '70', felt: 'pain', hurts: 'pain in the wrist' },
    ])
    expect(await table(teacher, 'roster')).toEqual([
      {
        'name': 'Student',
        'birth year': '2012',
        'guitar': 'Classical',
        'reach mm': '78',
        'lesson day': 'Monday',
        'lesson time': '16:00',
        'minutes': '45',
        'every weeks': '1',
      },
    ])
    expect(await table(teacher, 'drills')).toMatchObject([{ 'name': 'A drill', 'version': '1', 'set for': '1' }])
  })

  test('are of one student where one is named, and of nobody else’s', async () => {
    const [teacher, colleague] = [await makeTeacher(db), await makeTeacher(db)]
    const made = await makeStudent(db, teacher)
    await makeStudent(db, teacher)
    expect(await table(teacher, 'roster')).toHaveLength(2)
    expect(await table(teacher, 'roster', made.studentId)).toHaveLength(1)
    expect(await table(colleague, 'roster')).toEqual([])
    await expect(recordsOf(db, colleague, 'passes', made.studentId, NOW)).rejects.toMatchObject({ code: 'not-found' })
  })
})

const CARD = { birthYear: null, instrument: { preset: 'half' as const }, hand: {}, about: '' }
const SLOT = { weekday: 2, wallTime: '15:00', minutes: 30, everyWeeks: 1 }
const named = async (teacher: Teacher) => (await listStudents(db, teacher, NOW)).students.map(({ name }) => name)

describe('students of a list', () => {
  test('are added together with their weekly lessons, and taken back together', async () => {
    const teacher = await makeTeacher(db)
    const listed = {
      ...body(),
      students: [
        { ...CARD, name: 'Ada', slot: SLOT },
        { ...CARD, name: 'Bo', slot: null },
      ],
    }
    const { ids } = await addStudents(db, teacher, listed, NOW)
    expect(await addStudents(db, teacher, listed, NOW)).toMatchObject({ ids })
    expect((await listStudents(db, teacher, NOW)).students).toMatchObject([
      { name: 'Ada', nextLesson: { day: '2026-01-06', minutes: 30 } },
      { name: 'Bo', nextLesson: null },
    ])
    await takeBackStudents(db, teacher, { ...body(), studentIds: [...ids] }, NOW)
    expect(await named(teacher)).toEqual([])
  })

  test('are all of them or none: one whose guitar is not there keeps the others away', async () => {
    const teacher = await makeTeacher(db)
    const students = [
      { ...CARD, name: 'Ada', slot: null },
      { ...CARD, name: 'Bo', slot: null, instrumentId: randomUUID() },
    ]
    await expect(addStudents(db, teacher, { ...body(), students }, NOW)).rejects.toMatchObject({ code: 'not-found' })
    expect(await named(teacher)).toEqual([])
  })

  test('are not taken back once one has a drill, and never another teacher’s', async () => {
    const [teacher, colleague] = [await makeTeacher(db), await makeTeacher(db)]
    const made = await makeStudent(db, teacher)
    const other = randomUUID()
    await createStudent(db, teacher, { ...CARD, id: other, name: 'Other' }, NOW)
    const takeBack = (who: Teacher) =>
      takeBackStudents(db, who, { ...body(), studentIds: [other, made.studentId] }, NOW)
    await expect(takeBack(teacher)).rejects.toMatchObject({
      code: 'conflict',
      message: expect.stringMatching(/nobody was taken back/),
    })
    await expect(takeBack(colleague)).rejects.toMatchObject({ code: 'not-found' })
    expect(await named(teacher)).toEqual(['Other', 'Student'])
  })
})
