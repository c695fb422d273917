import { and, eq } from 'drizzle-orm'
import type { Database } from '../db/client'
import { assignments, drills, erasedStudents, instruments, lessons, students } from '../db/tables'
import type { Actor } from './actor'
import { DomainError, notFound } from './domain-error'

// A teacher sees only what is theirs; everything else does not exist for them.

/** The teacher's own student. @throws DomainError `not-found`, or `gone` when the student was erased. */
export async function ownStudent(db: Database, actor: Actor, id: string) {
  const [student] = await db.select().from(students).where(and(eq(students.id, id), eq(students.studioId, actor.studioId), eq(students.teacherId, actor.userId)))
  if (student) return student
  const [erased] = await db.select().from(erasedStudents).where(and(eq(erasedStudents.id, id), eq(erasedStudents.studioId, actor.studioId)))
  throw erased ? new DomainError('gone', 'this student was erased') : notFound('student')
}

/** The teacher's own drill. @throws DomainError `not-found`. */
export async function ownDrill(db: Database, actor: Actor, id: string) {
  const [drill] = await db.select().from(drills).where(and(eq(drills.id, id), eq(drills.studioId, actor.studioId), eq(drills.teacherId, actor.userId)))
  if (!drill) throw notFound('drill')
  return drill
}

/** The teacher's own guitar. @throws DomainError `not-found`. */
export async function ownInstrument(db: Database, actor: Actor, id: string) {
  const [instrument] = await db.select().from(instruments).where(and(eq(instruments.id, id), eq(instruments.studioId, actor.studioId), eq(instruments.teacherId, actor.userId)))
  if (!instrument) throw notFound('guitar')
  return instrument
}

/** A drill set for one of the teacher's students. @throws DomainError `not-found`. */
export async function ownAssignment(db: Database, actor: Actor, id: string) {
  const [row] = await db.select({ assignment: assignments }).from(assignments).innerJoin(students, eq(students.id, assignments.studentId))
    .where(and(eq(assignments.id, id), eq(assignments.studioId, actor.studioId), eq(students.teacherId, actor.userId)))
  if (!row) throw notFound('set drill')
  return row.assignment
}

/** A lesson the teacher gave. `lock` keeps other writers of the lesson waiting until the transaction ends. @throws DomainError `not-found`. */
export async function ownLesson(db: Database, actor: Actor, id: string, lock = false) {
  const query = db.select().from(lessons).where(and(eq(lessons.id, id), eq(lessons.studioId, actor.studioId), eq(lessons.teacherId, actor.userId)))
  const [lesson] = await (lock ? query.for('update') : query)
  if (!lesson) throw notFound('lesson')
  return lesson
}
