import { and, desc, eq, gte, lt, ne, sql, type Placeholder, type SQL } from 'drizzle-orm'
import type { LessonEvent, LessonEventOf } from '#core/practice/log/events'
import { dayClock, localClock } from '#core/practice/schedule/local-time'
import type { FollowedDrill, HistoryDecision } from '#shared/contracts/taught/answers'
import type { Actor } from '../../policy/actor'
import type { Database } from '../../db/client'
import { inPlaceholder, placeholder, preparedQuery, queryOfEach, type QueryBuilder } from '../../db/prepared'
import { decisions, lessonEvents, standings } from '../../db/tables'
import { EVENT_TIME, happenedAt } from './event-time'

/** Decisions on a drill that a student’s page draws, and those it tells with all that was said of them. */
const DECISIONS_DRAWN = 60
const DECISIONS_TOLD = 3

const DECIDED = {
  id: decisions.id,
  assignmentId: decisions.assignmentId,
  revision: decisions.revision,
  bpm: decisions.bpm,
  overruled: decisions.overruled,
  lessonId: lessonEvents.lessonId,
  body: lessonEvents.body,
  ...EVENT_TIME,
}
type DecidedRow = Pick<typeof decisions.$inferSelect, 'id' | 'assignmentId' | 'revision' | 'bpm' | 'overruled'> & {
  readonly lessonId: string
  readonly body: LessonEvent
} & Parameters<typeof happenedAt>[0]

/** A decision as history tells it. @param local Gives an instant in the student's zone. */
export function decisionOf(row: DecidedRow, local: (instant: string) => string): HistoryDecision {
  const { id, lessonId, revision, bpm, overruled, body } = row
  const event = body as LessonEventOf<'decision'>
  return { id, lessonId, revision, bpm, decision: event.decision, at: local(happenedAt(row)), overruled, event }
}

const latestDecisions = (db: QueryBuilder, assignmentId: Placeholder, count: number, which?: SQL) =>
  db
    .select(DECIDED)
    .from(decisions)
    .innerJoin(lessonEvents, eq(lessonEvents.id, decisions.eventId))
    .where(and(eq(decisions.assignmentId, assignmentId), which))
    .orderBy(desc(decisions.revision))
    .limit(count)

/** Only of the last few is the event itself read, of sixty on each drill. */
const told =
  sql<LessonEvent | null>`if(${decisions.revision} >= ${standings.revision} - ${sql.raw(String(DECISIONS_TOLD))}, ${lessonEvents.body}, null)`.as(
    'told',
  )
const decisionsDrawn = preparedQuery(db =>
  db
    .select({ ...DECIDED, body: told, stage: decisions.stage })
    .from(standings)
    .innerJoin(
      decisions,
      and(
        eq(decisions.assignmentId, standings.assignmentId),
        gte(decisions.revision, sql`${standings.revision} - ${sql.raw(String(DECISIONS_DRAWN))}`),
      ),
    )
    .innerJoin(lessonEvents, eq(lessonEvents.id, decisions.eventId))
    .where(inPlaceholder(standings.assignmentId, 'ids')),
)

/** The course that the decisions on some drills took, oldest first, and the last few of them whole. */
export async function coursesOf(
  db: Database,
  actor: Actor,
  assignmentIds: readonly string[],
): Promise<ReadonlyMap<string, Pick<FollowedDrill, 'course' | 'decisions'>>> {
  const [local, dayOf] = [localClock(actor.zone), dayClock(actor.zone)]
  const rows = (await decisionsDrawn(db, { ids: assignmentIds })).toSorted((a, b) => a.revision - b.revision)
  return new Map(
    assignmentIds.map(id => {
      const own = rows.filter(row => row.assignmentId === id)
      return [
        id,
        {
          course: own.map(row => ({
            day: dayOf(Date.parse(happenedAt(row))),
            bpm: row.bpm,
            overruled: row.overruled,
            stage: row.stage,
          })),
          decisions: own.flatMap(row => (row.body === null ? [] : [decisionOf({ ...row, body: row.body }, local)])),
        },
      ]
    }),
  )
}
const decisionElsewhere = queryOfEach((db, id) =>
  latestDecisions(db, id, 1, ne(lessonEvents.lessonId, placeholder('lessonId'))),
)
/** The latest decision on each of some drills before a lesson began, in another. */
export const decisionBefore = queryOfEach((db, id) =>
  latestDecisions(
    db,
    id,
    1,
    and(ne(lessonEvents.lessonId, placeholder('lessonId')), lt(decisions.at, placeholder('startedAt'))),
  ),
)

/** Decisions by drill, oldest first. */
export function byDrill(
  actor: Actor,
  assignmentIds: readonly string[],
  rows: readonly DecidedRow[],
): ReadonlyMap<string, readonly HistoryDecision[]> {
  const local = localClock(actor.zone)
  const found = new Map<string, HistoryDecision[]>(assignmentIds.map(id => [id, []]))
  for (const row of rows.toSorted((a, b) => a.revision - b.revision))
    found.get(row.assignmentId)!.push(decisionOf(row, local))
  return found
}

const newestDecisions = preparedQuery(db =>
  db
    .select(DECIDED)
    .from(standings)
    .innerJoin(
      decisions,
      and(eq(decisions.assignmentId, standings.assignmentId), eq(decisions.revision, sql`${standings.revision} - 1`)),
    )
    .innerJoin(lessonEvents, eq(lessonEvents.id, decisions.eventId))
    .where(inPlaceholder(standings.assignmentId, 'ids')),
)

/** The latest decision on each of some drills that did not fall in a lesson; a drill without one is left out. */
export async function lastDecisions(
  db: Database,
  assignmentIds: readonly string[],
  exceptLesson: string,
): Promise<ReadonlyMap<string, DecidedRow>> {
  const newest = await newestDecisions(db, { ids: assignmentIds })
  const found = new Map(
    newest.filter(row => row.lessonId !== exceptLesson).map(row => [row.assignmentId, row as DecidedRow]),
  )
  // Decided in this very lesson: then the one before it is looked for.
  const decidedHere = newest.filter(row => row.lessonId === exceptLesson).map(row => row.assignmentId)
  for (const before of await decisionElsewhere(db, decidedHere, { lessonId: exceptLesson }))
    found.set(before.assignmentId, before)
  return found
}
