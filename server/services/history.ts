import { and, asc, eq, inArray, isNull, max, ne, notInArray } from 'drizzle-orm'
import { localDay, localIso } from '#core/schedule/local-time'
import { paceOf } from '#core/tempo/pace'
import type { AssignmentDetail, AssignmentStanding, HeardPass, HistoryDecision } from '#shared/contracts/students'
import type { LessonEvent, LessonEventOf } from '#core/lesson/events'
import type { Actor } from './actor'
import type { Database } from '../db/client'
import { assignments, decisions, drills, drillVersions, lessonEvents, lessons } from '../db/tables'

interface Scope {
  /** Whose studio it is; its zone is that of the times. */
  readonly actor: Actor
  readonly today: string
}

interface HistoryScope extends Scope {
  /** Ended assignments too. */
  readonly ended: boolean
  /** A lesson whose own events are left out. */
  readonly exceptLesson?: string
}

/** Passes per assignment, voided ones left out, times in the student's zone. */
async function passesOf(db: Database, assignmentIds: readonly string[], scope: HistoryScope): Promise<ReadonlyMap<string, HeardPass[]>> {
  const found = new Map<string, HeardPass[]>(assignmentIds.map(id => [id, []]))
  const rows = await db.select({ id: lessonEvents.id, lessonId: lessonEvents.lessonId, body: lessonEvents.body }).from(lessonEvents)
    .where(and(eq(lessonEvents.studioId, scope.actor.studioId), inArray(lessonEvents.assignmentId, [...assignmentIds]), eq(lessonEvents.kind, 'pass'), scope.exceptLesson ? ne(lessonEvents.lessonId, scope.exceptLesson) : undefined))
    .orderBy(asc(lessonEvents.deviceAt), asc(lessonEvents.number))
  const lessonIds = [...new Set(rows.map(row => row.lessonId))]
  const voids = lessonIds.length === 0
    ? []
    : await db.select({ body: lessonEvents.body }).from(lessonEvents).where(and(inArray(lessonEvents.lessonId, lessonIds), eq(lessonEvents.kind, 'void')))
  const voided = new Set(voids.map(row => (row.body as LessonEventOf<'void'>).eventId))
  for (const row of rows) {
    if (voided.has(row.id)) continue
    const pass = row.body as LessonEventOf<'pass'>
    found.get(pass.assignmentId)!.push({ id: row.id, lessonId: row.lessonId, kind: 'pass', at: localIso(pass.at, scope.actor.zone), bpm: pass.bpm, clean: pass.clean, by: 'teacher' })
  }
  return found
}

async function decisionsOf(db: Database, assignmentIds: readonly string[], scope: HistoryScope): Promise<ReadonlyMap<string, HistoryDecision[]>> {
  const found = new Map<string, HistoryDecision[]>(assignmentIds.map(id => [id, []]))
  const rows = await db.select({ decision: decisions, lessonId: lessonEvents.lessonId, body: lessonEvents.body }).from(decisions)
    .innerJoin(lessonEvents, eq(lessonEvents.id, decisions.eventId))
    .where(and(eq(decisions.studioId, scope.actor.studioId), inArray(decisions.assignmentId, [...assignmentIds]), scope.exceptLesson ? ne(lessonEvents.lessonId, scope.exceptLesson) : undefined))
    .orderBy(asc(decisions.revision))
  for (const { decision, lessonId, body } of rows) {
    found.get(decision.assignmentId)!.push({
      id: decision.id,
      lessonId,
      revision: decision.revision,
      bpm: decision.bpm,
      at: localIso((body as LessonEvent).at, scope.actor.zone),
      overruled: decision.overruled,
      event: body as LessonEventOf<'decision'>,
    })
  }
  return found
}

/** A lesson in which a drill was heard, and when last: an instant, ms. */
interface Hearing { readonly lessonId: string, readonly lastAt: number }
/** What of a decision the pace depends on. */
interface Rise { readonly lessonId: string, readonly bpm: number, readonly at: number }

/** Lessons in which the drill was heard since the tempo last rose above all it had been (or the drill was set). */
function lessonsSinceRise(heard: readonly Hearing[], made: readonly Rise[], startBpm: number): number {
  const rise = made.findLast((decision, i) => decision.bpm > Math.max(startBpm, ...made.slice(0, i).map(earlier => earlier.bpm)))
  return heard.filter(({ lessonId, lastAt }) => !rise || (lessonId !== rise.lessonId && lastAt > rise.at)).length
}

type Assignment = typeof assignments.$inferSelect

function standingOf(assignment: Assignment, drillName: string, heard: readonly Hearing[], made: readonly Rise[], scope: Scope): AssignmentStanding {
  const { plan, targetOn } = assignment
  const bpm = made.at(-1)?.bpm ?? plan.startBpm
  const setOn = localDay(assignment.setAt.toISOString(), scope.actor.zone)
  return { id: assignment.id, drillName, plan, targetOn, bpm, pace: paceOf(plan, bpm, setOn, targetOn, scope.today, lessonsSinceRise(heard, made, plan.startBpm)) }
}

