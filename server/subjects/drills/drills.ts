import { and, countDistinct, desc, eq, getTableColumns, inArray, isNull, max } from 'drizzle-orm'
import { changesSince } from '#core/wording/engine-changes'
import { ENGINE_VERSION } from '#core/score/score'
import type { DrillDetail, DrillRow, DrillVersion } from '#shared/contracts/drills/answers'
import type { Database } from '../../db/client'
import { assignments, drills, drillVersions } from '../../db/tables'
import type { Engine, WrittenDrill } from '../../engine/engine'
import type { Actor } from '../../policy/actor'
import { DomainError } from '../../errors'
import { idempotentWrite } from '../../writes/idempotent-write'
import { drillInSight, ownDrill } from '../../policy/access'

const versionOf = (row: Omit<typeof drillVersions.$inferSelect, 'family'>): DrillVersion => ({
  id: row.id,
  number: row.number,
  title: row.title,
  spec: row.spec,
  createdAt: row.createdAt.toISOString(),
})

/** Checks and realises a spec. @throws DomainError `invalid` with the path of the field at fault. */
export async function written(engine: Engine, spec: unknown): Promise<WrittenDrill> {
  const result = await engine.write(spec)
  if (!result.ok)
    throw new DomainError('invalid', result.error.message, {
      path: ['spec', result.error.path].filter(Boolean).join('.'),
    })
  return result.value
}

async function writeVersion(
  tx: Database,
  actor: Actor,
  version: { id: string; drillId: string; number: number } & WrittenDrill,
  now: Date,
): Promise<DrillVersion> {
  const row = { ...version, studioId: actor.studioId, engineVersion: ENGINE_VERSION, createdAt: now }
  await tx.insert(drillVersions).values(row)
  return versionOf(row)
}

/** A new drill with its first version, under one id. */
export async function putOnShelf(
  tx: Database,
  actor: Actor,
  { id, name, fromRung }: { readonly id: string; readonly name: string; readonly fromRung?: string },
  drill: Awaited<ReturnType<typeof written>>,
  now: Date,
): Promise<{ id: string; version: DrillVersion }> {
  const whose = { studioId: actor.studioId, teacherId: actor.userId }
  await tx.insert(drills).values({ id, ...whose, name, fromRung: fromRung ?? null, createdAt: now })
  return { id, version: await writeVersion(tx, actor, { id, drillId: id, number: 1, ...drill }, now) }
}

/** Puts a new drill on the teacher's shelf, with its first version. */
export function createDrill(
  db: Database,
  engine: Engine,
  actor: Actor,
  body: { id: string; name: string; spec?: unknown },
  now: Date,
): Promise<{ id: string; version: DrillVersion }> {
  return idempotentWrite(
    db,
    actor,
    'create-drill',
    body,
    now,
    (tx, drill) => putOnShelf(tx, actor, body, drill, now),
    () => written(engine, body.spec),
  )
}

/** Saves a drill as its next version; earlier ones stay as they are. */
export function saveVersion(
  db: Database,
  engine: Engine,
  actor: Actor,
  drillId: string,
  body: { id: string; spec?: unknown },
  now: Date,
): Promise<DrillVersion> {
  return idempotentWrite(
    db,
    actor,
    `save-version ${drillId}`,
    body,
    now,
    async (tx, drill) => {
      await ownDrill(tx, actor, drillId)
      const [newest] = await tx
        .select({ number: max(drillVersions.number) })
        .from(drillVersions)
        .where(eq(drillVersions.drillId, drillId))
        .for('update')
      return writeVersion(tx, actor, { id: body.id, drillId, number: (newest?.number ?? 0) + 1, ...drill }, now)
    },
    async () => {
      await ownDrill(db, actor, drillId)
      return written(engine, body.spec)
    },
  )
}

/** Gives a drill another name. */
export function renameDrill(
  db: Database,
  actor: Actor,
  drillId: string,
  body: { id: string; name: string },
  now: Date,
): Promise<{ name: string }> {
  return idempotentWrite(db, actor, `rename-drill ${drillId}`, body, now, async tx => {
    await ownDrill(tx, actor, drillId)
    await tx.update(drills).set({ name: body.name }).where(eq(drills.id, drillId))
    return { name: body.name }
  })
}

