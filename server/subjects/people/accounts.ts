import { randomUUID } from 'node:crypto'
import { and, asc, count, eq, isNull, sql } from 'drizzle-orm'
import type {
  addAccountBody,
  NewAccount,
  removeBody,
  resetPasswordBody,
  roleBody,
  suspendBody,
} from '#shared/contracts/people/accounts'
import type { AccountRow } from '#shared/contracts/people/answers'
import type { NewStudio } from '#shared/contracts/studio/studios'
import type { z } from 'zod'
import type { Database } from '../../db/client'
import { students, studios, users, type ROLES } from '../../db/tables'
import { duplicateKey } from '../../db/database-errors'
import type { Actor } from '../../policy/actor'
import { DomainError, notFound } from '../../errors'
import { idempotentWrite } from '../../writes/idempotent-write'
import { hashPassword } from './password'
import { hashInQueue, setPassword } from './sign-in'

/**
 * Adds someone who signs in to a studio.
 * @throws DomainError `conflict` when the sign-in name is taken, in whatever studio.
 */
export async function addAccount(
  db: Database,
  studio: Pick<Actor, 'studioId' | 'zone'>,
  role: (typeof ROLES)[number],
  account: NewAccount,
  now: Date,
  userId: string = randomUUID(),
): Promise<Actor> {
  const signInName = account.signInName.toLowerCase()
  try {
    await db
      .insert(users)
      .values({
        id: userId,
        studioId: studio.studioId,
        role,
        signInName,
        displayName: account.displayName,
        passwordHash: await hashPassword(account.password),
        createdAt: now,
      })
  } catch (error) {
    if (duplicateKey(error) === null || duplicateKey(error) === 'PRIMARY') throw error
    throw new DomainError('conflict', 'that sign-in name is taken', { path: 'signInName' })
  }
  return { userId, studioId: studio.studioId, role, studentId: null, zone: studio.zone }
}

/**
 * Opens a studio with its owner, both or neither.
 * @throws DomainError `conflict` when the owner's sign-in name is taken.
 */
export async function openStudio(db: Database, { owner, ...studio }: NewStudio, now: Date): Promise<Actor> {
  const studioId = randomUUID()
  return db.transaction(async tx => {
    await tx.insert(studios).values({ id: studioId, ...studio, createdAt: now })
    return addAccount(tx, { studioId, zone: studio.zone }, 'owner', owner, now)
  })
}

// What follows is the owner's.

/** The accounts of a studio by name. */
export async function listAccounts(db: Database, owner: Actor): Promise<readonly AccountRow[]> {
  const rows = await db
    .select()
    .from(users)
    .where(and(eq(users.studioId, owner.studioId), isNull(users.removedAt)))
    .orderBy(asc(users.displayName))
  return rows.map(row => ({
    id: row.id,
    name: row.displayName,
    signInName: row.signInName,
    role: row.role,
    suspended: row.suspendedAt !== null,
  }))
}

/** Adds a teacher, or another owner. */
export function createAccount(
  db: Database,
  owner: Actor,
  { role, id, ...account }: z.infer<typeof addAccountBody>,
  now: Date,
): Promise<{ id: string }> {
  // The password is no part of what is kept of the write.
  return idempotentWrite(
    db,
    owner,
    `create-account ${role} ${account.signInName} ${account.displayName}`,
    { id },
    now,
    async tx => {
      await addAccount(tx, owner, role, account, now, id)
      return { id }
    },
  )
}

/** An account of the owner's studio, locked. @throws DomainError `not-found`. */
async function ownAccount(tx: Database, owner: Actor, userId: string) {
  const [user] = await tx
    .select()
    .from(users)
    .where(and(eq(users.id, userId), eq(users.studioId, owner.studioId), isNull(users.removedAt)))
    .for('update')
  if (!user) throw notFound('account')
  return user
}