/** The drills set for some students, with all that was heard and decided; grouped by student, in the order they were set. */
export async function assignmentsOf(db: Database, studentIds: readonly string[], scope: HistoryScope): Promise<ReadonlyMap<string, AssignmentDetail[]>> {
  const found = new Map<string, AssignmentDetail[]>(studentIds.map(id => [id, []]))
  if (studentIds.length === 0) return found
  const rows = await db.select({ assignment: assignments, version: drillVersions, drill: drills }).from(assignments)
    .innerJoin(drillVersions, eq(drillVersions.id, assignments.drillVersionId)).innerJoin(drills, eq(drills.id, drillVersions.drillId))
    .where(and(inArray(assignments.studentId, [...studentIds]), scope.ended ? undefined : isNull(assignments.endedAt)))
    .orderBy(asc(assignments.position), asc(assignments.setAt))
  if (rows.length === 0) return found
  const ids = rows.map(row => row.assignment.id)
  const [passes, made] = [await passesOf(db, ids, scope), await decisionsOf(db, ids, scope)]
  for (const { assignment, version, drill } of rows) {
    const heard = passes.get(assignment.id)!
    const decided = made.get(assignment.id)!
    const lastByLesson = new Map(heard.map(pass => [pass.lessonId, Date.parse(pass.at)]))
    found.get(assignment.studentId)!.push({
      ...standingOf(assignment, drill.name, [...lastByLesson].map(([lessonId, lastAt]) => ({ lessonId, lastAt })), decided.map(({ lessonId, bpm, at }) => ({ lessonId, bpm, at: Date.parse(at) })), scope),
      drillId: drill.id,
      versionNumber: version.number,
      stage: assignment.stage,
      spec: version.spec,
      pins: assignment.pins ?? {},
      setOn: localDay(assignment.setAt.toISOString(), scope.actor.zone),
      ended: assignment.endedAt !== null,
      passes: heard,
      decisions: decided,
    })
  }
  return found
}

/** Where the drills set for some students stand, reckoned by the database from their passes: what lists show. */
export async function standingsOf(db: Database, studentIds: readonly string[], scope: Scope): Promise<ReadonlyMap<string, AssignmentStanding[]>> {
  const found = new Map<string, AssignmentStanding[]>(studentIds.map(id => [id, []]))
  if (studentIds.length === 0) return found
  const rows = await db.select({ assignment: assignments, drillName: drills.name }).from(assignments)
    .innerJoin(drillVersions, eq(drillVersions.id, assignments.drillVersionId)).innerJoin(drills, eq(drills.id, drillVersions.drillId))
    .where(and(inArray(assignments.studentId, [...studentIds]), isNull(assignments.endedAt)))
    .orderBy(asc(assignments.position), asc(assignments.setAt))
  if (rows.length === 0) return found
  const ids = rows.map(row => row.assignment.id)
  // By studio and kind there is an index; undone passes are few.
  const inStudio = eq(lessonEvents.studioId, scope.actor.studioId)
  const undone = await db.select({ body: lessonEvents.body }).from(lessonEvents).innerJoin(lessons, eq(lessons.id, lessonEvents.lessonId))
    .where(and(inStudio, isNull(lessonEvents.assignmentId), eq(lessonEvents.kind, 'void'), inArray(lessons.studentId, [...studentIds])))
  const voided = undone.map(row => (row.body as LessonEventOf<'void'>).eventId)
  const heard = await db.select({ assignmentId: lessonEvents.assignmentId, lessonId: lessonEvents.lessonId, lastAt: max(lessonEvents.deviceAt).mapWith(lessonEvents.deviceAt) }).from(lessonEvents)
    .where(and(inStudio, inArray(lessonEvents.assignmentId, ids), eq(lessonEvents.kind, 'pass'), voided.length > 0 ? notInArray(lessonEvents.id, voided) : undefined))
    .groupBy(lessonEvents.assignmentId, lessonEvents.lessonId)
  const made = await db.select({ assignmentId: decisions.assignmentId, lessonId: lessonEvents.lessonId, bpm: decisions.bpm, at: lessonEvents.deviceAt }).from(decisions)
    .innerJoin(lessonEvents, eq(lessonEvents.id, decisions.eventId)).where(and(eq(decisions.studioId, scope.actor.studioId), inArray(decisions.assignmentId, ids))).orderBy(asc(decisions.revision))
  for (const { assignment, drillName } of rows) {
    const hearings = heard.filter(row => row.assignmentId === assignment.id).map(({ lessonId, lastAt }) => ({ lessonId, lastAt: lastAt!.getTime() }))
    const rises = made.filter(row => row.assignmentId === assignment.id).map(({ lessonId, bpm, at }) => ({ lessonId, bpm, at: at.getTime() }))
    found.get(assignment.studentId)!.push(standingOf(assignment, drillName, hearings, rises, scope))
  }
  return found
}

/** When each student's lessons were, newest first. */
export async function lessonTimes(db: Database, studentIds: readonly string[]): Promise<ReadonlyMap<string, Date[]>> {
  const found = new Map<string, Date[]>(studentIds.map(id => [id, []]))
  if (studentIds.length === 0) return found
  const rows = await db.select({ studentId: lessons.studentId, startedAt: lessons.startedAt }).from(lessons).where(inArray(lessons.studentId, [...studentIds])).orderBy(asc(lessons.startedAt))
  for (const row of rows) found.get(row.studentId)!.unshift(row.startedAt)
  return found
}
