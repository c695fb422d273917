import { and, asc, eq, inArray, max } from 'drizzle-orm'
import { dayPlus, instantOf, localDay } from '#core/schedule/local-time'
import { nextDay } from '#core/schedule/weekly'
import type { LessonEvent } from '#core/lesson/events'
import { foldLesson } from '#core/lesson/fold'
import type { Pins } from '#core/spec/fields'
import { realise } from '#core/score/realise'
import type { AssignmentStanding, LessonRow, SlotRow, StudentPage, StudentRow, endSlotBody, pinsBody, saveStudentBody, setAssignmentBody, slotBody } from '#shared/contracts/students'
import type { z } from 'zod'
import type { Database } from '../db/client'
import { assignments, drills, drillVersions, lessonEvents, lessons, lessonSlots, students } from '../db/tables'
import type { Actor } from './actor'
import { DomainError, notFound } from './domain-error'
import { assignmentsOf, lessonTimes, standingsOf } from './history'
import { once } from './once'
import { ownAssignment, ownInstrument, ownStudent } from './owned'

type Student = typeof students.$inferSelect
type Slot = typeof lessonSlots.$inferSelect

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

/** The teacher's students by name, with where each one stands. */
export async function listStudents(db: Database, actor: Actor, now: Date): Promise<readonly StudentRow[]> {
  const own = await db.select().from(students).where(and(eq(students.studioId, actor.studioId), eq(students.teacherId, actor.userId))).orderBy(asc(students.name))
  const ids = own.map(student => student.id)
  const slots = ids.length === 0 ? [] : await db.select().from(lessonSlots).where(inArray(lessonSlots.studentId, ids))
  const set = await standingsOf(db, ids, { actor, today: localDay(now.toISOString(), actor.zone) })
  const times = await lessonTimes(db, ids)
  return own.map(student => rowOf(student, slots.find(slot => slot.studentId === student.id), set.get(student.id)!, times.get(student.id)![0], now))
}

async function lessonRows(db: Database, studentId: string): Promise<readonly LessonRow[]> {
  const given = await db.select().from(lessons).where(eq(lessons.studentId, studentId)).orderBy(asc(lessons.startedAt))
  if (given.length === 0) return []
  const events = await db.select({ lessonId: lessonEvents.lessonId, body: lessonEvents.body }).from(lessonEvents)
    .where(inArray(lessonEvents.lessonId, given.map(lesson => lesson.id))).orderBy(asc(lessonEvents.lessonId), asc(lessonEvents.number))
  const byLesson = new Map<string, LessonEvent[]>(given.map(lesson => [lesson.id, []]))
  for (const event of events) byLesson.get(event.lessonId)!.push(event.body)
  return given.reverse().map((lesson) => {
    const state = foldLesson(byLesson.get(lesson.id)!)
    return {
      id: lesson.id,
      startedAt: lesson.startedAt.toISOString(),
      endedAt: lesson.endedAt?.toISOString() ?? null,
      minutes: lesson.minutes,
      passes: state.passes.length,
      clean: state.passes.filter(pass => pass.clean).length,
      notes: state.notes.map(note => note.text),
    }
  })
}

/** Everything the student's page shows. */
export async function readStudent(db: Database, actor: Actor, studentId: string, now: Date): Promise<StudentPage> {
  const student = await ownStudent(db, actor, studentId)
  const [slot] = await db.select().from(lessonSlots).where(eq(lessonSlots.studentId, studentId))
  const set = (await assignmentsOf(db, [studentId], { actor, today: localDay(now.toISOString(), actor.zone), ended: true })).get(studentId)!
  const given = await lessonRows(db, studentId)
  const lastLesson = given[0] ? new Date(given[0].startedAt) : undefined
  return {
    student: { ...rowOf(student, slot, set.filter(each => !each.ended), lastLesson, now), birthYear: student.birthYear, about: student.about, zone: actor.zone },
    slot: goesOn(slot, now) ? slotRow(slot!) : null,
    assignments: set,
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
    await ownStudent(tx, actor, studentId)
    const [present] = await tx.select().from(lessonSlots).where(eq(lessonSlots.studentId, studentId)).for('update')
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
    await tx.update(lessonSlots).set({ endsOn: dayPlus(localDay(now.toISOString(), actor.zone), -1) }).where(eq(lessonSlots.studentId, studentId))
    return { ended: true }
  })
}

/** Sets a version of a drill for a student, after those already set. */
export function setAssignment(db: Database, actor: Actor, body: z.infer<typeof setAssignmentBody>, now: Date): Promise<{ id: string }> {
  return once(db, actor, 'set-assignment', body, now, async (tx) => {
    await ownStudent(tx, actor, body.studentId)
    const [version] = await tx.select({ id: drillVersions.id, spec: drillVersions.spec }).from(drillVersions).innerJoin(drills, eq(drills.id, drillVersions.drillId))
      .where(and(eq(drillVersions.id, body.drillVersionId), eq(drills.studioId, actor.studioId), eq(drills.teacherId, actor.userId)))
    if (!version) throw notFound('drill')
    if (body.pins) checkPins(version.spec, body.pins)
    const [last] = await tx.select({ position: max(assignments.position) }).from(assignments).where(eq(assignments.studentId, body.studentId))
    await tx.insert(assignments).values({ ...body, studioId: actor.studioId, position: (last?.position ?? 0) + 1, setAt: now })
    return { id: body.id }
  })
}

/** Sets the fingers of a drill anew for its student; the drill itself stays as it is. @throws DomainError `invalid` for a finger on no note. */
export function setPins(db: Database, actor: Actor, assignmentId: string, body: z.infer<typeof pinsBody>, now: Date): Promise<{ id: string }> {
  return once(db, actor, `set-pins ${assignmentId}`, body, now, async (tx) => {
    const assignment = await ownAssignment(tx, actor, assignmentId)
    const [version] = await tx.select({ spec: drillVersions.spec }).from(drillVersions).where(eq(drillVersions.id, assignment.drillVersionId))
    checkPins(version!.spec, body.pins)
    await tx.update(assignments).set({ pins: body.pins }).where(eq(assignments.id, assignmentId))
    return { id: assignmentId }
  })
}

/** @throws DomainError `invalid` when a pin is on no note of the drill, or on one that takes no finger. */
function checkPins(spec: unknown, pins: Pins): void {
  const result = realise(spec, { pins })
  if (!result.ok) throw new DomainError('invalid', result.error.message, { path: result.error.path })
}

/** Takes a set drill off a student's list, or puts it back; its history stays. */
export function endAssignment(db: Database, actor: Actor, assignmentId: string, body: { id: string, ended: boolean }, now: Date): Promise<{ ended: boolean }> {
  return once(db, actor, `end-assignment ${assignmentId}`, body, now, async (tx) => {
    await ownAssignment(tx, actor, assignmentId)
    await tx.update(assignments).set({ endedAt: body.ended ? now : null }).where(eq(assignments.id, assignmentId))
    return { ended: body.ended }
  })
}
