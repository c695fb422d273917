import { and, asc, eq, inArray, isNull, ne } from 'drizzle-orm'
import { localDay, localIso } from '#core/schedule/local-time'
import { paceOf } from '#core/tempo/pace'
import type { AssignmentDetail, HeardPass, HistoryDecision } from '#shared/contracts/students'
import type { LessonEvent, LessonEventOf } from '#core/lesson/events'
import type { Database } from '../db/client'
import { assignments, decisions, drills, drillVersions, lessonEvents, lessons } from '../db/tables'

interface Scope {
  readonly zone: string
  readonly today: string
  /** Ended assignments too. */
  readonly ended: boolean
  /** A lesson whose own events are left out. */
  readonly exceptLesson?: string
}

/** Passes per assignment, voided ones left out, times in the student's zone. */
async function passesOf(db: Database, assignmentIds: readonly string[], scope: Scope): Promise<ReadonlyMap<string, HeardPass[]>> {
  const found = new Map<string, HeardPass[]>(assignmentIds.map(id => [id, []]))
  const rows = await db.select({ id: lessonEvents.id, lessonId: lessonEvents.lessonId, body: lessonEvents.body }).from(lessonEvents)
    .where(and(inArray(lessonEvents.assignmentId, [...assignmentIds]), eq(lessonEvents.kind, 'pass'), scope.exceptLesson ? ne(lessonEvents.lessonId, scope.exceptLesson) : undefined))
    .orderBy(asc(lessonEvents.deviceAt), asc(lessonEvents.number))
  const lessonIds = [...new Set(rows.map(row => row.lessonId))]
  const voids = lessonIds.length === 0
    ? []
    : await db.select({ body: lessonEvents.body }).from(lessonEvents).where(and(inArray(lessonEvents.lessonId, lessonIds), eq(lessonEvents.kind, 'void')))
  const voided = new Set(voids.map(row => (row.body as LessonEventOf<'void'>).eventId))
  for (const row of rows) {
    if (voided.has(row.id)) continue
    const pass = row.body as LessonEventOf<'pass'>
    found.get(pass.assignmentId)!.push({ id: row.id, lessonId: row.lessonId, kind: 'pass', at: localIso(pass.at, scope.zone), bpm: pass.bpm, clean: pass.clean, by: 'teacher' })
  }
  return found
}

async function decisionsOf(db: Database, assignmentIds: readonly string[], scope: Scope): Promise<ReadonlyMap<string, HistoryDecision[]>> {
  const found = new Map<string, HistoryDecision[]>(assignmentIds.map(id => [id, []]))
  const rows = await db.select({ decision: decisions, lessonId: lessonEvents.lessonId, body: lessonEvents.body }).from(decisions)
    .innerJoin(lessonEvents, eq(lessonEvents.id, decisions.eventId))
    .where(and(inArray(decisions.assignmentId, [...assignmentIds]), scope.exceptLesson ? ne(lessonEvents.lessonId, scope.exceptLesson) : undefined))
    .orderBy(asc(decisions.revision))
  for (const { decision, lessonId, body } of rows) {
    found.get(decision.assignmentId)!.push({
      id: decision.id,
      lessonId,
      revision: decision.revision,
      bpm: decision.bpm,
      at: localIso((body as LessonEvent).at, scope.zone),
      overruled: decision.overruled,
      event: body as LessonEventOf<'decision'>,
    })
  }
  return found
}

/** Lessons with passes since the tempo last rose above all it had been (or the drill was set). */
function lessonsSinceRise(passes: readonly HeardPass[], made: readonly HistoryDecision[], startBpm: number): number {
  const rise = made.findLast((decision, i) => decision.bpm > Math.max(startBpm, ...made.slice(0, i).map(earlier => earlier.bpm)))
  return new Set(passes.filter(pass => !rise || (pass.lessonId !== rise.lessonId && pass.at > rise.at)).map(pass => pass.lessonId)).size
}

/** The drills set for some students, with all that was heard and decided; grouped by student, in the order they were set. */
export async function assignmentsOf(db: Database, studentIds: readonly string[], scope: Scope): Promise<ReadonlyMap<string, AssignmentDetail[]>> {
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
    const setOn = localDay(assignment.setAt.toISOString(), scope.zone)
    const bpm = decided.at(-1)?.bpm ?? assignment.plan.startBpm
    found.get(assignment.studentId)!.push({
      id: assignment.id,
      drillId: drill.id,
      drillName: drill.name,
      versionNumber: version.number,
      stage: assignment.stage,
      spec: version.spec,
      plan: assignment.plan,
      setOn,
      targetOn: assignment.targetOn,
      ended: assignment.endedAt !== null,
      passes: heard,
      decisions: decided,
      pace: paceOf(assignment.plan, bpm, setOn, assignment.targetOn, scope.today, lessonsSinceRise(heard, decided, assignment.plan.startBpm)),
    })
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
