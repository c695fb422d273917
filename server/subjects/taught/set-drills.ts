import { and, asc, eq, gte, isNotNull, isNull, max, or, sql, type SQL } from 'drizzle-orm'
import { hasSheet } from '#core/families/registry'
import type { StageEntry } from '#core/practice/log/stage'
import { dayClock, localClock } from '#core/practice/schedule/local-time'
import { isPassed } from '#core/practice/tempo/gate'
import { paceOf } from '#core/practice/tempo/pace'
import { completedIn, REVIEW_WEEKS, type Completed } from '#core/practice/tempo/review'
import type { DecisionKind } from '#core/schema/plan-fields'
import type { AssignmentDetail, AssignmentStanding } from '#shared/contracts/taught/answers'
import type { Actor } from '../../policy/actor'
import type { Database } from '../../db/client'
import { inPlaceholder, placeholder, preparedQuery } from '../../db/prepared'
import {
  assignmentRevisions,
  assignments,
  decisions,
  drills,
  drillVersions,
  hearings,
  stages,
  standings,
} from '../../db/tables'
import { pathsOf } from './stages'

/** Who asks, and on which day. */
export interface Scope {
  /** Whose studio it is; its zone is that of the times. */
  readonly actor: Actor
  readonly today: string
}

const setFields = {
  id: assignments.id,
  versionId: assignments.drillVersionId,
  studentId: assignments.studentId,
  plan: assignments.plan,
  targetOn: assignments.targetOn,
  setAt: assignments.setAt,
  opensAfter: assignments.opensAfter,
  bpm: standings.bpm,
  bestBpm: standings.bestBpm,
  lessonsSinceRise: standings.lessonsSinceRise,
  stageSince: standings.stageSince,
  decided: standings.decided,
}

/** What lists say of a drill, by the id of its version. */
type DrillNames = ReadonlyMap<string, { readonly drillName: string; readonly family: string }>

interface SetRow
  extends
    Pick<typeof assignments.$inferSelect, 'id' | 'studentId' | 'plan' | 'targetOn' | 'setAt' | 'opensAfter'>,
    Pick<typeof standings.$inferSelect, 'bpm' | 'bestBpm' | 'lessonsSinceRise' | 'stageSince' | 'decided'> {
  readonly versionId: string
}

const fastestClean = preparedQuery(db =>
  db
    .select({ id: hearings.assignmentId, cleanBpm: max(hearings.bestCleanBpm) })
    .from(hearings)
    .innerJoin(standings, eq(standings.assignmentId, hearings.assignmentId))
    .where(
      and(
        inPlaceholder(hearings.assignmentId, 'ids'),
        or(isNull(standings.stageSince), gte(hearings.startedAt, standings.stageSince)),
      ),
    )
    .groupBy(hearings.assignmentId),
)

/** The fastest clean pass of each set drill at the stage it is at, bpm; those without one are left out. */
export async function cleanTempos(db: Database, ids: readonly string[]): Promise<ReadonlyMap<string, number>> {
  if (ids.length === 0) return new Map()
  const rows = await fastestClean(db, { ids })
  return new Map(rows.flatMap(({ id, cleanBpm }) => (cleanBpm === null ? [] : [[id, cleanBpm] as const])))
}

const atLastStage = preparedQuery(db =>
  db
    .select({ id: assignments.id })
    .from(assignments)
    .where(
      and(
        inPlaceholder(assignments.id, 'ids'),
        sql`not exists (select 1 from ${stages} as here join ${stages} as later on later.assignment_id = here.assignment_id and later.place > here.place where here.assignment_id = ${assignments.id} and here.number = ${assignments.stage})`,
      ),
    ),
)

/** Which of some set drills are at the last stage of their path. */
async function atLastStageAmong(db: Database, ids: readonly string[]): Promise<ReadonlySet<string>> {
  return new Set((await atLastStage(db, { ids })).map(({ id }) => id))
}

/** Names of the drills that others wait for, by the id of the one that waits. */
type Waiting = ReadonlyMap<string, string>

/**
 * What waits for another drill to be passed. One that is not played to a tempo has nothing to pass and holds nothing
 * back.
 */
