import { and, asc, eq, gte, isNull, max, sum, type SQL } from 'drizzle-orm'
import { attentionOf, byPressing } from '#core/practice/attention'
import { dayClock, dayPlus, localDay } from '#core/practice/schedule/local-time'
import type { BoardRow } from '#shared/contracts/studio/answers'
import type { Database } from '../../db/client'
import { inPlaceholder, placeholder, preparedQuery } from '../../db/prepared'
import { lessons, practice, students, users } from '../../db/tables'
import type { Actor } from '../../policy/actor'
import { lastLessonAt } from '../lessons/history'
import { standingsOf } from '../taught/set-drills'

/** The weeks that hours are told of. */
const DAYS = 28
/** Students of one board at most. */
const MOST_STUDENTS = 1000
/** The longest a lesson counts for, minutes: one that nobody ended tells nothing of its length. */
const MOST_MINUTES = 240

const FACE = {
  id: students.id,
  name: students.name,
  teacherId: students.teacherId,
  teacherName: users.displayName,
  habits: students.habits,
  pain: students.pain,
}
const present = and(eq(students.studioId, placeholder('studioId')), isNull(students.archivedAt))
const boardOf = (which?: SQL) =>
  preparedQuery(db =>
    db
      .select({ ...FACE, lastLessonAt: lastLessonAt(db) })
      .from(students)
      .innerJoin(users, eq(users.id, students.teacherId))
      .where(and(present, which))
      .orderBy(asc(students.name))
      .limit(MOST_STUDENTS),
  )
const ofStudio = boardOf()
const ofTeacher = boardOf(eq(students.teacherId, placeholder('teacherId')))
const lessonsSince = preparedQuery(db =>
  db
    .select({ studentId: lessons.studentId, startedAt: lessons.startedAt, endedAt: lessons.endedAt })
    .from(lessons)
    .where(
      and(
        eq(lessons.studioId, placeholder('studioId')),
        inPlaceholder(lessons.studentId, 'ids'),
        gte(lessons.startedAt, placeholder('since')),
      ),
    ),
)
const practiceSince = preparedQuery(db =>
  db
    .select({
      studentId: practice.studentId,
      minutes: sum(practice.minutes).mapWith(Number),
      lastOn: max(practice.day),
    })
    .from(practice)
    .where(
      and(
        eq(practice.studioId, placeholder('studioId')),
        inPlaceholder(practice.studentId, 'ids'),
        gte(practice.day, placeholder('sinceDay')),
        isNull(practice.takenBackAt),
      ),
    )
    .groupBy(practice.studentId),
)

/** The students at a glance: those of the whole studio for its owner, a teacher's own for a teacher. */
export async function readBoard(db: Database, actor: Actor, now: Date): Promise<readonly BoardRow[]> {
  const whose = { studioId: actor.studioId, teacherId: actor.userId }
  const today = localDay(now.toISOString(), actor.zone)
  const sinceDay = dayPlus(today, -DAYS)
  const rows = await (actor.role === 'owner' ? ofStudio : ofTeacher)(db, whose)
  const ids = rows.map(row => row.id)
  if (ids.length === 0) return []
  const [set, taught, practised] = await Promise.all([
    standingsOf(db, ids, { actor, today }),
    lessonsSince(db, { studioId: actor.studioId, ids, since: new Date(now.getTime() - DAYS * 86_400_000) }),
    practiceSince(db, { studioId: actor.studioId, ids, sinceDay }),
  ])
  const dayOf = dayClock(actor.zone)
  const home = new Map(practised.map(row => [row.studentId, row]))
  const minutes = new Map<string, number>()
  for (const { studentId, startedAt, endedAt } of taught) {
    const length = endedAt ? Math.min(MOST_MINUTES, (endedAt.getTime() - startedAt.getTime()) / 60_000) : 0
    minutes.set(studentId, (minutes.get(studentId) ?? 0) + length)
  }
  return rows.map(({ id, name, teacherId, teacherName, habits, pain, lastLessonAt }): BoardRow => {
    const drills = set.get(id)!
    const worked = drills.filter(each => each.toTempo && each.completed === null)
    const lastLessonOn = lastLessonAt ? dayOf(lastLessonAt.getTime()) : undefined
    const needs = attentionOf({ drills, pain, reviewOn: habits?.reviewOn, lastLessonOn, today })
    return {
      id,
      name,
      teacherName,
      mine: teacherId === actor.userId,
      drills: {
        all: worked.length,
        onPlan: worked.filter(each => each.pace !== 'behind' && each.pace !== 'stalled').length,
        behind: worked.filter(each => each.pace === 'behind').length,
        stalled: worked.filter(each => each.pace === 'stalled').length,
      },
      needs: byPressing([...new Set(needs.map(each => each.kind))]),
      lastLessonOn: lastLessonOn ?? null,
      lastPracticeOn: home.get(id)?.lastOn ?? null,
      lessonMinutes: Math.round(minutes.get(id) ?? 0),
      homeMinutes: home.get(id)?.minutes ?? 0,
    }
  })
}
