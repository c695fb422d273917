import { randomUUID } from 'node:crypto'
import { and, asc, desc, eq, gte, inArray, isNull, sum } from 'drizzle-orm'
import type { z } from 'zod'
import { painIn, type PainTold } from '#core/practice/tempo/pain'
import { withPain } from '#core/schema/pain'
import type { DayLoad } from '#core/practice/load'
import { dayPlus, localClock, localDay } from '#core/practice/schedule/local-time'
import type { PracticeRow } from '#shared/contracts/practice/answers'
import type { AgendaItem } from '#shared/contracts/taught/answers'
import { MINUTES_A_DAY, type practiceBody, type takeBackPracticeBody } from '#shared/contracts/practice/practice'
import type { Database } from '../../db/client'
import { placeholder, latestOfEach, preparedQuery, type QueryBuilder } from '../../db/prepared'
import { assignments, drills, drillVersions, practice } from '../../db/tables'
import { ownStudent, presentStudent } from '../../policy/access'
import type { Actor } from '../../policy/actor'
import { idempotentWrite } from '../../writes/idempotent-write'
import { DomainError, notFound } from '../../errors'
import { tellPain } from './pains'

/** Entries a student's page shows, and of each drill a lesson looks back on. */
const SHOWN = 60
const LOOKED_BACK = 40
/** Where a day stands among what has a time: at noon, or when it was told, if that was earlier. */
const NOON = 'T12:00:00.000Z'

type Entry = typeof practice.$inferSelect

type LocalClock = ReturnType<typeof localClock>
function eventOf(
  { day, bpm, minutes, feel, hurts, receivedAt }: Entry,
  local: LocalClock,
): AgendaItem['practice'][number] {
  const noon = new Date(`${day}${NOON}`)
  return {
    at: noon < receivedAt ? noon.toISOString() : local(receivedAt.toISOString()),
    kind: 'practice',
    bpm,
    minutes,
    feel,
    ...(hurts && { hurts }),
    by: 'student',
  }
}

/** What some entries tell of pain, the earliest day first. */
const painsIn = (entries: readonly Entry[], local: LocalClock): readonly PainTold[] =>
  entries.toSorted((a, b) => a.day.localeCompare(b.day)).flatMap(entry => painIn(eventOf(entry, local)) ?? [])

/**
 * @throws DomainError `invalid` for a day that is still to come, or one that would have more minutes than a day has.
 */
async function checkDays(
  tx: Database,
  actor: Actor,
  studentId: string,
  entries: z.infer<typeof practiceBody>['entries'],
  now: Date,
): Promise<void> {
  const refuse = (message: string, path: string) => new DomainError('invalid', message, { path })
  const today = localDay(now.toISOString(), actor.zone)
  const early = entries.findIndex(({ day }) => day > today)
  if (early >= 0) throw refuse('a day that is still to come cannot be put down', `entries.${early}.day`)
  const days = [...new Set(entries.map(entry => entry.day))]
  const known = await tx
    .select({ day: practice.day, minutes: sum(practice.minutes).mapWith(Number) })
    .from(practice)
    .where(
      and(
        eq(practice.studioId, actor.studioId),
        eq(practice.studentId, studentId),
        inArray(practice.day, days),
        isNull(practice.takenBackAt),
      ),
    )
    .groupBy(practice.day)
  const before = new Map(known.map(row => [row.day, row.minutes]))
  for (const day of days) {
    const total = (before.get(day) ?? 0) + entries.reduce((all, each) => all + (each.day === day ? each.minutes : 0), 0)
    if (total > MINUTES_A_DAY)
      throw refuse(
        `${day} would have ${total} minutes of practice: a day has ${MINUTES_A_DAY}`,
        `entries.${entries.findIndex(each => each.day === day)}.minutes`,
      )
  }
}

/**
 * Puts down what a student reports of practice at home; where it hurt anywhere but on the fingertips, the student's
 * card says so from now on.
 * @returns The ids of the entries.
 */
export function logPractice(
  db: Database,
  actor: Actor,
  studentId: string,
  body: z.infer<typeof practiceBody>,
  now: Date,
): Promise<{ id: string; ids: readonly string[] }> {
  return idempotentWrite(db, actor, `log-practice ${studentId}`, body, now, async tx => {
    const student = await presentStudent(tx, actor, studentId)
    const set = await tx
      .select({ id: assignments.id })
      .from(assignments)
      .where(and(eq(assignments.studioId, actor.studioId), eq(assignments.studentId, studentId)))
    const own = new Set(set.map(row => row.id))
    for (const { assignmentId } of body.entries) if (!own.has(assignmentId)) throw notFound('set drill')
    await checkDays(tx, actor, studentId, body.entries, now)
    const rows: Entry[] = body.entries.map(({ hurts = null, note, ...entry }) => ({
      ...entry,
      id: randomUUID(),
      studioId: actor.studioId,
      studentId,
      hurts,
      note: note || null,
      actorId: actor.userId,
      receivedAt: now,
      takenBackAt: null,
    }))
    await tx.insert(practice).values(rows)
    const told = painsIn(rows, localClock(actor.zone))
    const pain = told.reduce(
      (standing, { hurts, day }) => withPain(standing, { where: hurts ?? 'hand', since: day, reviewOn: null }),
      student.pain,
    )
    if (pain && told.length > 0) await tellPain(tx, actor, studentId, pain, null, now)
    return { id: body.id, ids: rows.map(row => row.id) }
  })
}

