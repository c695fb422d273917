import { and, eq, sql } from 'drizzle-orm'
import type { z } from 'zod'
import { dayPlus, localDay } from '#core/practice/schedule/local-time'
import { fallsOn } from '#core/practice/schedule/weekly'
import type { SlotRow } from '#shared/contracts/lessons/answers'
import type { endSlotBody, exceptionBody, slotBody } from '#shared/contracts/lessons/slots'
import type { Database } from '../../db/client'
import { lessons, lessonSlots, slotExceptions } from '../../db/tables'
import { ownStudent, presentStudent } from '../../policy/access'
import type { Actor } from '../../policy/actor'
import { idempotentWrite } from '../../writes/idempotent-write'
import { DomainError, notFound } from '../../errors'

const slotOf = (actor: Actor, studentId: string) =>
  and(eq(lessonSlots.studioId, actor.studioId), eq(lessonSlots.studentId, studentId))

/** A weekly lesson as pages show it. */
export const slotRow = ({ id, weekday, wallTime, minutes, everyWeeks }: SlotRow): SlotRow => ({
  id,
  weekday,
  wallTime,
  minutes,
  everyWeeks,
})

/** Sets or changes the student's weekly lesson. Lessons already given keep their place. */
export function setSlot(
  db: Database,
  actor: Actor,
  studentId: string,
  body: z.infer<typeof slotBody>,
  now: Date,
): Promise<SlotRow> {
  return idempotentWrite(db, actor, `set-slot ${studentId}`, body, now, async tx => {
    await presentStudent(tx, actor, studentId)
    const [present] = await tx.select().from(lessonSlots).where(slotOf(actor, studentId)).for('update')
    const { id, ...fields } = body
    const startsOn = localDay(now.toISOString(), actor.zone)
    if (present) {
      await tx
        .update(lessonSlots)
        .set({ ...fields, startsOn, endsOn: null, revision: present.revision + 1 })
        .where(eq(lessonSlots.id, present.id))
      return slotRow({ ...present, ...fields })
    }
    return insertSlot(tx, actor, studentId, body, now)
  })
}

/** A first weekly lesson of a student, from today on. */
export async function insertSlot(
  tx: Database,
  actor: Actor,
  studentId: string,
  body: z.infer<typeof slotBody>,
  now: Date,
): Promise<SlotRow> {
  const startsOn = localDay(now.toISOString(), actor.zone)
  await tx
    .insert(lessonSlots)
    .values({ ...body, studioId: actor.studioId, studentId, zone: actor.zone, startsOn, endsOn: null })
  return slotRow(body)
}

/** Ends the student's weekly lesson from today on; one that was begun today keeps its place. */
export function endSlot(
  db: Database,
  actor: Actor,
  studentId: string,
  body: z.infer<typeof endSlotBody>,
  now: Date,
): Promise<{ ended: true }> {
  return idempotentWrite(db, actor, `end-slot ${studentId}`, body, now, async tx => {
    await ownStudent(tx, actor, studentId)
    await tx
      .update(lessonSlots)
      .set({ endsOn: dayPlus(localDay(now.toISOString(), actor.zone), -1), revision: sql`${lessonSlots.revision} + 1` })
      .where(slotOf(actor, studentId))
    return { ended: true }
  })
}

/** How far ahead a lesson may be moved, days. */
const MOST_DAYS = 366

/**
 * Moves one lesson of the weekly ones, cancels it, says when it is made up, or puts it back. Lessons already given keep
 * their place.
 * @throws DomainError `invalid` where none falls on that day or it would go too far; `conflict` when it was begun.
 */
export function setException(
  db: Database,
  actor: Actor,
  studentId: string,
  body: z.infer<typeof exceptionBody>,
  now: Date,
): Promise<{ id: string }> {
  return idempotentWrite(db, actor, `set-exception ${studentId}`, body, now, async tx => {
    await presentStudent(tx, actor, studentId)
    const [slot] = await tx
      .select()
      .from(lessonSlots)
      .where(and(slotOf(actor, studentId), eq(lessonSlots.id, body.slotId)))
      .for('update')
    if (!slot) throw notFound('weekly lesson')
    if (!fallsOn(slot, body.day))
      throw new DomainError('invalid', `no lesson is planned on ${body.day}`, { path: 'day' })
    if (body.to && (body.to.day > dayPlus(body.day, MOST_DAYS) || body.to.day < dayPlus(body.day, -MOST_DAYS)))
      throw new DomainError('invalid', 'a lesson is moved by a year at most', { path: 'to.day' })
    const [begun] = await tx
      .select({ id: lessons.id })
      .from(lessons)
      .where(and(eq(lessons.slotId, slot.id), eq(lessons.slotDay, body.day)))
    if (begun) throw new DomainError('conflict', 'this lesson was begun already: it stays where it was')
    const row = {
      cancelled: body.cancelled,
      toDay: body.to?.day ?? null,
      toTime: body.to?.wallTime ?? null,
      why: body.why || null,
      actorId: actor.userId,
      at: now,
    }
    await tx
      .insert(slotExceptions)
      .values({ id: body.id, studioId: actor.studioId, slotId: slot.id, day: body.day, ...row })
      .onDuplicateKeyUpdate({ set: row })
    await tx
      .update(lessonSlots)
      .set({ revision: slot.revision + 1 })
      .where(eq(lessonSlots.id, slot.id))
    return { id: body.id }
  })
}
