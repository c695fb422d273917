import { and, asc, desc, eq, inArray, isNotNull, lt, type SQL } from 'drizzle-orm'
import { withAssumedReach } from '#core/hand/hand'
import { dayPlus, localDay } from '#core/practice/schedule/local-time'
import type { LessonEvent } from '#core/practice/log/events'
import { foldLesson } from '#core/practice/log/fold'
import type { Page } from '#shared/contracts/common'
import type { LessonRow } from '#shared/contracts/lessons/answers'
import type { StudentPage } from '#shared/contracts/people/answers'
import type { saveStudentBody, schoolBody } from '#shared/contracts/people/students'
import type { PastDrill } from '#shared/contracts/taught/answers'
import type { z } from 'zod'
import type { Database } from '../../db/client'
import { inPlaceholder, placeholder, preparedQuery } from '../../db/prepared'
import { assignments, drills, drillVersions, lessonEvents, lessons, standings, students } from '../../db/tables'
import type { Engine } from '../../engine/engine'
import type { Actor } from '../../policy/actor'
import { followedDrills } from '../lessons/history'
import { idempotentWrite } from '../../writes/idempotent-write'
import { ownInstrument, ownStudent, presentStudent } from '../../policy/access'
import { hashesAfter, revise } from '../taught/revisions'
import { fallsOn } from '#core/practice/schedule/weekly'
import { homeworkOf } from '../practice/homework'
import { slotRow } from '../lessons/slots'
import { goesOn, slotsOf, type Slot as RosterSlot } from '../lessons/timetable'
import { rowOf } from './roster'
import { painsOf } from '../practice/pains'
import { practiceDays, practiceOfStudent } from '../practice/practice'

const LESSONS_A_PAGE = 12
const PAST_A_PAGE = 12

/** A page of rows, one more having been asked for than it shows. */
function pageOf<R, T>(rows: readonly R[], size: number, timeOf: (row: R) => Date, rowOf: (row: R) => T): Page<T> {
  const shown = rows.slice(0, size)
  return { rows: shown.map(rowOf), before: rows.length > size ? timeOf(shown.at(-1)!).toISOString() : null }
}

const lessonsPage = (earlier?: SQL) =>
  preparedQuery(db =>
    db
      .select()
      .from(lessons)
      .where(
        and(eq(lessons.studioId, placeholder('studioId')), eq(lessons.studentId, placeholder('studentId')), earlier),
      )
      .orderBy(desc(lessons.startedAt))
      .limit(LESSONS_A_PAGE + 1),
  )
const lessonsNewest = lessonsPage()
const lessonsEarlier = lessonsPage(lt(lessons.startedAt, placeholder('before')))

const notesAndFaults = preparedQuery(db =>
  db
    .select({ lessonId: lessonEvents.lessonId, body: lessonEvents.body })
    .from(lessonEvents)
    .where(and(inPlaceholder(lessonEvents.lessonId, 'ids'), inArray(lessonEvents.kind, ['note', 'fault', 'void'])))
    .orderBy(asc(lessonEvents.lessonId), asc(lessonEvents.number)),
)

/** Lessons given to a student, the newest first. @param before Only those begun earlier. */
export async function listLessons(
  db: Database,
  actor: Actor,
  studentId: string,
  before?: Date,
): Promise<Page<LessonRow>> {
  const whose = { studioId: actor.studioId, studentId }
  const taught = before ? await lessonsEarlier(db, { ...whose, before }) : await lessonsNewest(db, whose)
  const ids = taught.map(lesson => lesson.id)
  const told = ids.length === 0 ? [] : await notesAndFaults(db, { ids })
  const byLesson = new Map<string, LessonEvent[]>(ids.map(id => [id, []]))
  for (const { lessonId, body } of told) byLesson.get(lessonId)!.push(body)
  return pageOf(
    taught,
    LESSONS_A_PAGE,
    lesson => lesson.startedAt,
    lesson => {
      const { notes, faults } = foldLesson(byLesson.get(lesson.id)!)
      return {
        id: lesson.id,
        startedAt: lesson.startedAt.toISOString(),
        endedAt: lesson.endedAt?.toISOString() ?? null,
        minutes: lesson.minutes,
        passes: lesson.passes,
        clean: lesson.clean,
        notes: notes.map(note => note.text),
        faults: faults.map(({ assignmentId, fault, finger, instead }) => ({ assignmentId, fault, finger, instead })),
      }
    },
  )
}

const pastPage = (earlier?: SQL) =>
  preparedQuery(db =>
    db
      .select({
        id: assignments.id,
        drillName: drills.name,
        bpm: standings.bpm,
        plan: assignments.plan,
        endedAt: assignments.endedAt,
      })
      .from(assignments)
      .innerJoin(standings, eq(standings.assignmentId, assignments.id))
      .innerJoin(drillVersions, eq(drillVersions.id, assignments.drillVersionId))
      .innerJoin(drills, eq(drills.id, drillVersions.drillId))
      .where(
        and(
          eq(assignments.studioId, placeholder('studioId')),
          eq(assignments.studentId, placeholder('studentId')),
          isNotNull(assignments.endedAt),
          earlier,
        ),
      )
      .orderBy(desc(assignments.endedAt))
      .limit(PAST_A_PAGE + 1),
  )
const pastNewest = pastPage()
const pastEarlier = pastPage(lt(assignments.endedAt, placeholder('before')))

