import { setTimeout } from 'node:timers/promises'
import { and, eq } from 'drizzle-orm'
import type { Database } from '../db/client'
import { preparedInsert } from '../db/prepared'
import { writes } from '../db/tables'
import { duplicateKey, errnoOf } from '../db/database-errors'
import type { Actor } from '../policy/actor'
import { hashOf } from './canonical'
import { DomainError } from '../errors'

/**
 * Two transactions waited for each other, or the row changed under a snapshot: nothing was written, so it may be done
 * again.
 */
const TRY_AGAIN = [1213, 1020, 1205]
const MOST_TRIES = 10
/**
 * The longest wait before another try, ms, growing with each; its length is by chance so that the same two do not meet
 * again.
 */
const WAIT_MS = 10

const keepAnswer = preparedInsert(writes, ['actorId', 'id', 'bodyHash', 'answer', 'at'])

/** What a write does: its answer is kept under its id in the same transaction. */
type Write<T, P> = (tx: Database, prepared: P) => Promise<T>

/**
 * Does a write exactly once. The id its client made is kept with the answer in the same transaction as the write
 * itself, so a repeat, even at the same moment and even when it would now be refused, gets the first answer.
 * @param prepare Work that must not keep a transaction waiting, done before it.
 * @throws DomainError `conflict` when the id was used for another body, or is that of something else.
 */
export async function idempotentWrite<T>(
  db: Database,
  actor: Actor,
  what: string,
  body: { readonly id: string },
  now: Date,
  write: Write<T, undefined>,
): Promise<T>
export async function idempotentWrite<T, P>(
  db: Database,
  actor: Actor,
  what: string,
  body: { readonly id: string },
  now: Date,
  write: Write<T, P>,
  prepare: () => Promise<P>,
): Promise<T>
export async function idempotentWrite<T, P>(
  db: Database,
  actor: Actor,
  what: string,
  body: { readonly id: string },
  now: Date,
  write: Write<T, P | undefined>,
  prepare?: () => Promise<P>,
): Promise<T> {
  const bodyHash = hashOf([what, body])
  for (let tries = 1; ; tries++) {
    let claiming = false
    try {
      const prepared = await prepare?.()
      return await db.transaction(async tx => {
        claiming = false
        const answer = await write(tx, prepared)
        claiming = true
        await keepAnswer(tx, { actorId: actor.userId, id: body.id, bodyHash, answer: answer ?? null, at: now })
        return answer
      })
    } catch (error) {
      // Whatever went wrong: what was done already is answered as it was.
      const [taken] = await db
        .select()
        .from(writes)
        .where(and(eq(writes.actorId, actor.userId), eq(writes.id, body.id)))
      if (taken && taken.bodyHash !== bodyHash)
        throw new DomainError('conflict', 'this id was already used for another write')
      if (taken) return taken.answer as T
      const duplicate = duplicateKey(error)
      if (duplicate === 'PRIMARY' && !claiming)
        throw new DomainError('conflict', 'something else has this id already', { path: 'id', cause: error })
      // Not this write but another took what this one wanted, such as the next number: in a cluster a lock on one node
      // does not hold the other's writers.
      const again = duplicate !== null || TRY_AGAIN.includes(errnoOf(error) ?? 0)
      if (!again) throw error
      if (tries === MOST_TRIES)
        throw duplicate === null
          ? error
          : new DomainError('conflict', 'others wrote at the same moment: try again', { cause: error })
      await setTimeout(Math.random() * WAIT_MS * tries)
    }
  }
}
