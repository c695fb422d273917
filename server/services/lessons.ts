import { randomUUID } from 'node:crypto'
import { and, asc, desc, eq, isNull, lt, max } from 'drizzle-orm'
import type { z } from 'zod'
import { overrules, type LessonEvent, type LessonEventOf } from '#core/lesson/events'
import { foldLesson } from '#core/lesson/fold'
import { localDay } from '#core/schedule/local-time'
import { fallsOn } from '#core/schedule/weekly'
import type { EventStored, LessonDetail, LessonStarted, startLessonBody } from '#shared/contracts/lessons'
import type { Database } from '../db/client'
import { assignments, decisions, drillVersions, lessonEvents, lessons, lessonSlots } from '../db/tables'
import type { Actor } from './actor'
import { DomainError, notFound } from './domain-error'
import { assignmentsOf } from './history'
import { once } from './once'
import { ownLesson, ownStudent } from './owned'

/** Length of a lesson begun out of turn, minutes. */
const UNPLANNED_MINUTES = 30

/** Where the next event of a lesson goes. */
async function nextNumber(tx: Database, lessonId: string): Promise<number> {
  const [last] = await tx.select({ number: max(lessonEvents.number) }).from(lessonEvents).where(eq(lessonEvents.lessonId, lessonId))
  return (last?.number ?? 0) + 1
}

/** Ends a lesson that nobody ended, at the last thing that happened in it. */
async function closeForgotten(tx: Database, actor: Actor, lesson: typeof lessons.$inferSelect, now: Date): Promise<void> {
  const [last] = await tx.select({ at: max(lessonEvents.deviceAt).mapWith(lessonEvents.deviceAt) }).from(lessonEvents).where(eq(lessonEvents.lessonId, lesson.id))
  const at = last?.at ?? lesson.startedAt
  const id = randomUUID()
  const body: LessonEvent = { id, at: at.toISOString(), kind: 'end' }
  await tx.insert(lessonEvents).values({ id, studioId: actor.studioId, lessonId: lesson.id, number: await nextNumber(tx, lesson.id), actorId: actor.userId, kind: 'end', body, deviceAt: at, deviceOffsetMs: 0, receivedAt: now })
  await tx.update(lessons).set({ endedAt: at }).where(eq(lessons.id, lesson.id))
}

/**
 * Begins a lesson. The planned lesson of a day is begun once: a second start answers with the first, and so does a
 * start while another lesson of this student is open on that day. One that was left open on an earlier day is closed.
 */
export function startLesson(db: Database, actor: Actor, body: z.infer<typeof startLessonBody>, now: Date): Promise<LessonStarted> {
  return once(db, actor, 'start-lesson', body, now, async (tx) => {
    await ownStudent(tx, actor, body.studentId)
    const open = and(eq(lessons.studentId, body.studentId), eq(lessons.teacherId, actor.userId))
    const [running] = await tx.select().from(lessons).where(and(open, isNull(lessons.endedAt))).for('update')
    const dayOf = (at: Date) => localDay(at.toISOString(), actor.zone)
    if (running && dayOf(running.startedAt) === dayOf(now)) return { id: running.id, closed: null }
    if (running) await closeForgotten(tx, actor, running, now)
    const closed = running?.startedAt.toISOString() ?? null
    const slot = body.slot ? await ownSlot(tx, body.studentId, body.slot) : null
    if (slot) {
      const [given] = await tx.select({ id: lessons.id }).from(lessons).where(and(eq(lessons.slotId, slot.id), eq(lessons.slotDay, body.slot!.day)))
      if (given) return { id: given.id, closed }
    }
    await tx.insert(lessons).values({
      id: body.id,
      studioId: actor.studioId,
      studentId: body.studentId,
      teacherId: actor.userId,
      slotId: slot?.id ?? null,
      slotDay: body.slot?.day ?? null,
      minutes: slot?.minutes ?? UNPLANNED_MINUTES,
      startedAt: now,
    })
    return { id: body.id, closed }
  })
}

async function ownSlot(tx: Database, studentId: string, wanted: { id: string, day: string }) {
  const [slot] = await tx.select().from(lessonSlots).where(and(eq(lessonSlots.id, wanted.id), eq(lessonSlots.studentId, studentId)))
  if (!slot) throw notFound('planned lesson')
  if (!fallsOn(slot, wanted.day)) throw new DomainError('invalid', `no lesson is planned on ${wanted.day}`, { path: 'slot.day' })
  return slot
}