/** A studio is never left without somebody who can manage it. @throws DomainError `conflict`. */
async function assertAnotherOwner(tx: Database, owner: Actor, userId: string) {
  const [row] = await tx
    .select({ owners: count() })
    .from(users)
    .where(
      and(
        eq(users.studioId, owner.studioId),
        eq(users.role, 'owner'),
        isNull(users.suspendedAt),
        sql`${users.id} <> ${userId}`,
      ),
    )
  if (row!.owners === 0)
    throw new DomainError('conflict', "this is the studio's only owner: make somebody else an owner first")
}

/** Suspends an account, whose sessions end at once, or lets it sign in again. */
export function suspendAccount(
  db: Database,
  owner: Actor,
  userId: string,
  body: z.infer<typeof suspendBody>,
  now: Date,
): Promise<{ suspended: boolean }> {
  return idempotentWrite(db, owner, `suspend-account ${userId}`, body, now, async tx => {
    const user = await ownAccount(tx, owner, userId)
    if (body.suspended && user.role === 'owner') await assertAnotherOwner(tx, owner, userId)
    await tx
      .update(users)
      .set({ suspendedAt: body.suspended ? now : null, ...(body.suspended && { sessionEpoch: user.sessionEpoch + 1 }) })
      .where(eq(users.id, userId))
    return { suspended: body.suspended }
  })
}

/**
 * Takes somebody out of the studio: they sign in no more and their name is free; what they did keeps it.
 * @throws DomainError `conflict` while they have students, former ones too, or are the only owner.
 */
export function removeAccount(
  db: Database,
  owner: Actor,
  userId: string,
  body: z.infer<typeof removeBody>,
  now: Date,
): Promise<{ removed: true }> {
  return idempotentWrite(db, owner, `remove-account ${userId}`, body, now, async tx => {
    const user = await ownAccount(tx, owner, userId)
    if (user.role === 'student') throw new DomainError('conflict', "a student's account goes with the student")
    if (user.role === 'owner') await assertAnotherOwner(tx, owner, userId)
    const [left] = await tx
      .select({ count: count() })
      .from(students)
      .where(and(eq(students.studioId, owner.studioId), eq(students.teacherId, userId)))
    if (left!.count > 0)
      throw new DomainError(
        'conflict',
        `${user.displayName} has ${left!.count} ${left!.count === 1 ? 'student' : 'students'}: hand them over first`,
      )
    await tx
      .update(users)
      .set({
        signInName: `removed-${userId}`,
        suspendedAt: user.suspendedAt ?? now,
        removedAt: now,
        sessionEpoch: user.sessionEpoch + 1,
      })
      .where(eq(users.id, userId))
    return { removed: true }
  })
}

/** Gives an account another role; its sessions end, for they were opened under the former one. */
export function changeRole(
  db: Database,
  owner: Actor,
  userId: string,
  body: z.infer<typeof roleBody>,
  now: Date,
): Promise<Pick<z.infer<typeof roleBody>, 'role'>> {
  return idempotentWrite(db, owner, `change-role ${userId}`, body, now, async tx => {
    const user = await ownAccount(tx, owner, userId)
    if (user.role === 'student') throw new DomainError('conflict', "a student's account stays a student's")
    if (user.role === body.role) return { role: body.role }
    if (user.role === 'owner') await assertAnotherOwner(tx, owner, userId)
    await tx
      .update(users)
      .set({ role: body.role, sessionEpoch: user.sessionEpoch + 1 })
      .where(eq(users.id, userId))
    return { role: body.role }
  })
}

/** Gives somebody who forgot theirs a new password; their sessions end. */
export function resetPassword(
  db: Database,
  owner: Actor,
  userId: string,
  { id, password }: z.infer<typeof resetPasswordBody>,
  now: Date,
): Promise<{ id: string }> {
  return idempotentWrite(
    db,
    owner,
    `reset-password ${userId}`,
    { id },
    now,
    async (tx, passwordHash) => {
      await ownAccount(tx, owner, userId)
      await setPassword(tx, userId, passwordHash)
      return { id: userId }
    },
    () => hashInQueue(password),
  )
}