async function waitingAmong(db: Database, rows: readonly SetRow[], names: DrillNames): Promise<Waiting> {
  const byId = new Map(rows.map(row => [row.id, row]))
  const held = rows.flatMap(row => {
    const gate = row.opensAfter === null ? undefined : byId.get(row.opensAfter)
    return gate && hasSheet(names.get(gate.versionId)!) ? [{ id: row.id, gate }] : []
  })
  if (held.length === 0) return new Map()
  const gates = [...new Set(held.map(({ gate }) => gate.id))]
  const [clean, last] = await Promise.all([cleanTempos(db, gates), atLastStageAmong(db, gates)])
  return new Map(
    held
      .filter(
        ({ gate: { id, plan, decided } }) =>
          !last.has(id) || !isPassed({ plan, cleanBpm: clean.get(id) ?? null, decided }),
      )
      .map(({ id, gate }) => [id, names.get(gate.versionId)!.drillName]),
  )
}

/** The latest decisions on some completed drills: as many as there are reviews. */
const completions = preparedQuery(db =>
  db
    .select({ assignmentId: decisions.assignmentId, decision: decisions.decision, at: decisions.at })
    .from(standings)
    .innerJoin(
      decisions,
      and(
        eq(decisions.assignmentId, standings.assignmentId),
        gte(decisions.revision, sql`${standings.revision} - ${REVIEW_WEEKS.length + 1}`),
      ),
    )
    .where(inPlaceholder(standings.assignmentId, 'ids'))
    .orderBy(asc(decisions.revision)),
)

/** Which of some set drills are completed, and since when. */
async function completedAmong(
  db: Database,
  rows: readonly SetRow[],
  local: (instant: string) => string,
): Promise<ReadonlyMap<string, Completed>> {
  const ids = rows.filter(row => row.decided === 'done').map(row => row.id)
  if (ids.length === 0) return new Map()
  const runs = new Map<string, { readonly decision: DecisionKind; readonly at: string }[]>()
  for (const { assignmentId, decision, at } of await completions(db, { ids }))
    runs.set(assignmentId, [...(runs.get(assignmentId) ?? []), { decision, at: local(at.toISOString()) }])
  return new Map(
    [...runs].flatMap(([id, run]) => {
      const found = completedIn(run)
      return found ? [[id, found] as const] : []
    }),
  )
}

/** What is known of set drills beside their own rows. */
interface Around {
  readonly names: DrillNames
  readonly waiting: Waiting
  readonly completed: ReadonlyMap<string, Completed>
  readonly today: string
  readonly dayOf: (at: number) => string
}

function standingOf(row: SetRow, { names, waiting, completed, today, dayOf }: Around): AssignmentStanding {
  const { id, plan, targetOn, setAt, stageSince, versionId, bpm, bestBpm, lessonsSinceRise } = row
  const { drillName, family } = names.get(versionId)!
  // Each stage has a plan of its own, which begins when it is opened.
  const begunOn = dayOf((stageSince ?? setAt).getTime())
  return {
    id,
    drillName,
    toTempo: hasSheet({ family }),
    plan,
    targetOn,
    bpm,
    bestBpm,
    waitsFor: waiting.get(id) ?? null,
    completed: completed.get(id) ?? null,
    pace: paceOf(plan, bpm, begunOn, targetOn, today, lessonsSinceRise),
  }
}

const detailed = (which: SQL) =>
  preparedQuery(db =>
    db
      .select({
        ...setFields,
        family: drillVersions.family,
        drillName: drills.name,
        stage: stages.name,
        stageNumber: stages.number,
        change: stages.change,
        stageFrom: standings.stageFrom,
        staged: sql`exists ${db
          .select({ id: decisions.id })
          .from(decisions)
          .where(and(eq(decisions.assignmentId, assignments.id), isNotNull(decisions.stage)))}`.mapWith(Boolean),
        pins: assignments.pins,
        variations: assignments.variations,
        endedAt: assignments.endedAt,
        drillId: drills.id,
        number: drillVersions.number,
        spec: drillVersions.spec,
        taught: assignmentRevisions.number,
        hand: assignmentRevisions.hand,
        habits: assignmentRevisions.habits,
      })
      .from(assignments)
      .innerJoin(
        assignmentRevisions,
        and(eq(assignmentRevisions.assignmentId, assignments.id), eq(assignmentRevisions.number, assignments.revision)),
      )
      .innerJoin(stages, and(eq(stages.assignmentId, assignments.id), eq(stages.number, assignments.stage)))
      .innerJoin(standings, eq(standings.assignmentId, assignments.id))
      .innerJoin(drillVersions, eq(drillVersions.id, assignments.drillVersionId))
      .innerJoin(drills, eq(drills.id, drillVersions.drillId))
      .where(
        and(
          eq(assignments.studioId, placeholder('studioId')),
          eq(assignments.studentId, placeholder('studentId')),
          which,
        ),
      )
      .orderBy(asc(assignments.position), asc(assignments.setAt)),
  )
