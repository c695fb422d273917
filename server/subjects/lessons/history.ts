import { and, desc, eq, sql, type SQL } from 'drizzle-orm'
import { dayClock } from '#core/practice/schedule/local-time'
import type { FollowedDrill, LessonHearing } from '#shared/contracts/taught/answers'
import type { Actor } from '../../policy/actor'
import type { Database } from '../../db/client'
import { placeholder, latestOfEach, type QueryBuilder } from '../../db/prepared'
import { hearings, lessons, students } from '../../db/tables'
import { coursesOf } from './decided'
import { detailsOf, type Scope } from '../taught/set-drills'

/** Lessons of a drill that a student’s page draws: two years of weeks. */
const LESSONS_DRAWN = 104

const latestHearings = latestOfEach((db: QueryBuilder) => db.select().from(hearings), {
  where: eq(hearings.studioId, placeholder('studioId')),
  each: id => eq(hearings.assignmentId, id),
  key: 'assignmentId',
  latest: ['startedAt', hearings.startedAt],
  most: LESSONS_DRAWN,
})

/** What the latest lessons with some drills came to, oldest first. */
async function hearingsOf(
  db: Database,
  actor: Actor,
  assignmentIds: readonly string[],
): Promise<ReadonlyMap<string, readonly LessonHearing[]>> {
  const dayOf = dayClock(actor.zone)
  const rows = await latestHearings(db, assignmentIds, { studioId: actor.studioId })
  const found = new Map<string, LessonHearing[]>(assignmentIds.map(id => [id, []]))
  for (const { assignmentId, lessonId, startedAt, passes, clean, bestCleanBpm, triedBpm } of rows.toSorted(
    (a, b) => a.startedAt.getTime() - b.startedAt.getTime(),
  )) {
    if (passes > 0)
      found
        .get(assignmentId)!
        .push({ lessonId, day: dayOf(startedAt.getTime()), passes, clean, bestCleanBpm, triedBpm })
  }
  return found
}

/** The drills a student is on, with their latest lessons and decisions. */
export async function followedDrills(db: Database, studentId: string, scope: Scope): Promise<readonly FollowedDrill[]> {
  const set = (await detailsOf(db, studentId, scope)).map(each => each.drill)
  const ids = set.map(each => each.id)
  if (ids.length === 0) return []
  const [heard, courses] = await Promise.all([hearingsOf(db, scope.actor, ids), coursesOf(db, scope.actor, ids)])
  return set.map(each => ({ ...each, lessons: heard.get(each.id)!, ...courses.get(each.id)! }))
}

/**
 * When a student's last lesson was, to be asked beside their own row: by the index of their lessons, where the greatest
 * of a group would read every lesson there ever was.
 */
export const lastLessonAt = (db: QueryBuilder): SQL<Date | null> =>
  sql<Date | null>`${db
    .select({ startedAt: lessons.startedAt })
    .from(lessons, { forceIndex: 'lessons_by_student' })
    .where(and(eq(lessons.studioId, placeholder('studioId')), eq(lessons.studentId, students.id)))
    .orderBy(desc(lessons.startedAt))
    .limit(1)}`.mapWith(lessons.startedAt)
