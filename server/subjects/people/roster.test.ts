import { afterAll, describe, expect, test } from '@jest/globals'
import { randomUUID } from 'node:crypto'
import { makeStudent, makeTeacher, openTestDatabase } from '../../tests/studio'
import { endAssignment } from '../taught/assignments'
import { localEngine } from '../../engine/engine'
import { listStudents } from './roster'
import { setException, setSlot } from '../lessons/slots'
import { archiveStudent, changeStudent, createStudent } from './students'

const { db, close } = openTestDatabase()
afterAll(close)
const body = () => ({ id: randomUUID() })
const at = (iso: string) => new Date(iso)

describe('the next lesson in the roster', () => {
  // Mondays at 16:00 in London for 45 minutes, from 5 January 2026 on.
  test.each([
    ['before it begins', '2026-01-05T15:00:00Z', { day: '2026-01-05', moved: false }],
    ['while it goes on', '2026-01-05T16:44:00Z', { day: '2026-01-05', moved: false }],
    ['once it is over', '2026-01-05T16:45:00Z', { day: '2026-01-12', moved: false }],
    ['over the change to summer time', '2026-03-24T12:00:00Z', { day: '2026-03-30', at: '2026-03-30T15:00:00.000Z' }],
  ])('%s', async (_, now, expected) => {
    const teacher = await makeTeacher(db)
    await makeStudent(db, teacher)
    const { students } = await listStudents(db, teacher, at(now))
    expect(students[0]!.nextLesson).toMatchObject(expected)
  })

  test.each([
    ['cancelled: the one after it', { cancelled: true, to: null, why: '' }, { day: '2026-01-12', moved: false }],
    [
      'moved: on its new day and hour',
      { cancelled: false, to: { day: '2026-01-07', wallTime: '10:00' }, why: 'concert' },
      { day: '2026-01-05', moved: true, at: '2026-01-07T10:00:00.000Z' },
    ],
  ])('%s', async (_, exception, expected) => {
    const teacher = await makeTeacher(db)
    const { studentId, slotId } = await makeStudent(db, teacher)
    await setException(
      db,
      teacher,
      studentId,
      { ...body(), slotId, day: '2026-01-05', ...exception } as never,
      at('2026-01-02T12:00:00Z'),
    )
    const { students } = await listStudents(db, teacher, at('2026-01-05T09:00:00Z'))
    expect(students[0]!.nextLesson).toMatchObject(expected)
  })

  test('every other week: the odd ones are passed over', async () => {
    const teacher = await makeTeacher(db)
    const { studentId, slotId } = await makeStudent(db, teacher)
    const fortnightly = { id: slotId, weekday: 1, wallTime: '16:00', minutes: 45, everyWeeks: 2 } as const
    await setSlot(db, teacher, studentId, { ...fortnightly, id: randomUUID() }, at('2026-01-05T10:00:00Z'))
    const next = async (now: string) => (await listStudents(db, teacher, at(now))).students[0]!.nextLesson!.day
    const first = await next('2026-01-05T12:00:00Z')
    const then = await next(`${first}T20:00:00Z`)
    expect((Date.parse(then) - Date.parse(first)) / 86_400_000).toBe(14)
  })
})

describe('the rows of the roster', () => {
  test.each([
    ['2012', 2012, '2026-12-31T12:00:00Z', 14],
    ['this year', 2026, '2026-01-01T12:00:00Z', 0],
    ['unknown', null, '2026-01-01T12:00:00Z', null],
  ])('a year of birth %s', async (_, birthYear, now, age) => {
    const teacher = await makeTeacher(db)
    await createStudent(
      db,
      teacher,
      { ...body(), name: 'Ada', birthYear, instrument: { preset: 'half' }, hand: {}, about: '' },
      at('2026-01-01T10:00:00Z'),
    )
    expect((await listStudents(db, teacher, at(now))).students[0]!.age).toBe(age)
  })

  test('stand by name; who left is counted and listed apart; another teacher has others', async () => {
    const teacher = await makeTeacher(db)
    const colleague = await makeTeacher(db, { studioId: teacher.studioId })
    const now = at('2026-01-05T12:00:00Z')
    const add = (who: typeof teacher, name: string) =>
      createStudent(
        db,
        who,
        { ...body(), name, birthYear: null, instrument: { preset: 'half' }, hand: {}, about: '' },
        now,
      )
    await add(teacher, 'Bo')
    const { id: gone } = await add(teacher, 'Cy')
    await add(teacher, 'Ada')
    await add(colleague, 'Di')
    await archiveStudent(db, teacher, gone, { ...body(), archived: true }, now)
    const names = async (former: boolean) =>
      (await listStudents(db, teacher, now, former)).students.map(student => student.name)
    expect([await names(false), await names(true)]).toEqual([['Ada', 'Bo'], ['Cy']])
    expect((await listStudents(db, teacher, now)).former).toBe(1)
  })

  test('tell where each set drill stands, and nothing of one that was taken off', async () => {
    const teacher = await makeTeacher(db)
    const { assignmentId } = await makeStudent(db, teacher)
    const now = at('2026-01-05T16:30:00Z')
    const drills = async () => (await listStudents(db, teacher, now)).students[0]!.drills
    expect(await drills()).toEqual([
      { name: 'A drill', toTempo: true, bpm: 72, targetBpm: 104, state: { kind: 'on-plan' } },
    ])
    await endAssignment(db, localEngine, teacher, assignmentId, { ...body(), ended: true }, now)
    expect(await drills()).toEqual([])
  })
})

test('a child’s reach is assumed by age until somebody measures it', async () => {
  const teacher = await makeTeacher(db)
  const now = at('2026-03-01T12:00:00Z')
  const card = { name: 'Ida', birthYear: 2017, instrument: {}, about: '' } as const
  const { id } = await createStudent(db, teacher, { ...body(), ...card, hand: { spared: [4] } } as never, now)
  const handNow = async () => (await listStudents(db, teacher, now)).students.find(each => each.id === id)!.hand
  expect(await handNow()).toEqual({ spared: [4], assumedMm: 58 })
  await changeStudent(db, localEngine, teacher, id, { ...body(), ...card, hand: { reachMm: 61 } } as never, now)
  expect(await handNow()).toEqual({ reachMm: 61 })
  await changeStudent(db, localEngine, teacher, id, { ...body(), ...card, birthYear: null, hand: {} } as never, now)
  expect(await handNow()).toEqual({})
})
