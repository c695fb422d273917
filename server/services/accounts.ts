import { randomUUID } from 'node:crypto'
import type { NewAccount, NewStudio } from '#shared/contracts/new-studio'
import type { Database } from '../db/client'
import { studios, users, type ROLES } from '../db/tables'
import { errnoOf } from '../db/trouble'
import type { Actor } from './actor'
import { DomainError } from './domain-error'
import { hashPassword } from './password'

const DUPLICATE_KEY = 1062

/**
 * Adds someone who signs in to a studio.
 * @throws DomainError `conflict` when the sign-in name is taken, in whatever studio.
 */
export async function addAccount(db: Database, studio: Pick<Actor, 'studioId' | 'zone'>, role: typeof ROLES[number], account: NewAccount, now: Date): Promise<Actor> {
  const userId = randomUUID()
  const signInName = account.signInName.toLowerCase()
  try {
    await db.insert(users).values({ id: userId, studioId: studio.studioId, role, signInName, displayName: account.displayName, passwordHash: await hashPassword(account.password), createdAt: now })
  }
  catch (error) {
    if (errnoOf(error) !== DUPLICATE_KEY) throw error
    throw new DomainError('conflict', `somebody signs in as ${signInName} already`, { path: 'signInName' })
  }
  return { userId, studioId: studio.studioId, role, zone: studio.zone }
}

/**
 * Opens a studio with its owner, both or neither.
 * @throws DomainError `conflict` when the owner's sign-in name is taken.
 */
export async function openStudio(db: Database, { owner, ...studio }: NewStudio, now: Date): Promise<Actor> {
  const studioId = randomUUID()
  return db.transaction(async (tx) => {
    await tx.insert(studios).values({ id: studioId, ...studio, createdAt: now })
    return addAccount(tx, { studioId, zone: studio.zone }, 'owner', owner, now)
  })
}
