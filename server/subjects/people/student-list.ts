import { randomUUID } from 'node:crypto'
import { and, eq, inArray } from 'drizzle-orm'
import type { z } from 'zod'
import type { severalStudentsBody, takeBackStudentsBody } from '#shared/contracts/people/students'
import type { Database } from '../../db/client'
import { assignments, lessons } from '../../db/tables'
import { ownStudent } from '../../policy/access'
import type { Actor } from '../../policy/actor'
import { idempotentWrite } from '../../writes/idempotent-write'
import { DomainError } from '../../errors'
import { eraseRows } from './erasing'
import { insertSlot } from '../lessons/slots'
import { insertStudent } from './students'

/** Adds students that a list brought in, with their weekly lessons: all of them or none. */
export function addStudents(
  db: Database,
  actor: Actor,
  body: z.infer<typeof severalStudentsBody>,
  now: Date,
): Promise<{ id: string; ids: readonly string[] }> {
  return idempotentWrite(db, actor, 'add-students', body, now, async tx => {
    const ids: string[] = []
    for (const { slot, ...card } of body.students) {
      const id = randomUUID()
      await insertStudent(tx, actor, { ...card, id }, now)
      if (slot) await insertSlot(tx, actor, id, { ...slot, id: randomUUID() }, now)
      ids.push(id)
    }
    return { id: body.id, ids }
  })
}

/**
 * Takes back students that were brought in, all of them or none.
 * @throws DomainError `conflict` where one was given a drill or a lesson meanwhile: that is not undone by the way.
 */
export function takeBackStudents(
  db: Database,
  actor: Actor,
  body: z.infer<typeof takeBackStudentsBody>,
  now: Date,
): Promise<{ id: string }> {
  return idempotentWrite(db, actor, 'take-back-students', body, now, async tx => {
    const { studentIds } = body
    for (const table of [assignments, lessons]) {
      const [used] = await tx
        .select({ id: table.studentId })
        .from(table)
        .where(and(eq(table.studioId, actor.studioId), inArray(table.studentId, [...studentIds])))
        .limit(1)
      if (!used) continue
      const { name } = await ownStudent(tx, actor, used.id)
      throw new DomainError('conflict', `${name} has drills or lessons by now: nobody was taken back`)
    }
    for (const id of new Set(studentIds)) {
      await ownStudent(tx, actor, id)
      await eraseRows(tx, actor, id, now)
    }
    return { id: body.id }
  })
}
