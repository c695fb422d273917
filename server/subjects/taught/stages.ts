import { and, asc, eq, isNotNull } from 'drizzle-orm'
import type { z } from 'zod'
import type { LessonEventOf } from '#core/practice/log/events'
import { stageAfter, type StageEntry } from '#core/practice/log/stage'
import { changedSpec, type SpecChange } from '#core/schema/change'
import type { Spec } from '#core/schema/parse'
import type { StageOfPath } from '#shared/contracts/taught/answers'
import type { pathBody, variationsBody } from '#shared/contracts/taught/assignments'
import type { Database } from '../../db/client'
import { inPlaceholder, preparedQuery } from '../../db/prepared'
import {
  assignmentRevisions,
  assignments,
  decisions,
  drillVersions,
  lessonEvents,
  lessons,
  stages,
} from '../../db/tables'
import type { Engine } from '../../engine/engine'
import { ownAssignment } from '../../policy/access'
import type { Actor } from '../../policy/actor'
import { hashOf } from '../../writes/canonical'
import { idempotentWrite } from '../../writes/idempotent-write'
import { DomainError } from '../../errors'
import { hashesAfter, revise } from './revisions'

/**
 * Checks that every stage of a path can be played.
 * @param where The field of the body that a stage's change stands in.
 * @throws DomainError `invalid` with the stage's field and what is wrong there.
 */
export async function checkStages(
  engine: Engine,
  spec: Spec,
  path: readonly { readonly name: string; readonly change: SpecChange | null }[],
  where: (i: number) => string,
): Promise<void> {
  for (const [i, { name, change }] of path.entries()) {
    if (change === null) continue
    const problem = await engine.checkPins(changedSpec(spec, change), {})
    if (problem)
      throw new DomainError('invalid', `${name} cannot be played: ${problem.message}`, {
        path: [where(i), problem.path].filter(Boolean).join('.'),
      })
  }
}

/**
 * Keeps other ways to play a set drill, to be offered when it stands still.
 * @throws DomainError `invalid` with the field of one that cannot be played.
 */
export function setVariations(
  db: Database,
  engine: Engine,
  actor: Actor,
  assignmentId: string,
  body: z.infer<typeof variationsBody>,
  now: Date,
): Promise<{ id: string }> {
  return idempotentWrite(db, actor, `set-variations ${assignmentId}`, body, now, async tx => {
    const { drillVersionId } = await ownAssignment(tx, actor, assignmentId)
    const [version] = await tx
      .select({ spec: drillVersions.spec })
      .from(drillVersions)
      .where(eq(drillVersions.id, drillVersionId))
    await checkStages(engine, version!.spec, body.variations, i => `variations.${i}.change`)
    await tx
      .update(assignments)
      .set({ variations: body.variations.length > 0 ? body.variations : null })
      .where(eq(assignments.id, assignmentId))
    return { id: assignmentId }
  })
}

const pathRows = preparedQuery(db =>
  db
    .select({
      assignmentId: stages.assignmentId,
      number: stages.number,
      name: stages.name,
      change: stages.change,
      plan: stages.plan,
      ofDrill: assignments.plan,
    })
    .from(stages)
    .innerJoin(assignments, eq(assignments.id, stages.assignmentId))
    .where(and(inPlaceholder(stages.assignmentId, 'ids'), isNotNull(stages.place)))
    .orderBy(asc(stages.place)),
)

/** The paths of some set drills, each in its order. */
export async function pathsOf(
  db: Database,
  ids: readonly string[],
): Promise<ReadonlyMap<string, readonly StageOfPath[]>> {
  const found = new Map<string, StageOfPath[]>(ids.map(id => [id, []]))
  if (ids.length === 0) return found
  for (const { assignmentId, number, name, change, plan, ofDrill } of await pathRows(db, { ids }))
    found.get(assignmentId)!.push({ number, name, change, plan: plan ?? ofDrill })
  return found
}

