import { and, eq, isNull, sql } from 'drizzle-orm'
import type { Me } from '#shared/contracts/people/answers'
import type { Database } from '../../db/client'
import { placeholder, preparedQuery } from '../../db/prepared'
import { studios, users } from '../../db/tables'
import type { SignedIn } from './sign-in'

const whoseSession = preparedQuery(db =>
  db
    .select({
      userId: users.id,
      studioId: users.studioId,
      role: users.role,
      studentId: users.studentId,
      name: users.displayName,
      studioName: studios.name,
      zone: studios.zone,
      weights: studios.weights,
      notice: studios.notice,
    })
    .from(users)
    .innerJoin(studios, eq(studios.id, users.studioId))
    .where(
      and(eq(users.id, placeholder('userId')), eq(users.sessionEpoch, placeholder('epoch')), isNull(users.suspendedAt)),
    ),
)

/** Who a session is of: null when it was ended, here or on another device, or its account is suspended. */
export async function sessionOf(db: Database, { userId, epoch }: SignedIn): Promise<Me | null> {
  const [row] = await whoseSession(db, { userId, epoch })
  return row ?? null
}

/** Ends every session of somebody, on every device and at every server. */
export async function endSessions(db: Database, userId: string): Promise<void> {
  await db
    .update(users)
    .set({ sessionEpoch: sql`${users.sessionEpoch} + 1` })
    .where(eq(users.id, userId))
}