/** Takes entries back: they stay, and count no more. */
export function takeBackPractice(
  db: Database,
  actor: Actor,
  studentId: string,
  body: z.infer<typeof takeBackPracticeBody>,
  now: Date,
): Promise<{ id: string }> {
  return idempotentWrite(db, actor, `take-back-practice ${studentId}`, body, now, async tx => {
    await ownStudent(tx, actor, studentId)
    const which = and(
      eq(practice.studioId, actor.studioId),
      eq(practice.studentId, studentId),
      inArray(practice.id, body.entryIds),
    )
    const found = await tx.select({ id: practice.id }).from(practice).where(which)
    if (found.length < new Set(body.entryIds).size) throw notFound('entry')
    await tx
      .update(practice)
      .set({ takenBackAt: now })
      .where(and(which, isNull(practice.takenBackAt)))
    return { id: body.id }
  })
}

const latestOfStudent = preparedQuery(db =>
  db
    .select({ entry: practice, drillName: drills.name })
    .from(practice)
    .innerJoin(assignments, eq(assignments.id, practice.assignmentId))
    .innerJoin(drillVersions, eq(drillVersions.id, assignments.drillVersionId))
    .innerJoin(drills, eq(drills.id, drillVersions.drillId))
    .where(
      and(
        eq(practice.studioId, placeholder('studioId')),
        eq(practice.studentId, placeholder('studentId')),
        isNull(practice.takenBackAt),
      ),
    )
    .orderBy(desc(practice.day), desc(practice.receivedAt))
    .limit(SHOWN),
)

/** What a student practised of late, the latest first. */
export async function practiceOfStudent(
  db: Database,
  actor: Actor,
  studentId: string,
): Promise<readonly PracticeRow[]> {
  const rows = await latestOfStudent(db, { studioId: actor.studioId, studentId })
  return rows.map(({ entry: { id, assignmentId, day, minutes, bpm, feel, hurts, clean, note }, drillName }) => ({
    id,
    assignmentId,
    drillName,
    day,
    minutes,
    bpm,
    feel,
    ...(hurts && { hurts }),
    clean,
    note,
  }))
}

/** Days of practice that a student's page sums up by weeks. */
const DAYS_BACK = 7 * 12

const minutesByDay = preparedQuery(db =>
  db
    .select({ day: practice.day, minutes: sum(practice.minutes).mapWith(Number) })
    .from(practice)
    .where(
      and(
        eq(practice.studioId, placeholder('studioId')),
        eq(practice.studentId, placeholder('studentId')),
        gte(practice.day, placeholder('from')),
        isNull(practice.takenBackAt),
      ),
    )
    .groupBy(practice.day)
    .orderBy(asc(practice.day)),
)

/** Minutes of practice by day over the last twelve weeks. @param today Local day. */
export const practiceDays = (
  db: Database,
  actor: Actor,
  studentId: string,
  today: string,
): Promise<readonly DayLoad[]> =>
  minutesByDay(db, { studioId: actor.studioId, studentId, from: dayPlus(today, -DAYS_BACK) })

const latestOfDrill = latestOfEach((db: QueryBuilder) => db.select().from(practice), {
  where: and(eq(practice.studioId, placeholder('studioId')), isNull(practice.takenBackAt)),
  each: id => eq(practice.assignmentId, id),
  key: 'assignmentId',
  latest: ['day', practice.day],
  most: LOOKED_BACK,
})

/** Practice with some drills as decisions look at it, oldest first: the days, and the clean passes counted at home. */
export async function practiceOfDrills(
  db: Database,
  actor: Actor,
  assignmentIds: readonly string[],
): Promise<ReadonlyMap<string, Pick<AgendaItem, 'practice' | 'homePasses'>>> {
  type Reported = { [Part in 'practice' | 'homePasses']: AgendaItem[Part][number][] }
  const found = new Map(assignmentIds.map((id): [string, Reported] => [id, { practice: [], homePasses: [] }]))
  const local = localClock(actor.zone)
  const rows = await latestOfDrill(db, assignmentIds, { studioId: actor.studioId })
  for (const row of rows.toSorted((a, b) => a.day.localeCompare(b.day))) {
    const event = eventOf(row, local)
    const { practice: days, homePasses } = found.get(row.assignmentId)!
    days.push(event)
    for (let i = 0; i < row.clean; i++)
      homePasses.push({ at: event.at, kind: 'pass', bpm: row.bpm, clean: true, by: 'student' })
  }
  return found
}
