import { and, asc, desc, eq, inArray } from 'drizzle-orm'
import { isVoidable, overrules, type LessonEvent, type LessonEventOf } from '#core/practice/log/events'
import { foldLesson } from '#core/practice/log/fold'
import {
  afterDecision,
  afterHearing,
  hearingOf,
  unheard,
  withPass,
  type DrillStanding,
  type Hearing,
} from '#core/practice/log/tally'
import { localDay } from '#core/practice/schedule/local-time'
import type { EventStored } from '#shared/contracts/lessons/answers'
import type { Database } from '../../db/client'
import type { Engine } from '../../engine/engine'
import { preparedInsert, preparedUpdate, placeholder, preparedQuery } from '../../db/prepared'
import { assignments, decisions, hearings, lessonEvents, lessons, standings } from '../../db/tables'
import type { Actor } from '../../policy/actor'
import { DomainError, notFound } from '../../errors'
import { idempotentWrite } from '../../writes/idempotent-write'
import { openStage, sheetAtOpening } from '../taught/stages'
import { ownLesson } from '../../policy/access'

type Lesson = typeof lessons.$inferSelect

const taughtIn = preparedQuery(db =>
  db
    .select({ newest: assignments.revision, standing: standings, hearing: hearings })
    .from(assignments)
    .innerJoin(standings, eq(standings.assignmentId, assignments.id))
    .leftJoin(hearings, and(eq(hearings.assignmentId, assignments.id), eq(hearings.lessonId, placeholder('lessonId'))))
    .where(and(eq(assignments.id, placeholder('assignmentId')), eq(assignments.studentId, placeholder('studentId')))),
)

const addEvent = preparedInsert(lessonEvents, [
  'id',
  'studioId',
  'lessonId',
  'number',
  'actorId',
  'kind',
  'body',
  'assignmentId',
  'voids',
  'assignmentRevision',
  'revision',
  'deviceAt',
  'deviceOffsetMs',
  'receivedAt',
])
const countEvent = preparedUpdate(lessons, 'id', ['lastNumber', 'passes', 'clean', 'endedAt'])
const HEARD = ['passes', 'clean', 'bestCleanBpm', 'triedBpm', 'rises'] as const
const keepHearing = preparedInsert(hearings, ['assignmentId', 'lessonId', 'studioId', 'startedAt', ...HEARD], HEARD)
const keepStanding = preparedUpdate(standings, 'assignmentId', [
  'bpm',
  'revision',
  'decided',
  'bestBpm',
  'rises',
  'risenInLesson',
  'lessonsSinceRise',
  'stageFrom',
  'stageSince',
])

/** The set drill an event is about: its newest revision, where it stands and what of it was heard in this lesson. */
async function taughtWith(tx: Database, lesson: Lesson, assignmentId: string) {
  const [row] = await taughtIn(tx, { assignmentId, lessonId: lesson.id, studentId: lesson.studentId })
  if (!row) throw notFound('set drill')
  return row
}

/**
 * What a lesson that has ended still takes: a note, and to be taken up again on its own day; one that nobody ended also
 * what was still on its way.
 */
async function assertOpen(tx: Database, actor: Actor, lesson: Lesson, event: LessonEvent, now: Date): Promise<void> {
  if (event.kind === 'reopen') {
    if (lesson.endedAt === null) throw new DomainError('conflict', 'this lesson is open already')
    if (localDay(lesson.startedAt.toISOString(), actor.zone) !== localDay(now.toISOString(), actor.zone))
      throw new DomainError(
        'conflict',
        'a lesson can be taken up again on its own day only; a note can be added any time',
      )
    return
  }
  if (lesson.endedAt === null || event.kind === 'note') return
  const [last] = await tx
    .select({ body: lessonEvents.body })
    .from(lessonEvents)
    .where(and(eq(lessonEvents.lessonId, lesson.id), eq(lessonEvents.kind, 'end')))
    .orderBy(desc(lessonEvents.number))
    .limit(1)
  if (last && 'forgotten' in last.body) return
  throw new DomainError(
    'conflict',
    event.kind === 'end' ? 'this lesson has ended already' : 'this lesson has ended: take it up again first',
  )
}

/** @throws DomainError `not-found` when an agenda names a drill that is not this student's. */
async function assertOwnDrills(tx: Database, lesson: Lesson, { items }: LessonEventOf<'agenda'>): Promise<void> {
  const ids = items.map(item => item.assignmentId)
  if (ids.length === 0) return
  const found = await tx
    .select({ id: assignments.id })
    .from(assignments)
    .where(and(eq(assignments.studentId, lesson.studentId), inArray(assignments.id, ids)))
  if (found.length < ids.length) throw notFound('set drill')
}

