import { Readable } from 'node:stream'
import { and, asc, eq, inArray } from 'drizzle-orm'
import { FAMILIES } from '#core/families/registry'
import { csvLines, toCsv, type Cell } from '#core/formats/csv/write'
import { PRESETS } from '#core/guitar/presets'
import { overrules, type LessonEvent } from '#core/practice/log/events'
import { localClock } from '#core/practice/schedule/local-time'
import { HURTS_WORDS } from '#core/wording/care'
import type { RecordsName } from '#shared/contracts/studio/records'
import { ROSTER_COLUMNS, rosterRow } from '#shared/records/roster'
import type { Database } from '../../db/client'
import { assignments, drills, drillVersions, lessonEvents, lessons, practice, students } from '../../db/tables'
import { ownStudent } from '../../policy/access'
import type { Actor } from '../../policy/actor'
import { listDrills } from '../drills/drills'
import { listInstruments } from '../people/instruments'
import { goesOn, slotsOf } from '../lessons/timetable'

/** A table on its way out: its file's name without the day, and its lines. */
interface Records {
  readonly name: string
  readonly lines: Readable
}

type Student = typeof students.$inferSelect
type Rows = AsyncIterable<readonly (readonly Cell[])[]>

interface Table {
  readonly title: string
  readonly columns: readonly string[]
  /** Its rows, a student or so at a time: no table is in memory whole. */
  readonly rows: (db: Database, actor: Actor, of: readonly Student[], now: Date) => Rows
}

const yesNo = (is: boolean) => (is ? 'yes' : 'no')
/** Lessons whose log is read at once. */
const AT_ONCE = 50

/** Names of all drills a student was ever set, by the id they are set under. */
async function drillNames(db: Database, actor: Actor, studentId: string): Promise<ReadonlyMap<string, string>> {
  const rows = await db
    .select({ id: assignments.id, name: drills.name })
    .from(assignments)
    .innerJoin(drillVersions, eq(drillVersions.id, assignments.drillVersionId))
    .innerJoin(drills, eq(drills.id, drillVersions.drillId))
    .where(and(eq(assignments.studioId, actor.studioId), eq(assignments.studentId, studentId)))
  return new Map(rows.map(({ id, name }) => [id, name]))
}

/** Events of some kinds in a student's lessons, in order, some lessons at a time. */
async function* eventsOf(db: Database, actor: Actor, studentId: string, kinds: readonly string[]) {
  const given = await db
    .select({ id: lessons.id })
    .from(lessons)
    .where(and(eq(lessons.studioId, actor.studioId), eq(lessons.studentId, studentId)))
    .orderBy(asc(lessons.startedAt))
  for (let i = 0; i < given.length; i += AT_ONCE) {
    const ids = given.slice(i, i + AT_ONCE).map(({ id }) => id)
    const events = await db
      .select({ body: lessonEvents.body, lessonId: lessonEvents.lessonId })
      .from(lessonEvents)
      .where(and(inArray(lessonEvents.lessonId, ids), inArray(lessonEvents.kind, [...kinds])))
      .orderBy(asc(lessonEvents.lessonId), asc(lessonEvents.number))
    const place = new Map(ids.map((id, k) => [id, k]))
    yield events.toSorted((a, b) => place.get(a.lessonId)! - place.get(b.lessonId)!).map(({ body }) => body)
  }
}

async function* passesOf(db: Database, actor: Actor, of: readonly Student[]): Rows {
  const local = localClock(actor.zone)
  for (const student of of) {
    const names = await drillNames(db, actor, student.id)
    for await (const events of eventsOf(db, actor, student.id, ['pass', 'void'])) {
      const voided = new Set(events.flatMap(event => (event.kind === 'void' ? [event.eventId] : [])))
      yield events.flatMap(event =>
        event.kind === 'pass'
          ? [
              [
                event.at,
                local(event.at).slice(0, 10),
                student.name,
                names.get(event.assignmentId) ?? null,
                event.bpm,
                yesNo(event.clean),
                yesNo(voided.has(event.id)),
              ],
            ]
          : [],
      )
    }
  }
}

