import { and, eq, getTableColumns, type SQL } from 'drizzle-orm'
import type { Database } from '../db/client'
import { placeholder, preparedQuery, type QueryBuilder } from '../db/prepared'
import {
  assignments,
  calendarLinks,
  drills,
  drillVersions,
  erasedIds,
  instruments,
  keptChords,
  lessons,
  students,
} from '../db/tables'
import type { Actor } from './actor'
import { DomainError, notFound } from '../errors'

// A teacher sees only what is theirs, a student only themself; everything else does not exist for them.

/** The answer for a row that is not there: `gone` when it was erased with a student of this teacher's. */
async function missing(db: Database, actor: Actor, id: string, what: string): Promise<DomainError> {
  const [erased] = await db
    .select({ id: erasedIds.id })
    .from(erasedIds)
    .where(and(eq(erasedIds.id, id), eq(erasedIds.studioId, actor.studioId), eq(erasedIds.teacherId, actor.userId)))
  return erased ? new DomainError('gone', `this ${what} was erased`) : notFound(what)
}

/** What a teacher's own rows of a table are found by. */
const own = (actor: Actor, id: string) => ({ id, studioId: actor.studioId, teacherId: actor.userId })

const studentOfTeacher = preparedQuery(db =>
  db
    .select()
    .from(students)
    .where(
      and(
        eq(students.id, placeholder('id')),
        eq(students.studioId, placeholder('studioId')),
        eq(students.teacherId, placeholder('teacherId')),
      ),
    ),
)

const studentInStudio = preparedQuery(db =>
  db
    .select()
    .from(students)
    .where(and(eq(students.id, placeholder('id')), eq(students.studioId, placeholder('studioId')))),
)

/**
 * The teacher's own student, or for a student themself. @throws DomainError `not-found`, or `gone` when the student was
 * erased.
 */
export async function ownStudent(db: Database, actor: Actor, id: string) {
  if (actor.role === 'student' && id !== actor.studentId) throw notFound('student')
  const [student] =
    actor.role === 'student'
      ? await studentInStudio(db, { id, studioId: actor.studioId })
      : await studentOfTeacher(db, own(actor, id))
  if (!student) throw await missing(db, actor, id, 'student')
  return student
}

/** The teacher's own student, who still comes. @throws DomainError `conflict` for a former one. */
export async function presentStudent(db: Database, actor: Actor, id: string) {
  const student = await ownStudent(db, actor, id)
  if (student.archivedAt !== null) throw new DomainError('conflict', `${student.name} is archived: restore them first`)
  return student
}

/** The teacher's own drill. @throws DomainError `not-found`. */
export async function ownDrill(db: Database, actor: Actor, id: string) {
  const [drill] = await db
    .select()
    .from(drills)
    .where(and(eq(drills.id, id), eq(drills.studioId, actor.studioId), eq(drills.teacherId, actor.userId)))
  if (!drill) throw notFound('drill')
  return drill
}

/** A student of the studio, whoever teaches them: for its owner. @throws DomainError `not-found`. */
export async function studentOfStudio(db: Database, owner: Actor, id: string) {
  const [student] = await studentInStudio(db, { id, studioId: owner.studioId })
  if (!student) throw notFound('student')
  return student
}

/**
 * A drill to be looked at: the teacher's own, or one that is set for a student of theirs. @throws DomainError
 * `not-found`.
 */
export async function drillInSight(db: Database, actor: Actor, id: string) {
  const [drill] = await db
    .select()
    .from(drills)
    .where(and(eq(drills.id, id), eq(drills.studioId, actor.studioId)))
  if (drill?.teacherId === actor.userId) return drill
  const [set] = drill
    ? await db
        .select({ id: assignments.id })
        .from(assignments)
        .innerJoin(drillVersions, eq(drillVersions.id, assignments.drillVersionId))
        .innerJoin(students, eq(students.id, assignments.studentId))
        .where(
          and(
            eq(drillVersions.drillId, id),
            eq(assignments.studioId, actor.studioId),
            eq(students.teacherId, actor.userId),
          ),
        )
        .limit(1)
    : []
  if (!drill || !set) throw notFound('drill')
  return drill
}

