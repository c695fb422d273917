import { randomUUID } from 'node:crypto'
import { and, desc, eq, inArray, isNull, max } from 'drizzle-orm'
import { standingAtStart } from '#core/practice/log/tally'
import { planTo } from '#core/practice/tempo/gate'
import { naturalPath } from '#core/stages/natural-path'
import { plannedPath, type StagePlanned } from '#core/stages/stage-plan'
import type { Pins } from '#core/schema/fields'
import type { Spec } from '#core/schema/parse'
import { planSchema, type Plan } from '#core/schema/plan-fields'
import { isRung } from '#shared/contracts/drills/shelf'
import type { pinsBody, planBody, setAssignmentBody, setSeveralBody } from '#shared/contracts/taught/assignments'
import { rungName } from '#core/ladder/names'
import type { z } from 'zod'
import type { Database } from '../../db/client'
import { assignments, drills, drillVersions, rungs, stages, standings, type students } from '../../db/tables'
import type { Engine, WrittenDrill } from '../../engine/engine'
import type { Actor } from '../../policy/actor'
import { ownAssignment, ownStudent, presentStudent } from '../../policy/access'
import { idempotentWrite } from '../../writes/idempotent-write'
import { DomainError, notFound } from '../../errors'
import { putOnShelf, written } from '../drills/drills'
import { checkStages } from './stages'
import { firstRevision, hashesAfter, revise, sheetHash } from './revisions'

/** Fingers as they are kept: null for none. */
const pinned = (pins: Pins | undefined) => (pins && Object.keys(pins).length > 0 ? pins : null)

/** A drill that is to be set. */
interface ToSet {
  readonly id: string
  readonly drillVersionId: string
  /** Its stages in order, and which of them it begins at. */
  readonly path: readonly StagePlanned[]
  readonly at: number
  readonly plan: Plan
  readonly pins: Pins | null
  readonly targetOn: string | null
  readonly opensAfter: string | null
  readonly scoreHash: string | null
}

/** The last place on a student's list. */
async function lastPosition(tx: Database, actor: Actor, studentId: string): Promise<number> {
  const [last] = await tx
    .select({ position: max(assignments.position) })
    .from(assignments)
    .where(and(eq(assignments.studioId, actor.studioId), eq(assignments.studentId, studentId)))
  return last?.position ?? 0
}

/** Writes down that a drill is set: the drill itself, its first stage and revision, where it stands. */
async function putOnList(
  tx: Database,
  actor: Actor,
  student: typeof students.$inferSelect,
  { id, drillVersionId, path, at, plan, pins, targetOn, opensAfter, scoreHash }: ToSet,
  position: number,
  now: Date,
): Promise<void> {
  const { studioId } = actor
  const { hand, habits, instrument } = student
  await tx
    .insert(assignments)
    .values({
      id,
      studioId,
      studentId: student.id,
      drillVersionId,
      stage: at,
      plan,
      pins,
      targetOn,
      opensAfter,
      position,
      setAt: now,
    })
  await tx
    .insert(stages)
    .values(path.map((stage, number) => ({ ...stage, assignmentId: id, number, place: number, studioId, at: now })))
  await firstRevision(tx, {
    assignmentId: id,
    studioId,
    drillVersionId,
    stage: at,
    plan,
    pins,
    hand,
    habits,
    instrument,
    bpm: plan.startBpm,
    scoreHash,
    at: now,
  })
  await tx.insert(standings).values({ assignmentId: id, studioId, ...standingAtStart(plan.startBpm) })
}

/** Sets a version of a drill for a student, after those already set. */
export function setAssignment(
  db: Database,
  engine: Engine,
  actor: Actor,
  body: z.infer<typeof setAssignmentBody>,
  now: Date,
): Promise<{ id: string }> {
  const { id, studentId, drillVersionId, plan, change = null, before = [], after = [] } = body
  const pins = pinned(body.pins)
  const path = [...before, { name: body.stage, change, plan }, ...after]
  return idempotentWrite(
    db,
    actor,
    'set-assignment',
    body,
    now,
    async (tx, scoreHash) => {
      const student = await presentStudent(tx, actor, studentId)
      const position = (await lastPosition(tx, actor, studentId)) + 1
      await putOnList(
        tx,
        actor,
        student,
        { ...body, path, at: before.length, pins, opensAfter: null, scoreHash: scoreHash ?? null },
        position,
        now,
      )
      return { id }
    },
    async () => {
      const [version] = await db
        .select({ spec: drillVersions.spec })
        .from(drillVersions)
        .innerJoin(drills, eq(drills.id, drillVersions.drillId))
        .where(
          and(
            eq(drillVersions.id, drillVersionId),
            eq(drills.studioId, actor.studioId),
            eq(drills.teacherId, actor.userId),
          ),
        )
      if (!version) throw notFound('drill')
      if (pins) await checkPins(engine, version.spec, pins)
      await checkStages(engine, version.spec, path, i => changePath(before.length, i))
      const { hand, habits } = await presentStudent(db, actor, studentId)
      return sheetHash(engine, { spec: version.spec, change, bpm: plan.startBpm, hand, habits, pins })
    },
  )
}

