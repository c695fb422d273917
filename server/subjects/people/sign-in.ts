import { createHash, randomUUID } from 'node:crypto'
import { and, eq } from 'drizzle-orm'
import type { Database } from '../../db/client'
import { knownDevices, users } from '../../db/tables'
import { reserveAttempt, type Limit } from './attempts'
import { DomainError } from '../../errors'
import { openShortQueue, type Queue } from '../../queue'
import { hashPassword, isPassword } from './password'

/** Who tries to sign in: where from, and the secret of the device where it has one. */
export interface Visitor {
  readonly address: string
  readonly device: string | null
}

/** Somebody signed in: what the session says. */
export interface SignedIn {
  readonly userId: string
  readonly epoch: number
}

// Within a quarter of an hour. One visitor is stopped long before an account is, and an account before a whole network.
const MOST_BY_DEVICE = 10
const MOST_BY_VISITOR = 8
const MOST_BY_NAME = 60
const MOST_BY_ADDRESS = 120

// Checked when the name is unknown, so that the answer takes as long as for a wrong password.
const nobody = hashPassword(randomUUID())

const hashOfDevice = (device: string) => createHash('sha256').update(device).digest('hex')

async function isKnown(db: Database, userId: string, device: string): Promise<boolean> {
  const [row] = await db
    .select({ at: knownDevices.at })
    .from(knownDevices)
    .where(and(eq(knownDevices.userId, userId), eq(knownDevices.deviceHash, hashOfDevice(device))))
  return row !== undefined
}

/** Whether somebody of this name has been signed in on a device. */
export async function isKnownDevice(db: Database, name: string, device: string): Promise<boolean> {
  const [user] = await db.select({ id: users.id }).from(users).where(eq(users.signInName, name.toLowerCase()))
  return user !== undefined && isKnown(db, user.id, device)
}

/** Keeps that somebody signed in on a device: others' guesses no longer lock them out there. */
export async function rememberDevice(db: Database, userId: string, device: string, now: Date): Promise<void> {
  await db
    .insert(knownDevices)
    .values({ userId, deviceHash: hashOfDevice(device), at: now })
    .onDuplicateKeyUpdate({ set: { at: now } })
}

/** Passwords that may wait to be hashed; a hash takes some tenths of a second of one core and 64 MB. */
const MOST_HASHES = 24
/**
 * Where those who sign in wait: everybody to be counted, then for the hash, one after the other. Strangers wait for it
 * in a queue of their own, so that a crowd of them does not keep somebody waiting on a device that is known.
 */
const QUEUES = {
  counting: openShortQueue(2, 300),
  known: openShortQueue(1, MOST_HASHES),
  strange: openShortQueue(1, MOST_HASHES),
}

/** @throws DomainError `unavailable` when too many wait. */
function inQueue<T>(queue: Queue<object>, work: () => Promise<T>): Promise<T> {
  const done = queue.run({}, work)
  if (done === null)
    throw new DomainError('unavailable', 'Too many people are signing in at once. Try again in a few seconds.', {
      retryAfterSeconds: 5,
    })
  return done
}

/** What is counted for an attempt, what of it is forgiven once it is right, and the queue it waits in. */
interface Counted {
  readonly limits: readonly Limit[]
  readonly own: readonly string[]
  readonly queue: Queue<object>
}

async function countedBy(
  db: Database,
  name: string,
  userId: string | undefined,
  { address, device }: Visitor,
  queues: typeof QUEUES,
): Promise<Counted> {
  if (userId && device && (await isKnown(db, userId, device))) {
    const subject = `device:${hashOfDevice(device)}:${userId}`
    return { limits: [{ subject, most: MOST_BY_DEVICE }], own: [subject], queue: queues.known }
  }
  const visitor = `visitor:${address}:${name}`
  return {
    limits: [
      { subject: visitor, most: MOST_BY_VISITOR },
      { subject: `name:${name}`, most: MOST_BY_NAME },
      { subject: `address:${address}`, most: MOST_BY_ADDRESS },
    ],
    own: [visitor],
    queue: queues.strange,
  }
}

/** Checks a password in its queue; the attempt is not counted when the queue is full. */
async function checkInQueue(
  attempt: { readonly release: () => Promise<void> },
  queue: Queue<object>,
  work: () => Promise<boolean>,
): Promise<boolean> {
  try {
    return await inQueue(queue, work)
  } catch (error) {
    await attempt.release()
    throw error
  }
}

/**
 * Signs someone in. Attempts are counted before the password is looked at: by visitor, by name (as the database
 * compares names, so that accents and capitals make no other account) and by address; on a device the account has been
 * signed in on, by that device alone.
 * @throws DomainError `signed-out` for a wrong name or password alike; `too-many`; `unavailable` when too many sign in
 *   at once; `forbidden` when suspended.
 */
export async function signIn(
  db: Database,
  attempt: { readonly name: string; readonly password: string },
  visitor: Visitor,
  now: Date,
  queues = QUEUES,
): Promise<SignedIn> {
  const name = attempt.name.toLowerCase()
  const { user, own, queue, reserved } = await inQueue(queues.counting, async () => {
    const [user] = await db
      .select({ id: users.id, hash: users.passwordHash, epoch: users.sessionEpoch, suspendedAt: users.suspendedAt })
      .from(users)
      .where(eq(users.signInName, name))
    const { limits, own, queue } = await countedBy(db, name, user?.id, visitor, queues)
    return { user, own, queue, reserved: await reserveAttempt(db, limits, now) }
  })
  const right = await checkInQueue(reserved, queue, async () =>
    isPassword(attempt.password, user?.hash ?? (await nobody)),
  )
  if (!user || !right) throw new DomainError('signed-out', 'Name or password is wrong.')
  await reserved.forgive(own)
  if (user.suspendedAt !== null)
    throw new DomainError('forbidden', 'This account is suspended. Ask the owner of the studio.')
  return { userId: user.id, epoch: user.epoch }
}

/**
 * Gives somebody signed in another password. Every session they have ends, and every device has to show itself again.
 * @throws DomainError `invalid` for a wrong present password; `too-many`.
 */
export async function changePassword(
  db: Database,
  userId: string,
  given: { readonly presentPassword: string; readonly newPassword: string },
  now: Date,
  queue = QUEUES.known,
): Promise<SignedIn> {
  const [user] = await db.select({ hash: users.passwordHash }).from(users).where(eq(users.id, userId))
  const subject = `password:${userId}`
  const reserved = await reserveAttempt(db, [{ subject, most: MOST_BY_DEVICE }], now)
  const right = await checkInQueue(reserved, queue, () => isPassword(given.presentPassword, user!.hash))
  if (!right) throw new DomainError('invalid', 'the present password is another', { path: 'presentPassword' })
  await reserved.forgive([subject])
  return setPassword(db, userId, await hashInQueue(given.newPassword))
}

/** The hash of a new password, worked out in the queue of those who are known. */
export const hashInQueue = (password: string) => inQueue(QUEUES.known, () => hashPassword(password))

/** Sets a password by its hash; every session of the account ends and every device is forgotten. */
export async function setPassword(db: Database, userId: string, passwordHash: string): Promise<SignedIn> {
  return db.transaction(async tx => {
    const [user] = await tx.select({ epoch: users.sessionEpoch }).from(users).where(eq(users.id, userId)).for('update')
    const epoch = user!.epoch + 1
    await tx.update(users).set({ passwordHash, sessionEpoch: epoch }).where(eq(users.id, userId))
    await tx.delete(knownDevices).where(eq(knownDevices.userId, userId))
    return { userId, epoch }
  })
}