const openings = preparedQuery(db =>
  db
    .select({
      assignmentId: decisions.assignmentId,
      id: decisions.id,
      revision: decisions.revision,
      stage: decisions.stage,
      supersedes: decisions.supersedes,
      lessonId: lessons.id,
      number: lessonEvents.number,
      at: lessons.startedAt,
    })
    .from(decisions)
    .innerJoin(lessonEvents, eq(lessonEvents.id, decisions.eventId))
    .innerJoin(lessons, eq(lessons.id, lessonEvents.lessonId))
    .where(and(inPlaceholder(decisions.assignmentId, 'ids'), isNotNull(decisions.stage)))
    .orderBy(asc(decisions.revision)),
)

const setAt = preparedQuery(db =>
  db
    .select({ assignmentId: assignmentRevisions.assignmentId, number: assignmentRevisions.stage })
    .from(assignmentRevisions)
    .where(and(inPlaceholder(assignmentRevisions.assignmentId, 'ids'), eq(assignmentRevisions.number, 0))),
)

/** The stage a drill came into a lesson with, and the event that opened it. */
interface StageBefore extends StageEntry {
  readonly openedBy: { readonly lessonId: string; readonly number: number } | null
}

/** Each set drill's stage before a lesson, where any was ever opened; the others are at the one they were set at. */
export async function stagesBefore(
  db: Database,
  ids: readonly string[],
  lessonId: string,
  local: (instant: string) => string,
): Promise<ReadonlyMap<string, StageBefore>> {
  if (ids.length === 0) return new Map()
  const rows = await openings(db, { ids })
  const opened = ids.filter(id => rows.some(row => row.assignmentId === id))
  if (opened.length === 0) return new Map()
  const first = new Map((await setAt(db, { ids: opened })).map(({ assignmentId, number }) => [assignmentId, number]))
  const before = rows.filter(row => row.lessonId !== lessonId)
  return new Map(
    opened.map(id => {
      const own = before.filter(row => row.assignmentId === id)
      const entry = stageAfter(
        { number: first.get(id)!, from: 0, since: null },
        own.map(row => ({ ...row, at: local(row.at.toISOString()) })),
      )
      return [id, { ...entry, openedBy: own.find(row => row.revision === entry.from - 1) ?? null }]
    }),
  )
}

type Decided = LessonEventOf<'decision'>

/** The stage a decision opens. @throws DomainError `invalid` for one that is not there or not next. */
async function opened(db: Database, { plan, stage: present }: typeof assignments.$inferSelect, event: Decided) {
  const known = await db.select().from(stages).where(eq(stages.assignmentId, event.assignmentId))
  const target = known.find(stage => stage.number === event.stage)
  if (!target || (target.place === null && event.supersedes === null))
    throw new DomainError('invalid', 'this stage is not on the path of the drill', { path: 'event.stage' })
  const path = known.filter(stage => stage.place !== null).sort((a, b) => a.place! - b.place!)
  const [from, to] = [path.findIndex(stage => stage.number === present), path.indexOf(target)]
  // Stages open in order; who passes over one says why.
  if (event.supersedes === null && to > from + 1 && !event.reason)
    throw new DomainError('invalid', `${path[from + 1]!.name} comes before ${target.name}: say why it is passed over`, {
      path: 'event.reason',
    })
  return { stage: { number: target.number, change: target.change, bpm: event.bpm }, plan: target.plan ?? plan }
}

/** Works out the sheet of the stage that a decision opens, before the transaction that does. */
export async function sheetAtOpening(db: Database, engine: Engine, actor: Actor, event: Decided) {
  const change = await opened(db, await ownAssignment(db, actor, event.assignmentId), event)
  return hashesAfter(db, engine, actor, { assignmentId: event.assignmentId }, change)
}

/**
 * Opens the stage a decision names: from now on it is taught, by its own plan.
 * @returns Since when what is heard counts for it.
 */
