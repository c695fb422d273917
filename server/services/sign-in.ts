import { randomUUID } from 'node:crypto'
import { and, count, eq, gt, inArray, lt } from 'drizzle-orm'
import type { Me } from '#shared/contracts/accounts'
import type { Database } from '../db/client'
import { signInFailures, studios, users } from '../db/tables'
import { DomainError } from './domain-error'
import { hashPassword, isPassword } from './password'

const WINDOW_MS = 15 * 60_000
const MOST_PER_NAME = 8
const MOST_PER_ADDRESS = 40

// Checked when the name is unknown, so that the answer takes as long as for a wrong password.
const nobody = hashPassword(randomUUID())

/** Failures of each subject within the window. */
async function failuresOf(db: Database, subjects: readonly string[], since: Date): Promise<ReadonlyMap<string, number>> {
  const rows = await db.select({ subject: signInFailures.subject, failures: count() }).from(signInFailures)
    .where(and(inArray(signInFailures.subject, [...subjects]), gt(signInFailures.at, since))).groupBy(signInFailures.subject)
  return new Map(rows.map(row => [row.subject, Number(row.failures)]))
}

/**
 * Signs someone in.
 * @param address Where the attempt comes from.
 * @throws DomainError `signed-out` for a wrong name or password alike; `too-many` after repeated failures.
 */
export async function signIn(db: Database, attempt: { readonly name: string, readonly password: string }, address: string, now: Date): Promise<Me> {
  const name = attempt.name.toLowerCase()
  const byName = `name:${name}`
  const byAddress = `address:${address}`.slice(0, 160)
  const failures = await failuresOf(db, [byName, byAddress], new Date(now.getTime() - WINDOW_MS))
  if ((failures.get(byName) ?? 0) >= MOST_PER_NAME || (failures.get(byAddress) ?? 0) >= MOST_PER_ADDRESS) {
    throw new DomainError('too-many', 'Too many attempts. Wait a quarter of an hour and try again.')
  }
  const [user] = await db.select({ id: users.id, studioId: users.studioId, role: users.role, hash: users.passwordHash, name: users.displayName, studioName: studios.name, zone: studios.zone })
    .from(users).innerJoin(studios, eq(studios.id, users.studioId)).where(eq(users.signInName, name))
  const right = await isPassword(attempt.password, user?.hash ?? await nobody)
  if (!user || !right) {
    await db.insert(signInFailures).values([byName, byAddress].map(subject => ({ id: randomUUID(), subject, at: now })))
    throw new DomainError('signed-out', 'Name or password is wrong.')
  }
  await db.delete(signInFailures).where(eq(signInFailures.subject, byName))
  await db.delete(signInFailures).where(lt(signInFailures.at, new Date(now.getTime() - 10 * WINDOW_MS)))
  return { userId: user.id, studioId: user.studioId, role: user.role, name: user.name, studioName: user.studioName, zone: user.zone }
}
