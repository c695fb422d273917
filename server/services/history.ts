import {
  and,
  asc,
  desc,
  eq,
  gt,
  gte,
  inArray,
  isNull,
  lt,
  max,
  ne,
  or,
  sql,
  type Placeholder,
  type SQL,
} from 'drizzle-orm'
import { hasSheet } from '#core/families/registry'
import { localClock } from '#core/practice/schedule/local-time'
import { isPassed } from '#core/practice/tempo/gate'
import { isFalling } from '#core/practice/tempo/target'
import { paceOf } from '#core/practice/tempo/pace'
import { completedIn, REVIEW_WEEKS, type Completed } from '#core/practice/tempo/review'
import type { DecisionKind } from '#core/schema/plan-fields'
import type {
  AgendaItem,
  AssignmentDetail,
  AssignmentStanding,
  FollowedDrill,
  HeardFault,
  HistoryDecision,
  LessonHearing,
} from '#shared/contracts/assignments'
import type { PassHeard } from '#core/practice/log/standing'
import type { StageEntry } from '#core/practice/log/stage'
import type { LessonEvent, LessonEventOf } from '#core/practice/log/events'
import type { Actor } from '../policy/actor'
import { practiceOfDrills } from './practice'
import { revisionsOf } from './revisions'
import { pathsOf, stagesBefore } from './stages'
import type { Database } from '../db/client'
import { amongGiven, given, question, questionOfEach } from '../db/question'
import {
  assignmentRevisions,
  assignments,
  decisions,
  drills,
  drillVersions,
  hearings,
  lessonEvents,
  lessons,
  stages,
  standings,
  students,
} from '../db/tables'

interface Scope {
  /** Whose studio it is; its zone is that of the times. */
  readonly actor: Actor
  readonly today: string
}

/** How far the clocks of several servers may be apart. */
const CLOCKS_APART_MS = 3_600_000

/** Passes of a drill that a lesson looks back on: three times the longest run that a plan may ask for. */
const PASSES_BACK = 60
/** Faults of a drill that a lesson reminds of, its lessons they are of, and what is looked through for them. */
const FAULTS_BACK = 3
const FAULT_LESSONS = 3
const SAID_BACK = 40
/** Lessons with a drill that a decision looks at one by one, and those among which its best tempo is sought. */
const LESSONS_BACK = 4
const BEST_AMONG = 30
/** Lessons and decisions of a drill that a student's page draws: two years of weeks. */
const LESSONS_DRAWN = 104
const DECISIONS_DRAWN = 60

/**
 * When something happened: by the device's clock set right, never after the server had it. A device whose clock is
 * weeks off still puts its passes on the day they were heard.
 */
function momentOf({
  deviceAt,
  deviceOffsetMs,
  receivedAt,
}: Pick<typeof lessonEvents.$inferSelect, 'deviceAt' | 'deviceOffsetMs' | 'receivedAt'>): string {
  return new Date(Math.min(deviceAt.getTime() + deviceOffsetMs, receivedAt.getTime())).toISOString()
}
const MOMENT = {
  deviceAt: lessonEvents.deviceAt,
  deviceOffsetMs: lessonEvents.deviceOffsetMs,
  receivedAt: lessonEvents.receivedAt,
}

/** Events of a kind of a drill outside a lesson, those taken back left out. */
const elsewhere = (assignmentId: Placeholder, ...kinds: LessonEvent['kind'][]) =>
  and(
    eq(lessonEvents.studioId, given('studioId')),
    eq(lessonEvents.assignmentId, assignmentId),
    inArray(lessonEvents.kind, kinds),
    ne(lessonEvents.lessonId, given('exceptLesson')),
    eq(lessonEvents.voided, false),
  )
type Numbered = Pick<typeof lessonEvents.$inferSelect, 'receivedAt' | 'number'>
/** Events of several lessons by when the server had them. */
const inOrder = (a: Numbered, b: Numbered) => a.receivedAt.getTime() - b.receivedAt.getTime() || a.number - b.number

/** What was heard of a drill outside a lesson that counts for its next decision. */
interface Counted {
  /** Decisions made before it: what was heard before them counts no more. */
  readonly revision: number
  /** When the latest of them was made. */
  readonly since: Date
}

