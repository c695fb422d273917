import { and, asc, count, desc, eq, inArray, isNotNull, isNull, lt, max } from 'drizzle-orm'
import { dayPlus, instantOf, localDay } from '#core/schedule/local-time'
import { nextDay } from '#core/schedule/weekly'
import type { LessonEvent } from '#core/lesson/events'
import { foldLesson } from '#core/lesson/fold'
import { standingAtStart } from '#core/lesson/tally'
import type { Pins } from '#core/spec/fields'
import type { AssignmentStanding, LessonRow, Page, PastDrill, Roster, SlotRow, StudentPage, StudentRow, endSlotBody, pinsBody, saveStudentBody, setAssignmentBody, slotBody } from '#shared/contracts/students'
import type { z } from 'zod'
import type { Database } from '../db/client'
import { assignments, drills, drillVersions, lessonEvents, lessons, lessonSlots, standings, students } from '../db/tables'
import type { Engine } from '../engine/engine'
import type { Actor } from './actor'
import { DomainError, notFound } from './domain-error'
import { followedDrills, lastLessons, standingsOf } from './history'
import { once } from './once'
import { ownAssignment, ownInstrument, ownStudent, presentStudent } from './owned'

type Student = typeof students.$inferSelect
type Slot = typeof lessonSlots.$inferSelect

/** The weekly lesson of a student. */
const slotOf = (actor: Actor, studentId: string) => and(eq(lessonSlots.studioId, actor.studioId), eq(lessonSlots.studentId, studentId))

/** A weekly lesson that goes on. */
const goesOn = (slot: Slot | undefined, now: Date) => (slot && (slot.endsOn === null || slot.endsOn >= localDay(now.toISOString(), slot.zone)) ? slot : undefined)

/** The next lesson of a slot that is not over yet. */
function nextLessonOf(slot: Slot | undefined, now: Date): StudentRow['nextLesson'] {
  if (!slot) return null
  const today = localDay(now.toISOString(), slot.zone)
  for (let from = today; ;) {
    const day = nextDay(slot, from)
    if (!day) return null
    const at = instantOf(day, slot.wallTime, slot.zone)
    if (Date.parse(at) + slot.minutes * 60_000 > now.getTime()) return { at, minutes: slot.minutes }
    from = dayPlus(day, 1)
  }
}

function rowOf(student: Student, slot: Slot | undefined, set: readonly AssignmentStanding[], lastLesson: Date | undefined, now: Date): StudentRow {
  return {
    id: student.id,
    name: student.name,
    // Only the year is kept, so this is the age reached this year.
    age: student.birthYear === null ? null : now.getUTCFullYear() - student.birthYear,
    instrument: student.instrument,
    instrumentId: student.instrumentId,
    hand: student.hand,
    habits: student.habits ?? {},
    archived: student.archivedAt !== null,
    nextLesson: nextLessonOf(slot, now),
    lastLessonAt: lastLesson?.toISOString() ?? null,
    drills: set.map(each => ({ name: each.drillName, bpm: each.bpm, targetBpm: each.plan.targetBpm, pace: each.pace })),
  }
}

/** Students of one list at most: a teacher who has more finds them by name. */
const MOST_STUDENTS = 500

/**
 * The teacher's students by name, with where each one stands.
 * @param former Those who came once, instead of those who come.
 */
export async function listStudents(db: Database, actor: Actor, now: Date, former = false): Promise<Roster> {
  const mine = and(eq(students.studioId, actor.studioId), eq(students.teacherId, actor.userId))
  const own = await db.select().from(students).where(and(mine, former ? isNotNull(students.archivedAt) : isNull(students.archivedAt))).orderBy(asc(students.name)).limit(MOST_STUDENTS)
  const [gone] = await db.select({ count: count() }).from(students).where(and(mine, isNotNull(students.archivedAt)))
  const ids = own.map(student => student.id)
  const slots = ids.length === 0 ? [] : await db.select().from(lessonSlots).where(and(eq(lessonSlots.studioId, actor.studioId), inArray(lessonSlots.studentId, ids)))
  const set = await standingsOf(db, ids, { actor, today: localDay(now.toISOString(), actor.zone) })
  const last = await lastLessons(db, actor, ids)
  return { students: own.map(student => rowOf(student, slots.find(slot => slot.studentId === student.id), set.get(student.id)!, last.get(student.id), now)), former: gone!.count }
}

const LESSONS_A_PAGE = 12
const PAST_A_PAGE = 12

/** A page of rows, one more having been asked for than it shows. */
function pageOf<R, T>(rows: readonly R[], size: number, timeOf: (row: R) => Date, rowOf: (row: R) => T): Page<T> {
  const shown = rows.slice(0, size)
  return { rows: shown.map(rowOf), before: rows.length > size ? timeOf(shown.at(-1)!).toISOString() : null }
}

