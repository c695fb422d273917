import { and, eq, inArray } from 'drizzle-orm'
import type { z } from 'zod'
import type { StudentFile } from '#shared/contracts/people/answers'
import type { eraseStudentBody } from '#shared/contracts/people/students'
import type { Database } from '../../db/client'
import {
  assignmentRevisions,
  assignments,
  decisions,
  drills,
  drillVersions,
  erasedIds,
  hearings,
  knownDevices,
  lessonEvents,
  lessons,
  handovers,
  homework,
  lessonSlots,
  slotExceptions,
  pains,
  practice,
  stages,
  standings,
  students,
  users,
  writes,
} from '../../db/tables'
import type { Actor } from '../../policy/actor'
import { DomainError } from '../../errors'
import { idempotentWrite } from '../../writes/idempotent-write'
import { ownStudent } from '../../policy/access'
import { revisionsOf } from '../taught/revisions'
import { homeworkOf } from '../practice/homework'
import { pathsOf } from '../taught/stages'

/**
 * Everything the studio keeps of a student, as one file: the card, the weekly lesson, every drill set with what it
 * plays and how it was decided on, every lesson with its log.
 */
export async function exportStudent(db: Database, actor: Actor, studentId: string, now: Date): Promise<StudentFile> {
  const student = await ownStudent(db, actor, studentId)
  const slots = await db
    .select()
    .from(lessonSlots)
    .where(and(eq(lessonSlots.studioId, actor.studioId), eq(lessonSlots.studentId, studentId)))
  const set = await db
    .select({ assignment: assignments, stage: stages.name, version: drillVersions, drillName: drills.name })
    .from(assignments)
    .innerJoin(stages, and(eq(stages.assignmentId, assignments.id), eq(stages.number, assignments.stage)))
    .innerJoin(drillVersions, eq(drillVersions.id, assignments.drillVersionId))
    .innerJoin(drills, eq(drills.id, drillVersions.drillId))
    .where(and(eq(assignments.studioId, actor.studioId), eq(assignments.studentId, studentId)))
    .orderBy(assignments.position)
  const revisions =
    set.length === 0
      ? []
      : await revisionsOf(
          db,
          actor,
          set.map(each => each.assignment.id),
        )
  const paths = await pathsOf(
    db,
    set.map(each => each.assignment.id),
  )
  const given = await db
    .select()
    .from(lessons)
    .where(and(eq(lessons.studioId, actor.studioId), eq(lessons.studentId, studentId)))
    .orderBy(lessons.startedAt)
  const ids = given.map(lesson => lesson.id)
  const events =
    ids.length === 0
      ? []
      : await db
          .select()
          .from(lessonEvents)
          .where(inArray(lessonEvents.lessonId, ids))
          .orderBy(lessonEvents.lessonId, lessonEvents.number)
  const reported = await db
    .select()
    .from(practice)
    .where(and(eq(practice.studioId, actor.studioId), eq(practice.studentId, studentId)))
    .orderBy(practice.day, practice.receivedAt)
  const told = await db
    .select()
    .from(pains)
    .where(and(eq(pains.studioId, actor.studioId), eq(pains.studentId, studentId)))
    .orderBy(pains.at)
  const byLesson = new Map<string, typeof events>(ids.map(id => [id, []]))
  for (const event of events) byLesson.get(event.lessonId)!.push(event)
  return {
    format: 'fidactyl-student',
    version: 6,
    writtenAt: now.toISOString(),
    zone: actor.zone,
    student: {
      id: student.id,
      name: student.name,
      birthYear: student.birthYear,
      about: student.about,
      instrument: student.instrument,
      hand: student.hand,
      habits: student.habits ?? {},
      pain: student.pain,
      school: student.school,
      since: student.createdAt.toISOString(),
      formerSince: student.archivedAt?.toISOString() ?? null,
    },
    weeklyLessons: slots.map(({ weekday, everyWeeks, wallTime, minutes, zone, startsOn, endsOn }) => ({
      weekday,
      everyWeeks,
      wallTime,
      minutes,
      zone,
      startsOn,
      endsOn,
    })),
    drills: set.map(({ assignment, stage, version, drillName }) => ({
      id: assignment.id,
      name: drillName,
      version: version.number,
      title: version.title,
      spec: version.spec,
      stage,
      path: paths.get(assignment.id)!,
      plan: assignment.plan,
      pins: assignment.pins ?? {},
      variations: assignment.variations ?? [],
      targetOn: assignment.targetOn,
      opensAfter: assignment.opensAfter,
      setAt: assignment.setAt.toISOString(),
      endedAt: assignment.endedAt?.toISOString() ?? null,
      revisions: revisions
        .filter(each => each.revision.assignmentId === assignment.id)
        .map(({ revision, stage, change, versionNumber }) => ({
          number: revision.number,
          at: revision.at.toISOString(),
          version: versionNumber,
          stage,
          change,
          plan: revision.plan,
          pins: revision.pins ?? {},
          hand: revision.hand,
          habits: revision.habits ?? {},
          instrument: revision.instrument,
          bpm: revision.bpm,
          engineVersion: revision.engineVersion,
          scoreHash: revision.scoreHash,
        })),
    })),
    practice: reported.map(
      ({ assignmentId, day, minutes, bpm, feel, hurts, clean, note, receivedAt, takenBackAt }) => ({
        drill: assignmentId,
        day,
        minutes,
        bpm,
        feel,
        hurts,
        clean,
        note,
        receivedAt: receivedAt.toISOString(),
        takenBackAt: takenBackAt?.toISOString() ?? null,
      }),
    ),
    pains: told.map(({ pain, note, at }) => ({ pain, note, at: at.toISOString() })),
    homework: [...(await homeworkOf(db, actor, studentId, 100_000))].reverse(),
    lessons: given.map(lesson => ({
      id: lesson.id,
      startedAt: lesson.startedAt.toISOString(),
      endedAt: lesson.endedAt?.toISOString() ?? null,
      minutes: lesson.minutes,
      log: byLesson
        .get(lesson.id)!
        .map(event => ({
          number: event.number,
          receivedAt: event.receivedAt.toISOString(),
          deviceOffsetMs: event.deviceOffsetMs,
          taught: event.assignmentRevision,
          event: event.body,
        })),
    })),
  }
}

