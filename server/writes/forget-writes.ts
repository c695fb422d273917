import { lt } from 'drizzle-orm'
import type { Database } from '../db/client'
import { writes } from '../db/tables'

/**
 * For so long a repeat of a write is answered as it was the first time: a device that was away for longer finds its ids
 * taken.
 */
const KEPT_DAYS = 180
/** Rows that one statement takes away, so that no lock grows without end. */
const AT_ONCE = 2000

/** Forgets the answers of writes that were made long ago; what they wrote stays. @returns How many were forgotten. */
export async function forgetWrites(db: Database, now: Date): Promise<number> {
  const before = new Date(now.getTime() - KEPT_DAYS * 86_400_000)
  let forgotten = 0
  for (;;) {
    const [{ affectedRows }] = await db.delete(writes).where(lt(writes.at, before)).orderBy(writes.at).limit(AT_ONCE)
    forgotten += affectedRows
    if (affectedRows < AT_ONCE) return forgotten
  }
}