/** Lessons given to a student, the newest first. @param before Only those begun earlier. */
export async function listLessons(db: Database, actor: Actor, studentId: string, before?: Date): Promise<Page<LessonRow>> {
  const given = await db.select().from(lessons)
    .where(and(eq(lessons.studioId, actor.studioId), eq(lessons.studentId, studentId), before && lt(lessons.startedAt, before)))
    .orderBy(desc(lessons.startedAt)).limit(LESSONS_A_PAGE + 1)
  const ids = given.map(lesson => lesson.id)
  const told = ids.length === 0
    ? []
    : await db.select({ lessonId: lessonEvents.lessonId, body: lessonEvents.body }).from(lessonEvents)
        .where(and(inArray(lessonEvents.lessonId, ids), inArray(lessonEvents.kind, ['note', 'void']))).orderBy(asc(lessonEvents.lessonId), asc(lessonEvents.number))
  const byLesson = new Map<string, LessonEvent[]>(ids.map(id => [id, []]))
  for (const { lessonId, body } of told) byLesson.get(lessonId)!.push(body)
  return pageOf(given, LESSONS_A_PAGE, lesson => lesson.startedAt, lesson => ({
    id: lesson.id,
    startedAt: lesson.startedAt.toISOString(),
    endedAt: lesson.endedAt?.toISOString() ?? null,
    minutes: lesson.minutes,
    passes: lesson.passes,
    clean: lesson.clean,
    notes: foldLesson(byLesson.get(lesson.id)!).notes.map(note => note.text),
  }))
}

/** Drills taken off a student's list, the latest first. @param before Only those taken off earlier. */
export async function listPastDrills(db: Database, actor: Actor, studentId: string, before?: Date): Promise<Page<PastDrill>> {
  const rows = await db.select({ id: assignments.id, drillName: drills.name, bpm: standings.bpm, plan: assignments.plan, endedAt: assignments.endedAt }).from(assignments)
    .innerJoin(standings, eq(standings.assignmentId, assignments.id)).innerJoin(drillVersions, eq(drillVersions.id, assignments.drillVersionId)).innerJoin(drills, eq(drills.id, drillVersions.drillId))
    .where(and(eq(assignments.studioId, actor.studioId), eq(assignments.studentId, studentId), isNotNull(assignments.endedAt), before && lt(assignments.endedAt, before)))
    .orderBy(desc(assignments.endedAt)).limit(PAST_A_PAGE + 1)
  return pageOf(rows, PAST_A_PAGE, row => row.endedAt!, ({ id, drillName, bpm, plan, endedAt }) => ({ id, drillName, bpm, targetBpm: plan.targetBpm, endedAt: endedAt!.toISOString() }))
}

/** Everything the student's page shows. */
export async function readStudent(db: Database, actor: Actor, studentId: string, now: Date): Promise<StudentPage> {
  const student = await ownStudent(db, actor, studentId)
  const [slot] = await db.select().from(lessonSlots).where(slotOf(actor, studentId))
  const set = await followedDrills(db, studentId, { actor, today: localDay(now.toISOString(), actor.zone) })
  const given = await listLessons(db, actor, studentId)
  const lastLesson = given.rows[0] ? new Date(given.rows[0].startedAt) : undefined
  return {
    student: { ...rowOf(student, slot, set, lastLesson, now), birthYear: student.birthYear, about: student.about, zone: actor.zone },
    slot: goesOn(slot, now) ? slotRow(slot!) : null,
    assignments: set,
    past: await listPastDrills(db, actor, studentId),
    lessons: given,
  }
}

const slotRow = ({ id, weekday, wallTime, minutes, everyWeeks }: Slot): SlotRow => ({ id, weekday, wallTime, minutes, everyWeeks })

type StudentBody = z.infer<typeof saveStudentBody>

/** The figures of the guitar a card names: those of the teacher's own where it is one. @throws DomainError `not-found`. */
async function guitarOf(tx: Database, actor: Actor, { instrumentId = null, instrument }: Pick<StudentBody, 'instrumentId' | 'instrument'>) {
  return instrumentId === null ? { instrumentId, instrument } : { instrumentId, instrument: (await ownInstrument(tx, actor, instrumentId)).choice }
}

/** Adds a student of the teacher's. */
export function createStudent(db: Database, actor: Actor, body: StudentBody, now: Date): Promise<{ id: string }> {
  return once(db, actor, 'create-student', body, now, async (tx) => {
    await tx.insert(students).values({ ...body, ...await guitarOf(tx, actor, body), studioId: actor.studioId, teacherId: actor.userId, createdAt: now })
    return { id: body.id }
  })
}

/** Changes a student's card. */
export function changeStudent(db: Database, actor: Actor, studentId: string, { id, ...fields }: StudentBody, now: Date): Promise<{ id: string }> {
  return once(db, actor, `change-student ${studentId}`, { id, ...fields }, now, async (tx) => {
    await ownStudent(tx, actor, studentId)
    await tx.update(students).set({ ...fields, ...await guitarOf(tx, actor, fields) }).where(eq(students.id, studentId))
    return { id: studentId }
  })
}

