import { and, asc, eq, getTableColumns, isNotNull, isNull, type SQL } from 'drizzle-orm'
import { localDay } from '#core/practice/schedule/local-time'
import type { ExceptionRow } from '#shared/contracts/lessons/answers'
import type { Database } from '../../db/client'
import { inPlaceholder, placeholder, preparedQuery } from '../../db/prepared'
import { lessonSlots, slotExceptions, students } from '../../db/tables'
import type { Actor } from '../../policy/actor'
import { lastLessonAt } from './history'

/** A weekly lesson with what of it was moved or cancelled. */
export type Slot = typeof lessonSlots.$inferSelect & { readonly exceptions: readonly ExceptionRow[] }

/** A weekly lesson that goes on. */
export const goesOn = <S extends Pick<Slot, 'endsOn' | 'zone'>>(slot: S | undefined, now: Date): S | undefined =>
  slot && (slot.endsOn === null || slot.endsOn >= localDay(now.toISOString(), slot.zone)) ? slot : undefined

/** Students of one list at most: a teacher who has more finds them by name. */
const MOST_STUDENTS = 500

const ofTeacher = and(eq(students.studioId, placeholder('studioId')), eq(students.teacherId, placeholder('teacherId')))
const listOf = (which: SQL) =>
  preparedQuery(db =>
    db
      .select({ ...getTableColumns(students), lastLessonAt: lastLessonAt(db) })
      .from(students)
      .where(and(ofTeacher, which))
      .orderBy(asc(students.name))
      .limit(MOST_STUDENTS),
  )
const presentOnes = listOf(isNull(students.archivedAt))
const formerOnes = listOf(isNotNull(students.archivedAt))
const exceptionFields = {
  day: slotExceptions.day,
  cancelled: slotExceptions.cancelled,
  toDay: slotExceptions.toDay,
  toTime: slotExceptions.toTime,
  why: slotExceptions.why,
}
/** Each weekly lesson with each of its exceptions; one without any is one row. */
const slotsOfSome = preparedQuery(db =>
  db
    .select({ slot: lessonSlots, exception: exceptionFields })
    .from(lessonSlots)
    .leftJoin(slotExceptions, eq(slotExceptions.slotId, lessonSlots.id))
    .where(and(eq(lessonSlots.studioId, placeholder('studioId')), inPlaceholder(lessonSlots.studentId, 'ids')))
    .orderBy(asc(slotExceptions.day)),
)

const teacher = (actor: Actor) => ({ studioId: actor.studioId, teacherId: actor.userId })

/** The teacher's students who come, by name, and when each last had a lesson. */
export const presentStudents = (db: Database, actor: Actor) => presentOnes(db, teacher(actor))

/** The teacher's students who came once, in the same way. */
export const formerStudents = (db: Database, actor: Actor) => formerOnes(db, teacher(actor))

/** The weekly lessons of some students. */
export async function slotsOf(db: Database, actor: Actor, studentIds: readonly string[]): Promise<readonly Slot[]> {
  if (studentIds.length === 0) return []
  const found = new Map<string, Slot & { readonly exceptions: ExceptionRow[] }>()
  for (const { slot, exception } of await slotsOfSome(db, { studioId: actor.studioId, ids: studentIds })) {
    const known = found.get(slot.id) ?? { ...slot, exceptions: [] }
    found.set(slot.id, known)
    if (!exception) continue
    const { day, cancelled, toDay, toTime, why } = exception
    const to = toDay !== null && toTime !== null ? { day: toDay, wallTime: toTime } : null
    known.exceptions.push({ day, cancelled, to, why })
  }
  return [...found.values()]
}
