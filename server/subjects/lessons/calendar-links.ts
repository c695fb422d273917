import { createHmac, timingSafeEqual } from 'node:crypto'
import { and, asc, count, eq, isNull } from 'drizzle-orm'
import type { z } from 'zod'
import type { CalendarLinkRow } from '#shared/contracts/lessons/answers'
import {
  type calendarLinkBody,
  type endCalendarLinkBody,
  MOST_CALENDAR_LINKS,
} from '#shared/contracts/lessons/calendar'
import type { Database } from '../../db/client'
import { calendarLinks, studios, users } from '../../db/tables'
import { ownCalendarLink } from '../../policy/access'
import type { Actor } from '../../policy/actor'
import { idempotentWrite } from '../../writes/idempotent-write'
import { lessonCalendar } from './calendar'
import { DomainError, notFound } from '../../errors'

/**
 * What makes an address one that cannot be guessed: a code over its id (HMAC-SHA-256, RFC 2104) by a key only the
 * server has. Nothing of it is in the database or in a backup, and it can be shown again.
 */
const codeOf = (key: string, id: string) => createHmac('sha256', key).update(`calendar ${id}`).digest()

/** The secret of an address: its id and its code. */
export const secretOf = (key: string, id: string): string => `${id}.${codeOf(key, id).toString('base64url')}`

/** The id a secret is of; null for whatever was not given out with this key. */
function idOf(key: string, secret: string): string | null {
  const [, id, code] = /^([\da-f-]{36})\.([\w-]{43})$/.exec(secret) ?? []
  if (!id) return null
  return timingSafeEqual(codeOf(key, id), Buffer.from(code!, 'base64url')) ? id : null
}

const mine = (actor: Actor) =>
  and(
    eq(calendarLinks.studioId, actor.studioId),
    eq(calendarLinks.teacherId, actor.userId),
    isNull(calendarLinks.endedAt),
  )

/** The addresses a teacher has given to calendars, the first first. */
export async function listCalendarLinks(db: Database, actor: Actor, key: string): Promise<readonly CalendarLinkRow[]> {
  const rows = await db
    .select()
    .from(calendarLinks)
    .where(mine(actor))
    .orderBy(asc(calendarLinks.createdAt), asc(calendarLinks.id))
  return rows.map(({ id, name, names, createdAt }) => ({
    id,
    name,
    names,
    createdAt: createdAt.toISOString(),
    path: `/api/lessons.ics?of=${secretOf(key, id)}`,
  }))
}

/** Makes an address for a calendar. @throws DomainError `conflict` where the teacher has very many. */
export function makeCalendarLink(
  db: Database,
  actor: Actor,
  body: z.infer<typeof calendarLinkBody>,
  now: Date,
): Promise<{ id: string }> {
  return idempotentWrite(db, actor, 'make-calendar-link', body, now, async tx => {
    const [present] = await tx.select({ count: count() }).from(calendarLinks).where(mine(actor))
    if (present!.count >= MOST_CALENDAR_LINKS)
      throw new DomainError('conflict', `you have ${MOST_CALENDAR_LINKS} addresses: stop one that is no longer read`)
    await tx
      .insert(calendarLinks)
      .values({ ...body, studioId: actor.studioId, teacherId: actor.userId, createdAt: now, endedAt: null })
    return { id: body.id }
  })
}

/** Stops an address, which answers nothing from then on, or lets the same one work again. */
export function endCalendarLink(
  db: Database,
  actor: Actor,
  linkId: string,
  body: z.infer<typeof endCalendarLinkBody>,
  now: Date,
): Promise<{ ended: boolean }> {
  return idempotentWrite(db, actor, `end-calendar-link ${linkId}`, body, now, async tx => {
    await ownCalendarLink(tx, actor, linkId)
    await tx
      .update(calendarLinks)
      .set({ endedAt: body.ended ? now : null })
      .where(eq(calendarLinks.id, linkId))
    return { ended: body.ended }
  })
}

/**
 * The lessons an address shows, for whoever has it.
 * @param assertRate Refuses one that is asked for too often, by its id.
 * @throws DomainError `not-found` for one that was never given out, was stopped, or whose teacher is not here any more.
 */
export async function subscribedCalendar(
  db: Database,
  key: string,
  secret: string,
  now: Date,
  assertRate: (id: string) => Promise<void>,
): Promise<string> {
  const id = idOf(key, secret)
  if (id === null) throw notFound('calendar')
  await assertRate(id)
  const [row] = await db
    .select({
      names: calendarLinks.names,
      userId: users.id,
      studioId: users.studioId,
      role: users.role,
      studentId: users.studentId,
      zone: studios.zone,
    })
    .from(calendarLinks)
    .innerJoin(users, and(eq(users.id, calendarLinks.teacherId), isNull(users.suspendedAt)))
    .innerJoin(studios, eq(studios.id, calendarLinks.studioId))
    .where(and(eq(calendarLinks.id, id), isNull(calendarLinks.endedAt)))
  if (!row) throw notFound('calendar')
  const { names, ...actor } = row
  return lessonCalendar(db, actor, names, now)
}
