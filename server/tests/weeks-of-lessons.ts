import { randomUUID } from 'node:crypto'
import type { LessonEvent } from '#core/practice/log/events'
import { standingOf } from '#core/practice/log/standing'
import { localEngine } from '../engine/engine'
import { appendEvent } from '../subjects/lessons/append-event'
import { setSeveral } from '../subjects/taught/assignments'
import { createDrill } from '../subjects/drills/drills'
import { readLesson, startLesson } from '../subjects/lessons/lessons'
import { later, makeStudent, makeTeacher, NOW, type TestDatabase } from './studio'

/** A week, minutes. */
export const WEEK = 7 * 24 * 60

/** Students over weeks of lessons, each of a teacher of their own. */
export function weeksOfLessons(db: TestDatabase) {
  async function aStudent() {
    const teacher = await makeTeacher(db)
    return { teacher, ...(await makeStudent(db, teacher)) }
  }
  /** A student with one drill, and a path of two, First and Second, of which the second opens after the first. */
  async function withPath() {
    const made = await aStudent()
    const { teacher, studentId } = made
    const drill = async (name: string, fingers: readonly number[]) => {
      const spec = { version: 1, family: 'order', order: { fingers } }
      return (await createDrill(db, localEngine, teacher, { id: randomUUID(), name, spec }, NOW)).id
    }
    const refs = [await drill('First', [1, 2]), await drill('Second', [1, 3])]
    const body = { id: randomUUID(), refs, path: true } as never
    const { ids } = await setSeveral(db, localEngine, teacher, studentId, body, NOW)
    return { ...made, first: ids[0]!, second: ids[1]! }
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

  return { aStudent, withPath, aLesson, offered }
}
