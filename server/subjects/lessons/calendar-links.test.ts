import { afterAll, describe, expect, test } from '@jest/globals'
import { randomUUID } from 'node:crypto'
import ICAL from 'ical.js'
import type { CalendarNames } from '#shared/contracts/lessons/calendar'
import { later, makeStudent, makeTeacher, NOW, openTestDatabase } from '../../tests/studio'
import { suspendAccount } from '../people/accounts'
import { endCalendarLink, listCalendarLinks, makeCalendarLink, secretOf, subscribedCalendar } from './calendar-links'
import { endSlot, setException } from './slots'

const { db, close } = openTestDatabase()
afterAll(close)

const KEY = 'a key that only the server has'
const body = () => ({ id: randomUUID() })
const link = (teacher: Parameters<typeof makeCalendarLink>[1], names: CalendarNames = 'first') =>
  makeCalendarLink(db, teacher, { ...body(), name: 'phone', names }, NOW)
const read = (secret: string, at = NOW, key = KEY) => subscribedCalendar(db, key, secret, at, async () => {})
const eventsOf = (text: string) =>
  new ICAL.Component(ICAL.parse(text) as unknown[])
    .getAllSubcomponents('vevent')
    .map(event => ({
      summary: String(event.getFirstPropertyValue('summary')),
      sequence: Number(event.getFirstPropertyValue('sequence')),
    }))

describe('an address for a calendar', () => {
  test('shows the lessons of its teacher alone, with no more of names than was chosen', async () => {
    const [teacher, colleague] = [await makeTeacher(db), await makeTeacher(db)]
    await makeStudent(db, teacher)
    await makeStudent(db, colleague)
    const { id } = await link(teacher, 'none')
    expect(eventsOf(await read(secretOf(KEY, id)))).toEqual([{ summary: 'Lesson', sequence: 0 }])
    const [row] = await listCalendarLinks(db, teacher, KEY)
    expect(row).toMatchObject({ id, name: 'phone', names: 'none', path: `/api/lessons.ics?of=${secretOf(KEY, id)}` })
    expect(await listCalendarLinks(db, colleague, KEY)).toEqual([])
  })

  test('counts up with every change of a lesson, so that a calendar takes the later', async () => {
    const teacher = await makeTeacher(db)
    const { studentId, slotId } = await makeStudent(db, teacher)
    const { id } = await link(teacher)
    const except = (cancelled: boolean) =>
      setException(
        db,
        teacher,
        studentId,
        { ...body(), slotId, day: '2026-01-12', cancelled, to: null, why: null },
        NOW,
      )
    const sequences: (number | undefined)[] = []
    const look = async () => sequences.push(eventsOf(await read(secretOf(KEY, id)))[0]?.sequence)
    await look()
    await except(true)
    await look()
    await except(false)
    await look()
    await endSlot(db, teacher, studentId, body(), later(60 * 24 * 30))
    await look()
    expect(sequences).toEqual([0, 1, 2, 3])
  })

  test('cannot be guessed, nor made by whoever has the database but not the key', async () => {
    const teacher = await makeTeacher(db)
    const { id } = await link(teacher)
    const [, code] = secretOf(KEY, id).split('.')
    for (const guess of [
      '',
      id,
      `${id}.`,
      `${id}.${'A'.repeat(43)}`,
      `${randomUUID()}.${code}`,
      secretOf('another key', id),
      `${secretOf(KEY, id)}A`,
      secretOf(KEY, randomUUID()),
    ])
      await expect(read(guess)).rejects.toMatchObject({ code: 'not-found' })
    await expect(read(secretOf(KEY, id), NOW, 'another key')).rejects.toMatchObject({ code: 'not-found' })
  })

  test('answers nothing when it is stopped, and again when that is taken back', async () => {
    const teacher = await makeTeacher(db)
    const { id } = await link(teacher)
    await endCalendarLink(db, teacher, id, { ...body(), ended: true }, NOW)
    await expect(read(secretOf(KEY, id))).rejects.toMatchObject({ code: 'not-found' })
    expect(await listCalendarLinks(db, teacher, KEY)).toEqual([])
    await endCalendarLink(db, teacher, id, { ...body(), ended: false }, NOW)
    expect(await read(secretOf(KEY, id))).toMatch(/^BEGIN:VCALENDAR/)
  })

  test('is the teacher’s own to stop, answers nothing once they are suspended, and is refused when there are many', async () => {
    const owner = await makeTeacher(db)
    const teacher = await makeTeacher(db, { studioId: owner.studioId })
    const { id } = await link(teacher)
    await expect(endCalendarLink(db, owner, id, { ...body(), ended: true }, NOW)).rejects.toMatchObject({
      code: 'not-found',
    })
    await suspendAccount(db, owner, teacher.userId, { ...body(), suspended: true }, NOW)
    await expect(read(secretOf(KEY, id))).rejects.toMatchObject({ code: 'not-found' })
    for (let i = 0; i < 20; i++) await link(owner)
    await expect(link(owner)).rejects.toMatchObject({ code: 'conflict', message: expect.stringMatching(/stop one/) })
  })
})
