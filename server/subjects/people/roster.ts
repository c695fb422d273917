import { and, count, eq, isNotNull } from 'drizzle-orm'
import { drillStateOf } from '#core/practice/tempo/drill-state'
import { localDay } from '#core/practice/schedule/local-time'
import { nextHeld } from '#core/practice/schedule/occurrences'
import type { Roster, StudentRow } from '#shared/contracts/people/answers'
import type { AssignmentStanding } from '#shared/contracts/taught/answers'
import type { Database } from '../../db/client'
import { placeholder, preparedQuery } from '../../db/prepared'
import { students } from '../../db/tables'
import type { Actor } from '../../policy/actor'
import { formerStudents, presentStudents, slotsOf, type Slot } from '../lessons/timetable'
import { standingsOf } from '../taught/set-drills'

type Student = typeof students.$inferSelect

/** The next lesson of a slot that is not over yet. */
function nextLessonOf(slot: Slot | undefined, now: Date): StudentRow['nextLesson'] {
  if (!slot) return null
  const isOver = (at: string) => Date.parse(at) + slot.minutes * 60_000 <= now.getTime()
  const next = nextHeld(slot, localDay(now.toISOString(), slot.zone), isOver)
  return next && { at: next.at, minutes: slot.minutes, day: next.day, moved: next.state === 'moved' }
}

/** A student as a list shows them. @param at The moment, and the studio's local day at it. */
export function rowOf(
  student: Student,
  slot: Slot | undefined,
  set: readonly AssignmentStanding[],
  lastLesson: Date | null,
  { now, today }: { readonly now: Date; readonly today: string },
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
      state: drillStateOf(each, today),
    })),
  }
}

const countOfFormer = preparedQuery(db =>
  db
    .select({ count: count() })
    .from(students)
    .where(
      and(
        eq(students.studioId, placeholder('studioId')),
        eq(students.teacherId, placeholder('teacherId')),
        isNotNull(students.archivedAt),
      ),
    ),
)

/**
 * The teacher's students by name, with where each one stands.
 * @param former Those who came once, instead of those who come.
 */
export async function listStudents(db: Database, actor: Actor, now: Date, former = false): Promise<Roster> {
  const [own, [gone]] = await Promise.all([
    (former ? formerStudents : presentStudents)(db, actor),
    countOfFormer(db, { studioId: actor.studioId, teacherId: actor.userId }),
  ])
  const ids = own.map(student => student.id)
  const today = localDay(now.toISOString(), actor.zone)
  const [slots, set] = await Promise.all([slotsOf(db, actor, ids), standingsOf(db, ids, { actor, today })])
  const slotOf = new Map(slots.map(slot => [slot.studentId, slot]))
  return {
    students: own.map(student =>
      rowOf(student, slotOf.get(student.id), set.get(student.id)!, student.lastLessonAt, { now, today }),
    ),
    former: gone!.count,
  }
}