async function* decisionsOf(db: Database, actor: Actor, of: readonly Student[]): Rows {
  const local = localClock(actor.zone)
  for (const student of of) {
    const names = await drillNames(db, actor, student.id)
    const all: LessonEvent[] = []
    for await (const events of eventsOf(db, actor, student.id, ['decision'])) all.push(...events)
    const takenBack = new Set(all.flatMap(event => (event.kind === 'decision' ? [event.supersedes] : [])))
    yield all.flatMap(event =>
      event.kind === 'decision'
        ? [
            [
              event.at,
              local(event.at).slice(0, 10),
              student.name,
              names.get(event.assignmentId) ?? null,
              event.decision,
              event.bpm,
              event.offered,
              event.offeredBpm,
              event.offerReason,
              yesNo(overrules(event)),
              event.reason,
              yesNo(takenBack.has(event.id)),
            ],
          ]
        : [],
    )
  }
}

async function* practiceRows(db: Database, actor: Actor, of: readonly Student[]): Rows {
  for (const student of of) {
    const names = await drillNames(db, actor, student.id)
    const rows = await db
      .select()
      .from(practice)
      .where(and(eq(practice.studioId, actor.studioId), eq(practice.studentId, student.id)))
      .orderBy(asc(practice.day), asc(practice.receivedAt))
    yield rows.map(({ day, assignmentId, minutes, bpm, feel, hurts, clean, note, takenBackAt }) => [
      day,
      student.name,
      names.get(assignmentId) ?? null,
      minutes,
      bpm,
      feel,
      hurts && HURTS_WORDS[hurts],
      clean,
      note,
      yesNo(takenBackAt !== null),
    ])
  }
}

async function* rosterRows(db: Database, actor: Actor, of: readonly Student[], now: Date): Rows {
  const guitars = new Map((await listInstruments(db, actor)).map(({ id, name }) => [id, name]))
  const slots = await slotsOf(
    db,
    actor,
    of.map(({ id }) => id),
  )
  yield of.map(student =>
    rosterRow({
      ...student,
      guitar: guitars.get(student.instrumentId ?? '') ?? PRESETS[student.instrument.preset].label,
      slot:
        goesOn(
          slots.find(({ studentId }) => studentId === student.id),
          now,
        ) ?? null,
    }),
  )
}

async function* drillRows(db: Database, actor: Actor): Rows {
  yield (await listDrills(db, actor)).map(({ name, family, newest, setFor, archived }) => [
    name,
    FAMILIES.find(each => each.name === family)?.label ?? family,
    newest.number,
    newest.title,
    newest.createdAt,
    setFor,
    yesNo(archived),
  ])
}

// Moments are instants in UTC, days are the studio's. Columns are added at the end: others read them by their place.
const TABLES: Readonly<Record<RecordsName, Table>> = {
  roster: { title: 'Roster', columns: ROSTER_COLUMNS, rows: rosterRows },
  practice: {
    title: 'Practice',
    columns: ['day', 'student', 'drill', 'minutes', 'tempo', 'felt', 'hurts', 'clean in a row', 'note', 'taken back'],
    rows: practiceRows,
  },
  passes: {
    title: 'Passes',
    columns: ['at', 'day', 'student', 'drill', 'tempo', 'clean', 'taken back'],
    rows: passesOf,
  },
  decisions: {
    title: 'Decisions',
    columns: [
      'at',
      'day',
      'student',
      'drill',
      'decision',
      'tempo',
      'offered',
      'offered tempo',
      'why offered',
      'overruled',
      'reason',
      'taken back',
    ],
    rows: decisionsOf,
  },
  drills: {
    title: 'Drills',
    columns: ['name', 'family', 'version', 'title', 'changed at', 'set for', 'archived'],
    rows: drillRows,
  },
}

/**
 * A table of a teacher's records for a spreadsheet, its heading first.
 * @param studentId Whose records; null for all of the teacher's students, former ones too. The roster is of those who
 *   come.
 * @throws DomainError `not-found`, or `gone`.
 */
export async function recordsOf(
  db: Database,
  actor: Actor,
  of: RecordsName,
  studentId: string | null,
  now: Date,
): Promise<Records> {
  const { title, columns, rows } = TABLES[of]
  const whose = studentId
    ? [await ownStudent(db, actor, studentId)]
    : await db
        .select()
        .from(students)
        .where(and(eq(students.studioId, actor.studioId), eq(students.teacherId, actor.userId)))
        .orderBy(asc(students.name), asc(students.id))
  const told = of === 'roster' ? whose.filter(({ archivedAt }) => archivedAt === null) : whose
  async function* lines() {
    yield toCsv(columns, [])
    for await (const some of rows(db, actor, told, now)) yield csvLines(some)
  }
  return { name: studentId ? `${title} ${whose[0]!.name}` : title, lines: Readable.from(lines()) }
}
