import { and, asc, count, eq, isNull } from 'drizzle-orm'
import type { InstrumentRow } from '#shared/contracts/people/answers'
import type { saveInstrumentBody } from '#shared/contracts/people/instruments'
import type { z } from 'zod'
import type { Database } from '../../db/client'
import { instruments, students } from '../../db/tables'
import type { Actor } from '../../policy/actor'
import { DomainError } from '../../errors'
import { idempotentWrite } from '../../writes/idempotent-write'
import { ownInstrument } from '../../policy/access'
import { revise } from '../taught/revisions'

type InstrumentBody = z.infer<typeof saveInstrumentBody>

/** The teacher's own guitars by name, with how many students play each. */
export async function listInstruments(db: Database, actor: Actor): Promise<readonly InstrumentRow[]> {
  const rows = await db
    .select({ instrument: instruments, students: count(students.id) })
    .from(instruments)
    .leftJoin(
      students,
      and(
        eq(students.studioId, instruments.studioId),
        eq(students.instrumentId, instruments.id),
        isNull(students.archivedAt),
      ),
    )
    .where(and(eq(instruments.studioId, actor.studioId), eq(instruments.teacherId, actor.userId)))
    .groupBy(instruments.id)
    .orderBy(asc(instruments.name))
  return rows.map(({ instrument, students: players }) => ({
    id: instrument.id,
    name: instrument.name,
    choice: instrument.choice,
    archived: instrument.archivedAt !== null,
    students: players,
  }))
}

/** Adds a guitar of the teacher's own. */
export function createInstrument(db: Database, actor: Actor, body: InstrumentBody, now: Date): Promise<{ id: string }> {
  return idempotentWrite(db, actor, 'create-instrument', body, now, async tx => {
    await tx
      .insert(instruments)
      .values({ ...body, studioId: actor.studioId, teacherId: actor.userId, archivedAt: null, createdAt: now })
    return { id: body.id }
  })
}

/** Changes a guitar, and with it the cards of those who play it. */
export function changeInstrument(
  db: Database,
  actor: Actor,
  instrumentId: string,
  body: InstrumentBody,
  now: Date,
): Promise<{ id: string }> {
  return idempotentWrite(db, actor, `change-instrument ${instrumentId}`, body, now, async tx => {
    await ownInstrument(tx, actor, instrumentId)
    await tx.update(instruments).set({ name: body.name, choice: body.choice }).where(eq(instruments.id, instrumentId))
    const players = and(eq(students.studioId, actor.studioId), eq(students.instrumentId, instrumentId))
    await tx.update(students).set({ instrument: body.choice }).where(players)
    for (const { id } of await tx.select({ id: students.id }).from(students).where(players))
      await revise(tx, actor, { studentId: id }, { instrument: body.choice }, new Map(), now)
    return { id: instrumentId }
  })
}

/** Puts a guitar away, or takes it out again. @throws DomainError `conflict` while somebody plays it. */
export function archiveInstrument(
  db: Database,
  actor: Actor,
  instrumentId: string,
  body: { id: string; archived: boolean },
  now: Date,
): Promise<{ archived: boolean }> {
  return idempotentWrite(db, actor, `archive-instrument ${instrumentId}`, body, now, async tx => {
    await ownInstrument(tx, actor, instrumentId)
    const players = await tx
      .select({ name: students.name })
      .from(students)
      .where(
        and(
          eq(students.studioId, actor.studioId),
          eq(students.instrumentId, instrumentId),
          isNull(students.archivedAt),
        ),
      )
      .orderBy(asc(students.name))
    if (body.archived && players.length > 0)
      throw new DomainError(
        'conflict',
        `${players.map(player => player.name).join(', ')} ${players.length === 1 ? 'plays' : 'play'} it: give them another guitar first`,
      )
    await tx
      .update(instruments)
      .set({ archivedAt: body.archived ? now : null })
      .where(eq(instruments.id, instrumentId))
    return { archived: body.archived }
  })
}