/** The latest passes of each of some drills outside a lesson, undone ones left out. */
const latestPasses = questionOfEach((db, assignmentId, own) =>
  db
    .select({
      assignmentId: lessonEvents.assignmentId,
      revision: lessonEvents.revision,
      number: lessonEvents.number,
      bpm: lessonEvents.bpm,
      clean: lessonEvents.clean,
      ...MOMENT,
    })
    .from(lessonEvents)
    .where(
      and(
        elsewhere(assignmentId, 'pass'),
        gte(lessonEvents.receivedAt, own('since')),
        gte(sql`coalesce(${lessonEvents.revision}, 0)`, own('revision')),
      ),
    )
    .orderBy(desc(lessonEvents.receivedAt))
    .limit(PASSES_BACK),
)

/**
 * The passes of some drills outside a lesson that are counted one by one, oldest first, times in the student's zone.
 * @param counted From where they count, by drill; all the latest where it is left out.
 */
async function passesOf(
  db: Database,
  actor: Actor,
  assignmentIds: readonly string[],
  exceptLesson: string,
  counted: ReadonlyMap<string, Counted>,
): Promise<ReadonlyMap<string, readonly PassHeard[]>> {
  const local = localClock(actor.zone)
  const rows = await latestPasses(
    db,
    assignmentIds,
    { studioId: actor.studioId, exceptLesson },
    id => counted.get(id) ?? { revision: 0, since: new Date(0) },
  )
  const found = new Map<string, PassHeard[]>(assignmentIds.map(id => [id, []]))
  for (const row of rows.toSorted(inOrder)) {
    found
      .get(row.assignmentId!)!
      .push({
        kind: 'pass',
        at: local(momentOf(row)),
        bpm: row.bpm!,
        clean: row.clean!,
        by: 'teacher',
        revision: row.revision ?? 0,
      })
  }
  return found
}

/** What was said of each of some drills outside a lesson, that taken back left out: faults, and how it sounded. */
const latestSaid = questionOfEach((db, assignmentId) =>
  db
    .select({
      assignmentId: lessonEvents.assignmentId,
      lessonId: lessonEvents.lessonId,
      number: lessonEvents.number,
      body: lessonEvents.body,
      ...MOMENT,
    })
    .from(lessonEvents)
    .where(elsewhere(assignmentId, 'fault', 'fault-gone', 'rating'))
    .orderBy(desc(lessonEvents.receivedAt))
    .limit(SAID_BACK),
)
const hearingsBack = questionOfEach((db, assignmentId) =>
  db
    .select({
      assignmentId: hearings.assignmentId,
      lessonId: hearings.lessonId,
      startedAt: hearings.startedAt,
      bestCleanBpm: hearings.bestCleanBpm,
    })
    .from(hearings)
    .innerJoin(standings, eq(standings.assignmentId, hearings.assignmentId))
    .where(
      and(
        eq(hearings.studioId, given('studioId')),
        eq(hearings.assignmentId, assignmentId),
        ne(hearings.lessonId, given('exceptLesson')),
        gt(hearings.passes, 0),
        or(isNull(standings.stageSince), gte(hearings.startedAt, standings.stageSince)),
      ),
    )
    .orderBy(desc(hearings.startedAt))
    .limit(BEST_AMONG),
)

/** What earlier lessons said of a drill. */
type Said = Pick<AgendaItem, 'faults' | 'lessonLogs' | 'bestBefore'>

type SaidRow = Awaited<ReturnType<typeof latestSaid>>[number]
type HeardRow = Awaited<ReturnType<typeof hearingsBack>>[number]

/**
 * The latest faults that are not gone, the latest first: each once, and only those of the last lessons with the drill.
 * @param since When the earliest of those began; undefined where there were none so many.
 */
function faultsOf(
  said: readonly SaidRow[],
  since: Date | undefined,
  local: (instant: string) => string,
): readonly HeardFault[] {
  const byId = new Map(said.flatMap(({ body }) => (body.kind === 'fault' ? [[body.id, body.fault] as const] : [])))
  const standing = new Map<string, SaidRow>()
  for (const row of said.filter(each => since === undefined || each.receivedAt >= since).toSorted(inOrder)) {
    const { body } = row
    // Put in anew, so that it stands where it was heard last.
    if (body.kind === 'fault') {
      standing.delete(body.fault)
      standing.set(body.fault, row)
    } else if (body.kind === 'fault-gone') standing.delete(byId.get(body.faultId) ?? '')
  }
  return [...standing.values()]
    .reverse()
    .slice(0, FAULTS_BACK)
    .map(row => {
      const { id, fault, finger, instead } = row.body as LessonEventOf<'fault'>
      const day = local(momentOf(row)).slice(0, 10)
      return { id, fault, ...(finger !== undefined && { finger }), ...(instead !== undefined && { instead }), day }
    })
}

