import { and, asc, eq } from 'drizzle-orm'
import type { CoveredDrill } from '#shared/contracts/taught/answers'
import type { Database } from '../../db/client'
import { assignments, drills, drillVersions } from '../../db/tables'
import type { Actor } from '../../policy/actor'
import { ownStudent } from '../../policy/access'
import { cleanTempos } from './set-drills'

/** Every drill a student was ever set, with the fastest clean pass of each: what their coverage is told from. */
export async function readCoverage(db: Database, actor: Actor, studentId: string): Promise<readonly CoveredDrill[]> {
  await ownStudent(db, actor, studentId)
  const rows = await db
    .select({
      id: assignments.id,
      drillName: drills.name,
      spec: drillVersions.spec,
      plan: assignments.plan,
      endedAt: assignments.endedAt,
    })
    .from(assignments)
    .innerJoin(drillVersions, eq(drillVersions.id, assignments.drillVersionId))
    .innerJoin(drills, eq(drills.id, drillVersions.drillId))
    .where(and(eq(assignments.studioId, actor.studioId), eq(assignments.studentId, studentId)))
    .orderBy(asc(assignments.position))
  const clean = await cleanTempos(
    db,
    rows.map(row => row.id),
  )
  return rows.map(({ plan, endedAt, ...row }) => ({
    ...row,
    cleanBpm: clean.get(row.id) ?? null,
    startBpm: plan.startBpm,
    targetBpm: plan.targetBpm,
    ended: endedAt !== null,
  }))
}