/** Takes a drill off the shelf, or puts it back; what is set for students stays. */
export function archiveDrill(
  db: Database,
  actor: Actor,
  drillId: string,
  body: { id: string; archived: boolean },
  now: Date,
): Promise<{ archived: boolean }> {
  return idempotentWrite(db, actor, `archive-drill ${drillId}`, body, now, async tx => {
    await ownDrill(tx, actor, drillId)
    await tx
      .update(drills)
      .set({ archivedAt: body.archived ? now : null })
      .where(eq(drills.id, drillId))
    return { archived: body.archived }
  })
}

/** The newest version of a drill. */
async function newestOf(db: Database, drillId: string) {
  const [newest] = await db
    .select()
    .from(drillVersions)
    .where(eq(drillVersions.drillId, drillId))
    .orderBy(desc(drillVersions.number))
    .limit(1)
  return newest!
}

/** Copies the newest version of a drill into a drill of its own. */
export function duplicateDrill(
  db: Database,
  engine: Engine,
  actor: Actor,
  drillId: string,
  body: { id: string; name: string },
  now: Date,
): Promise<{ id: string; version: DrillVersion }> {
  return idempotentWrite(
    db,
    actor,
    `duplicate-drill ${drillId}`,
    body,
    now,
    (tx, drill) => putOnShelf(tx, actor, body, drill, now),
    async () => {
      await ownDrill(db, actor, drillId)
      return written(engine, (await newestOf(db, drillId)).spec)
    },
  )
}

/** The teacher's shelf, newest change first. */
export async function listDrills(db: Database, actor: Actor): Promise<readonly DrillRow[]> {
  const own = await db
    .select()
    .from(drills)
    .where(and(eq(drills.studioId, actor.studioId), eq(drills.teacherId, actor.userId)))
  if (own.length === 0) return []
  const ids = own.map(drill => drill.id)
  const latest = db
    .select({ drillId: drillVersions.drillId, number: max(drillVersions.number).as('latest') })
    .from(drillVersions)
    .where(inArray(drillVersions.drillId, ids))
    .groupBy(drillVersions.drillId)
    .as('newest')
  const versions = await db
    .select(getTableColumns(drillVersions))
    .from(latest)
    .innerJoin(drillVersions, and(eq(drillVersions.drillId, latest.drillId), eq(drillVersions.number, latest.number)))
  const newest = new Map(versions.map(version => [version.drillId, version]))
  const setFor = await db
    .select({ drillId: drillVersions.drillId, students: countDistinct(assignments.studentId) })
    .from(drillVersions)
    .innerJoin(
      assignments,
      and(eq(assignments.studioId, drillVersions.studioId), eq(assignments.drillVersionId, drillVersions.id)),
    )
    .where(and(inArray(drillVersions.drillId, ids), isNull(assignments.endedAt)))
    .groupBy(drillVersions.drillId)
  const counts = new Map(setFor.map(row => [row.drillId, Number(row.students)]))
  return own
    .map(drill => {
      const version = newest.get(drill.id)!
      return {
        id: drill.id,
        name: drill.name,
        family: version.spec.family,
        archived: drill.archivedAt !== null,
        setFor: counts.get(drill.id) ?? 0,
        newest: versionOf(version),
        marks: version.marks,
        fromRung: drill.fromRung,
      }
    })
    .sort((a, b) => (a.newest.createdAt < b.newest.createdAt ? 1 : -1))
}

/** What comes out otherwise than when a version was kept; a sheet that comes out the same has nothing to say. */
async function workedOutAnew(engine: Engine, version: typeof drillVersions.$inferSelect): Promise<readonly string[]> {
  const changes = changesSince(version.engineVersion)
  if (changes.length === 0) return []
  const now = await engine.write(version.spec)
  return now.ok && now.value.scoreHash === version.scoreHash ? [] : changes
}

/** One drill with all its versions, newest first. */
export async function readDrill(db: Database, engine: Engine, actor: Actor, drillId: string): Promise<DrillDetail> {
  const drill = await drillInSight(db, actor, drillId)
  const versions = await db
    .select()
    .from(drillVersions)
    .where(eq(drillVersions.drillId, drillId))
    .orderBy(desc(drillVersions.number))
  return {
    id: drill.id,
    name: drill.name,
    archived: drill.archivedAt !== null,
    mine: drill.teacherId === actor.userId,
    versions: versions.map(versionOf),
    anew: await workedOutAnew(engine, versions[0]!),
  }
}