/** Takes a student off the roster, or puts them back; nothing is erased. */
export function archiveStudent(db: Database, actor: Actor, studentId: string, body: { id: string, archived: boolean }, now: Date): Promise<{ archived: boolean }> {
  return once(db, actor, `archive-student ${studentId}`, body, now, async (tx) => {
    await ownStudent(tx, actor, studentId)
    await tx.update(students).set({ archivedAt: body.archived ? now : null }).where(eq(students.id, studentId))
    return { archived: body.archived }
  })
}

/** Sets or changes the student's weekly lesson. Lessons already given keep their place. */
export function setSlot(db: Database, actor: Actor, studentId: string, body: z.infer<typeof slotBody>, now: Date): Promise<SlotRow> {
  return once(db, actor, `set-slot ${studentId}`, body, now, async (tx) => {
    await presentStudent(tx, actor, studentId)
    const [present] = await tx.select().from(lessonSlots).where(slotOf(actor, studentId)).for('update')
    const { id, ...fields } = body
    const startsOn = localDay(now.toISOString(), actor.zone)
    if (present) {
      await tx.update(lessonSlots).set({ ...fields, startsOn, endsOn: null }).where(eq(lessonSlots.id, present.id))
      return slotRow({ ...present, ...fields })
    }
    const slot = { ...fields, id, studioId: actor.studioId, studentId, zone: actor.zone, startsOn, endsOn: null }
    await tx.insert(lessonSlots).values(slot)
    return slotRow(slot)
  })
}

/** Ends the student's weekly lesson from today on; one that was begun today keeps its place. */
export function endSlot(db: Database, actor: Actor, studentId: string, body: z.infer<typeof endSlotBody>, now: Date): Promise<{ ended: true }> {
  return once(db, actor, `end-slot ${studentId}`, body, now, async (tx) => {
    await ownStudent(tx, actor, studentId)
    await tx.update(lessonSlots).set({ endsOn: dayPlus(localDay(now.toISOString(), actor.zone), -1) }).where(slotOf(actor, studentId))
    return { ended: true }
  })
}

/** Sets a version of a drill for a student, after those already set. */
export function setAssignment(db: Database, engine: Engine, actor: Actor, body: z.infer<typeof setAssignmentBody>, now: Date): Promise<{ id: string }> {
  return once(db, actor, 'set-assignment', body, now, async (tx) => {
    await presentStudent(tx, actor, body.studentId)
    const [last] = await tx.select({ position: max(assignments.position) }).from(assignments).where(and(eq(assignments.studioId, actor.studioId), eq(assignments.studentId, body.studentId)))
    await tx.insert(assignments).values({ ...body, studioId: actor.studioId, position: (last?.position ?? 0) + 1, setAt: now })
    await tx.insert(standings).values({ assignmentId: body.id, studioId: actor.studioId, ...standingAtStart(body.plan.startBpm) })
    return { id: body.id }
  }, async () => {
    const [version] = await db.select({ spec: drillVersions.spec }).from(drillVersions).innerJoin(drills, eq(drills.id, drillVersions.drillId))
      .where(and(eq(drillVersions.id, body.drillVersionId), eq(drills.studioId, actor.studioId), eq(drills.teacherId, actor.userId)))
    if (!version) throw notFound('drill')
    if (body.pins) await checkPins(engine, version.spec, body.pins)
  })
}

/** Sets the fingers of a drill anew for its student; the drill itself stays as it is. @throws DomainError `invalid` for a finger on no note. */
export function setPins(db: Database, engine: Engine, actor: Actor, assignmentId: string, body: z.infer<typeof pinsBody>, now: Date): Promise<{ id: string }> {
  return once(db, actor, `set-pins ${assignmentId}`, body, now, async (tx) => {
    await ownAssignment(tx, actor, assignmentId)
    await tx.update(assignments).set({ pins: body.pins }).where(eq(assignments.id, assignmentId))
    return { id: assignmentId }
  }, async () => {
    const assignment = await ownAssignment(db, actor, assignmentId)
    const [version] = await db.select({ spec: drillVersions.spec }).from(drillVersions).where(eq(drillVersions.id, assignment.drillVersionId))
    await checkPins(engine, version!.spec, body.pins)
  })
}

/** @throws DomainError `invalid` when a pin is on no note of the drill, or on one that takes no finger. */
async function checkPins(engine: Engine, spec: unknown, pins: Pins): Promise<void> {
  const problem = await engine.checkPins(spec, pins)
  if (problem) throw new DomainError('invalid', problem.message, { path: problem.path })
}

/** Takes a set drill off a student's list, or puts it back; its history stays. */
export function endAssignment(db: Database, actor: Actor, assignmentId: string, body: { id: string, ended: boolean }, now: Date): Promise<{ ended: boolean }> {
  return once(db, actor, `end-assignment ${assignmentId}`, body, now, async (tx) => {
    await ownAssignment(tx, actor, assignmentId)
    await tx.update(assignments).set({ endedAt: body.ended ? now : null }).where(eq(assignments.id, assignmentId))
    return { ended: body.ended }
  })
}
