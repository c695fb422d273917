import { and, asc, count, eq, getTableColumns, isNotNull, isNull, type SQL } from 'drizzle-orm'
import { localDay } from '#core/practice/schedule/local-time'
import { nextHeld } from '#core/practice/schedule/occurrences'
import type { AssignmentStanding } from '#shared/contracts/assignments'
import type { ExceptionRow, Roster, StudentRow } from '#shared/contracts/students'
import type { Database } from '../db/client'
import { amongGiven, given, question } from '../db/question'
import { lessonSlots, slotExceptions, students } from '../db/tables'
import type { Actor } from '../policy/actor'
import { lastLessonAt } from './history'
import { standingsOf } from './set-drills'

type Student = typeof students.$inferSelect
/** A weekly lesson with what of it was moved or cancelled. */
export type Slot = typeof lessonSlots.$inferSelect & { readonly exceptions: readonly ExceptionRow[] }

/** A weekly lesson that goes on. */
export const goesOn = <S extends Pick<Slot, 'endsOn' | 'zone'>>(slot: S | undefined, now: Date): S | undefined =>
  slot && (slot.endsOn === null || slot.endsOn >= localDay(now.toISOString(), slot.zone)) ? slot : undefined

/** The next lesson of a slot that is not over yet. */
function nextLessonOf(slot: Slot | undefined, now: Date): StudentRow['nextLesson'] {
  if (!slot) return null
  const isOver = (at: string) => Date.parse(at) + slot.minutes * 60_000 <= now.getTime()
  const next = nextHeld(slot, localDay(now.toISOString(), slot.zone), isOver)
  return next && { at: next.at, minutes: slot.minutes, day: next.day, moved: next.state === 'moved' }
}

/** A student as a list shows them. */
export function rowOf(
  student: Student,
  slot: Slot | undefined,
  set: readonly AssignmentStanding[],
  lastLesson: Date | null,
  now: Date,
): StudentRow {
  return {
    id: student.id,
    name: student.name,
    // Only the year is kept, so this is the age reached this year.
    age: student.birthYear === null ? null : now.getUTCFullYear() - student.birthYear,
    instrument: student.instrument,
    instrumentId: student.instrumentId,
    hand: student.hand,
    habits: student.habits ?? {},
    pain: student.pain,
    school: student.school,
    archived: student.archivedAt !== null,
    nextLesson: nextLessonOf(slot, now),
    lastLessonAt: lastLesson?.toISOString() ?? null,
    drills: set.map(each => ({
      name: each.drillName,
      toTempo: each.toTempo,
      bpm: each.bpm,
      targetBpm: each.plan.targetBpm,
      pace: each.pace,
    })),
  }
}

/** Students of one list at most: a teacher who has more finds them by name. */
const MOST_STUDENTS = 500

const ofTeacher = and(eq(students.studioId, given('studioId')), eq(students.teacherId, given('teacherId')))
const listOf = (which: SQL) =>
  question(db =>
    db
      .select({ ...getTableColumns(students), lastLessonAt: lastLessonAt(db) })
      .from(students)
      .where(and(ofTeacher, which))
      .orderBy(asc(students.name))
      .limit(MOST_STUDENTS),
  )
const presentOnes = listOf(isNull(students.archivedAt))
const formerOnes = listOf(isNotNull(students.archivedAt))
const countOfFormer = question(db =>
  db
    .select({ count: count() })
    .from(students)
    .where(and(ofTeacher, isNotNull(students.archivedAt))),
)
const exceptionFields = {
  day: slotExceptions.day,
  cancelled: slotExceptions.cancelled,
  toDay: slotExceptions.toDay,
  toTime: slotExceptions.toTime,
  why: slotExceptions.why,
}
/** Each weekly lesson with each of its exceptions; one without any is one row. */
const slotsOfSome = question(db =>
  db
    .select({ slot: lessonSlots, exception: exceptionFields })
    .from(lessonSlots)
    .leftJoin(slotExceptions, eq(slotExceptions.slotId, lessonSlots.id))
    .where(and(eq(lessonSlots.studioId, given('studioId')), amongGiven(lessonSlots.studentId, 'ids')))
    .orderBy(asc(slotExceptions.day)),
)

const teacher = (actor: Actor) => ({ studioId: actor.studioId, teacherId: actor.userId })

/** The teacher's students who come, by name, and when each last had a lesson. */
export const presentStudents = (db: Database, actor: Actor) => presentOnes(db, teacher(actor))

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

/**
 * The teacher's students by name, with where each one stands.
 * @param former Those who came once, instead of those who come.
 */
export async function listStudents(db: Database, actor: Actor, now: Date, former = false): Promise<Roster> {
  const [own, [gone]] = await Promise.all([
    (former ? formerOnes : presentOnes)(db, teacher(actor)),
    countOfFormer(db, teacher(actor)),
  ])
  const ids = own.map(student => student.id)
  const [slots, set] = await Promise.all([
    slotsOf(db, actor, ids),
    standingsOf(db, ids, { actor, today: localDay(now.toISOString(), actor.zone) }),
  ])
  const slotOf = new Map(slots.map(slot => [slot.studentId, slot]))
  return {
    students: own.map(student =>
      rowOf(student, slotOf.get(student.id), set.get(student.id)!, student.lastLessonAt, now),
    ),
    former: gone!.count,
  }
}