/** Drills taken off a student's list, the latest first. @param before Only those taken off earlier. */
export async function listPastDrills(
  db: Database,
  actor: Actor,
  studentId: string,
  before?: Date,
): Promise<Page<PastDrill>> {
  const whose = { studioId: actor.studioId, studentId }
  const rows = before ? await pastEarlier(db, { ...whose, before }) : await pastNewest(db, whose)
  return pageOf(
    rows,
    PAST_A_PAGE,
    row => row.endedAt!,
    ({ id, drillName, bpm, plan, endedAt }) => ({
      id,
      drillName,
      bpm,
      targetBpm: plan.targetBpm,
      endedAt: endedAt!.toISOString(),
    }),
  )
}

/** Everything the student's page shows. */
export async function readStudent(db: Database, actor: Actor, studentId: string, now: Date): Promise<StudentPage> {
  const student = await ownStudent(db, actor, studentId)
  const today = localDay(now.toISOString(), actor.zone)
  const [[slot], set, taught, past, practised, days, pains, homework] = await Promise.all([
    slotsOf(db, actor, [studentId]),
    followedDrills(db, studentId, { actor, today }),
    listLessons(db, actor, studentId),
    listPastDrills(db, actor, studentId),
    practiceOfStudent(db, actor, studentId),
    practiceDays(db, actor, studentId, today),
    painsOf(db, actor, studentId),
    homeworkOf(db, actor, studentId),
  ])
  const lastLesson = taught.rows[0] ? new Date(taught.rows[0].startedAt) : null
  return {
    student: {
      ...rowOf(student, slot, set, lastLesson, { now, today }),
      birthYear: student.birthYear,
      about: student.about,
      zone: actor.zone,
    },
    slot: goesOn(slot, now) ? slotRow(slot!) : null,
    exceptions: slot ? exceptionsShown(slot, today) : [],
    assignments: set,
    past,
    lessons: taught,
    practice: practised,
    practiceDays: days,
    pains,
    homework,
  }
}

/** How long a lesson that was moved or cancelled is still told of: so long it may be made up. */
const TOLD_DAYS = 42

const exceptionsShown = ({ exceptions, ...slot }: RosterSlot, today: string) =>
  exceptions.filter(
    each => (each.cancelled || each.to !== null) && each.day >= dayPlus(today, -TOLD_DAYS) && fallsOn(slot, each.day),
  )

type StudentBody = z.infer<typeof saveStudentBody>

/**
 * The figures of the guitar a card names: those of the teacher's own where it is one. @throws DomainError `not-found`.
 */
async function guitarOf(
  tx: Database,
  actor: Actor,
  { instrumentId = null, instrument }: Pick<StudentBody, 'instrumentId' | 'instrument'>,
) {
  return instrumentId === null
    ? { instrumentId, instrument }
    : { instrumentId, instrument: (await ownInstrument(tx, actor, instrumentId)).choice }
}

/** A card's hand, with what is assumed of it by the age reached this year while nobody has measured it. */
const handOf = ({ hand, birthYear }: Pick<StudentBody, 'hand' | 'birthYear'>, now: Date): StudentBody['hand'] =>
  withAssumedReach(hand, birthYear === null ? null : now.getUTCFullYear() - birthYear)

/** A new student of the teacher's. */
export async function insertStudent(tx: Database, actor: Actor, card: StudentBody, now: Date): Promise<void> {
  await tx
    .insert(students)
    .values({
      ...card,
      ...(await guitarOf(tx, actor, card)),
      hand: handOf(card, now),
      studioId: actor.studioId,
      teacherId: actor.userId,
      createdAt: now,
    })
}

/** Adds a student of the teacher's. */
export function createStudent(db: Database, actor: Actor, body: StudentBody, now: Date): Promise<{ id: string }> {
  return idempotentWrite(db, actor, 'create-student', body, now, async tx => {
    await insertStudent(tx, actor, body, now)
    return { id: body.id }
  })
}

/**
 * Changes a student's card; what is taught with the drills they are on changes with hand and guitar, and what was
 * taught does not.
 */
export function changeStudent(
  db: Database,
  engine: Engine,
  actor: Actor,
  studentId: string,
  { id, ...said }: StudentBody,
  now: Date,
): Promise<{ id: string }> {
  const fields = { ...said, hand: handOf(said, now) }
  const player = { hand: fields.hand, habits: fields.habits ?? null }
  return idempotentWrite(
    db,
    actor,
    `change-student ${studentId}`,
    { id, ...said },
    now,
    async (tx, hashes) => {
      await ownStudent(tx, actor, studentId)
      const guitar = await guitarOf(tx, actor, fields)
      await tx
        .update(students)
        .set({ ...fields, ...guitar })
        .where(eq(students.id, studentId))
      await revise(tx, actor, { studentId }, { ...player, instrument: guitar.instrument }, hashes ?? new Map(), now)
      return { id: studentId }
    },
    () => hashesAfter(db, engine, actor, { studentId }, player),
  )
}

/** Sets the school a student's drills are set by; those already set stay as they are. */
export function setSchool(
  db: Database,
  actor: Actor,
  studentId: string,
  body: z.infer<typeof schoolBody>,
  now: Date,
): Promise<{ id: string }> {
  return idempotentWrite(db, actor, `set-school ${studentId}`, body, now, async tx => {
    await presentStudent(tx, actor, studentId)
    await tx.update(students).set({ school: body.school }).where(eq(students.id, studentId))
    return { id: studentId }
  })
}

/** Takes a student off the roster, or puts them back; nothing is erased. */
export function archiveStudent(
  db: Database,
  actor: Actor,
  studentId: string,
  body: { id: string; archived: boolean },
  now: Date,
): Promise<{ archived: boolean }> {
  return idempotentWrite(db, actor, `archive-student ${studentId}`, body, now, async tx => {
    await ownStudent(tx, actor, studentId)
    await tx
      .update(students)
      .set({ archivedAt: body.archived ? now : null })
      .where(eq(students.id, studentId))
    return { archived: body.archived }
  })
}