/** A lesson with all that is needed to run it. */
export async function readLesson(db: Database, actor: Actor, lessonId: string, now: Date): Promise<LessonDetail> {
  const lesson = await ownLesson(db, actor, lessonId)
  const student = await ownStudent(db, actor, lesson.studentId)
  const scope = { actor, today: localDay(now.toISOString(), actor.zone), ended: lesson.endedAt !== null, exceptLesson: lessonId }
  const all = (await assignmentsOf(db, [student.id], scope)).get(student.id)!
  const events = (await db.select({ body: lessonEvents.body }).from(lessonEvents).where(eq(lessonEvents.lessonId, lessonId)).orderBy(asc(lessonEvents.number))).map(row => row.body)
  const [before] = await db.select().from(lessons).where(and(eq(lessons.studentId, student.id), lt(lessons.startedAt, lesson.startedAt))).orderBy(desc(lessons.startedAt)).limit(1)
  const beforeEvents = before ? await db.select({ body: lessonEvents.body }).from(lessonEvents).where(eq(lessonEvents.lessonId, before.id)).orderBy(asc(lessonEvents.number)) : []
  const touched = new Set(events.flatMap(event => 'assignmentId' in event && event.assignmentId ? [event.assignmentId] : []))
  return {
    id: lesson.id,
    startedAt: lesson.startedAt.toISOString(),
    endedAt: lesson.endedAt?.toISOString() ?? null,
    minutes: lesson.minutes,
    zone: actor.zone,
    student: { id: student.id, name: student.name, instrument: student.instrument, hand: student.hand, habits: student.habits ?? {} },
    agenda: lesson.endedAt === null ? all : all.filter(each => touched.has(each.id)),
    events,
    lastTime: before ? { at: before.startedAt.toISOString(), notes: foldLesson(beforeEvents.map(row => row.body)).notes.map(note => note.text) } : null,
  }
}

/** What an event refers to must exist and belong to this lesson's student. */
async function taughtWith(tx: Database, lesson: typeof lessons.$inferSelect, assignmentId: string) {
  const [row] = await tx.select({ assignment: assignments, version: drillVersions }).from(assignments).innerJoin(drillVersions, eq(drillVersions.id, assignments.drillVersionId))
    .where(and(eq(assignments.id, assignmentId), eq(assignments.studentId, lesson.studentId))).for('update')
  if (!row) throw notFound('set drill')
  return row
}

async function assertVoidable(tx: Database, lesson: typeof lessons.$inferSelect, event: LessonEventOf<'void'>) {
  const [target] = await tx.select({ kind: lessonEvents.kind }).from(lessonEvents).where(and(eq(lessonEvents.id, event.eventId), eq(lessonEvents.lessonId, lesson.id)))
  if (!target) throw notFound('event to undo')
  if (target.kind !== 'pass' && target.kind !== 'note') throw new DomainError('invalid', `a ${target.kind} cannot be undone this way`, { path: 'event.eventId' })
}

/** Enters a decision in the ledger. @throws DomainError `conflict` with what stands now when the revision was decided already. */
async function writeDecision(tx: Database, actor: Actor, event: LessonEventOf<'decision'>, now: Date) {
  const made = await tx.select({ id: decisions.id, bpm: decisions.bpm }).from(decisions).where(eq(decisions.assignmentId, event.assignmentId)).orderBy(asc(decisions.revision))
  if (made.length !== event.revision) {
    throw new DomainError('conflict', 'this drill was decided on elsewhere in the meantime', { current: { revision: made.length, bpm: made.at(-1)?.bpm ?? null } })
  }
  if (event.supersedes !== null && made.at(-1)?.id !== event.supersedes) throw new DomainError('invalid', 'only the latest decision can be taken back', { path: 'event.supersedes' })
  await tx.insert(decisions).values({
    id: event.id,
    studioId: actor.studioId,
    assignmentId: event.assignmentId,
    revision: event.revision,
    eventId: event.id,
    decision: event.decision,
    bpm: event.bpm,
    supersedes: event.supersedes,
    overruled: overrules(event),
    at: now,
  })
}

/**
 * Adds an event to a lesson's log, numbered in server order under a lock on the lesson. Nothing in the log is ever
 * changed: an undo is an event naming the voided one.
 * @param deviceOffsetMs Server time less device time as the device measured it.
 * @throws DomainError `conflict` for a decision on a revision already decided; `not-found`; `gone` for an erased student.
 */
export function appendEvent(db: Database, actor: Actor, lessonId: string, sent: { readonly event: LessonEvent, readonly deviceOffsetMs: number }, now: Date): Promise<EventStored> {
  const { event, deviceOffsetMs } = sent
  // The offset is measured anew at every try, so it is no part of what makes the event the same.
  return once(db, actor, `append-event ${lessonId}`, event, now, async (tx) => {
    const lesson = await ownLesson(tx, actor, lessonId, true)
    await ownStudent(tx, actor, lesson.studentId)
    const assignmentId = 'assignmentId' in event ? event.assignmentId : null
    const taught = assignmentId ? await taughtWith(tx, lesson, assignmentId) : null
    if (event.kind === 'void') await assertVoidable(tx, lesson, event)
    const number = await nextNumber(tx, lessonId)
    await tx.insert(lessonEvents).values({
      id: event.id,
      studioId: actor.studioId,
      lessonId,
      number,
      actorId: actor.userId,
      kind: event.kind,
      body: event,
      assignmentId,
      drillVersionId: taught?.version.id ?? null,
      stage: taught?.assignment.stage ?? null,
      engineVersion: taught?.version.engineVersion ?? null,
      scoreHash: taught?.version.scoreHash ?? null,
      deviceAt: new Date(event.at),
      deviceOffsetMs,
      receivedAt: now,
    })
    if (event.kind === 'decision') await writeDecision(tx, actor, event, now)
    if (event.kind === 'end' && lesson.endedAt === null) await tx.update(lessons).set({ endedAt: now }).where(eq(lessons.id, lessonId))
    return { id: event.id, number }
  })
}