/**
 * The latest lessons with a drill, oldest first: those it was heard in, and those something was said of it in.
 * @param openedIn The lesson its stage was opened in: what was said there counts from when it was said.
 */
function lessonLogsOf(
  said: readonly SaidRow[],
  heardIn: readonly HeardRow[],
  local: (instant: string) => string,
  openedIn: string | undefined,
): AgendaItem['lessonLogs'] {
  const logs = new Map(
    heardIn.map(({ lessonId, startedAt, bestCleanBpm }) => [
      lessonId,
      {
        at: local(startedAt.toISOString()),
        said: [] as SaidRow[],
        bestCleanBpm: bestCleanBpm as number | null | undefined,
      },
    ]),
  )
  for (const row of said.toSorted(inOrder)) {
    const log = logs.get(row.lessonId) ?? { at: local(momentOf(row)), said: [], bestCleanBpm: undefined }
    log.said.push(row)
    // When the server had it: by a device's clock, measured anew with each event, it might lie before the decision.
    if (row.lessonId === openedIn) log.at = local(row.receivedAt.toISOString())
    logs.set(row.lessonId, log)
  }
  return [...logs.values()]
    .toSorted((a, b) => Date.parse(a.at) - Date.parse(b.at))
    .slice(-LESSONS_BACK)
    .map(log => {
      const quality = log.said.flatMap(({ body }) => (body.kind === 'rating' ? [body.quality] : [])).at(-1)
      return {
        at: log.at,
        kind: 'lesson',
        ...(quality !== undefined && { quality }),
        faults: log.said.flatMap(({ body }) => (body.kind === 'fault' ? [body.fault] : [])),
        ...(log.bestCleanBpm !== undefined && { bestCleanBpm: log.bestCleanBpm }),
      }
    })
}

/** What earlier lessons said of some drills. */
async function saidOf(
  db: Database,
  actor: Actor,
  assignmentIds: readonly string[],
  exceptLesson: string,
  stages: ReturnType<typeof stagesBefore>,
): Promise<ReadonlyMap<string, Said>> {
  const local = localClock(actor.zone)
  const scope = { studioId: actor.studioId, exceptLesson }
  const [said, heardIn, entered] = await Promise.all([
    latestSaid(db, assignmentIds, scope),
    hearingsBack(db, assignmentIds, scope),
    stages,
  ])
  // Of the lesson in which its stage was opened, what was said before that is about another.
  const ofStage = ({ assignmentId, lessonId, number }: SaidRow) => {
    const by = entered.get(assignmentId!)?.openedBy
    return by?.lessonId !== lessonId || number > by.number
  }
  return new Map(
    assignmentIds.map(id => {
      const own = said.filter(row => row.assignmentId === id)
      const lessonsHeard = heardIn
        .filter(row => row.assignmentId === id)
        .toSorted((a, b) => b.startedAt.getTime() - a.startedAt.getTime())
      const before = lessonsHeard.slice(LESSONS_BACK).flatMap(row => row.bestCleanBpm ?? [])
      return [
        id,
        {
          faults: faultsOf(own, lessonsHeard[FAULT_LESSONS - 1]?.startedAt, local),
          lessonLogs: lessonLogsOf(
            own.filter(ofStage),
            lessonsHeard.slice(0, LESSONS_BACK),
            local,
            entered.get(id)?.openedBy?.lessonId,
          ),
          bestBefore: before.length > 0 ? Math.max(...before) : null,
        },
      ]
    }),
  )
}

const DECIDED = {
  id: decisions.id,
  assignmentId: decisions.assignmentId,
  revision: decisions.revision,
  bpm: decisions.bpm,
  overruled: decisions.overruled,
  lessonId: lessonEvents.lessonId,
  body: lessonEvents.body,
  ...MOMENT,
}
type DecidedRow = Pick<typeof decisions.$inferSelect, 'id' | 'assignmentId' | 'revision' | 'bpm' | 'overruled'> & {
  readonly lessonId: string
  readonly body: LessonEvent
} & Parameters<typeof momentOf>[0]