/** The pass, fault or note an undo names. @throws DomainError when it is not there, cannot be undone or was undone. */
async function voidedBy(tx: Database, lesson: Lesson, event: LessonEventOf<'void'>): Promise<LessonEvent> {
  const [target] = await tx
    .select({ kind: lessonEvents.kind, body: lessonEvents.body, voided: lessonEvents.voided })
    .from(lessonEvents)
    .where(and(eq(lessonEvents.id, event.eventId), eq(lessonEvents.lessonId, lesson.id)))
  if (!target) throw notFound('event to undo')
  if (!isVoidable(target.body))
    throw new DomainError('invalid', `a ${target.kind} cannot be undone this way`, { path: 'event.eventId' })
  if (target.voided) throw new DomainError('conflict', `this ${target.kind} was taken back already`)
  return target.body
}

/** Passes of a drill in a lesson that were not undone, each with the number of decisions made before it. */
async function passesIn(
  tx: Database,
  lessonId: string,
  assignmentId: string,
): Promise<readonly LessonEventOf<'pass'>[]> {
  const rows = await tx
    .select({ body: lessonEvents.body, revision: lessonEvents.revision })
    .from(lessonEvents)
    .where(and(eq(lessonEvents.lessonId, lessonId), inArray(lessonEvents.kind, ['pass', 'void'])))
    .orderBy(asc(lessonEvents.number))
  const told = rows.map(({ body, revision }) =>
    body.kind === 'pass' && revision !== null ? { ...body, revision } : body,
  )
  return foldLesson(told).passes.filter(pass => pass.assignmentId === assignmentId)
}

/**
 * Enters a decision in the ledger. @throws DomainError `conflict` with what stands now when the revision was decided
 * already.
 */
async function writeDecision(tx: Database, actor: Actor, event: LessonEventOf<'decision'>, now: Date) {
  const [latest] = await tx
    .select({ id: decisions.id, revision: decisions.revision, bpm: decisions.bpm, stage: decisions.stage })
    .from(decisions)
    .where(eq(decisions.assignmentId, event.assignmentId))
    .orderBy(desc(decisions.revision))
    .limit(1)
  const revision = latest ? latest.revision + 1 : 0
  if (revision !== event.revision) {
    throw new DomainError('conflict', 'this drill was decided on elsewhere in the meantime', {
      current: { revision, bpm: latest?.bpm ?? null },
    })
  }
  if (event.supersedes !== null && latest?.id !== event.supersedes)
    throw new DomainError('invalid', 'only the latest decision can be taken back', { path: 'event.supersedes' })
  if (event.supersedes !== null && latest!.stage !== null && event.stage === undefined)
    throw new DomainError('invalid', 'name the stage the drill goes back to', { path: 'event.stage' })
  await tx
    .insert(decisions)
    .values({
      id: event.id,
      studioId: actor.studioId,
      assignmentId: event.assignmentId,
      revision: event.revision,
      eventId: event.id,
      decision: event.decision,
      bpm: event.bpm,
      stage: event.stage ?? null,
      supersedes: event.supersedes,
      overruled: overrules(event),
      at: now,
    })
}

type Taught = Awaited<ReturnType<typeof taughtWith>>

/** Decisions on the drill's tempo before a pass or decision, as its device knew them. */
function decidedBefore(event: LessonEvent, told: Taught | null): number | null {
  if (event.kind === 'decision') return event.revision
  return event.kind === 'pass' && told
    ? Math.min(told.standing.revision, event.revision ?? told.standing.revision)
    : null
}

/** Writes down what a drill's hearing in a lesson, and with it its standing, have become. */
async function keepTally(
  tx: Database,
  lesson: Lesson,
  { standing: present, hearing: heard }: Taught,
  became: {
    readonly hearing?: (before: Hearing, standing: DrillStanding) => Hearing
    readonly decided?: LessonEventOf<'decision'>
    readonly stage?: { readonly from: number; readonly since: Date | null }
  },
): Promise<void> {
  const { assignmentId, studioId } = present
  const before = heard ?? unheard(present.rises)
  const after = became.hearing?.(before, present) ?? before
  let standing: DrillStanding = afterHearing(present, lesson.id, before, after)
  if (became.decided) standing = afterDecision(standing, became.decided, lesson.id)
  if (became.stage) standing = { ...standing, stageFrom: became.stage.from }
  if (after !== before) {
    await keepHearing(tx, { assignmentId, lessonId: lesson.id, studioId, startedAt: lesson.startedAt, ...after })
  }
  if (standing !== present) {
    const stageSince = became.stage ? became.stage.since : present.stageSince
    await keepStanding(tx, { ...standing, assignmentId, stageSince })
  }
}

