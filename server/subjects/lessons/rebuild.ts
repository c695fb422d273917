import { and, asc, eq, gt, inArray, isNull, or } from 'drizzle-orm'
import type { LessonEvent } from '#core/practice/log/events'
import { stageAfter } from '#core/practice/log/stage'
import { tallyOf } from '#core/practice/log/tally'
import { foldLesson } from '#core/practice/log/fold'
import type { Database } from '../../db/client'
import { assignments, hearings, lessonEvents, lessons, standings } from '../../db/tables'

const AT_ONCE = 200

/** Rows of a table from the first id to the last, so many at once. */
async function* parts<R extends { readonly id: string }>(
  read: (after: string) => Promise<readonly R[]>,
): AsyncGenerator<readonly R[]> {
  for (let after = ''; ;) {
    const rows = await read(after)
    if (rows.length === 0) return
    yield rows
    after = rows.at(-1)!.id
  }
}

/** Marks anew, in the log of a lesson, what was taken back. */
async function rebuildMarks(
  db: Database,
  log: readonly Pick<typeof lessonEvents.$inferSelect, 'id' | 'body' | 'voided'>[],
): Promise<void> {
  const takenBack = new Set(log.flatMap(({ body }) => (body.kind === 'void' ? [body.eventId] : [])))
  for (const { id, voided } of log)
    if (voided !== takenBack.has(id))
      await db.update(lessonEvents).set({ voided: !voided }).where(eq(lessonEvents.id, id))
}

/** Makes the sums of every lesson anew from its log. */
async function rebuildLessons(db: Database): Promise<number> {
  let count = 0
  const read = (after: string) =>
    db.select({ id: lessons.id }).from(lessons).where(gt(lessons.id, after)).orderBy(asc(lessons.id)).limit(AT_ONCE)
  for await (const rows of parts(read)) {
    for (const { id } of rows) {
      const log = await db
        .select({
          id: lessonEvents.id,
          number: lessonEvents.number,
          body: lessonEvents.body,
          voided: lessonEvents.voided,
        })
        .from(lessonEvents)
        .where(eq(lessonEvents.lessonId, id))
        .orderBy(asc(lessonEvents.number))
      const { passes } = foldLesson(log.map(row => row.body))
      await db
        .update(lessons)
        .set({
          passes: passes.length,
          clean: passes.filter(pass => pass.clean).length,
          lastNumber: log.at(-1)?.number ?? 0,
        })
        .where(eq(lessons.id, id))
      await rebuildMarks(db, log)
      count++
    }
  }
  return count
}

/** Everything that happened with one set drill, in server order: its passes and decisions, and what undid them. */
async function historyOf(
  db: Database,
  studioId: string,
  assignmentId: string,
): Promise<readonly { readonly lessonId: string; readonly startedAt: Date; readonly event: LessonEvent }[]> {
  const fields = {
    id: lessonEvents.id,
    lessonId: lessonEvents.lessonId,
    startedAt: lessons.startedAt,
    number: lessonEvents.number,
    receivedAt: lessonEvents.receivedAt,
    event: lessonEvents.body,
  }
  const own = await db
    .select(fields)
    .from(lessonEvents)
    .innerJoin(lessons, eq(lessons.id, lessonEvents.lessonId))
    .where(
      and(
        eq(lessonEvents.studioId, studioId),
        eq(lessonEvents.assignmentId, assignmentId),
        or(eq(lessonEvents.kind, 'pass'), eq(lessonEvents.kind, 'decision')),
      ),
    )
  const undone: typeof own = []
  const passes = new Set(own.filter(row => row.event.kind === 'pass').map(row => row.id))
  const ids = [...new Set(own.map(row => row.lessonId))]
  for (let i = 0; i < ids.length; i += AT_ONCE) {
    undone.push(
      ...(await db
        .select(fields)
        .from(lessonEvents)
        .innerJoin(lessons, eq(lessons.id, lessonEvents.lessonId))
        .where(and(inArray(lessonEvents.lessonId, ids.slice(i, i + AT_ONCE)), eq(lessonEvents.kind, 'void')))),
    )
  }
  const ofThese = ({ event }: (typeof own)[number]) => event.kind === 'void' && passes.has(event.eventId)
  return [...own, ...undone.filter(ofThese)].sort(
    (a, b) =>
      a.receivedAt.getTime() - b.receivedAt.getTime() ||
      a.startedAt.getTime() - b.startedAt.getTime() ||
      a.number - b.number,
  )
}

/** Makes standing and hearings of one set drill anew from the log, all or nothing. */
async function rebuildDrill(
  db: Database,
  { id, studioId, plan }: Pick<typeof assignments.$inferSelect, 'id' | 'studioId' | 'plan'>,
): Promise<void> {
  await db.transaction(async tx => {
    const history = await historyOf(tx, studioId, id)
    const { standing, hearings: heard } = tallyOf(plan.startBpm, history)
    const opened = stageAfter(
      { number: 0, from: 0, since: null },
      history.flatMap(row =>
        row.event.kind === 'decision' ? [{ ...row.event, at: row.startedAt.toISOString() }] : [],
      ),
    )
    const stageSince = opened.since === null ? null : new Date(opened.since)
    const startedAt = new Map(history.map(row => [row.lessonId, row.startedAt]))
    await tx.delete(hearings).where(eq(hearings.assignmentId, id))
    const rows = [...heard].map(([lessonId, hearing]) => ({
      assignmentId: id,
      lessonId,
      studioId,
      startedAt: startedAt.get(lessonId)!,
      ...hearing,
    }))
    for (let i = 0; i < rows.length; i += AT_ONCE) await tx.insert(hearings).values(rows.slice(i, i + AT_ONCE))
    await tx
      .insert(standings)
      .values({ assignmentId: id, studioId, ...standing, stageSince })
      .onDuplicateKeyUpdate({ set: { ...standing, stageSince } })
  })
}

/**
 * Makes everything that is kept beside the log of lessons anew from it: sums of lessons, hearings and standings of
 * drills.
 * @param progress Told how many drills are done.
 */
export async function rebuildTallies(
  db: Database,
  progress: (drills: number) => void = () => {},
): Promise<{ readonly lessons: number; readonly drills: number }> {
  const count = await rebuildLessons(db)
  let drills = 0
  const read = (after: string) =>
    db
      .select({ id: assignments.id, studioId: assignments.studioId, plan: assignments.plan })
      .from(assignments)
      .where(gt(assignments.id, after))
      .orderBy(asc(assignments.id))
      .limit(AT_ONCE)
  for await (const rows of parts(read)) {
    for (const row of rows) await rebuildDrill(db, row)
    progress((drills += rows.length))
  }
  return { lessons: count, drills }
}

/** Does so when a database comes from a time before anything was kept beside the log. */
export async function rebuildMissing(db: Database, progress?: (drills: number) => void): Promise<void> {
  const [without] = await db
    .select({ id: assignments.id })
    .from(assignments)
    .leftJoin(standings, eq(standings.assignmentId, assignments.id))
    .where(isNull(standings.assignmentId))
    .limit(1)
  if (without) await rebuildTallies(db, progress)
}
