import { createHash } from 'node:crypto'
import { setTimeout } from 'node:timers/promises'
import { and, eq } from 'drizzle-orm'
import type { Database } from '../db/client'
import { writes } from '../db/tables'
import { errnoOf } from '../db/trouble'
import type { Actor } from './actor'
import { DomainError } from './domain-error'

/** JSON with keys in order, so that equal bodies hash equally. */
function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonical).join(',')}]`
  if (typeof value === 'object' && value !== null) {
    return `{${Object.entries(value).filter(([, each]) => each !== undefined).sort(([a], [b]) => (a < b ? -1 : 1)).map(([key, each]) => `${JSON.stringify(key)}:${canonical(each)}`).join(',')}}`
  }
  return JSON.stringify(value) ?? 'null'
}

/** SHA-256 of a value's canonical JSON, hex. */
export function hashOf(value: unknown): string {
  return createHash('sha256').update(canonical(value)).digest('hex')
}

const DUPLICATE_KEY = 1062
/** Two transactions waited for each other, or the row changed under a snapshot: nothing was written, so it may be done again. */
const TRY_AGAIN = [1213, 1020, 1205]
const MOST_TRIES = 10
/** The longest wait before another try, ms, growing with each; its length is by chance so that the same two do not meet again. */
const WAIT_MS = 10

/**
 * Does a write exactly once. The id its client made is claimed in the same transaction as the write itself, so a
 * repeat, even at the same moment, gets the first answer.
 * @throws DomainError `conflict` when the id was used for another body.
 */
export async function once<T>(db: Database, actor: Actor, what: string, body: { readonly id: string }, now: Date, write: (tx: Database) => Promise<T>): Promise<T> {
  const bodyHash = hashOf([what, body])
  const mine = and(eq(writes.actorId, actor.userId), eq(writes.id, body.id))
  for (let tries = 1; ; tries++) {
    try {
      return await db.transaction(async (tx) => {
        await tx.insert(writes).values({ actorId: actor.userId, id: body.id, bodyHash, answer: null, at: now })
        const answer = await write(tx)
        await tx.update(writes).set({ answer: answer ?? null }).where(mine)
        return answer
      })
    }
    catch (error) {
      const errno = errnoOf(error)
      if (errno === DUPLICATE_KEY) {
        const [taken] = await db.select().from(writes).where(mine)
        if (taken && taken.bodyHash !== bodyHash) throw new DomainError('conflict', 'this id was already used for another write')
        if (taken) return taken.answer as T
        // Not this write but another took what this one wanted, such as the next number: in a cluster a lock on one node does not hold the other's writers.
      }
      else if (errno === undefined || !TRY_AGAIN.includes(errno)) throw error
      if (tries === MOST_TRIES) throw error
      await setTimeout(Math.random() * WAIT_MS * tries)
    }
  }
}
