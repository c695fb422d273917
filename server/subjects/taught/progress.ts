import { and, asc, desc, eq, inArray, isNull, sum } from 'drizzle-orm'
import { columnOf } from '#core/ladder/columns/registry'
import { foldLesson } from '#core/practice/log/fold'
import { dayClock } from '#core/practice/schedule/local-time'
import { handOf } from '#core/hand/hand'
import { planInWords } from '#core/wording/school'
import type { DrillChange, StudentProgress } from '#shared/contracts/taught/answers'
import type { Database } from '../../db/client'
import { inPlaceholder, placeholder, preparedQuery } from '../../db/prepared'
import { assignments, drills, drillVersions, lessonEvents, lessons, practice } from '../../db/tables'
import { ownStudent } from '../../policy/access'
import type { Actor } from '../../policy/actor'
import { hashOf } from '../../writes/canonical'
import { revisionsOf } from './revisions'

/** Two years of weeks. */
const LESSONS_TOLD = 104
const CHANGES_TOLD = 60

const latestLessons = preparedQuery(db =>
  db
    .select({ id: lessons.id, startedAt: lessons.startedAt, endedAt: lessons.endedAt })
    .from(lessons)
    .where(and(eq(lessons.studioId, placeholder('studioId')), eq(lessons.studentId, placeholder('studentId'))))
    .orderBy(desc(lessons.startedAt))
    .limit(LESSONS_TOLD),
)
/** What of some lessons tells of faults and time, with what takes them back. */
const told = preparedQuery(db =>
  db
    .select({ lessonId: lessonEvents.lessonId, body: lessonEvents.body })
    .from(lessonEvents)
    .where(
      and(
        eq(lessonEvents.studioId, placeholder('studioId')),
        inPlaceholder(lessonEvents.lessonId, 'ids'),
        inArray(lessonEvents.kind, ['turn', 'fault', 'void', 'end', 'reopen']),
      ),
    )
    .orderBy(asc(lessonEvents.lessonId), asc(lessonEvents.number)),
)
const everSet = preparedQuery(db =>
  db
    .select({ id: assignments.id, drillName: drills.name, spec: drillVersions.spec })
    .from(assignments)
    .innerJoin(drillVersions, eq(drillVersions.id, assignments.drillVersionId))
    .innerJoin(drills, eq(drills.id, drillVersions.drillId))
    .where(and(eq(assignments.studioId, placeholder('studioId')), eq(assignments.studentId, placeholder('studentId'))))
    .orderBy(asc(assignments.position)),
)
const homeMinutes = preparedQuery(db =>
  db
    .select({ assignmentId: practice.assignmentId, minutes: sum(practice.minutes).mapWith(Number) })
    .from(practice)
    .where(
      and(
        eq(practice.studioId, placeholder('studioId')),
        eq(practice.studentId, placeholder('studentId')),
        isNull(practice.takenBackAt),
      ),
    )
    .groupBy(practice.assignmentId),
)

type Revised = Awaited<ReturnType<typeof revisionsOf>>[number]

/** What one revision changed, each with what it was before. */
function changesBetween(before: Revised, after: Revised, drillName: string): readonly DrillChange[] {
  const at = after.revision.at.toISOString()
  const found: DrillChange[] = []
  const tell = (what: DrillChange['what'], of: (row: Revised) => unknown, words: (row: Revised) => string) => {
    if (hashOf(of(before) ?? null) !== hashOf(of(after) ?? null))
      found.push({ at, drillName, what, from: words(before), to: words(after) })
  }
  tell(
    'stage',
    row => row.revision.stage,
    row => row.stage,
  )
  tell(
    'plan',
    row => row.revision.plan,
    ({ revision: { plan } }) => `${plan.startBpm} to ${plan.targetBpm}. ${planInWords(plan)}`,
  )
  tell(
    'fingers',
    row => row.revision.pins,
    ({ revision: { pins } }) => (pins ? `${Object.keys(pins).length} set by hand` : 'the drill’s own'),
  )
  tell(
    'hand',
    row => row.revision.hand,
    ({ revision: { hand } }) => `reach ${handOf(hand).reachMm} mm`,
  )
  tell(
    'version',
    row => row.versionNumber,
    row => `version ${row.versionNumber}`,
  )
  return found
}

/** How a student got on over their lessons: faults, time, and what of their drills was changed. */
export async function readProgress(db: Database, actor: Actor, studentId: string): Promise<StudentProgress> {
  await ownStudent(db, actor, studentId)
  const whose = { studioId: actor.studioId, studentId }
  const [rows, set, home] = await Promise.all([latestLessons(db, whose), everSet(db, whose), homeMinutes(db, whose)])
  const ids = set.map(each => each.id)
  const [events, revisions] = await Promise.all([
    rows.length === 0 ? [] : told(db, { studioId: actor.studioId, ids: rows.map(row => row.id) }),
    ids.length === 0 ? [] : revisionsOf(db, actor, ids),
  ])
  const byLesson = new Map(rows.map(row => [row.id, [] as (typeof events)[number]['body'][]]))
  for (const { lessonId, body } of events) byLesson.get(lessonId)!.push(body)
  const dayOf = dayClock(actor.zone)
  const atHome = new Map(home.map(row => [row.assignmentId, row.minutes]))
  const nameOf = new Map(set.map(each => [each.id, each.drillName]))
  return {
    lessons: rows.toReversed().map(({ id, startedAt }) => {
      const { faults, minutes } = foldLesson(byLesson.get(id)!)
      return {
        id,
        day: dayOf(startedAt.getTime()),
        faults: faults.map(each => each.fault),
        minutes: [...minutes].map(([assignmentId, spent]) => ({ assignmentId, minutes: spent })),
      }
    }),
    drills: set.map(({ id, drillName, spec }) => ({
      id,
      drillName,
      technique: columnOf(spec)?.label ?? null,
      homeMinutes: atHome.get(id) ?? 0,
    })),
    changes: revisions
      .flatMap((row, i) => {
        const before = revisions[i - 1]
        return before?.revision.assignmentId === row.revision.assignmentId
          ? changesBetween(before, row, nameOf.get(row.revision.assignmentId)!)
          : []
      })
      .sort((a, b) => (a.at < b.at ? 1 : -1))
      .slice(0, CHANGES_TOLD),
  }
}
