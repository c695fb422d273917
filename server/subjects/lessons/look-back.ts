import { and, eq, gt, gte, inArray, ne, sql } from 'drizzle-orm'
import type { LessonEvent, LessonEventOf } from '#core/practice/log/events'
import { localClock } from '#core/practice/schedule/local-time'
import type { AgendaItem, HeardFault } from '#shared/contracts/taught/answers'
import type { Actor } from '../../policy/actor'
import type { Database } from '../../db/client'
import { placeholder, latestOfEach, type QueryBuilder } from '../../db/prepared'
import { hearings, lessonEvents } from '../../db/tables'
import { EVENT_TIME, happenedAt, inOrder } from './event-time'
import type { stagesBefore } from '../taught/stages'

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

/** Made for these questions; the database weighs five others first, which takes a third of its time. */
const EVENTS_OF_DRILL = 'events_of_drill'

/** Events of a kind of a drill outside a lesson, those taken back left out. */
const elsewhere = (...kinds: LessonEvent['kind'][]) =>
  and(
    eq(lessonEvents.studioId, placeholder('studioId')),
    inArray(lessonEvents.kind, kinds),
    ne(lessonEvents.lessonId, placeholder('exceptLesson')),
    eq(lessonEvents.voided, false),
  )

/** What was heard of a drill outside a lesson that counts for its next decision. */
export interface Counted {
  /** Decisions made before it: what was heard before them counts no more. */
  readonly revision: number
  /** When the latest of them was made. */
  readonly since: Date
}

/** The latest passes of each of some drills outside a lesson, undone ones left out. */
const latestPasses = latestOfEach(
  (db: QueryBuilder) =>
    db
      .select({
        assignmentId: lessonEvents.assignmentId,
        revision: lessonEvents.revision,
        number: lessonEvents.number,
        bpm: lessonEvents.bpm,
        clean: lessonEvents.clean,
        ...EVENT_TIME,
      })
      .from(lessonEvents, { forceIndex: EVENTS_OF_DRILL }),
  {
    where: elsewhere('pass'),
    each: (id, own) =>
      and(
        eq(lessonEvents.assignmentId, id),
        gte(lessonEvents.receivedAt, own('since')),
        gte(sql`coalesce(${lessonEvents.revision}, 0)`, own('revision')),
      ),
    key: 'assignmentId',
    latest: ['receivedAt', lessonEvents.receivedAt],
    most: PASSES_BACK,
  },
)

/**
 * The passes of some drills outside a lesson that are counted one by one, oldest first, times in the student's zone.
 * @param counted From where they count, by drill; all the latest where it is left out.
 */
export async function passesOf(
  db: Database,
  actor: Actor,
  assignmentIds: readonly string[],
  exceptLesson: string,
  counted: ReadonlyMap<string, Counted>,
): Promise<ReadonlyMap<string, AgendaItem['passes']>> {
  const local = localClock(actor.zone)
  const rows = await latestPasses(db, assignmentIds, { studioId: actor.studioId, exceptLesson }, id => {
    const { revision, since } = counted.get(id) ?? { revision: 0, since: null }
    return { revision, since: new Date(since === null ? 0 : since.getTime() - CLOCKS_APART_MS) }
  })
  const found = new Map<string, AgendaItem['passes'][number][]>(assignmentIds.map(id => [id, []]))
  for (const row of rows.toSorted(inOrder)) {
    found
      .get(row.assignmentId!)!
      .push({
        kind: 'pass',
        at: local(happenedAt(row)),
        bpm: row.bpm!,
        clean: row.clean!,
        by: 'teacher',
        revision: row.revision ?? 0,
      })
  }
  return found
}