export async function openStage(
  tx: Database,
  actor: Actor,
  event: Decided,
  hashes: ReadonlyMap<string, string | null>,
  now: Date,
): Promise<{ readonly from: number; readonly since: Date | null }> {
  const { assignmentId } = event
  const change = await opened(tx, await ownAssignment(tx, actor, assignmentId), event)
  await revise(tx, actor, { assignmentId }, change, hashes, now)
  const rows = await openings(tx, { ids: [assignmentId] })
  const { from, since } = stageAfter(
    { number: 0, from: 0, since: null },
    rows.map(row => ({ ...row, at: row.at.toISOString() })),
  )
  return { from, since: since === null ? null : new Date(since) }
}

const sameStage = (a: Pick<StageOfPath, 'name' | 'change'>, b: Pick<StageOfPath, 'name' | 'change'>) =>
  a.name === b.name && hashOf(a.change) === hashOf(b.change)

/**
 * Gives a set drill another path: stages come, go, change their order, name, plan or what they play. What was taught
 * stays as it was.
 * @throws DomainError `conflict` when the stage it is at is not among them; `invalid` for a stage that cannot be played
 *   or another start of the present one.
 */
export function setPath(
  db: Database,
  engine: Engine,
  actor: Actor,
  assignmentId: string,
  body: z.infer<typeof pathBody>,
  now: Date,
): Promise<{ id: string }> {
  const presentOf = ({ stage, plan }: typeof assignments.$inferSelect) => {
    const present = body.stages.find(each => each.number === stage)
    if (!present)
      throw new DomainError('conflict', 'the stage this drill is at is not on the new path', { path: 'stages' })
    if (present.plan.startBpm !== plan.startBpm)
      throw new DomainError('invalid', `the start stays at ${plan.startBpm}: the tempo is decided on in lessons`, {
        path: `stages.${body.stages.indexOf(present)}.plan.startBpm`,
      })
    return present
  }
  return idempotentWrite(
    db,
    actor,
    `set-path ${assignmentId}`,
    body,
    now,
    async (tx, hashes) => {
      const set = await ownAssignment(tx, actor, assignmentId)
      await tx.select({ id: assignments.id }).from(assignments).where(eq(assignments.id, assignmentId)).for('update')
      const present = presentOf(set)
      const known = await tx.select().from(stages).where(eq(stages.assignmentId, assignmentId))
      let number = Math.max(...known.map(row => row.number))
      await tx.update(stages).set({ place: null }).where(eq(stages.assignmentId, assignmentId))
      let presentNumber = set.stage
      for (const [place, each] of body.stages.entries()) {
        const { name, change, plan } = each
        const same = known.find(row => row.number === each.number)
        if (each.number !== null && !same)
          throw new DomainError('invalid', 'this drill has no such stage', { path: `stages.${place}.number` })
        if (same && sameStage(same, each)) {
          await tx
            .update(stages)
            .set({ place, plan })
            .where(and(eq(stages.assignmentId, assignmentId), eq(stages.number, same.number)))
          continue
        }
        number++
        await tx
          .insert(stages)
          .values({ assignmentId, number, studioId: actor.studioId, name, change, plan, place, at: now })
        if (each === present) presentNumber = number
      }
      const moved = presentNumber === set.stage ? {} : { stage: { number: presentNumber, change: present.change } }
      await revise(tx, actor, { assignmentId }, { plan: present.plan, ...moved }, hashes ?? new Map(), now)
      return { id: assignmentId }
    },
    async () => {
      const set = await ownAssignment(db, actor, assignmentId)
      const present = presentOf(set)
      const [version] = await db
        .select({ spec: drillVersions.spec })
        .from(drillVersions)
        .where(eq(drillVersions.id, set.drillVersionId))
      await checkStages(engine, version!.spec, body.stages, i => `stages.${i}.change`)
      return hashesAfter(
        db,
        engine,
        actor,
        { assignmentId },
        { plan: present.plan, stage: { number: set.stage, change: present.change } },
      )
    },
  )
}
