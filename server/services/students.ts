import { and, asc, desc, eq, inArray, isNotNull, lt, max, type SQL } from 'drizzle-orm'
import { dayPlus, localDay } from '#core/practice/schedule/local-time'
import type { LessonEvent } from '#core/practice/log/events'
import { foldLesson } from '#core/practice/log/fold'
import { standingAtStart } from '#core/practice/log/tally'
import type { Pins } from '#core/schema/fields'
import type { Pain } from '#core/schema/pain'
import type { PastDrill, pinsBody, setAssignmentBody } from '#shared/contracts/assignments'
import type { Page } from '#shared/contracts/common'
import type { LessonRow } from '#shared/contracts/lessons'
import type { SlotRow, StudentPage, endSlotBody, painBody, saveStudentBody, slotBody } from '#shared/contracts/students'
import type { z } from 'zod'
import type { Database } from '../db/client'
import { amongGiven, given, question } from '../db/question'
import {
  assignments,
  drills,
  drillVersions,
  lessonEvents,
  lessons,
  lessonSlots,
  stages,
  standings,
  students,
} from '../db/tables'
import type { Engine } from '../engine/engine'
import type { Actor } from '../policy/actor'
import { DomainError, notFound } from './domain-error'
import { followedDrills } from './history'
import { idempotentWrite } from '../writes/idempotent-write'
import { ownAssignment, ownInstrument, ownStudent, presentStudent } from '../policy/access'
import { firstRevision, hashesAfter, revise, sheetHash } from './revisions'
import { goesOn, rowOf, slotsOf } from './roster'

type Slot = typeof lessonSlots.$inferSelect

/** The weekly lesson of a student. */
const slotOf = (actor: Actor, studentId: string) =>
  and(eq(lessonSlots.studioId, actor.studioId), eq(lessonSlots.studentId, studentId))

const LESSONS_A_PAGE = 12
const PAST_A_PAGE = 12

/** A page of rows, one more having been asked for than it shows. */
function pageOf<R, T>(rows: readonly R[], size: number, timeOf: (row: R) => Date, rowOf: (row: R) => T): Page<T> {
  const shown = rows.slice(0, size)
  return { rows: shown.map(rowOf), before: rows.length > size ? timeOf(shown.at(-1)!).toISOString() : null }
}

const lessonsPage = (earlier?: SQL) =>
  question(db =>
    db
      .select()
      .from(lessons)
      .where(and(eq(lessons.studioId, given('studioId')), eq(lessons.studentId, given('studentId')), earlier))
      .orderBy(desc(lessons.startedAt))
      .limit(LESSONS_A_PAGE + 1),
  )
const lessonsNewest = lessonsPage()
const lessonsEarlier = lessonsPage(lt(lessons.startedAt, given('before')))

const notesOfSome = question(db =>
  db
    .select({ lessonId: lessonEvents.lessonId, body: lessonEvents.body })
    .from(lessonEvents)
    .where(and(amongGiven(lessonEvents.lessonId, 'ids'), inArray(lessonEvents.kind, ['note', 'void'])))
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
  const told = ids.length === 0 ? [] : await notesOfSome(db, { ids })
  const byLesson = new Map<string, LessonEvent[]>(ids.map(id => [id, []]))
  for (const { lessonId, body } of told) byLesson.get(lessonId)!.push(body)
  return pageOf(
    taught,
    LESSONS_A_PAGE,
    lesson => lesson.startedAt,
    lesson => ({
      id: lesson.id,
      startedAt: lesson.startedAt.toISOString(),
      endedAt: lesson.endedAt?.toISOString() ?? null,
      minutes: lesson.minutes,
      passes: lesson.passes,
      clean: lesson.clean,
      notes: foldLesson(byLesson.get(lesson.id)!).notes.map(note => note.text),
    }),
  )
}

const pastPage = (earlier?: SQL) =>
  question(db =>
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
          eq(assignments.studioId, given('studioId')),
          eq(assignments.studentId, given('studentId')),
          isNotNull(assignments.endedAt),
          earlier,
        ),
      )
      .orderBy(desc(assignments.endedAt))
      .limit(PAST_A_PAGE + 1),
  )