/** Rows that one statement takes away, so that no lock grows without end. */
const AT_ONCE = 200

/**
 * Erases a student for good: card, lessons, log, decisions, all of it. Bare ids stay, so that what a device still
 * delivers is told that they are gone.
 * @throws DomainError `invalid` unless the name is given as it stands on the card: a slip must not erase anybody.
 */
export function eraseStudent(
  db: Database,
  actor: Actor,
  studentId: string,
  body: z.infer<typeof eraseStudentBody>,
  now: Date,
): Promise<{ erased: true }> {
  // The name is no part of what is kept of the write.
  return idempotentWrite(db, actor, `erase-student ${studentId}`, { id: body.id }, now, async tx => {
    const student = await ownStudent(tx, actor, studentId)
    if (student.name.trim() !== body.name.trim())
      throw new DomainError('invalid', 'the name must be that of the student, letter by letter', { path: 'name' })
    await eraseRows(tx, actor, studentId, now)
    return { erased: true }
  })
}

/** Takes everything of a student out of the studio but bare ids. */
export async function eraseRows(tx: Database, actor: Actor, studentId: string, now: Date): Promise<void> {
  const set = (
    await tx
      .select({ id: assignments.id })
      .from(assignments)
      .where(and(eq(assignments.studioId, actor.studioId), eq(assignments.studentId, studentId)))
  ).map(row => row.id)
  const given = (
    await tx
      .select({ id: lessons.id })
      .from(lessons)
      .where(and(eq(lessons.studioId, actor.studioId), eq(lessons.studentId, studentId)))
  ).map(row => row.id)
  for (const ids of inParts(set)) {
    await tx.delete(decisions).where(inArray(decisions.assignmentId, ids))
    await tx.delete(hearings).where(inArray(hearings.assignmentId, ids))
    await tx.delete(standings).where(inArray(standings.assignmentId, ids))
    await tx.delete(practice).where(and(eq(practice.studioId, actor.studioId), inArray(practice.assignmentId, ids)))
  }
  for (const ids of inParts(given)) await tx.delete(lessonEvents).where(inArray(lessonEvents.lessonId, ids))
  for (const ids of inParts(set)) {
    await tx.delete(assignmentRevisions).where(inArray(assignmentRevisions.assignmentId, ids))
    await tx.delete(stages).where(inArray(stages.assignmentId, ids))
  }
  await tx.delete(homework).where(and(eq(homework.studioId, actor.studioId), eq(homework.studentId, studentId)))
  await tx.delete(lessons).where(and(eq(lessons.studioId, actor.studioId), eq(lessons.studentId, studentId)))
  // A path's drills hold each other: the hold goes first.
  for (const ids of inParts(set))
    await tx.update(assignments).set({ opensAfter: null }).where(inArray(assignments.id, ids))
  await tx
    .delete(assignments)
    .where(and(eq(assignments.studioId, actor.studioId), eq(assignments.studentId, studentId)))
  await tx.delete(handovers).where(and(eq(handovers.studioId, actor.studioId), eq(handovers.studentId, studentId)))
  const weekly = await tx
    .select({ id: lessonSlots.id })
    .from(lessonSlots)
    .where(and(eq(lessonSlots.studioId, actor.studioId), eq(lessonSlots.studentId, studentId)))
  for (const ids of inParts(weekly.map(row => row.id)))
    await tx.delete(slotExceptions).where(inArray(slotExceptions.slotId, ids))
  await tx
    .delete(lessonSlots)
    .where(and(eq(lessonSlots.studioId, actor.studioId), eq(lessonSlots.studentId, studentId)))
  // The student's own account goes with them, and what it left.
  const accounts = (await tx.select({ id: users.id }).from(users).where(eq(users.studentId, studentId))).map(
    row => row.id,
  )
  for (const ids of inParts(accounts)) {
    await tx.delete(writes).where(inArray(writes.actorId, ids))
    await tx.delete(knownDevices).where(inArray(knownDevices.userId, ids))
    await tx.delete(users).where(inArray(users.id, ids))
  }
  await tx.delete(pains).where(and(eq(pains.studioId, actor.studioId), eq(pains.studentId, studentId)))
  await tx.delete(students).where(eq(students.id, studentId))
  for (const ids of inParts([studentId, ...set, ...given]))
    await tx
      .insert(erasedIds)
      .values(ids.map(id => ({ id, studioId: actor.studioId, teacherId: actor.userId, erasedAt: now })))
}

const inParts = (ids: readonly string[]) =>
  Array.from({ length: Math.ceil(ids.length / AT_ONCE) }, (_, i) => ids.slice(i * AT_ONCE, (i + 1) * AT_ONCE))
