import { and, desc, eq, inArray, sql, type SQL } from 'drizzle-orm'
import type { z } from 'zod'
import type { HomeworkRow } from '#shared/contracts/practice/answers'
import type { homeworkBody } from '#shared/contracts/practice/homework'
import type { Database } from '../../db/client'
import { placeholder, preparedQuery, type QueryBuilder } from '../../db/prepared'
import { assignments, homework, lessons } from '../../db/tables'
import { ownLesson, presentStudent } from '../../policy/access'
import type { Actor } from '../../policy/actor'
import { idempotentWrite } from '../../writes/idempotent-write'
import { notFound } from '../../errors'

/** What a student's page tells of: a term of weeks. */
const SHOWN = 12

const latest = preparedQuery(db =>
  db
    .select({ id: homework.id, at: homework.at, lessonId: homework.lessonId, body: homework.body })
    .from(homework)
    .where(and(eq(homework.studioId, placeholder('studioId')), eq(homework.studentId, placeholder('studentId'))))
    .orderBy(desc(homework.at))
    .limit(placeholder('most')),
)

const inLesson = preparedQuery(db =>
  db
    .select({ id: homework.id, at: homework.at, lessonId: homework.lessonId, body: homework.body })
    .from(homework)
    .where(and(eq(homework.studioId, placeholder('studioId')), eq(homework.lessonId, placeholder('lessonId'))))
    .orderBy(desc(homework.at)),
)
/** Whether anything was given to practise in a lesson, to be asked beside its own row. */
export const homeworkGiven = (db: QueryBuilder): SQL<boolean> =>
  sql<boolean>`exists ${db
    .select({ id: homework.id })
    .from(homework)
    .where(and(eq(homework.studioId, lessons.studioId), eq(homework.lessonId, lessons.id)))}`.mapWith(Boolean)

type Row = Pick<typeof homework.$inferSelect, 'id' | 'at' | 'lessonId' | 'body'>
const rowOf = ({ id, at, lessonId, body }: Row): HomeworkRow => ({ id, at: at.toISOString(), lessonId, given: body })

/** What was given to practise in a lesson, the latest first. */
export const homeworkIn = async (db: Database, actor: Actor, lessonId: string): Promise<readonly HomeworkRow[]> =>
  (await inLesson(db, { studioId: actor.studioId, lessonId })).map(rowOf)

/** What a student was given to practise, the latest first. */
export async function homeworkOf(
  db: Database,
  actor: Actor,
  studentId: string,
  most = SHOWN,
): Promise<readonly HomeworkRow[]> {
  const rows = await latest(db, { studioId: actor.studioId, studentId, most })
  return rows.map(rowOf)
}

/**
 * Writes down what a student is given to practise, as the sheet says it.
 * @throws DomainError `not-found` for a drill or lesson that is not theirs; `conflict` for a former student.
 */
export function giveHomework(
  db: Database,
  actor: Actor,
  studentId: string,
  body: z.infer<typeof homeworkBody>,
  now: Date,
): Promise<HomeworkRow> {
  return idempotentWrite(db, actor, `give-homework ${studentId}`, body, now, async tx => {
    await presentStudent(tx, actor, studentId)
    if (body.lessonId !== null) {
      const lesson = await ownLesson(tx, actor, body.lessonId)
      if (lesson.studentId !== studentId) throw notFound('lesson')
    }
    const ids = [...new Set(body.given.drills.map(drill => drill.assignmentId))]
    const known = await tx
      .select({ id: assignments.id })
      .from(assignments)
      .where(
        and(
          eq(assignments.studioId, actor.studioId),
          eq(assignments.studentId, studentId),
          inArray(assignments.id, ids),
        ),
      )
    if (known.length < ids.length) throw notFound('set drill')
    const { id, lessonId } = body
    await tx
      .insert(homework)
      .values({ id, studioId: actor.studioId, studentId, lessonId, body: body.given, actorId: actor.userId, at: now })
    return { id, at: now.toISOString(), lessonId, given: body.given }
  })
}
