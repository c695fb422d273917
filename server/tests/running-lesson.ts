import { randomUUID } from 'node:crypto'
import { asc, eq } from 'drizzle-orm'
import type { LessonEvent } from '#core/practice/log/events'
import { lessonEvents } from '../db/tables'
import { localEngine } from '../engine/engine'
import type { Actor } from '../policy/actor'
import { appendEvent } from '../subjects/lessons/append-event'
import { startLesson } from '../subjects/lessons/lessons'
import { later, makeStudent, NOW, type TestDatabase } from './studio'

/**
 * The planned lesson of a student, a new one unless given, just begun, and what is told to it: each thing a minute
 * after the one before.
 */
export async function runningLesson(db: TestDatabase, teacher: Actor, given?: Awaited<ReturnType<typeof makeStudent>>) {
  const made = given ?? (await makeStudent(db, teacher))
  const { assignmentId, studentId, slotId } = made
  const { id: lessonId } = await startLesson(
    db,
    teacher,
    { id: randomUUID(), studentId, slot: { id: slotId, day: '2026-01-05' } },
    NOW,
  )
  let minute = 0
  const stamp = () => ({ id: randomUUID(), at: later(++minute).toISOString() })
  return {
    made,
    lessonId,
    /** The present minute, as a time. */
    present: () => later(minute),
    stamp,
    pass: (clean = true): LessonEvent => ({ ...stamp(), kind: 'pass', assignmentId, bpm: 72, clean }),
    decision: (revision: number, bpm = 76): LessonEvent => ({
      ...stamp(),
      kind: 'decision',
      assignmentId,
      revision,
      decision: 'raise',
      bpm,
      offered: 'raise',
      offeredBpm: 76,
      offerReason: 'Three clean passes in a row at 72, heard by you.',
      reason: null,
      supersedes: null,
    }),
    append: (event: LessonEvent, actor = teacher) =>
      appendEvent(db, localEngine, actor, lessonId, { event, deviceOffsetMs: 0 }, later(minute)),
    log: () =>
      db.select().from(lessonEvents).where(eq(lessonEvents.lessonId, lessonId)).orderBy(asc(lessonEvents.number)),
  }
}