/** Where a body says what a stage changes: before the one it begins at, that one itself, or after it. */
function changePath(begin: number, i: number): string {
  if (i < begin) return `before.${i}.change`
  return i === begin ? 'change' : `after.${i - begin - 1}.change`
}

/** What is to be set of a reference: a version that is there, or a drill that is made of a rung. */
interface Referred {
  readonly spec: Spec
  readonly drillVersionId: string
  readonly make: {
    readonly drillId: string
    readonly name: string
    readonly key: string
    readonly drill: WrittenDrill
  } | null
}

/** The newest versions of the teacher's own drills, by what is asked for. */
async function newestVersions(db: Database, actor: Actor, which: ReturnType<typeof eq>) {
  const rows = await db
    .select({ drillId: drills.id, fromRung: drills.fromRung, versionId: drillVersions.id, spec: drillVersions.spec })
    .from(drills)
    .innerJoin(drillVersions, eq(drillVersions.drillId, drills.id))
    .where(
      and(eq(drills.studioId, actor.studioId), eq(drills.teacherId, actor.userId), isNull(drills.archivedAt), which),
    )
    .orderBy(desc(drillVersions.number))
  // The newest comes first of each.
  return rows.filter((row, i) => rows.findIndex(each => each.drillId === row.drillId) === i)
}

/** Looks up what is referred to, in order. @throws DomainError `not-found` for a drill or rung that is not there. */
async function referredTo(
  db: Database,
  engine: Engine,
  actor: Actor,
  refs: readonly string[],
): Promise<readonly Referred[]> {
  const [keys, ids] = [refs.filter(isRung), refs.filter(ref => !isRung(ref))]
  const own = ids.length > 0 ? await newestVersions(db, actor, inArray(drills.id, ids)) : []
  const taken = keys.length > 0 ? await newestVersions(db, actor, inArray(drills.fromRung, keys)) : []
  const fromLadder = keys.length > 0 ? await db.select().from(rungs).where(inArray(rungs.key, keys)) : []
  return Promise.all(
    refs.map(async (ref): Promise<Referred> => {
      const known = isRung(ref) ? taken.find(row => row.fromRung === ref) : own.find(row => row.drillId === ref)
      if (known) return { spec: known.spec, drillVersionId: known.versionId, make: null }
      const rung = fromLadder.find(each => each.key === ref)
      if (!rung) throw notFound('drill')
      const drill = await written(engine, rung.spec)
      const drillId = randomUUID()
      const make = { drillId, name: rungName(drill.title).slice(0, 160), key: ref, drill }
      return { spec: drill.spec, drillVersionId: drillId, make }
    }),
  )
}

/**
 * Sets several drills for a student, in order: all at once, or as a path in which each opens when the one before is
 * passed. A rung of the ladder becomes a drill of the teacher's own, once.
 */
export function setSeveral(
  db: Database,
  engine: Engine,
  actor: Actor,
  studentId: string,
  body: z.infer<typeof setSeveralBody>,
  now: Date,
): Promise<{ id: string; ids: readonly string[] }> {
  return idempotentWrite(
    db,
    actor,
    `set-several ${studentId}`,
    body,
    now,
    async (tx, prepared) => {
      const student = await presentStudent(tx, actor, studentId)
      let position = await lastPosition(tx, actor, studentId)
      const ids: string[] = []
      for (const { referred, path, plan, scoreHash } of prepared ?? []) {
        const { make, drillVersionId } = referred
        if (make)
          await putOnShelf(tx, actor, { id: make.drillId, name: make.name, fromRung: make.key }, make.drill, now)
        const id = randomUUID()
        const opensAfter = body.path ? (ids.at(-1) ?? null) : null
        await putOnList(
          tx,
          actor,
          student,
          { id, drillVersionId, path, at: path.length - 1, plan, pins: null, targetOn: null, opensAfter, scoreHash },
          ++position,
          now,
        )
        ids.push(id)
      }
      return { id: body.id, ids }
    },
    async () => {
      const { hand, habits } = await presentStudent(db, actor, studentId)
      const referred = await referredTo(db, engine, actor, [...new Set(body.refs)])
      return Promise.all(
        referred.map(async each => {
          const plan = planSchema.parse({ school: 'clean-passes', ...planTo(each.spec.tempo) })
          const path = plannedPath(naturalPath(each.spec), plan)
          const scoreHash = await sheetHash(engine, {
            spec: each.spec,
            change: null,
            bpm: plan.startBpm,
            hand,
            habits,
            pins: null,
          })
          return { referred: each, path, plan, scoreHash }
        }),
      )
    },
  )
}