const pastNewest = pastPage()
const pastEarlier = pastPage(lt(assignments.endedAt, given('before')))

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
  const [[slot], set, taught, past] = await Promise.all([
    slotsOf(db, actor, [studentId]),
    followedDrills(db, studentId, { actor, today: localDay(now.toISOString(), actor.zone) }),
    listLessons(db, actor, studentId),
    listPastDrills(db, actor, studentId),
  ])
  const lastLesson = taught.rows[0] ? new Date(taught.rows[0].startedAt) : undefined
  return {
    student: {
      ...rowOf(student, slot, set, lastLesson, now),
      birthYear: student.birthYear,
      about: student.about,
      zone: actor.zone,
    },
    slot: goesOn(slot, now) ? slotRow(slot!) : null,
    assignments: set,
    past,
    lessons: taught,
  }
}

const slotRow = ({ id, weekday, wallTime, minutes, everyWeeks }: Slot): SlotRow => ({
  id,
  weekday,
  wallTime,
  minutes,
  everyWeeks,
})

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

/** Adds a student of the teacher's. */
export function createStudent(db: Database, actor: Actor, body: StudentBody, now: Date): Promise<{ id: string }> {
  return idempotentWrite(db, actor, 'create-student', body, now, async tx => {
    await tx
      .insert(students)
      .values({
        ...body,
        ...(await guitarOf(tx, actor, body)),
        studioId: actor.studioId,
        teacherId: actor.userId,
        createdAt: now,
      })
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
  { id, ...fields }: StudentBody,
  now: Date,
): Promise<{ id: string }> {
  const player = { hand: fields.hand, habits: fields.habits ?? null }
  return idempotentWrite(
    db,
    actor,
    `change-student ${studentId}`,
    { id, ...fields },
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
    await tx.update(students).set({ pain: body.pain }).where(eq(students.id, studentId))
    return { pain: body.pain }
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

/** Sets or changes the student's weekly lesson. Lessons already given keep their place. */
export function setSlot(
  db: Database,
  actor: Actor,
  studentId: string,
  body: z.infer<typeof slotBody>,
  now: Date,
): Promise<SlotRow> {
  return idempotentWrite(db, actor, `set-slot ${studentId}`, body, now, async tx => {
    await presentStudent(tx, actor, studentId)
    const [present] = await tx.select().from(lessonSlots).where(slotOf(actor, studentId)).for('update')
    const { id, ...fields } = body
    const startsOn = localDay(now.toISOString(), actor.zone)
    if (present) {
      await tx
        .update(lessonSlots)
        .set({ ...fields, startsOn, endsOn: null })
        .where(eq(lessonSlots.id, present.id))
      return slotRow({ ...present, ...fields })
    }
    const slot = { ...fields, id, studioId: actor.studioId, studentId, zone: actor.zone, startsOn, endsOn: null }
    await tx.insert(lessonSlots).values(slot)
    return slotRow(slot)
  })
}

/** Ends the student's weekly lesson from today on; one that was begun today keeps its place. */
export function endSlot(
  db: Database,
  actor: Actor,
  studentId: string,
  body: z.infer<typeof endSlotBody>,
  now: Date,
): Promise<{ ended: true }> {
  return idempotentWrite(db, actor, `end-slot ${studentId}`, body, now, async tx => {
    await ownStudent(tx, actor, studentId)
    await tx
      .update(lessonSlots)
      .set({ endsOn: dayPlus(localDay(now.toISOString(), actor.zone), -1) })
      .where(slotOf(actor, studentId))
    return { ended: true }
  })
}

/** Fingers as they are kept: null for none. */
const pinned = (pins: Pins | undefined) => (pins && Object.keys(pins).length > 0 ? pins : null)

/** Number of the stage a drill is set at. */
const FIRST_STAGE = 0

/** Sets a version of a drill for a student, after those already set. */
export function setAssignment(
  db: Database,
  engine: Engine,
  actor: Actor,
  body: z.infer<typeof setAssignmentBody>,
  now: Date,
): Promise<{ id: string }> {
  const { id, drillVersionId, stage, plan } = body
  const pins = pinned(body.pins)
  return idempotentWrite(
    db,
    actor,
    'set-assignment',
    body,
    now,
    async (tx, scoreHash) => {
      const { hand, habits, instrument } = await presentStudent(tx, actor, body.studentId)
      const [last] = await tx
        .select({ position: max(assignments.position) })
        .from(assignments)
        .where(and(eq(assignments.studioId, actor.studioId), eq(assignments.studentId, body.studentId)))
      await tx
        .insert(assignments)
        .values({
          ...body,
          stage: FIRST_STAGE,
          pins,
          studioId: actor.studioId,
          position: (last?.position ?? 0) + 1,
          setAt: now,
        })
      await tx
        .insert(stages)
        .values({ assignmentId: id, number: FIRST_STAGE, studioId: actor.studioId, name: stage, at: now })
      await firstRevision(tx, {
        assignmentId: id,
        studioId: actor.studioId,
        drillVersionId,
        stage: FIRST_STAGE,
        plan,
        pins,
        hand,
        habits,
        instrument,
        bpm: plan.startBpm,
        scoreHash: scoreHash ?? null,
        at: now,
      })
      await tx
        .insert(standings)
        .values({ assignmentId: id, studioId: actor.studioId, ...standingAtStart(plan.startBpm) })
      return { id }
    },
    async () => {
      const [version] = await db
        .select({ spec: drillVersions.spec })
        .from(drillVersions)
        .innerJoin(drills, eq(drills.id, drillVersions.drillId))
        .where(
          and(
            eq(drillVersions.id, drillVersionId),
            eq(drills.studioId, actor.studioId),
            eq(drills.teacherId, actor.userId),
          ),
        )
      if (!version) throw notFound('drill')
      if (pins) await checkPins(engine, version.spec, pins)
      const { hand, habits } = await presentStudent(db, actor, body.studentId)
      return sheetHash(engine, { spec: version.spec, bpm: plan.startBpm, hand, habits, pins })
    },
  )
}

/**
 * Sets the fingers of a drill anew for its student; the drill itself stays as it is. @throws DomainError `invalid` for
 * a finger on no note.
 */
export function setPins(
  db: Database,
  engine: Engine,
  actor: Actor,
  assignmentId: string,
  body: z.infer<typeof pinsBody>,
  now: Date,
): Promise<{ id: string }> {
  const change = { pins: pinned(body.pins) }
  return idempotentWrite(
    db,
    actor,
    `set-pins ${assignmentId}`,
    body,
    now,
    async (tx, hashes) => {
      await ownAssignment(tx, actor, assignmentId)
      await revise(tx, actor, { assignmentId }, change, hashes ?? new Map(), now)
      return { id: assignmentId }
    },
    async () => {
      const assignment = await ownAssignment(db, actor, assignmentId)
      const [version] = await db
        .select({ spec: drillVersions.spec })
        .from(drillVersions)
        .where(eq(drillVersions.id, assignment.drillVersionId))
      await checkPins(engine, version!.spec, body.pins)
      return hashesAfter(db, engine, actor, { assignmentId }, change)
    },
  )
}

/** @throws DomainError `invalid` when a pin is on no note of the drill, or on one that takes no finger. */
async function checkPins(engine: Engine, spec: unknown, pins: Pins): Promise<void> {
  const problem = await engine.checkPins(spec, pins)
  if (problem) throw new DomainError('invalid', problem.message, { path: problem.path })
}

/** Takes a set drill off a student's list, or puts it back as it is for them now; its history stays. */
export function endAssignment(
  db: Database,
  engine: Engine,
  actor: Actor,
  assignmentId: string,
  body: { id: string; ended: boolean },
  now: Date,
): Promise<{ ended: boolean }> {
  const playerOf = async (on: Database) => {
    const { hand, habits, instrument } = await ownStudent(
      on,
      actor,
      (await ownAssignment(on, actor, assignmentId)).studentId,
    )
    return { hand, habits, instrument }
  }
  return idempotentWrite(
    db,
    actor,
    `end-assignment ${assignmentId}`,
    body,
    now,
    async (tx, hashes) => {
      const player = await playerOf(tx)
      await tx
        .update(assignments)
        .set({ endedAt: body.ended ? now : null })
        .where(eq(assignments.id, assignmentId))
      if (!body.ended) await revise(tx, actor, { assignmentId }, player, hashes ?? new Map(), now)
      return { ended: body.ended }
    },
    async () =>
      body.ended
        ? new Map<string, string | null>()
        : hashesAfter(db, engine, actor, { assignmentId }, await playerOf(db)),
  )
}