/** What was said of each of some drills outside a lesson, that taken back left out: faults, and how it sounded. */
const latestSaid = latestOfEach(
  (db: QueryBuilder) =>
    db
      .select({
        assignmentId: lessonEvents.assignmentId,
        lessonId: lessonEvents.lessonId,
        number: lessonEvents.number,
        body: lessonEvents.body,
        ...EVENT_TIME,
      })
      .from(lessonEvents, { forceIndex: EVENTS_OF_DRILL }),
  {
    where: elsewhere('fault', 'fault-gone', 'rating'),
    each: id => eq(lessonEvents.assignmentId, id),
    key: 'assignmentId',
    latest: ['receivedAt', lessonEvents.receivedAt],
    most: SAID_BACK,
  },
)
const hearingsBack = latestOfEach(
  (db: QueryBuilder) =>
    db
      .select({
        assignmentId: hearings.assignmentId,
        lessonId: hearings.lessonId,
        startedAt: hearings.startedAt,
        bestCleanBpm: hearings.bestCleanBpm,
      })
      .from(hearings),
  {
    where: and(
      eq(hearings.studioId, placeholder('studioId')),
      ne(hearings.lessonId, placeholder('exceptLesson')),
      gt(hearings.passes, 0),
    ),
    each: (id, own) => and(eq(hearings.assignmentId, id), gte(hearings.startedAt, own('since'))),
    key: 'assignmentId',
    latest: ['startedAt', hearings.startedAt],
    most: BEST_AMONG,
  },
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
      const day = local(happenedAt(row)).slice(0, 10)
      return { id, fault, ...(finger !== undefined && { finger }), ...(instead !== undefined && { instead }), day }
    })
}

interface Log {
  at: string
  readonly said: SaidRow[]
  readonly bestCleanBpm?: number | null
}

/**
 * The latest lessons with a drill, oldest first: those it was heard in, and those something was said of it in; and the
 * fastest clean pass of those before them.
 * @param openedIn The lesson its stage was opened in: what was said there counts from when it was said.
 */
function lessonLogsOf(
  said: readonly SaidRow[],
  heardIn: readonly HeardRow[],
  local: (instant: string) => string,
  openedIn: string | undefined,
): Pick<Said, 'lessonLogs' | 'bestBefore'> {
  const logs = new Map(
    heardIn.map(({ lessonId, startedAt, bestCleanBpm }): [string, Log] => [
      lessonId,
      { at: local(startedAt.toISOString()), said: [], bestCleanBpm },
    ]),
  )
  for (const row of said.toSorted(inOrder)) {
    const log = logs.get(row.lessonId) ?? { at: local(happenedAt(row)), said: [] }
    log.said.push(row)
    // When the server had it: by a device's clock, measured anew with each event, it might lie before the decision.
    if (row.lessonId === openedIn) log.at = local(row.receivedAt.toISOString())
    logs.set(row.lessonId, log)
  }
  const all = [...logs.values()].toSorted((a, b) => Date.parse(a.at) - Date.parse(b.at))
  const before = all.slice(0, -LESSONS_BACK).flatMap(log => log.bestCleanBpm ?? [])
  return {
    bestBefore: before.length > 0 ? Math.max(...before) : null,
    lessonLogs: all.slice(-LESSONS_BACK).map(({ at, said: here, bestCleanBpm }) => {
      const quality = here.flatMap(({ body }) => (body.kind === 'rating' ? [body.quality] : [])).at(-1)
      return {
        at,
        kind: 'lesson',
        ...(quality !== undefined && { quality }),
        faults: here.flatMap(({ body }) => (body.kind === 'fault' ? [body.fault] : [])),
        ...(bestCleanBpm !== undefined && { bestCleanBpm }),
      }
    }),
  }
}

/**
 * What earlier lessons said of some drills.
 * @param stageSince When a drill's present stage was opened; null for never.
 */
export async function saidOf(
  db: Database,
  actor: Actor,
  assignmentIds: readonly string[],
  exceptLesson: string,
  stageSince: (assignmentId: string) => Date | null,
  stages: ReturnType<typeof stagesBefore>,
): Promise<ReadonlyMap<string, Said>> {
  const local = localClock(actor.zone)
  const scope = { studioId: actor.studioId, exceptLesson }
  const [said, heardIn, entered] = await Promise.all([
    latestSaid(db, assignmentIds, scope),
    hearingsBack(db, assignmentIds, scope, id => ({ since: stageSince(id) ?? new Date(0) })),
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
      return [
        id,
        {
          faults: faultsOf(own, lessonsHeard[FAULT_LESSONS - 1]?.startedAt, local),
          ...lessonLogsOf(own.filter(ofStage), lessonsHeard, local, entered.get(id)?.openedBy?.lessonId),
        },
      ]
    }),
  )
}