/** When a hearing is empty, the rises it is counted under are those of now. */
const rises = (before: Hearing, standing: DrillStanding) => (before.passes === 0 ? standing.rises : before.rises)

/**
 * Adds an event to a lesson's log, numbered in server order under a lock on the lesson. Nothing in the log is ever
 * changed: an undo is an event naming the voided one. What lists show is kept beside it, in the same transaction.
 * @param sent The event, and server time less device time as the device measured it, ms.
 * @throws DomainError `conflict` for a decision on a revision already decided, a second undo, or an event after the
 *   end; `not-found`; `gone` for an erased student.
 */
export function appendEvent(
  db: Database,
  engine: Engine,
  actor: Actor,
  lessonId: string,
  sent: { readonly event: LessonEvent; readonly deviceOffsetMs: number },
  now: Date,
): Promise<EventStored> {
  const { event, deviceOffsetMs } = sent
  // The offset is measured anew at every try, so it is no part of what makes the event the same.
  const write = async (tx: Database, hashes: ReadonlyMap<string, string | null> | undefined): Promise<EventStored> => {
    const lesson = await ownLesson(tx, actor, lessonId, true)
    await assertOpen(tx, actor, lesson, event, now)
    if (event.kind === 'agenda') await assertOwnDrills(tx, lesson, event)
    const voided = event.kind === 'void' ? await voidedBy(tx, lesson, event) : null
    const pass = voided?.kind === 'pass' ? voided : event.kind === 'pass' ? event : null
    const assignmentId = 'assignmentId' in event ? event.assignmentId : null
    const about = assignmentId ?? pass?.assignmentId ?? null
    const taught = about ? await taughtWith(tx, lesson, about) : null
    const told = assignmentId ? taught : null
    const number = lesson.lastNumber + 1
    await addEvent(tx, {
      id: event.id,
      studioId: actor.studioId,
      lessonId,
      number,
      actorId: actor.userId,
      kind: event.kind,
      body: event,
      assignmentId,
      voids: event.kind === 'void' ? event.eventId : null,
      assignmentRevision:
        told && Math.min(told.newest, 'taught' in event ? (event.taught ?? told.newest) : told.newest),
      revision: decidedBefore(event, told),
      deviceAt: new Date(event.at),
      deviceOffsetMs,
      receivedAt: now,
    })
    if (event.kind === 'void')
      await tx.update(lessonEvents).set({ voided: true }).where(eq(lessonEvents.id, event.eventId))
    const counted = pass === null ? 0 : voided ? -1 : 1
    await countEvent(tx, {
      id: lessonId,
      lastNumber: number,
      passes: lesson.passes + counted,
      clean: lesson.clean + (pass?.clean ? counted : 0),
      endedAt: event.kind === 'end' ? now : event.kind === 'reopen' ? null : lesson.endedAt,
    })
    if (event.kind === 'decision') {
      await writeDecision(tx, actor, event, now)
      const stage = event.stage === undefined ? null : await openStage(tx, actor, event, hashes ?? new Map(), now)
      const heardHere = stage && (await passesIn(tx, lessonId, event.assignmentId))
      await keepTally(tx, lesson, taught!, {
        decided: event,
        ...(stage && {
          stage,
          hearing: (before, standing) =>
            before.passes === 0 ? before : hearingOf(heardHere!, rises(before, standing), stage.from),
        }),
      })
    } else if (event.kind === 'pass') {
      await keepTally(tx, lesson, taught!, {
        hearing: (before, standing) =>
          withPass(
            { ...before, rises: rises(before, standing) },
            { ...event, revision: decidedBefore(event, told) ?? undefined },
            standing.stageFrom,
          ),
      })
    } else if (pass) {
      const left = (await passesIn(tx, lessonId, pass.assignmentId)).filter(each => each.id !== pass.id)
      await keepTally(tx, lesson, taught!, {
        hearing: (before, standing) => hearingOf(left, rises(before, standing), standing.stageFrom),
      })
    }

    return { id: event.id, number }
  }
  return idempotentWrite(db, actor, `append-event ${lessonId}`, event, now, write, async () =>
    event.kind === 'decision' && event.stage !== undefined ? sheetAtOpening(db, engine, actor, event) : undefined,
  )
}
