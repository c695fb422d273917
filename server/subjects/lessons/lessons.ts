import { randomUUID } from 'node:crypto'
import { and, asc, desc, eq, inArray, isNull, lt, max, sql, type SQL } from 'drizzle-orm'
import { alias, type MySqlColumn } from 'drizzle-orm/mysql-core'
import type { z } from 'zod'
import type { LessonEvent } from '#core/practice/log/events'
import { foldLesson } from '#core/practice/log/fold'
import { localDay } from '#core/practice/schedule/local-time'
import { occurrenceOf } from '#core/practice/schedule/occurrences'
import type { LessonDetail, LessonStarted } from '#shared/contracts/lessons/answers'
import type { startLessonBody } from '#shared/contracts/lessons/lessons'
import type { Database } from '../../db/client'
import { placeholder, preparedQuery, type QueryBuilder } from '../../db/prepared'
import { lessonEvents, lessons, lessonSlots, slotExceptions } from '../../db/tables'
import type { Actor } from '../../policy/actor'
import { DomainError, notFound } from '../../errors'
import { agendaNow, agendaThen } from './agenda'
import { goesOn, slotsOf } from './timetable'
import { idempotentWrite } from '../../writes/idempotent-write'
import { homeworkGiven, homeworkIn } from '../practice/homework'
import { hurtSince, painClearedAt } from '../practice/pains'
import { ownLessonWith, presentStudent } from '../../policy/access'

/** Length of a lesson begun out of turn, minutes. */
const UNPLANNED_MINUTES = 30

type Lesson = typeof lessons.$inferSelect

/** Ends a lesson that nobody ended, at the last thing that happened in it. */
export async function closeForgotten(tx: Database, actor: Actor, lesson: Lesson, now: Date): Promise<void> {
  const [last] = await tx
    .select({ at: max(lessonEvents.receivedAt).mapWith(lessonEvents.receivedAt) })
    .from(lessonEvents)
    .where(eq(lessonEvents.lessonId, lesson.id))
  const at = last?.at ?? lesson.startedAt
  const id = randomUUID()
  const number = lesson.lastNumber + 1
  const body: LessonEvent = { id, at: at.toISOString(), kind: 'end', forgotten: true }
  await tx
    .insert(lessonEvents)
    .values({
      id,
      studioId: actor.studioId,
      lessonId: lesson.id,
      number,
      actorId: actor.userId,
      kind: 'end',
      body,
      deviceAt: at,
      deviceOffsetMs: 0,
      receivedAt: now,
    })
  await tx.update(lessons).set({ endedAt: at, lastNumber: number }).where(eq(lessons.id, lesson.id))
}

/**
 * Begins a lesson. The planned lesson of a day is begun once: a second start answers with the first, and so does a
 * start while another lesson of this student is open on that day. One that was left open on an earlier day is closed.
 * @throws DomainError `conflict` for a former student.
 */
export function startLesson(
  db: Database,
  actor: Actor,
  body: z.infer<typeof startLessonBody>,
  now: Date,
): Promise<LessonStarted> {
  return idempotentWrite(db, actor, 'start-lesson', body, now, async tx => {
    await presentStudent(tx, actor, body.studentId)
    const slot = body.slot ? await ownSlot(tx, body.studentId, body.slot) : null
    const [running] = await tx
      .select()
      .from(lessons)
      .where(
        and(
          eq(lessons.studioId, actor.studioId),
          eq(lessons.studentId, body.studentId),
          eq(lessons.teacherId, actor.userId),
          isNull(lessons.endedAt),
        ),
      )
      .orderBy(desc(lessons.startedAt))
      .limit(1)
      .for('update')
    const dayOf = (at: Date) => localDay(at.toISOString(), actor.zone)
    if (running && dayOf(running.startedAt) === dayOf(now)) return { id: running.id, closed: null }
    if (running) await closeForgotten(tx, actor, running, now)
    const closed = running?.startedAt.toISOString() ?? null
    if (slot) {
      const [given] = await tx
        .select({ id: lessons.id })
        .from(lessons)
        .where(and(eq(lessons.slotId, slot.id), eq(lessons.slotDay, body.slot!.day)))
      if (given) return { id: given.id, closed }
    }
    const weekly = slot ? undefined : goesOn((await slotsOf(tx, actor, [body.studentId]))[0], now)
    await tx.insert(lessons).values({
      id: body.id,
      studioId: actor.studioId,
      studentId: body.studentId,
      teacherId: actor.userId,
      slotId: slot?.id ?? null,
      slotDay: body.slot?.day ?? null,
      plannedAt: slot ? new Date(slot.at) : now,
      // Out of turn it is as long as the weekly one, where there is one.
      minutes: slot?.minutes ?? weekly?.minutes ?? UNPLANNED_MINUTES,
      startedAt: now,
    })
    return { id: body.id, closed }
  })
}

