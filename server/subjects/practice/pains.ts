import { randomUUID } from 'node:crypto'
import { and, desc, eq, isNotNull, isNull, max, sql, type SQL } from 'drizzle-orm'
import { alias } from 'drizzle-orm/mysql-core'
import type { z } from 'zod'
import type { Pain } from '#core/schema/pain'
import type { PainRow } from '#shared/contracts/practice/answers'
import type { painBody } from '#shared/contracts/practice/pain'
import type { Database } from '../../db/client'
import { placeholder, preparedQuery, type QueryBuilder } from '../../db/prepared'
import { pains, students } from '../../db/tables'
import { presentStudent } from '../../policy/access'
import type { Actor } from '../../policy/actor'
import { idempotentWrite } from '../../writes/idempotent-write'

/** Pains a student's page tells of. */
const SHOWN = 20

/** Writes down what hurts a student from now on, or that it is gone. */
export async function tellPain(
  tx: Database,
  actor: Actor,
  studentId: string,
  pain: Pain | null,
  note: string | null,
  now: Date,
): Promise<void> {
  await tx
    .insert(pains)
    .values({ id: randomUUID(), studioId: actor.studioId, studentId, pain, note, actorId: actor.userId, at: now })
  await tx.update(students).set({ pain }).where(eq(students.id, studentId))
}

/** Puts down what hurts a student, or that it is gone; what they are taught with stays. */
export function setPain(
  db: Database,
  actor: Actor,
  studentId: string,
  body: z.infer<typeof painBody>,
  now: Date,
): Promise<{ pain: Pain | null }> {
  return idempotentWrite(db, actor, `set-pain ${studentId}`, body, now, async tx => {
    await presentStudent(tx, actor, studentId)
    await tellPain(tx, actor, studentId, body.pain, body.note ?? null, now)
    return { pain: body.pain }
  })
}

const latestPains = preparedQuery(db =>
  db
    .select({ pain: pains.pain, note: pains.note, at: pains.at })
    .from(pains)
    .where(and(eq(pains.studioId, placeholder('studioId')), eq(pains.studentId, placeholder('studentId'))))
    .orderBy(desc(pains.at))
    .limit(SHOWN),
)

/** What hurt a student of late and what was cleared, the latest first. */
export async function painsOf(db: Database, actor: Actor, studentId: string): Promise<readonly PainRow[]> {
  const rows = await latestPains(db, { studioId: actor.studioId, studentId })
  return rows.map(({ pain, note, at }) => ({ pain, note, at: at.toISOString() }))
}

/**
 * The local day since which what was last cleared had hurt, to be asked in the same way: the first day that was told
 * since the clearing before.
 */
export const hurtSince = (db: QueryBuilder): SQL<string | null> => {
  const own = and(eq(pains.studioId, students.studioId), eq(pains.studentId, students.id))
  const cleared = db
    .select({ at: max(pains.at) })
    .from(pains)
    .where(and(own, isNull(pains.pain)))
  const clearings = alias(pains, 'clearings')
  const before = db
    .select({ at: max(clearings.at) })
    .from(clearings)
    .where(
      and(
        eq(clearings.studioId, students.studioId),
        eq(clearings.studentId, students.id),
        isNull(clearings.pain),
        sql`${clearings.at} < ${cleared}`,
      ),
    )
  return sql<string | null>`${db
    .select({ since: sql`min(json_value(${pains.pain}, '$.since'))` })
    .from(pains)
    .where(
      and(
        own,
        isNotNull(pains.pain),
        sql`${pains.at} <= ${cleared}`,
        sql`${pains.at} > coalesce(${before}, '1970-01-01')`,
      ),
    )}`
}

/** When a pain of a student was last cleared, to be asked beside their own row; null for never. */
export const painClearedAt = (db: QueryBuilder): SQL<Date | null> =>
  sql<Date | null>`${db
    .select({ at: max(pains.at) })
    .from(pains)
    .where(and(eq(pains.studioId, students.studioId), eq(pains.studentId, students.id), isNull(pains.pain)))}`.mapWith(
    pains.at,
  )
