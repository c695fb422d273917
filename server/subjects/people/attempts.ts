import { and, eq, gte, inArray, lt, or, sql } from 'drizzle-orm'
import type { Database } from '../../db/client'
import { signInAttempts } from '../../db/tables'
import { DomainError } from '../../errors'

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

const { subject, since, count } = signInAttempts

/** Whether one of the limits is reached already, which a flood is told without a row being written. */
async function isReached(db: Database, limits: readonly Limit[], windowStart: Date): Promise<boolean> {
  const reached = await db
    .select({ count })
    .from(signInAttempts)
    .where(
      and(gte(since, windowStart), or(...limits.map(each => and(eq(subject, each.subject), gte(count, each.most))))),
    )
  return reached.length > 0
}

/** Counts an attempt for each of the limits, all at once. @returns What each count became for this very attempt. */
async function counted(db: Database, limits: readonly Limit[], windowStart: Date, now: Date): Promise<number[]> {
  const [at, start] = [sql.param(now, since), sql.param(windowStart, since)]
  // The count is settled while the window is still the old one: columns are set in the order they are named here.
  const [rows] = await db.execute(
    sql`insert into ${signInAttempts} (subject, since, count)
        values ${sql.join(
          limits.map(each => sql`(${each.subject}, ${at}, 1)`),
          sql`, `,
        )}
        on duplicate key update count = if(since < ${start}, 1, count + 1), since = if(since < ${start}, ${at}, since)
        returning count`,
  )
  return (rows as unknown as { count: number }[]).map(row => row.count)
}

/**
 * Counts an attempt before its password is hashed, so that many at once are as limited as one after the other.
 * @throws DomainError `too-many` when one of the limits is reached; nothing is counted then, so that it ends by itself.
 */
export async function reserveAttempt(db: Database, given: readonly Limit[], now: Date): Promise<Reservation> {
  // Always in the order of the table's key, so that no two attempts wait for one another.
  const limits = given
    .map(each => ({ ...each, subject: shortened(each.subject) }))
    .sort((a, b) => (a.subject < b.subject ? -1 : 1))
  const windowStart = new Date(now.getTime() - WINDOW_MS)
  const release = async () => {
    await db
      .update(signInAttempts)
      .set({ count: sql`greatest(${count} - 1, 0)` })
      .where(
        inArray(
          subject,
          limits.map(each => each.subject),
        ),
      )
  }
  const refuse = (): never => {
    throw new DomainError('too-many', 'Too many attempts. Wait a quarter of an hour and try again.', {
      retryAfterSeconds: WINDOW_MS / 1000,
    })
  }
  if (await isReached(db, limits, windowStart)) refuse()
  const counts = await counted(db, limits, windowStart, now)
  if (limits.some(({ most }, i) => counts[i]! > most)) {
    await release()
    refuse()
  }
  return {
    release,
    forgive: async own => {
      await release()
      await db.delete(signInAttempts).where(inArray(subject, own.map(shortened)))
      await db.delete(signInAttempts).where(lt(since, new Date(now.getTime() - 10 * WINDOW_MS)))
    },
  }
}
