import { toICalendar, type CalendarSlot } from '#core/formats/icalendar/write'
import { dayPlus, localDay } from '#core/practice/schedule/local-time'
import type { CalendarNames } from '#shared/contracts/lessons/calendar'
import type { Database } from '../../db/client'
import type { Actor } from '../../policy/actor'
import { presentStudents, slotsOf } from './timetable'

/** How long before and after today the clocks of the zones are told, days. */
const [BEFORE, AFTER] = [400, 1500]

/** What stands in the calendar for a student: as little as the teacher wants others to read. */
function shownName(name: string, names: CalendarNames): string {
  if (names === 'none') return 'Lesson'
  const words = name.trim().split(/\s+/)
  return names === 'first' ? words[0]! : words.map(word => `${[...word][0]!}.`).join(' ')
}

/** A teacher's weekly lessons as iCalendar, with what of them was moved or cancelled. */
export async function lessonCalendar(db: Database, actor: Actor, names: CalendarNames, now: Date): Promise<string> {
  const own = await presentStudents(db, actor)
  const slots = await slotsOf(
    db,
    actor,
    own.map(({ id }) => id),
  )
  const nameOf = new Map(own.map(({ id, name }) => [id, shownName(name, names)]))
  const today = localDay(now.toISOString(), actor.zone)
  return toICalendar({
    name: 'Lessons',
    slots: slots
      .map((slot): CalendarSlot => ({ ...slot, summary: nameOf.get(slot.studentId)! }))
      .toSorted((a, b) => (a.id < b.id ? -1 : 1)),
    from: dayPlus(today, -BEFORE),
    to: dayPlus(today, AFTER),
    writtenAt: now.toISOString(),
  })
}
