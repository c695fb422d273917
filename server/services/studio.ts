import { eq } from 'drizzle-orm'
import type { z } from 'zod'
import type { Weights } from '#core/grade/table'
import type { weightsBody } from '#shared/contracts/shelf'
import type { noticeBody } from '#shared/contracts/studios'
import type { Database } from '../db/client'
import { studios } from '../db/tables'
import type { Actor } from '../policy/actor'
import { idempotentWrite } from '../writes/idempotent-write'

/** Sets what each part of a grade counts for in a studio; null for the program's own again. */
export function setWeights(
  db: Database,
  owner: Actor,
  body: z.infer<typeof weightsBody>,
  now: Date,
): Promise<{ weights: Weights | null }> {
  return idempotentWrite(db, owner, 'set-weights', body, now, async tx => {
    await tx.update(studios).set({ weights: body.weights }).where(eq(studios.id, owner.studioId))
    return { weights: body.weights }
  })
}

/** Sets what a studio says to its students and to who looks after them; null for what the program says again. */
export function setNotice(
  db: Database,
  owner: Actor,
  body: z.infer<typeof noticeBody>,
  now: Date,
): Promise<{ notice: string | null }> {
  return idempotentWrite(db, owner, 'set-notice', body, now, async tx => {
    await tx.update(studios).set({ notice: body.notice }).where(eq(studios.id, owner.studioId))
    return { notice: body.notice }
  })
}
