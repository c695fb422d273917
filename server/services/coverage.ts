import { and, asc, eq, max } from 'drizzle-orm'
import type { CoveredDrill } from '#shared/contracts/coverage'
import type { Database } from '../db/client'
import { assignments, drills, drillVersions, hearings } from '../db/tables'
import type { Actor } from '../policy/actor'
import { ownStudent } from '../policy/access'

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
      cleanBpm: max(hearings.bestCleanBpm),
    })
    .from(assignments)
    .innerJoin(drillVersions, eq(drillVersions.id, assignments.drillVersionId))
    .innerJoin(drills, eq(drills.id, drillVersions.drillId))
    .leftJoin(hearings, eq(hearings.assignmentId, assignments.id))
    .where(and(eq(assignments.studioId, actor.studioId), eq(assignments.studentId, studentId)))
    .groupBy(assignments.id, drills.id, drillVersions.id)
    .orderBy(asc(assignments.position))
  return rows.map(({ plan, endedAt, ...row }) => ({
    ...row,
    startBpm: plan.startBpm,
    targetBpm: plan.targetBpm,
    ended: endedAt !== null,
  }))
}
