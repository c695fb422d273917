import { and, eq, inArray, isNull } from 'drizzle-orm'
import { ENGINE_VERSION } from '#core/score/score'
import { changedSpec, type SpecChange } from '#core/schema/change'
import type { Spec } from '#core/schema/parse'
import type { Database } from '../../db/client'
import { assignmentRevisions, assignments, drillVersions, stages, standings, type students } from '../../db/tables'
import type { Engine } from '../../engine/engine'
import type { Actor } from '../../policy/actor'
import { hashOf } from '../../writes/canonical'
import { DomainError } from '../../errors'

type Revision = typeof assignmentRevisions.$inferSelect
/** Who plays it, as far as the sheet depends on it. */
type Player = Pick<typeof students.$inferSelect, 'hand' | 'habits' | 'instrument'>
type Sheet = Pick<Revision, 'hand' | 'habits' | 'pins' | 'bpm'> & {
  readonly spec: Spec
  /** What its stage plays otherwise. */
  readonly change: SpecChange | null
}

/**
 * Hash of what a set drill's sheet is for its student; null when there is none. It never keeps a write from being made.
 */
export async function sheetHash(
  engine: Engine,
  { spec, change, bpm, hand, habits, pins }: Sheet,
): Promise<string | null> {
  try {
    return await engine.sheetHash(
      { ...changedSpec(spec, change), tempo: bpm },
      { hand, habits: habits ?? {}, pins: pins ?? {}, strayPins: 'dropped' },
    )
  } catch (error) {
    if (error instanceof DomainError) return null
    throw error
  }
}

/** Writes down what is taught with a drill that was just set. */
export async function firstRevision(tx: Database, first: Omit<Revision, 'number' | 'engineVersion'>): Promise<void> {
  await tx.insert(assignmentRevisions).values({ ...first, number: 0, engineVersion: ENGINE_VERSION })
}

/** Which set drills are meant: one, or all that a student is on. */
type Which = { readonly assignmentId: string } | { readonly studentId: string }

const meant = (actor: Actor, which: Which) =>
  and(
    eq(assignments.studioId, actor.studioId),
    'assignmentId' in which
      ? eq(assignments.id, which.assignmentId)
      : and(eq(assignments.studentId, which.studentId), isNull(assignments.endedAt)),
  )

/** The newest revisions of some set drills, each with the tempo in force and what the drill plays. */
function newest(db: Database, actor: Actor, which: Which) {
  return db
    .select({ revision: assignmentRevisions, bpm: standings.bpm, spec: drillVersions.spec, stageChange: stages.change })
    .from(assignments)
    .innerJoin(
      assignmentRevisions,
      and(eq(assignmentRevisions.assignmentId, assignments.id), eq(assignmentRevisions.number, assignments.revision)),
    )
    .innerJoin(
      stages,
      and(eq(stages.assignmentId, assignmentRevisions.assignmentId), eq(stages.number, assignmentRevisions.stage)),
    )
    .innerJoin(standings, eq(standings.assignmentId, assignments.id))
    .innerJoin(drillVersions, eq(drillVersions.id, assignmentRevisions.drillVersionId))
    .where(meant(actor, which))
}

/** What becomes another with a new revision; a stage comes with what it plays otherwise. */
export type Change = Partial<Player & Pick<Revision, 'pins' | 'plan'>> & {
  readonly stage?: Pick<typeof stages.$inferSelect, 'number' | 'change'> & {
    /** The tempo it begins at; the one in force when left out. */
    readonly bpm?: number
  }
}

/** A change as the fields of a revision that it sets. */
const fieldsOf = ({ stage, ...rest }: Change): Partial<Revision> => ({ ...rest, ...(stage && { stage: stage.number }) })
const differs = (revision: Revision, fields: Partial<Revision>) =>
  Object.entries(fields).some(
    ([key, value]) => hashOf(value ?? null) !== hashOf(revision[key as keyof Revision] ?? null),
  )
const changes = (revision: Revision, change: Change) => differs(revision, fieldsOf(change))
/** The guitar a student plays is no part of the sheet, for the drill says its own; nor is the plan. */
const changesSheet = (revision: Revision, change: Change) =>
  differs(revision, { ...fieldsOf(change), instrument: revision.instrument, plan: revision.plan })

/** The sheet a hash is of follows one revision: where another came in between, it is of none. */
const following = ({ assignmentId, number }: Revision) => `${assignmentId} ${number}`

/**
 * Works out the sheets that a change makes, before the transaction that makes it.
 * @returns Hashes by the revisions they follow; of those whose sheet stays as it is, none.
 */
export async function hashesAfter(
  db: Database,
  engine: Engine,
  actor: Actor,
  which: Which,
  change: Change,
): Promise<ReadonlyMap<string, string | null>> {
  const hashes = new Map<string, string | null>()
  for (const { revision, bpm, spec, stageChange } of await newest(db, actor, which)) {
    if (!changesSheet(revision, change)) continue
    const played = { change: change.stage ? change.stage.change : stageChange, bpm: change.stage?.bpm ?? bpm }
    hashes.set(following(revision), await sheetHash(engine, { ...revision, ...fieldsOf(change), ...played, spec }))
  }
  return hashes
}

/** Writes down that from now on something else is taught, where it is something else. */
export async function revise(
  tx: Database,
  actor: Actor,
  which: Which,
  change: Change,
  hashes: ReadonlyMap<string, string | null>,
  now: Date,
): Promise<void> {
  const changed = (await newest(tx, actor, which).for('update')).filter(({ revision }) => changes(revision, change))
  if (changed.length === 0) return
  await tx
    .insert(assignmentRevisions)
    .values(
      changed.map(({ revision, bpm }) => ({
        ...revision,
        ...fieldsOf(change),
        number: revision.number + 1,
        bpm: change.stage?.bpm ?? bpm,
        at: now,
        ...(changesSheet(revision, change) && {
          engineVersion: ENGINE_VERSION,
          scoreHash: hashes.get(following(revision)) ?? null,
        }),
      })),
    )
  for (const { revision } of changed) {
    await tx
      .update(assignments)
      .set({
        revision: revision.number + 1,
        ...(change.pins !== undefined && { pins: change.pins }),
        ...(change.plan && { plan: change.plan }),
        ...(change.stage && { stage: change.stage.number }),
      })
      .where(eq(assignments.id, revision.assignmentId))
  }
}

/** What was taught with some set drills, by their revisions: all of those drills', oldest first. */
export function revisionsOf(db: Database, actor: Actor, assignmentIds: readonly string[]) {
  return db
    .select({
      revision: assignmentRevisions,
      stage: stages.name,
      change: stages.change,
      spec: drillVersions.spec,
      versionNumber: drillVersions.number,
      drillId: drillVersions.drillId,
    })
    .from(assignmentRevisions)
    .innerJoin(drillVersions, eq(drillVersions.id, assignmentRevisions.drillVersionId))
    .innerJoin(
      stages,
      and(eq(stages.assignmentId, assignmentRevisions.assignmentId), eq(stages.number, assignmentRevisions.stage)),
    )
    .where(
      and(
        eq(assignmentRevisions.studioId, actor.studioId),
        inArray(assignmentRevisions.assignmentId, [...assignmentIds]),
      ),
    )
    .orderBy(assignmentRevisions.assignmentId, assignmentRevisions.number)
}