/**
 * Sets the fingers of a drill anew for its student; the drill itself stays as it is. @throws DomainError `invalid` for
 * a finger on no note.
 */
export function setPins(
  db: Database,
  engine: Engine,
  actor: Actor,
  assignmentId: string,
  body: z.infer<typeof pinsBody>,
  now: Date,
): Promise<{ id: string }> {
  const change = { pins: pinned(body.pins) }
  return idempotentWrite(
    db,
    actor,
    `set-pins ${assignmentId}`,
    body,
    now,
    async (tx, hashes) => {
      await ownAssignment(tx, actor, assignmentId)
      await revise(tx, actor, { assignmentId }, change, hashes ?? new Map(), now)
      return { id: assignmentId }
    },
    async () => {
      const assignment = await ownAssignment(db, actor, assignmentId)
      const [version] = await db
        .select({ spec: drillVersions.spec })
        .from(drillVersions)
        .where(eq(drillVersions.id, assignment.drillVersionId))
      await checkPins(engine, version!.spec, body.pins)
      return hashesAfter(db, engine, actor, { assignmentId }, change)
    },
  )
}

/** @throws DomainError `invalid` when a pin is on no note of the drill, or on one that takes no finger. */
async function checkPins(engine: Engine, spec: unknown, pins: Pins): Promise<void> {
  const problem = await engine.checkPins(spec, pins)
  if (problem) throw new DomainError('invalid', problem.message, { path: problem.path })
}

/**
 * Gives a set drill another plan or day from now on; the tempo in force stays, and what was taught stays as it was.
 * @throws DomainError `invalid` where the start would be another: the tempo is decided on in lessons.
 */
export function setPlan(
  db: Database,
  actor: Actor,
  assignmentId: string,
  body: z.infer<typeof planBody>,
  now: Date,
): Promise<{ id: string }> {
  return idempotentWrite(db, actor, `set-plan ${assignmentId}`, body, now, async tx => {
    const { plan, stage } = await ownAssignment(tx, actor, assignmentId)
    if (plan.startBpm !== body.plan.startBpm)
      throw new DomainError('invalid', `the start stays at ${plan.startBpm}: the tempo is decided on in lessons`, {
        path: 'plan.startBpm',
      })
    await revise(tx, actor, { assignmentId }, { plan: body.plan }, new Map(), now)
    await tx
      .update(stages)
      .set({ plan: body.plan })
      .where(and(eq(stages.assignmentId, assignmentId), eq(stages.number, stage)))
    await tx.update(assignments).set({ targetOn: body.targetOn }).where(eq(assignments.id, assignmentId))
    return { id: assignmentId }
  })
}

/** Takes a set drill off a student's list, or puts it back as it is for them now; its history stays. */
export function endAssignment(
  db: Database,
  engine: Engine,
  actor: Actor,
  assignmentId: string,
  body: { id: string; ended: boolean },
  now: Date,
): Promise<{ ended: boolean }> {
  const playerOf = async (on: Database) => {
    const { hand, habits, instrument } = await ownStudent(
      on,
      actor,
      (await ownAssignment(on, actor, assignmentId)).studentId,
    )
    return { hand, habits, instrument }
  }
  return idempotentWrite(
    db,
    actor,
    `end-assignment ${assignmentId}`,
    body,
    now,
    async (tx, hashes) => {
      const player = await playerOf(tx)
      const { opensAfter } = await ownAssignment(tx, actor, assignmentId)
      await tx
        .update(assignments)
        .set({ endedAt: body.ended ? now : null })
        .where(eq(assignments.id, assignmentId))
      // What waited for it waits for what it waited for itself: a path goes on over the gap.
      if (body.ended)
        await tx
          .update(assignments)
          .set({ opensAfter })
          .where(and(eq(assignments.studioId, actor.studioId), eq(assignments.opensAfter, assignmentId)))
      if (!body.ended) await revise(tx, actor, { assignmentId }, player, hashes ?? new Map(), now)
      return { ended: body.ended }
    },
    async () =>
      body.ended
        ? new Map<string, string | null>()
        : hashesAfter(db, engine, actor, { assignmentId }, await playerOf(db)),
  )
}