const setNow = detailed(isNull(assignments.endedAt))
const setOnce = detailed(inPlaceholder(assignments.id, 'ids'))

/** A set drill without its history; since which decision its stage is worked, and whether any stage was ever opened. */
export interface SetDetail {
  readonly drill: Omit<AssignmentDetail, 'decisions'>
  readonly from: StageEntry['from']
  readonly staged: boolean
}

/** Drills set for one student, in the order they were set: what is set now, or some by their ids. */
export async function detailsOf(
  db: Database,
  studentId: string,
  scope: Scope,
  ids?: readonly string[],
): Promise<readonly SetDetail[]> {
  const whose = { studioId: scope.actor.studioId, studentId }
  const rows = ids ? await setOnce(db, { ...whose, ids }) : await setNow(db, whose)
  const names: DrillNames = new Map(rows.map(row => [row.versionId, row]))
  const [local, dayOf] = [localClock(scope.actor.zone), dayClock(scope.actor.zone)]
  const [waiting, paths, completed] = await Promise.all([
    ids ? new Map<string, string>() : waitingAmong(db, rows, names),
    pathsOf(
      db,
      rows.map(row => row.id),
    ),
    completedAmong(db, rows, local),
  ])
  const around: Around = { names, waiting, completed, today: scope.today, dayOf }
  return rows.map(row => ({
    from: row.stageFrom,
    staged: row.staged,
    drill: {
      ...standingOf(row, around),
      drillId: row.drillId,
      versionNumber: row.number,
      stage: row.stage,
      stageNumber: row.stageNumber,
      stageSince: row.stageSince && local(row.stageSince.toISOString()),
      path: paths.get(row.id)!,
      spec: row.spec,
      change: row.change,
      pins: row.pins ?? {},
      variations: row.variations ?? [],
      taught: row.taught,
      hand: row.hand,
      habits: row.habits ?? {},
      setOn: dayOf(row.setAt.getTime()),
      ended: row.endedAt !== null,
    },
  }))
}

const setForSome = preparedQuery(db =>
  db
    .select(setFields)
    .from(assignments)
    .innerJoin(standings, eq(standings.assignmentId, assignments.id))
    .where(
      and(
        eq(assignments.studioId, placeholder('studioId')),
        inPlaceholder(assignments.studentId, 'ids'),
        isNull(assignments.endedAt),
      ),
    )
    .orderBy(asc(assignments.position), asc(assignments.setAt)),
)

/** Asked once a drill and not with each of its rows: many students are on the same few. */
const drillsNamed = preparedQuery(db =>
  db
    .select({ versionId: drillVersions.id, family: drillVersions.family, drillName: drills.name })
    .from(drillVersions)
    .innerJoin(drills, eq(drills.id, drillVersions.drillId))
    .where(inPlaceholder(drillVersions.id, 'ids')),
)

async function namesAmong(db: Database, rows: readonly SetRow[]): Promise<DrillNames> {
  const ids = [...new Set(rows.map(row => row.versionId))]
  return new Map((ids.length === 0 ? [] : await drillsNamed(db, { ids })).map(each => [each.versionId, each]))
}

/** Where the drills set for some students stand, those that wait for another left out: what lists show. */
export async function standingsOf(
  db: Database,
  studentIds: readonly string[],
  scope: Scope,
): Promise<ReadonlyMap<string, AssignmentStanding[]>> {
  const found = new Map<string, AssignmentStanding[]>(studentIds.map(id => [id, []]))
  if (studentIds.length === 0) return found
  const rows = await setForSome(db, { studioId: scope.actor.studioId, ids: studentIds })
  const names = await namesAmong(db, rows)
  const [waiting, completed] = await Promise.all([
    waitingAmong(db, rows, names),
    completedAmong(db, rows, localClock(scope.actor.zone)),
  ])
  const around: Around = { names, waiting, completed, today: scope.today, dayOf: dayClock(scope.actor.zone) }
  for (const row of rows) {
    const standing = standingOf(row, around)
    if (standing.waitsFor === null) found.get(row.studentId)!.push(standing)
  }
  return found
}