/** The teacher's own guitar. @throws DomainError `not-found`. */
export async function ownInstrument(db: Database, actor: Actor, id: string) {
  const [instrument] = await db
    .select()
    .from(instruments)
    .where(
      and(eq(instruments.id, id), eq(instruments.studioId, actor.studioId), eq(instruments.teacherId, actor.userId)),
    )
  if (!instrument) throw notFound('guitar')
  return instrument
}

/** Chords the teacher keeps. @throws DomainError `not-found` */
export async function ownChords(db: Database, actor: Actor, id: string) {
  const [kept] = await db
    .select()
    .from(keptChords)
    .where(and(eq(keptChords.id, id), eq(keptChords.studioId, actor.studioId), eq(keptChords.teacherId, actor.userId)))
  if (!kept) throw notFound('progression or shape')
  return kept
}

/** An address the teacher gave to a calendar. @throws DomainError `not-found`. */
export async function ownCalendarLink(db: Database, actor: Actor, id: string) {
  const [link] = await db
    .select()
    .from(calendarLinks)
    .where(
      and(
        eq(calendarLinks.id, id),
        eq(calendarLinks.studioId, actor.studioId),
        eq(calendarLinks.teacherId, actor.userId),
      ),
    )
  if (!link) throw notFound('address')
  return link
}

/** A drill set for one of the teacher's students. @throws DomainError `not-found`, or `gone`. */
export async function ownAssignment(db: Database, actor: Actor, id: string) {
  const [row] = await db
    .select({ assignment: assignments })
    .from(assignments)
    .innerJoin(students, eq(students.id, assignments.studentId))
    .where(and(eq(assignments.id, id), eq(assignments.studioId, actor.studioId), eq(students.teacherId, actor.userId)))
  if (!row) throw await missing(db, actor, id, 'set drill')
  return row.assignment
}

// A lesson goes with its student: who teaches them now reads what was taught before.
const lessonOfTeacher = and(
  eq(lessons.id, placeholder('id')),
  eq(lessons.studioId, placeholder('studioId')),
  eq(students.teacherId, placeholder('teacherId')),
)
const lessonAlone = (db: QueryBuilder) =>
  db
    .select(getTableColumns(lessons))
    .from(lessons)
    .innerJoin(students, eq(students.id, lessons.studentId))
    .where(lessonOfTeacher)
const lessonRead = preparedQuery(lessonAlone)
const lessonLocked = preparedQuery(db => lessonAlone(db).for('update'))

/**
 * A lesson the teacher gave. `lock` keeps other writers of the lesson waiting until the transaction ends. @throws
 * DomainError `not-found`, or `gone`.
 */
export async function ownLesson(db: Database, actor: Actor, id: string, lock = false) {
  const [lesson] = await (lock ? lessonLocked : lessonRead)(db, own(actor, id))
  if (!lesson) throw await missing(db, actor, id, 'lesson')
  return lesson
}

type Beside = Readonly<Record<string, SQL<unknown>>>
type LessonWith<B extends Beside> = {
  readonly lesson: typeof lessons.$inferSelect
  readonly student: typeof students.$inferSelect
} & { readonly [K in keyof B]: B[K] extends SQL<infer V> ? V : never }

/**
 * The same with its student and what else is asked of both, as one question.
 * @param beside Expressions over the columns of the lesson and the student.
 * @returns Reads it. @throws DomainError `not-found`, or `gone`.
 */
export function ownLessonWith<B extends Beside>(
  beside: (db: QueryBuilder) => B,
): (db: Database, actor: Actor, id: string) => Promise<LessonWith<B>> {
  const asked = preparedQuery(db =>
    db
      .select({ lesson: getTableColumns(lessons), student: getTableColumns(students), ...(beside(db) as Beside) })
      .from(lessons)
      .innerJoin(students, eq(students.id, lessons.studentId))
      .where(lessonOfTeacher),
  )
  return async (db, actor, id) => {
    const [found] = await asked(db, own(actor, id))
    if (!found) throw await missing(db, actor, id, 'lesson')
    return found as LessonWith<B>
  }
}
