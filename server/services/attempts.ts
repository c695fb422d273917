import { inArray, lt, sql } from 'drizzle-orm'
import type { Database } from '../db/client'
import { signInAttempts } from '../db/tables'
import { DomainError } from './domain-error'

const WINDOW_MS = 15 * 60_000

/** Whom or whence attempts are counted by, and how many fit into a quarter of an hour. */
export interface Limit {
  readonly subject: string
  readonly most: number
}

/** An attempt that was counted before its password was looked at. */
export interface Reservation {
  /** It was right: it counts no more, and what only this visitor did wrong before is forgiven. */
  readonly forgive: (own: readonly string[]) => Promise<void>
  /** It was not looked at. */
  readonly release: () => Promise<void>
}

/** A subject as long as its column takes. */
const shortened = (subject: string) => subject.slice(0, 200)

/**
 * Counts an attempt before its password is hashed, so that many at once are as limited as one after the other.
 * @throws DomainError `too-many` when one of the limits is reached; nothing is counted then, so that it ends by itself.
 */
export async function reserveAttempt(db: Database, limits: readonly Limit[], now: Date): Promise<Reservation> {
  const { since, count } = signInAttempts
  const windowStart = new Date(now.getTime() - WINDOW_MS)
  const subjects = limits.map(limit => shortened(limit.subject))
  let over = false
  for (const [i, subject] of subjects.entries()) {
    // The count is settled while the window is still the old one: columns are set in the order of the table. What it
    // became for this very attempt comes back as the statement's id; a new row has none.
    const [written] = await db
      .insert(signInAttempts)
      .values({ subject, since: now, count: 1 })
      .onDuplicateKeyUpdate({
        set: {
          count: sql`last_insert_id(if(${since} < ${windowStart}, 1, ${count} + 1))`,
          since: sql`if(${since} < ${windowStart}, ${now}, ${since})`,
        },
      })
    over ||= (written.affectedRows === 1 ? 1 : written.insertId) > limits[i]!.most
  }
  const release = async () => {
    await db
      .update(signInAttempts)
      .set({ count: sql`greatest(${count} - 1, 0)` })
      .where(inArray(signInAttempts.subject, subjects))
  }
  if (over) {
    await release()
    throw new DomainError('too-many', 'Too many attempts. Wait a quarter of an hour and try again.', {
      retryAfterSeconds: WINDOW_MS / 1000,
    })
  }
  return {
    release,
    forgive: async own => {
      await release()
      await db.delete(signInAttempts).where(inArray(signInAttempts.subject, own.map(shortened)))
      await db.delete(signInAttempts).where(lt(signInAttempts.since, new Date(now.getTime() - 10 * WINDOW_MS)))
    },
  }
}
