import { afterAll, describe, expect, test } from '@jest/globals'
import { asc, count, desc, eq, max, sql } from 'drizzle-orm'
import { drizzle } from 'drizzle-orm/mysql2'
import { union } from 'drizzle-orm/mysql-core'
import { makeStudent, makeTeacher, openTestDatabase } from '../tests/studio'
import type { QueryBuilder as Reader } from './prepared'
import { assignments, drillVersions, standings, students, users } from './tables'

const { db, pool, close } = openTestDatabase()
/** The query builder as it comes. */
const plain = drizzle({ client: pool })
afterAll(close)

/** Queries of every kind of field. */
const QUERIES: Readonly<Record<string, (from: Reader, studioId: string) => Promise<unknown>>> = {
  'all columns: texts, documents, days, instants, numbers, what is not there': (from, studioId) =>
    from.select().from(assignments).where(eq(assignments.studioId, studioId)).orderBy(asc(assignments.id)),
  'truths and expressions': (from, studioId) =>
    from
      .select({
        name: students.name,
        long: sql<boolean>`char_length(${students.name}) > 3`.mapWith(Boolean).as('long'),
        plain: sql<number>`1 + 1`,
        set: sql<Date | null>`(${from.select({ at: max(assignments.setAt) }).from(assignments)})`.mapWith(
          assignments.setAt,
        ),
      })
      .from(students)
      .where(eq(students.studioId, studioId))
      .orderBy(asc(students.name)),
  'two tables, one of them without a row': (from, studioId) =>
    from
      .select({
        id: assignments.id,
        spec: drillVersions.spec,
        risen: standings.risenInLesson,
        decided: standings.decided,
      })
      .from(assignments)
      .innerJoin(drillVersions, eq(drillVersions.id, assignments.drillVersionId))
      .leftJoin(standings, sql`false`)
      .where(eq(assignments.studioId, studioId)),
  'whole tables, one of them without a row': (from, studioId) =>
    from
      .select()
      .from(students)
      .leftJoin(standings, sql`false`)
      .innerJoin(users, eq(users.id, students.teacherId))
      .where(eq(students.studioId, studioId))
      .orderBy(desc(students.name)),
  'sums by group': (from, studioId) =>
    from
      .select({ studentId: assignments.studentId, count: count(), last: max(assignments.setAt) })
      .from(assignments)
      .where(eq(assignments.studioId, studioId))
      .groupBy(assignments.studentId)
      .orderBy(asc(assignments.studentId)),
  'two queries in one': (from, studioId) =>
    union(
      (from as typeof db).select().from(students).where(eq(students.studioId, studioId)),
      (from as typeof db).select().from(students).where(eq(students.studioId, studioId)),
    ),
  'nothing found': from =>
    from
      .select()
      .from(students)
      .where(sql`false`),
}

describe('rows', () => {
  test.each(Object.keys(QUERIES))('are what the query builder makes of them: %s', async name => {
    const teacher = await makeTeacher(db)
    await makeStudent(db, teacher)
    await makeStudent(db, teacher)
    const ask = QUERIES[name]!
    const rows = await ask(db, teacher.studioId)
    expect(rows).toEqual(await ask(plain, teacher.studioId))
    expect((rows as unknown[]).length > 0).toBe(name !== 'nothing found')
    expect(await db.transaction(tx => ask(tx, teacher.studioId))).toEqual(rows)
  })
})
