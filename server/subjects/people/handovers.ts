import { and, eq, isNull } from 'drizzle-orm'
import type { z } from 'zod'
import type { handOverBody } from '#shared/contracts/people/accounts'
import type { Database } from '../../db/client'
import { handovers, lessons, students, users } from '../../db/tables'
import { studentOfStudio } from '../../policy/access'
import type { Actor } from '../../policy/actor'
import { idempotentWrite } from '../../writes/idempotent-write'
import { DomainError, notFound } from '../../errors'
import { closeForgotten } from '../lessons/lessons'

/**
 * Gives a student to another teacher of the studio, with all their history: their drills and lessons are read by who
 * teaches them now, and no more by who did. A lesson that runs is ended.
 * @throws DomainError `not-found` for a student or teacher who is not there; `conflict` for a teacher who cannot sign
 *   in, or whose the student is already.
 */
export function handOver(
  db: Database,
  owner: Actor,
  studentId: string,
  body: z.infer<typeof handOverBody>,
  now: Date,
): Promise<{ id: string }> {
  return idempotentWrite(db, owner, `hand-over ${studentId}`, body, now, async tx => {
    const student = await studentOfStudio(tx, owner, studentId)
    const [teacher] = await tx
      .select()
      .from(users)
      .where(and(eq(users.id, body.teacherId), eq(users.studioId, owner.studioId), isNull(users.removedAt)))
    if (!teacher || teacher.role === 'student') throw notFound('teacher')
    if (teacher.suspendedAt !== null)
      throw new DomainError('conflict', `${teacher.displayName} is suspended: let them in again first`)
    if (student.teacherId === teacher.id)
      throw new DomainError('conflict', `${student.name} is taught by ${teacher.displayName} already`)
    const running = await tx
      .select()
      .from(lessons)
      .where(and(eq(lessons.studioId, owner.studioId), eq(lessons.studentId, studentId), isNull(lessons.endedAt)))
      .for('update')
    for (const lesson of running) await closeForgotten(tx, owner, lesson, now)
    // A guitar of the former teacher's own stays theirs; its figures stay on the card.
    await tx
      .update(students)
      .set({ teacherId: teacher.id, instrumentId: null })
      .where(and(eq(students.id, studentId), eq(students.studioId, owner.studioId)))
    await tx
      .insert(handovers)
      .values({
        id: body.id,
        studioId: owner.studioId,
        studentId,
        fromId: student.teacherId,
        toId: teacher.id,
        actorId: owner.userId,
        at: now,
      })
    return { id: body.id }
  })
}