async function ownSlot(tx: Database, studentId: string, wanted: { id: string; day: string }) {
  const [slot] = await tx
    .select()
    .from(lessonSlots)
    .where(and(eq(lessonSlots.id, wanted.id), eq(lessonSlots.studentId, studentId)))
  if (!slot) throw notFound('planned lesson')
  const [moved] = await tx
    .select()
    .from(slotExceptions)
    .where(and(eq(slotExceptions.slotId, slot.id), eq(slotExceptions.day, wanted.day)))
  const to = moved?.toDay && moved.toTime ? { day: moved.toDay, wallTime: moved.toTime } : null
  const exceptions = moved ? [{ day: moved.day, cancelled: moved.cancelled, to }] : []
  const planned = occurrenceOf({ ...slot, exceptions }, wanted.day)
  if (!planned) throw new DomainError('invalid', `no lesson is planned on ${wanted.day}`, { path: 'slot.day' })
  if (planned.state === 'cancelled')
    throw new DomainError('conflict', `the lesson of ${wanted.day} is cancelled: put it back first`)
  return { ...slot, at: planned.at }
}

const wholeLog = preparedQuery(db =>
  db
    .select({ body: lessonEvents.body, revision: lessonEvents.revision, taught: lessonEvents.assignmentRevision })
    .from(lessonEvents)
    .where(eq(lessonEvents.lessonId, placeholder('lessonId')))
    .orderBy(asc(lessonEvents.number)),
)

const notesIn = preparedQuery(db =>
  db
    .select({ body: lessonEvents.body })
    .from(lessonEvents)
    .where(and(eq(lessonEvents.lessonId, placeholder('lessonId')), inArray(lessonEvents.kind, ['note', 'void'])))
    .orderBy(asc(lessonEvents.number)),
)

/** A lesson by the name of the one before. */
const before = alias(lessons, 'before')

/** Of the lesson before one: its id, or when it began. */
const ofBefore = <T>(db: QueryBuilder, column: MySqlColumn): SQL<T | null> =>
  sql<T | null>`${db
    .select({ value: column })
    .from(before, { forceIndex: 'lessons_by_student' })
    .where(
      and(
        eq(before.studioId, lessons.studioId),
        eq(before.studentId, lessons.studentId),
        lt(before.startedAt, lessons.startedAt),
      ),
    )
    .orderBy(desc(before.startedAt))
    .limit(1)}`.mapWith(column) as SQL<T | null>

const opened = ownLessonWith(db => ({
  painClearedAt: painClearedAt(db),
  hurtSince: hurtSince(db),
  homeworkGiven: homeworkGiven(db),
  beforeId: ofBefore<string>(db, before.id),
  beforeAt: ofBefore<Date>(db, before.startedAt),
}))

/** What was noted in a lesson. */
async function notedIn(db: Database, lessonId: string): Promise<readonly string[]> {
  const rows = await notesIn(db, { lessonId })
  return foldLesson(rows.map(({ body }) => body)).notes.map(note => note.text)
}

/** A lesson with all that is needed to run it. */
export async function readLesson(db: Database, actor: Actor, lessonId: string, now: Date): Promise<LessonDetail> {
  const { lesson, student, ...found } = await opened(db, actor, lessonId)
  const scope = { actor, today: localDay(now.toISOString(), actor.zone), lesson }
  const log = wholeLog(db, { lessonId })
  const taught = log.then(
    rows =>
      new Map(
        rows.flatMap(({ body, taught }) =>
          'assignmentId' in body && body.assignmentId ? [[body.assignmentId, taught ?? 0] as const] : [],
        ),
      ),
  )
  const [rows, notes, agenda, homework] = await Promise.all([
    log,
    found.beforeId === null ? [] : notedIn(db, found.beforeId),
    lesson.endedAt === null ? agendaNow(db, scope, taught) : taught.then(drills => agendaThen(db, scope, drills)),
    found.homeworkGiven ? homeworkIn(db, actor, lessonId) : [],
  ])
  // What an older device left out, the log knows.
  const events = rows.map(({ body, revision }) =>
    body.kind === 'pass' && revision !== null ? { ...body, revision } : body,
  )
  return {
    id: lesson.id,
    startedAt: lesson.startedAt.toISOString(),
    endedAt: lesson.endedAt?.toISOString() ?? null,
    minutes: lesson.minutes,
    zone: actor.zone,
    student: {
      id: student.id,
      name: student.name,
      instrument: student.instrument,
      hand: student.hand,
      habits: student.habits ?? {},
      pain: student.pain,
      painClearedAt: found.painClearedAt?.toISOString() ?? null,
      hurtSince: found.hurtSince,
    },
    agenda,
    events,
    homework,
    lastTime: found.beforeAt && { at: found.beforeAt.toISOString(), notes },
  }
}