function decisionOf(row: DecidedRow, local: (instant: string) => string): HistoryDecision {
  const { id, lessonId, revision, bpm, overruled, body } = row
  const event = body as LessonEventOf<'decision'>
  return { id, lessonId, revision, bpm, decision: event.decision, at: local(momentOf(row)), overruled, event }
}

const latestDecisions = (db: Database, assignmentId: Placeholder, count: number, which?: SQL) =>
  db
    .select(DECIDED)
    .from(decisions)
    .innerJoin(lessonEvents, eq(lessonEvents.id, decisions.eventId))
    .where(and(eq(decisions.assignmentId, assignmentId), which))
    .orderBy(desc(decisions.revision))
    .limit(count)

const decisionsDrawn = questionOfEach((db, id) => latestDecisions(db, id, DECISIONS_DRAWN))
const decisionElsewhere = questionOfEach((db, id) =>
  latestDecisions(db, id, 1, ne(lessonEvents.lessonId, given('lessonId'))),
)
const decisionBefore = questionOfEach((db, id) =>
  latestDecisions(db, id, 1, and(ne(lessonEvents.lessonId, given('lessonId')), lt(decisions.at, given('startedAt')))),
)

/** Decisions by drill, oldest first. */
function byDrill(
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

const newestDecisions = question(db =>
  db
    .select(DECIDED)
    .from(standings)
    .innerJoin(decisions, LATEST_DECISION)
    .innerJoin(lessonEvents, eq(lessonEvents.id, decisions.eventId))
    .where(amongGiven(standings.assignmentId, 'ids')),
)

/** The latest decision on each of some drills that did not fall in a lesson; a drill without one is left out. */
async function lastDecisions(
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

const latestHearings = questionOfEach((db, assignmentId) =>
  db
    .select()
    .from(hearings)
    .where(and(eq(hearings.studioId, given('studioId')), eq(hearings.assignmentId, assignmentId)))
    .orderBy(desc(hearings.startedAt))
    .limit(LESSONS_DRAWN),
)

/** What the latest lessons with some drills came to, oldest first. */
async function hearingsOf(
  db: Database,
  actor: Actor,
  assignmentIds: readonly string[],
): Promise<ReadonlyMap<string, readonly LessonHearing[]>> {
  const local = localClock(actor.zone)
  const rows = await latestHearings(db, assignmentIds, { studioId: actor.studioId })
  const found = new Map<string, LessonHearing[]>(assignmentIds.map(id => [id, []]))
  for (const { assignmentId, lessonId, startedAt, passes, clean, bestCleanBpm, triedBpm } of rows.toSorted(
    (a, b) => a.startedAt.getTime() - b.startedAt.getTime(),
  )) {
    if (passes > 0)
      found
        .get(assignmentId)!
        .push({ lessonId, day: local(startedAt.toISOString()).slice(0, 10), passes, clean, bestCleanBpm, triedBpm })
  }
  return found
}

const setFields = {
  family: sql<string>`json_value(${drillVersions.spec}, '$.family')`.as('family'),
  id: assignments.id,
  studentId: assignments.studentId,
  plan: assignments.plan,
  targetOn: assignments.targetOn,
  setAt: assignments.setAt,
  drillName: drills.name,
  opensAfter: assignments.opensAfter,
  lastStage:
    sql<boolean>`not exists (select 1 from ${stages} as here join ${stages} as later on later.assignment_id = here.assignment_id and later.place > here.place where here.assignment_id = ${assignments.id} and here.number = ${assignments.stage})`
      .mapWith(Boolean)
      .as('last_stage'),
  bpm: standings.bpm,
  lessonsSinceRise: standings.lessonsSinceRise,
  stageSince: standings.stageSince,
  decided: decisions.decision,
}
/** The latest decision on a set drill, beside its standing. */
const LATEST_DECISION = and(
  eq(decisions.assignmentId, standings.assignmentId),
  eq(decisions.revision, sql`${standings.revision} - 1`),
)
interface SetRow
  extends
    Pick<typeof assignments.$inferSelect, 'id' | 'studentId' | 'plan' | 'targetOn' | 'setAt' | 'opensAfter'>,
    Pick<typeof standings.$inferSelect, 'bpm' | 'lessonsSinceRise' | 'stageSince'> {
  readonly drillName: string
  readonly family: string
  /** What was decided last; null before the first decision. */
  readonly decided: DecisionKind | null
  /** No stage of its path follows the one it is at. */
  readonly lastStage: boolean
}

const fastestClean = question(db =>
  db
    .select({ id: hearings.assignmentId, cleanBpm: max(hearings.bestCleanBpm) })
    .from(hearings)
    .innerJoin(standings, eq(standings.assignmentId, hearings.assignmentId))
    .where(
      and(
        amongGiven(hearings.assignmentId, 'ids'),
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

/** Names of the drills that others wait for, by the id of the one that waits. */
type Waiting = ReadonlyMap<string, string>

/**
 * What waits for another drill to be passed. One that is not played to a tempo has nothing to pass and holds nothing
 * back.
 */
async function waitingAmong(db: Database, rows: readonly SetRow[]): Promise<Waiting> {
  const byId = new Map(rows.map(row => [row.id, row]))
  const held = rows.flatMap(row => {
    const gate = row.opensAfter === null ? undefined : byId.get(row.opensAfter)
    return gate && hasSheet(gate) ? [{ id: row.id, gate }] : []
  })
  if (held.length === 0) return new Map()
  const clean = await cleanTempos(
    db,
    held.map(({ gate }) => gate.id),
  )
  return new Map(
    held
      .filter(
        ({ gate: { id, plan, lastStage, decided } }) =>
          !lastStage || !isPassed({ plan, cleanBpm: clean.get(id) ?? null, decided }),
      )
      .map(({ id, gate }) => [id, gate.drillName]),
  )
}

/** The latest decisions on some completed drills: as many as there are reviews. */
const completions = question(db =>
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
    .where(amongGiven(standings.assignmentId, 'ids'))
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

function standingOf(
  row: SetRow,
  waiting: Waiting,
  completed: ReadonlyMap<string, Completed>,
  today: string,
  local: (instant: string) => string,
): AssignmentStanding {
  const { id, plan, targetOn, setAt, stageSince, drillName, bpm, lessonsSinceRise, family } = row
  // Each stage has a plan of its own, which begins when it is opened.
  const begunOn = local((stageSince ?? setAt).toISOString()).slice(0, 10)
  return {
    id,
    drillName,
    toTempo: hasSheet({ family }),
    plan,
    targetOn,
    bpm,
    waitsFor: waiting.get(id) ?? null,
    completed: completed.get(id) ?? null,
    pace: paceOf(plan, bpm, begunOn, targetOn, today, lessonsSinceRise),
  }
}

const detailed = (which: SQL) =>
  question(db =>
    db
      .select({
        ...setFields,
        stage: stages.name,
        stageNumber: stages.number,
        change: stages.change,
        stageFrom: standings.stageFrom,
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
      .leftJoin(decisions, LATEST_DECISION)
      .innerJoin(drillVersions, eq(drillVersions.id, assignments.drillVersionId))
      .innerJoin(drills, eq(drills.id, drillVersions.drillId))
      .where(and(eq(assignments.studioId, given('studioId')), eq(assignments.studentId, given('studentId')), which))
      .orderBy(asc(assignments.position), asc(assignments.setAt)),
  )
const setNow = detailed(isNull(assignments.endedAt))
const setOnce = detailed(amongGiven(assignments.id, 'ids'))

/** A set drill without its history, and since which decision its stage is worked. */
type SetDetail = Omit<AssignmentDetail, 'decisions'> & Pick<StageEntry, 'from'>

/** Drills set for one student, in the order they were set: what is set now, or some by their ids. */
async function detailsOf(
  db: Database,
  studentId: string,
  scope: Scope,
  ids?: readonly string[],
): Promise<readonly SetDetail[]> {
  const whose = { studioId: scope.actor.studioId, studentId }
  const rows = ids ? await setOnce(db, { ...whose, ids }) : await setNow(db, whose)
  const local = localClock(scope.actor.zone)
  const [waiting, paths, completed] = await Promise.all([
    ids ? new Map<string, string>() : waitingAmong(db, rows),
    pathsOf(
      db,
      rows.map(row => row.id),
    ),
    completedAmong(db, rows, local),
  ])
  return rows.map(row => ({
    ...standingOf(row, waiting, completed, scope.today, local),
    drillId: row.drillId,
    versionNumber: row.number,
    stage: row.stage,
    stageNumber: row.stageNumber,
    stageSince: row.stageSince && local(row.stageSince.toISOString()),
    from: row.stageFrom,
    path: paths.get(row.id)!,
    spec: row.spec,
    change: row.change,
    pins: row.pins ?? {},
    variations: row.variations ?? [],
    taught: row.taught,
    hand: row.hand,
    habits: row.habits ?? {},
    setOn: local(row.setAt.toISOString()).slice(0, 10),
    ended: row.endedAt !== null,
  }))
}

/** The drills a student is on, with their latest lessons and decisions. */
export async function followedDrills(db: Database, studentId: string, scope: Scope): Promise<readonly FollowedDrill[]> {
  const set = await detailsOf(db, studentId, scope)
  const ids = set.map(each => each.id)
  if (ids.length === 0) return []
  const [heard, rows] = await Promise.all([hearingsOf(db, scope.actor, ids), decisionsDrawn(db, ids, {})])
  const decided = byDrill(scope.actor, ids, rows)
  return set.map(({ from: _from, ...each }) => ({
    ...each,
    lessons: heard.get(each.id)!,
    decisions: decided.get(each.id)!,
  }))
}

/** A lesson as its agenda needs it. */
interface LessonScope extends Scope {
  readonly lesson: Pick<typeof lessons.$inferSelect, 'id' | 'studentId' | 'startedAt' | 'endedAt'>
}
/** Drills the events of a lesson speak of, each with the revision that was taught last. */
type Taught = ReadonlyMap<string, number>

/** Set drills as they were taught in a lesson, whatever they have become since. */
async function asTaught<D extends Omit<AssignmentDetail, 'decisions'>>(
  db: Database,
  { actor }: Scope,
  taught: Taught,
  set: readonly D[],
): Promise<readonly D[]> {
  const known = new Map(
    (
      await revisionsOf(
        db,
        actor,
        set.map(each => each.id),
      )
    ).map(row => [`${row.revision.assignmentId} ${row.revision.number}`, row]),
  )
  return set.map(each => {
    const then = known.get(`${each.id} ${taught.get(each.id)}`)
    if (!then) return each
    const { number, plan, pins, hand, habits } = then.revision
    return {
      ...each,
      taught: number,
      versionNumber: then.versionNumber,
      spec: then.spec,
      stage: then.stage,
      stageNumber: then.revision.stage,
      change: then.change,
      plan,
      pins: pins ?? {},
      hand,
      habits: habits ?? {},
    }
  })
}

const stageOf = ({ number, from, since }: StageEntry): StageEntry => ({ number, from, since })

/**
 * The agenda of a running lesson: all that the student is on, with what decisions look back on.
 * @param taught Comes from the lesson's log, which is read meanwhile.
 */
export async function agendaNow(
  db: Database,
  scope: LessonScope,
  taught: Promise<Taught>,
): Promise<readonly AgendaItem[]> {
  const { actor, lesson } = scope
  const [listed, touched] = await Promise.all([detailsOf(db, lesson.studentId, scope), taught])
  // What waits for another to be passed is not worked yet.
  const now = listed.filter(each => each.waitsFor === null || touched.has(each.id))
  // A drill taken off the list while its lesson runs stays on the agenda once it was dealt with.
  const missing = [...touched.keys()].filter(id => !now.some(each => each.id === id))
  const set = missing.length > 0 ? [...now, ...(await detailsOf(db, lesson.studentId, scope, missing))] : now
  const ids = set.map(each => each.id)
  if (ids.length === 0) return []
  const entered = stagesBefore(db, ids, lesson.id, localClock(actor.zone))
  const decisionsBefore = lastDecisions(db, ids, lesson.id)
  // What was heard before the last decision counts no more, but for how fast it was; of a falling tempo not even that
  // is known of a lesson as a whole, so there all passes are told.
  const counted = decisionsBefore.then(
    found =>
      new Map(
        set.flatMap(({ id, plan }) => {
          const last = found.get(id)
          return last && !isFalling(plan)
            ? [[id, { revision: last.revision + 1, since: new Date(last.receivedAt.getTime() - CLOCKS_APART_MS) }]]
            : []
        }),
      ),
  )
  const [passes, said, practised, before, decided] = await Promise.all([
    counted.then(known => passesOf(db, actor, ids, lesson.id, known)),
    saidOf(db, actor, ids, lesson.id, entered),
    practiceOfDrills(db, actor, ids),
    entered,
    decisionsBefore,
  ])
  const local = localClock(actor.zone)
  return set.map(({ from, ...each }): AgendaItem => ({
    ...each,
    stageBefore: stageOf(before.get(each.id) ?? { number: each.stageNumber, from, since: each.stageSince }),
    passes: passes.get(each.id)!,
    ...said.get(each.id)!,
    ...practised.get(each.id)!,
    decisions: [decided.get(each.id)].flatMap(row => (row ? [decisionOf(row, local)] : [])),
  }))
}

/** Of a lesson that has ended nothing is decided any more: what lay before it is left out. */
const NOTHING_BEFORE = { passes: [], faults: [], lessonLogs: [], practice: [], homePasses: [], bestBefore: null }

/** The agenda of a lesson that has ended: what it dealt with, with the tempo each drill came in at. */
export async function agendaThen(db: Database, scope: LessonScope, taught: Taught): Promise<readonly AgendaItem[]> {
  const { actor, lesson } = scope
  if (taught.size === 0) return []
  const set = await detailsOf(db, lesson.studentId, scope, [...taught.keys()])
  const ids = set.map(each => each.id)
  const before = { lessonId: lesson.id, startedAt: lesson.startedAt }
  const [then, rows] = await Promise.all([asTaught(db, scope, taught, set), decisionBefore(db, ids, before)])
  const decided = byDrill(actor, ids, rows)
  return then.map(({ from, ...each }) => ({
    ...each,
    ...NOTHING_BEFORE,
    stageBefore: { number: each.stageNumber, from, since: each.stageSince },
    decisions: decided.get(each.id)!,
  }))
}

const setForSome = question(db =>
  db
    .select(setFields)
    .from(assignments)
    .innerJoin(standings, eq(standings.assignmentId, assignments.id))
    .leftJoin(decisions, LATEST_DECISION)
    .innerJoin(drillVersions, eq(drillVersions.id, assignments.drillVersionId))
    .innerJoin(drills, eq(drills.id, drillVersions.drillId))
    .where(
      and(
        eq(assignments.studioId, given('studioId')),
        amongGiven(assignments.studentId, 'ids'),
        isNull(assignments.endedAt),
      ),
    )
    .orderBy(asc(assignments.position), asc(assignments.setAt)),
)

/** Where the drills set for some students stand, those that wait for another left out: what lists show. */
export async function standingsOf(
  db: Database,
  studentIds: readonly string[],
  scope: Scope,
): Promise<ReadonlyMap<string, AssignmentStanding[]>> {
  const found = new Map<string, AssignmentStanding[]>(studentIds.map(id => [id, []]))
  if (studentIds.length === 0) return found
  const rows = await setForSome(db, { studioId: scope.actor.studioId, ids: studentIds })
  const local = localClock(scope.actor.zone)
  const [waiting, completed] = await Promise.all([waitingAmong(db, rows), completedAmong(db, rows, local)])
  for (const row of rows) {
    const standing = standingOf(row, waiting, completed, scope.today, local)
    if (standing.waitsFor === null) found.get(row.studentId)!.push(standing)
  }
  return found
}

/**
 * The latest of each by its index, one row a student: the greatest of a group would read every lesson there ever was.
 */
const lastOfEach = question(db => {
  const latest = db
    .select({ startedAt: lessons.startedAt })
    .from(lessons)
    .where(and(eq(lessons.studioId, given('studioId')), eq(lessons.studentId, students.id)))
    .orderBy(desc(lessons.startedAt))
    .limit(1)
  return db
    .select({ studentId: students.id, startedAt: sql<Date | null>`(${latest})`.mapWith(lessons.startedAt) })
    .from(students)
    .where(amongGiven(students.id, 'ids'))
})

/** When each student's last lesson was; a student without one is left out. */
export async function lastLessons(
  db: Database,
  actor: Actor,
  studentIds: readonly string[],
): Promise<ReadonlyMap<string, Date>> {
  if (studentIds.length === 0) return new Map()
  const rows = await lastOfEach(db, { studioId: actor.studioId, ids: studentIds })
  return new Map(rows.flatMap(({ studentId, startedAt }) => (startedAt ? [[studentId, startedAt] as const] : [])))
}
