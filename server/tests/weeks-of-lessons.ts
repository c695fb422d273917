import { randomUUID } from 'node:crypto'
import type { LessonEvent } from '#core/practice/log/events'
import { standingOf } from '#core/practice/log/standing'
import { localEngine } from '../engine/engine'
import { appendEvent } from '../services/append-event'
import { readLesson, startLesson } from '../services/lessons'
import { later, makeStudent, makeTeacher, type TestDatabase } from './studio'

/** A week, minutes. */
export const WEEK = 7 * 24 * 60

/** Students over weeks of lessons, each of a teacher of their own. */
export function weeksOfLessons(db: TestDatabase) {
  async function aStudent() {
    const teacher = await makeTeacher(db)
    return { teacher, ...(await makeStudent(db, teacher)) }
  }
  type Made = Awaited<ReturnType<typeof aStudent>>

  /** A lesson out of turn, so many minutes from now, with what happened in it. */
  async function aLesson({ teacher, studentId }: Made, minutes: number, ...events: readonly object[]) {
    const { id } = await startLesson(db, teacher, { id: randomUUID(), studentId, slot: null }, later(minutes))
    for (const event of events)
      await appendEvent(
        db,
        localEngine,
        teacher,
        id,
        { event: { id: randomUUID(), at: later(minutes).toISOString(), ...event } as LessonEvent, deviceOffsetMs: 0 },
        later(minutes + 1),
      )
    return id
  }

  /** Where the drill stands by what a lesson opens with. */
  async function offered({ teacher }: Made, lessonId: string, minutes: number) {
    const { agenda, student } = await readLesson(db, teacher, lessonId, later(minutes))
    const [set] = agenda
    return standingOf({
      plan: set!.plan,
      passes: [...set!.homePasses, ...set!.passes],
      decisions: set!.decisions,
      lessons: set!.lessonLogs,
      practice: set!.practice,
      pain: student.pain,
      clearedAt: student.painClearedAt,
      completed: set!.completed,
      bestBefore: set!.bestBefore,
      now: later(minutes).toISOString(),
    }).offer
  }

  return { aStudent, aLesson, offered }
}
