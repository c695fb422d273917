import { eq } from 'drizzle-orm'
import type { Readable } from 'node:stream'
import type { Pool } from 'mysql2/promise'
import type { z } from 'zod'
import type { Weights } from '#core/grade/table'
import type { RestoreNews } from '#shared/contracts/studio/answers'
import type { noticeBody, weightsBody } from '#shared/contracts/studio/studios'
import { localDay } from '#core/practice/schedule/local-time'
import { BadBackup } from '../../backup/read-backup'
import { isEmpty, restoreBackup } from '../../backup/restore-backup'
import { writeBackup } from '../../backup/write-backup'
import type { Database } from '../../db/client'
import { studios } from '../../db/tables'
import type { Actor } from '../../policy/actor'
import { DomainError } from '../../errors'
import { openShortQueue } from '../../queue'
import { idempotentWrite } from '../../writes/idempotent-write'

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

/** A studio's backup on its way out. */
export interface StudioBackup {
  readonly name: string
  /** The studio's local day. */
  readonly day: string
  readonly chunks: Readable
}

/**
 * A studio as one archive, streamed from a moment's picture of the database.
 * @param url Address of the database: what is streamed has a connection of its own.
 */
export async function studioBackup(db: Database, url: string, owner: Actor, now: Date): Promise<StudioBackup> {
  const [studio] = await db.select({ name: studios.name }).from(studios).where(eq(studios.id, owner.studioId))
  return {
    name: studio!.name,
    day: localDay(now.toISOString(), owner.zone),
    chunks: writeBackup(url, { studioId: owner.studioId, now }),
  }
}

/** Whether nothing was entered yet in the owner's studio, so that a backup may come in its place. */
export const isStudioEmpty = (pool: Pool, owner: Actor): Promise<boolean> => isEmpty(pool, owner.studioId)

/** One backup is restored at a time: each takes memory and processor time that everybody else needs. */
const restores = openShortQueue(1, 0)

/** Restores a backup unless another one is being restored. @throws DomainError `too-many`. */
export async function inRestoreQueue<T>(work: () => Promise<T>): Promise<T> {
  const done = restores.run({}, work)
  if (done === null)
    throw new DomainError('too-many', 'Another backup is being restored right now. Wait until it is done.', {
      retryAfterSeconds: 60,
    })
  return done
}

/**
 * Restores a studio from its backup in the place of the owner's own, which is empty: all of it or nothing.
 * @param path File that holds the backup.
 * @param tell Is told how far it is.
 * @returns What became of it; null where it was given up on the way.
 */
export async function restoreStudio(
  url: string,
  owner: Actor,
  path: string,
  tell: (news: RestoreNews) => void,
  signal: AbortSignal,
): Promise<RestoreNews | null> {
  try {
    const { studio, madeAt } = await restoreBackup(url, path, {
      instead: owner.studioId,
      progress: (done, all) => tell({ done, all }),
      signal,
    })
    return { restored: { name: studio.name, madeAt } }
  } catch (error) {
    if (signal.aborted) return null
    if (!(error instanceof BadBackup)) throw error
    return { refused: error.message }
  }
}
