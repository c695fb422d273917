import { and, countDistinct, desc, eq, inArray, isNull, max } from 'drizzle-orm'
import { realise } from '#core/score/realise'
import { ENGINE_VERSION } from '#core/score/score'
import type { DrillDetail, DrillRow, DrillVersion } from '#shared/contracts/drills'
import type { Database } from '../db/client'
import { assignments, drills, drillVersions } from '../db/tables'
import type { Actor } from './actor'
import { DomainError } from './domain-error'
import { hashOf, once } from './once'
import { ownDrill } from './owned'

const versionOf = (row: typeof drillVersions.$inferSelect): DrillVersion =>
  ({ id: row.id, number: row.number, title: row.title, spec: row.spec, createdAt: row.createdAt.toISOString() })

/** Checks a spec and writes it as a new version. @throws DomainError `invalid` with the path of the field at fault. */
async function writeVersion(tx: Database, actor: Actor, version: { id: string, drillId: string, number: number, spec: unknown }, now: Date): Promise<DrillVersion> {
  const result = realise(version.spec)
  if (!result.ok) throw new DomainError('invalid', result.error.message, { path: `spec.${result.error.path}` })
  const row = {
    id: version.id,
    studioId: actor.studioId,
    drillId: version.drillId,
    number: version.number,
    spec: result.value.spec,
    title: result.value.title,
    engineVersion: ENGINE_VERSION,
    scoreHash: hashOf(result.value),
    createdAt: now,
  }
  await tx.insert(drillVersions).values(row)
  return versionOf(row)
}

/** Puts a new drill on the teacher's shelf, with its first version. */
export function createDrill(db: Database, actor: Actor, body: { id: string, name: string, spec?: unknown }, now: Date): Promise<{ id: string, version: DrillVersion }> {
  return once(db, actor, 'create-drill', body, now, async (tx) => {
    await tx.insert(drills).values({ id: body.id, studioId: actor.studioId, teacherId: actor.userId, name: body.name, createdAt: now })
    return { id: body.id, version: await writeVersion(tx, actor, { id: body.id, drillId: body.id, number: 1, spec: body.spec }, now) }
  })
}

/** Saves a drill as its next version; earlier ones stay as they are. */
export function saveVersion(db: Database, actor: Actor, drillId: string, body: { id: string, spec?: unknown }, now: Date): Promise<DrillVersion> {
  return once(db, actor, `save-version ${drillId}`, body, now, async (tx) => {
    await ownDrill(tx, actor, drillId)
    const [newest] = await tx.select({ number: max(drillVersions.number) }).from(drillVersions).where(eq(drillVersions.drillId, drillId)).for('update')
    return writeVersion(tx, actor, { id: body.id, drillId, number: (newest?.number ?? 0) + 1, spec: body.spec }, now)
  })
}

/** Gives a drill another name. */
export function renameDrill(db: Database, actor: Actor, drillId: string, body: { id: string, name: string }, now: Date): Promise<{ name: string }> {
  return once(db, actor, `rename-drill ${drillId}`, body, now, async (tx) => {
    await ownDrill(tx, actor, drillId)
    await tx.update(drills).set({ name: body.name }).where(eq(drills.id, drillId))
    return { name: body.name }
  })
}

/** Takes a drill off the shelf, or puts it back; what is set for students stays. */
export function archiveDrill(db: Database, actor: Actor, drillId: string, body: { id: string, archived: boolean }, now: Date): Promise<{ archived: boolean }> {
  return once(db, actor, `archive-drill ${drillId}`, body, now, async (tx) => {
    await ownDrill(tx, actor, drillId)
    await tx.update(drills).set({ archivedAt: body.archived ? now : null }).where(eq(drills.id, drillId))
    return { archived: body.archived }
  })
}

/** Copies the newest version of a drill into a drill of its own. */
export function duplicateDrill(db: Database, actor: Actor, drillId: string, body: { id: string, name: string }, now: Date): Promise<{ id: string, version: DrillVersion }> {
  return once(db, actor, `duplicate-drill ${drillId}`, body, now, async (tx) => {
    await ownDrill(tx, actor, drillId)
    const [newest] = await tx.select().from(drillVersions).where(eq(drillVersions.drillId, drillId)).orderBy(desc(drillVersions.number)).limit(1)
    await tx.insert(drills).values({ id: body.id, studioId: actor.studioId, teacherId: actor.userId, name: body.name, createdAt: now })
    return { id: body.id, version: await writeVersion(tx, actor, { id: body.id, drillId: body.id, number: 1, spec: newest!.spec }, now) }
  })
}

/** The teacher's shelf, newest change first. */
export async function listDrills(db: Database, actor: Actor): Promise<readonly DrillRow[]> {
  const own = await db.select().from(drills).where(and(eq(drills.studioId, actor.studioId), eq(drills.teacherId, actor.userId)))
  if (own.length === 0) return []
  const ids = own.map(drill => drill.id)
  const versions = await db.select().from(drillVersions).where(inArray(drillVersions.drillId, ids)).orderBy(drillVersions.number)
  const newest = new Map(versions.map(version => [version.drillId, version]))
  const setFor = await db.select({ drillId: drillVersions.drillId, students: countDistinct(assignments.studentId) })
    .from(assignments).innerJoin(drillVersions, eq(drillVersions.id, assignments.drillVersionId))
    .where(and(inArray(drillVersions.drillId, ids), isNull(assignments.endedAt))).groupBy(drillVersions.drillId)
  const counts = new Map(setFor.map(row => [row.drillId, Number(row.students)]))
  return own
    .map((drill) => {
      const version = newest.get(drill.id)!
      return { id: drill.id, name: drill.name, family: version.spec.family, archived: drill.archivedAt !== null, setFor: counts.get(drill.id) ?? 0, newest: versionOf(version) }
    })
    .sort((a, b) => (a.newest.createdAt < b.newest.createdAt ? 1 : -1))
}

/** One drill with all its versions, newest first. */
export async function readDrill(db: Database, actor: Actor, drillId: string): Promise<DrillDetail> {
  const drill = await ownDrill(db, actor, drillId)
  const versions = await db.select().from(drillVersions).where(eq(drillVersions.drillId, drillId)).orderBy(desc(drillVersions.number))
  return { id: drill.id, name: drill.name, archived: drill.archivedAt !== null, versions: versions.map(versionOf) }
}
