import { sql } from 'drizzle-orm'
import {
  bigint,
  boolean,
  char,
  check,
  customType,
  date,
  datetime,
  double,
  foreignKey,
  index,
  int,
  json,
  mysqlEnum,
  mysqlTable,
  primaryKey,
  text,
  tinyint,
  unique,
  varchar,
  type AnyMySqlColumn,
} from 'drizzle-orm/mysql-core'
import type { HandInput, Pins } from '../../core/schema/fields'
import type { Habits } from '../../core/schema/habits'
import type { Hurts, Pain } from '../../core/schema/pain'
import type { InstrumentChoice } from '../../core/guitar/instrument'
import type { Weights } from '../../core/grade/table'
import type { DrillMarks } from '../../core/ladder/marks'
import type { Demand, Signature } from '../../core/ladder/signature'
import { DECISIONS, type Plan, type SchoolName } from '../../core/schema/plan-fields'
import type { SpecChange } from '../../core/schema/change'
import { CALENDAR_NAMES } from '../../shared/contracts/calendar'
import { KEPT_KINDS } from '../../shared/contracts/chords'
import type { LessonEvent } from '../../core/practice/log/events'
import type { HomeworkGiven } from '../../core/practice/homework'
import type { PracticeEvent } from '../../core/practice/tempo/history'
import type { OwnVariation } from '../../core/practice/tempo/variations'
import type { Spec } from '../../core/schema/parse'

// Instants are UTC with milliseconds and are given by the services: no column reads the database's clock.
const instant = (name: string) => datetime(name, { mode: 'date', fsp: 3 })
/** Ids and digests are told apart byte by byte, not by the rules of a language: that is dearer at every look-up. */
const ascii = (length: number) =>
  customType<{ data: string }>({ dataType: () => `char(${length}) character set ascii collate ascii_bin` })
const uuid = ascii(36)
const digest = ascii(64)
const day = (name: string) => date(name, { mode: 'string' })

/** A studio: the owner of everything below. */
export const studios = mysqlTable('studios', {
  id: uuid('id').primaryKey(),
  name: varchar('name', { length: 120 }).notNull(),
  /** IANA zone in which its lessons are kept. */
  zone: varchar('zone', { length: 64 }).notNull(),
  /** What each part of a grade counts for here; null for the program's own. */
  weights: json('weights').$type<Weights>(),
  /** What it says to students, and of those under age to who looks after them; null for what the program says. */
  notice: text('notice'),
  createdAt: instant('created_at').notNull(),
})

export const ROLES = ['owner', 'teacher', 'student'] as const

/** Someone who signs in. */
export const users = mysqlTable(
  'users',
  {
    id: uuid('id').primaryKey(),
    studioId: uuid('studio_id')
      .notNull()
      .references(() => studios.id),
    role: mysqlEnum('role', ROLES).notNull(),
    signInName: varchar('sign_in_name', { length: 80 }).notNull().unique(),
    passwordHash: varchar('password_hash', { length: 255 }).notNull(),
    displayName: varchar('display_name', { length: 120 }).notNull(),
    /** The student this account belongs to; only for the role student. */
    studentId: uuid('student_id').references((): AnyMySqlColumn => students.id),
    /** Counted up by all that ends sessions: a session of an earlier epoch is none. */
    sessionEpoch: int('session_epoch').notNull().default(0),
    /** May not sign in since. */
    suspendedAt: instant('suspended_at'),
    /** Gone from the studio since; what they did keeps their name. */
    removedAt: instant('removed_at'),
    createdAt: instant('created_at').notNull(),
  },
  t => [
    unique('users_in_studio').on(t.studioId, t.id),
    check('users_student_role', sql`(${t.role} = 'student') = (${t.studentId} is not null)`),
  ],
)

/** Devices somebody has signed in on, by the hash of a secret only the device has. */
export const knownDevices = mysqlTable(
  'known_devices',
  {
    userId: uuid('user_id')
      .notNull()
      .references(() => users.id),
    deviceHash: digest('device_hash').notNull(),
    at: instant('at').notNull(),
  },
  t => [primaryKey({ columns: [t.userId, t.deviceHash] })],
)

/**
 * Attempts to sign in by whom and whence they came, so that guessing is limited: a row a subject, counted within a
 * window.
 */
export const signInAttempts = mysqlTable(
  'sign_in_attempts',
  {
    /** Compared as the names of accounts are: other spellings of one name are one subject. */
    subject: varchar('subject', { length: 200 }).primaryKey(),
    // Before `since`: where both are set at once, they are so in this order.
    count: int('count').notNull(),
    since: instant('since').notNull(),
  },
  t => [index('attempts_by_age').on(t.since)],
)

/** Chords that a teacher keeps by a name: a whole progression as it is typed, or the frets of one shape. */
export const keptChords = mysqlTable(
  'kept_chords',
  {
    id: uuid('id').primaryKey(),
    studioId: uuid('studio_id').notNull(),
    teacherId: uuid('teacher_id').notNull(),
    kind: mysqlEnum('kind', KEPT_KINDS).notNull(),
    name: varchar('name', { length: 80 }).notNull(),
    /** The typed line, or the frets. */
    chords: varchar('chords', { length: 400 }).notNull(),
    /** Fingers of a shape; null where they are found by rule. */
    fingers: varchar('fingers', { length: 12 }),
    archivedAt: instant('archived_at'),
    createdAt: instant('created_at').notNull(),
  },
  t => [
    foreignKey({
      name: 'kept_chords_teacher',
      columns: [t.studioId, t.teacherId],
      foreignColumns: [users.studioId, users.id],
    }),
    index('kept_chords_by_teacher').on(t.studioId, t.teacherId, t.name),
  ],
)

/**
 * An address that lets a calendar read a teacher's weekly lessons without signing in, until it is stopped. The secret
 * of the address is not kept: it is worked out from the id and a key that only the server has.
 */
export const calendarLinks = mysqlTable(
  'calendar_links',
  {
    id: uuid('id').primaryKey(),
    studioId: uuid('studio_id').notNull(),
    teacherId: uuid('teacher_id').notNull(),
    name: varchar('name', { length: 80 }).notNull(),
    names: mysqlEnum('names', CALENDAR_NAMES).notNull(),
    createdAt: instant('created_at').notNull(),
    /** Answers nothing since. */
    endedAt: instant('ended_at'),
  },
  t => [
    foreignKey({
      name: 'calendar_links_teacher',
      columns: [t.studioId, t.teacherId],
      foreignColumns: [users.studioId, users.id],
    }),
    index('calendar_links_by_teacher').on(t.studioId, t.teacherId, t.createdAt),
  ],
)

/** A guitar of the teacher's own, beside the ready-made ones. */
export const instruments = mysqlTable(
  'instruments',
  {
    id: uuid('id').primaryKey(),
    studioId: uuid('studio_id').notNull(),
    teacherId: uuid('teacher_id').notNull(),
    name: varchar('name', { length: 80 }).notNull(),
    choice: json('choice').$type<InstrumentChoice>().notNull(),
    archivedAt: instant('archived_at'),
    createdAt: instant('created_at').notNull(),
  },
  t => [
    unique('instruments_in_studio').on(t.studioId, t.id),
    foreignKey({
      name: 'instruments_teacher',
      columns: [t.studioId, t.teacherId],
      foreignColumns: [users.studioId, users.id],
    }),
    index('instruments_by_teacher').on(t.studioId, t.teacherId, t.name),
  ],
)

/** A student of one teacher. */
export const students = mysqlTable(
  'students',
  {
    id: uuid('id').primaryKey(),
    studioId: uuid('studio_id').notNull(),
    teacherId: uuid('teacher_id').notNull(),
    name: varchar('name', { length: 120 }).notNull(),
    birthYear: int('birth_year'),
    /**
     * The teacher's own guitar that is meant, where it is one; its figures are copied into the next column whenever it
     * changes.
     */
    instrumentId: uuid('instrument_id'),
    instrument: json('instrument').$type<InstrumentChoice>().notNull(),
    hand: json('hand').$type<HandInput>().notNull(),
    /** What the hand card says beyond the measures; null for nothing yet. */
    habits: json('habits').$type<Habits>(),
    /** What hurts now; null for nothing. */
    pain: json('pain').$type<Pain>(),
    /** The school their drills are set by unless something else is said; null for the usual one. */
    school: varchar('school', { length: 20 }).$type<SchoolName>(),
    about: text('about').notNull(),
    archivedAt: instant('archived_at'),
    createdAt: instant('created_at').notNull(),
  },
  t => [
    unique('students_in_studio').on(t.studioId, t.id),
    foreignKey({
      name: 'students_teacher',
      columns: [t.studioId, t.teacherId],
      foreignColumns: [users.studioId, users.id],
    }),
    foreignKey({
      name: 'students_instrument',
      columns: [t.studioId, t.instrumentId],
      foreignColumns: [instruments.studioId, instruments.id],
    }),
    index('students_by_teacher').on(t.studioId, t.teacherId, t.name),
  ],
)

/** What hurt a student and when it was cleared: rows are only added. The student's own row says what stands now. */
export const pains = mysqlTable(
  'pains',
  {
    id: uuid('id').primaryKey(),
    studioId: uuid('studio_id').notNull(),
    studentId: uuid('student_id').notNull(),
    /** Null: it was cleared. */
    pain: json('pain').$type<Pain>(),
    /** What the teacher wrote when clearing it. */
    note: varchar('note', { length: 400 }),
    actorId: uuid('actor_id').notNull(),
    at: instant('at').notNull(),
  },
  t => [
    foreignKey({
      name: 'pains_student',
      columns: [t.studioId, t.studentId],
      foreignColumns: [students.studioId, students.id],
    }),
    foreignKey({ name: 'pains_actor', columns: [t.studioId, t.actorId], foreignColumns: [users.studioId, users.id] }),
    index('pains_of_student').on(t.studioId, t.studentId, t.at),
  ],
)

/** The bare ids of what was erased with a student, so that a post that comes late is told that it is gone. */
export const erasedIds = mysqlTable('erased_ids', {
  id: uuid('id').primaryKey(),
  studioId: uuid('studio_id')
    .notNull()
    .references(() => studios.id),
  teacherId: uuid('teacher_id'),
  erasedAt: instant('erased_at').notNull(),
})

/** A drill on a teacher's shelf; what it plays is in its versions. */
export const drills = mysqlTable(
  'drills',
  {
    id: uuid('id').primaryKey(),
    studioId: uuid('studio_id').notNull(),
    teacherId: uuid('teacher_id').notNull(),
    name: varchar('name', { length: 160 }).notNull(),
    /** The rung of the ladder it was taken from. */
    fromRung: digest('from_rung'),
    archivedAt: instant('archived_at'),
    createdAt: instant('created_at').notNull(),
  },
  t => [
    unique('drills_in_studio').on(t.studioId, t.id),
    foreignKey({
      name: 'drills_teacher',
      columns: [t.studioId, t.teacherId],
      foreignColumns: [users.studioId, users.id],
    }),
    index('drills_by_teacher').on(t.studioId, t.teacherId),
  ],
)

/** What a drill plays. Never changed once written: a change is a new version. */
export const drillVersions = mysqlTable(
  'drill_versions',
  {
    id: uuid('id').primaryKey(),
    studioId: uuid('studio_id').notNull(),
    drillId: uuid('drill_id').notNull(),
    number: int('number').notNull(),
    spec: json('spec').$type<Spec>().notNull(),
    /** Of the spec, for lists of hundreds that show no more of it. */
    family: varchar('family', { length: 20 })
      .generatedAlwaysAs(sql`json_value(spec, '$.family')`, { mode: 'stored' })
      .notNull(),
    title: varchar('title', { length: 400 }).notNull(),
    engineVersion: int('engine_version').notNull(),
    scoreHash: digest('score_hash').notNull(),
    /** What it is found by; null for one kept before there were any. */
    marks: json('marks').$type<DrillMarks>(),
    createdAt: instant('created_at').notNull(),
  },
  t => [
    unique('versions_in_studio').on(t.studioId, t.id),
    unique('version_numbers').on(t.drillId, t.number),
    foreignKey({
      name: 'versions_drill',
      columns: [t.studioId, t.drillId],
      foreignColumns: [drills.studioId, drills.id],
    }),
  ],
)

/** A drill set for a student: what is taught now, kept as its newest revision says. */
export const assignments = mysqlTable(
  'assignments',
  {
    id: uuid('id').primaryKey(),
    studioId: uuid('studio_id').notNull(),
    studentId: uuid('student_id').notNull(),
    drillVersionId: uuid('drill_version_id').notNull(),
    /** Number of the stage it is at. */
    stage: int('stage').notNull().default(0),
    plan: json('plan').$type<Plan>().notNull(),
    /** Fingers set for this student over the drill's own, by note; null for none. */
    pins: json('pins').$type<Pins>(),
    /** The day the target is wanted on. */
    targetOn: day('target_on'),
    position: int('position').notNull(),
    /** Number of its newest revision. */
    revision: int('revision').notNull().default(0),
    /** Other ways to play it that the teacher keeps for a standstill; null for none. */
    variations: json('variations').$type<readonly OwnVariation[]>(),
    /** The set drill that is to be passed first; null where it is open at once. */
    opensAfter: uuid('opens_after'),
    setAt: instant('set_at').notNull(),
    endedAt: instant('ended_at'),
  },
  t => [
    unique('assignments_in_studio').on(t.studioId, t.id),
    foreignKey({
      name: 'assignments_student',
      columns: [t.studioId, t.studentId],
      foreignColumns: [students.studioId, students.id],
    }),
    foreignKey({
      name: 'assignments_version',
      columns: [t.studioId, t.drillVersionId],
      foreignColumns: [drillVersions.studioId, drillVersions.id],
    }),
    foreignKey({
      name: 'assignments_opens_after',
      columns: [t.studioId, t.opensAfter],
      foreignColumns: [t.studioId, t.id],
    }),
    index('assignments_by_student').on(t.studioId, t.studentId),
  ],
)

/**
 * The ladder: drills that ship with the program, one row each, the same for every studio. Written by a command; one
 * that a newer ladder has no more stays for those who keep it.
 */
export const rungs = mysqlTable(
  'rungs',
  {
    /** Of its spec: the same drill has the same key in every ladder. */
    key: digest('key').primaryKey(),
    technique: varchar('technique', { length: 24 }).notNull(),
    place: int('place').notNull(),
    grade: double('grade').notNull(),
    /** Value of each part, 0 to 100, in the order of the grade's table. */
    parts: json('parts').$type<readonly number[]>().notNull(),
    spec: json('spec').$type<Readonly<Record<string, unknown>>>().notNull(),
    title: varchar('title', { length: 400 }).notNull(),
    purpose: varchar('purpose', { length: 600 }).notNull(),
    signature: json('signature').$type<Signature>().notNull(),
    /** What it asks for that the one before does not. */
    demand: json('demand').$type<Demand>(),
    /** Keys of what should go well first. */
    after: json('after').$type<readonly string[]>().notNull(),
    /** Of the program that wrote it: a newer one builds the ladder anew. */
    ladderVersion: int('ladder_version').notNull(),
    retiredAt: instant('retired_at'),
  },
  t => [index('rungs_in_order').on(t.technique, t.place)],
)

/** A drill or a rung that a teacher keeps at hand. */
export const favourites = mysqlTable(
  'favourites',
  {
    studioId: uuid('studio_id').notNull(),
    teacherId: uuid('teacher_id').notNull(),
    /** Id of a drill, or key of a rung. */
    ref: digest('ref').notNull(),
    at: instant('at').notNull(),
  },
  t => [
    primaryKey({ columns: [t.studioId, t.teacherId, t.ref] }),
    foreignKey({
      name: 'favourites_teacher',
      columns: [t.studioId, t.teacherId],
      foreignColumns: [users.studioId, users.id],
    }),
  ],
)

/** A teacher's own collection of drills in an order. */
export const programmes = mysqlTable(
  'programmes',
  {
    id: uuid('id').primaryKey(),
    studioId: uuid('studio_id').notNull(),
    teacherId: uuid('teacher_id').notNull(),
    name: varchar('name', { length: 160 }).notNull(),
    /** Ids of drills and keys of rungs; their order is what is kept. */
    refs: json('refs').$type<readonly string[]>().notNull(),
    archivedAt: instant('archived_at'),
    createdAt: instant('created_at').notNull(),
  },
  t => [
    foreignKey({
      name: 'programmes_teacher',
      columns: [t.studioId, t.teacherId],
      foreignColumns: [users.studioId, users.id],
    }),
    index('programmes_by_teacher').on(t.studioId, t.teacherId),
  ],
)

/**
 * The stages a set drill is taught through. Name and change of a row never change: another name is another stage. Its
 * place in the path does, and the plan it will be worked by.
 */
export const stages = mysqlTable(
  'stages',
  {
    assignmentId: uuid('assignment_id').notNull(),
    number: int('number').notNull(),
    studioId: uuid('studio_id').notNull(),
    name: varchar('name', { length: 80 }).notNull(),
    /** What is played otherwise than in the drill; null for nothing. */
    change: json('change').$type<SpecChange>(),
    /** The plan it is worked by; null for one kept before stages had any: the set drill's own. */
    plan: json('plan').$type<Plan>(),
    /** Where it stands in the path; null where it is on it no more. */
    place: int('place'),
    at: instant('at').notNull(),
  },
  t => [
    primaryKey({ columns: [t.assignmentId, t.number] }),
    foreignKey({
      name: 'stages_assignment',
      columns: [t.studioId, t.assignmentId],
      foreignColumns: [assignments.studioId, assignments.id],
    }),
  ],
)

/**
 * What was taught with a set drill from one moment on: a change of version, stage, plan, fingers, hand or guitar is a
 * new revision, and what happens in a lesson names the one it was. Rows never change.
 */
export const assignmentRevisions = mysqlTable(
  'assignment_revisions',
  {
    assignmentId: uuid('assignment_id').notNull(),
    number: int('number').notNull(),
    studioId: uuid('studio_id').notNull(),
    drillVersionId: uuid('drill_version_id').notNull(),
    stage: int('stage').notNull(),
    plan: json('plan').$type<Plan>().notNull(),
    pins: json('pins').$type<Pins>(),
    hand: json('hand').$type<HandInput>().notNull(),
    habits: json('habits').$type<Habits>(),
    instrument: json('instrument').$type<InstrumentChoice>().notNull(),
    /** The tempo in force then, quarters per minute. */
    bpm: double('bpm').notNull(),
    engineVersion: int('engine_version').notNull(),
    /** Of the sheet of all this; null when there was none, such as for a hand that cannot play it. */
    scoreHash: digest('score_hash'),
    at: instant('at').notNull(),
  },
  t => [
    primaryKey({ columns: [t.assignmentId, t.number] }),
    foreignKey({
      name: 'revisions_assignment',
      columns: [t.studioId, t.assignmentId],
      foreignColumns: [assignments.studioId, assignments.id],
    }),
    foreignKey({
      name: 'revisions_version',
      columns: [t.studioId, t.drillVersionId],
      foreignColumns: [drillVersions.studioId, drillVersions.id],
    }),
    foreignKey({
      name: 'revisions_stage',
      columns: [t.assignmentId, t.stage],
      foreignColumns: [stages.assignmentId, stages.number],
    }),
    check('revision_bpm', sql`${t.bpm} between 10 and 400`),
  ],
)

/** A lesson that recurs: local wall time, zone and rule; occurrences are worked out, not stored. */
export const lessonSlots = mysqlTable(
  'lesson_slots',
  {
    id: uuid('id').primaryKey(),
    studioId: uuid('studio_id').notNull(),
    studentId: uuid('student_id').notNull(),
    weekday: tinyint('weekday').notNull(),
    everyWeeks: tinyint('every_weeks').notNull(),
    wallTime: char('wall_time', { length: 5 }).notNull(),
    minutes: int('minutes').notNull(),
    zone: varchar('zone', { length: 64 }).notNull(),
    startsOn: day('starts_on').notNull(),
    endsOn: day('ends_on'),
    /** Counted up by every change, also of one lesson: a calendar takes the later of two. */
    revision: int('revision').notNull().default(0),
  },
  t => [
    unique('slots_in_studio').on(t.studioId, t.id),
    foreignKey({
      name: 'slots_student',
      columns: [t.studioId, t.studentId],
      foreignColumns: [students.studioId, students.id],
    }),
    check('slot_weekday', sql`${t.weekday} between 1 and 7`),
    check('slot_weeks', sql`${t.everyWeeks} between 1 and 8`),
    check('slot_minutes', sql`${t.minutes} between 5 and 240`),
  ],
)

/**
 * A lesson of a slot that is not where the rule puts it: moved to another day or time, or cancelled. One cancelled may
 * be made up later; one that is back in its place is null on both.
 */
export const slotExceptions = mysqlTable(
  'slot_exceptions',
  {
    id: uuid('id').primaryKey(),
    studioId: uuid('studio_id').notNull(),
    slotId: uuid('slot_id').notNull(),
    /** The local day the rule puts it on. */
    day: day('day').notNull(),
    cancelled: boolean('cancelled').notNull(),
    /** Where it is instead, by the slot's clock; null for nowhere. */
    toDay: day('to_day'),
    toTime: char('to_time', { length: 5 }),
    why: varchar('why', { length: 400 }),
    actorId: uuid('actor_id').notNull(),
    at: instant('at').notNull(),
  },
  t => [
    unique('one_exception_per_day').on(t.slotId, t.day),
    foreignKey({
      name: 'exceptions_slot',
      columns: [t.studioId, t.slotId],
      foreignColumns: [lessonSlots.studioId, lessonSlots.id],
    }),
    foreignKey({
      name: 'exceptions_actor',
      columns: [t.studioId, t.actorId],
      foreignColumns: [users.studioId, users.id],
    }),
    index('exceptions_by_day').on(t.studioId, t.toDay),
  ],
)

/** A lesson that was begun. */
export const lessons = mysqlTable(
  'lessons',
  {
    id: uuid('id').primaryKey(),
    studioId: uuid('studio_id').notNull(),
    studentId: uuid('student_id').notNull(),
    teacherId: uuid('teacher_id').notNull(),
    /** Where it stood in the plan: the slot and its local day. Null for a lesson begun out of turn. */
    slotId: uuid('slot_id'),
    slotDay: day('slot_day'),
    /** When it was to begin; for a lesson out of turn, when it did. */
    plannedAt: instant('planned_at').notNull(),
    minutes: int('minutes').notNull(),
    startedAt: instant('started_at').notNull(),
    /** Set by the `end` event, in the same transaction. */
    endedAt: instant('ended_at'),
    /** What its events come to, kept with every event. */
    passes: int('passes').notNull().default(0),
    clean: int('clean').notNull().default(0),
    /** Number of its latest event. */
    lastNumber: int('last_number').notNull().default(0),
  },
  t => [
    unique('lessons_in_studio').on(t.studioId, t.id),
    unique('one_lesson_per_slot').on(t.slotId, t.slotDay),
    foreignKey({
      name: 'lessons_student',
      columns: [t.studioId, t.studentId],
      foreignColumns: [students.studioId, students.id],
    }),
    foreignKey({
      name: 'lessons_teacher',
      columns: [t.studioId, t.teacherId],
      foreignColumns: [users.studioId, users.id],
    }),
    foreignKey({
      name: 'lessons_slot',
      columns: [t.studioId, t.slotId],
      foreignColumns: [lessonSlots.studioId, lessonSlots.id],
    }),
    index('lessons_by_student').on(t.studioId, t.studentId, t.startedAt),
    index('lessons_by_day').on(t.studioId, t.teacherId, t.startedAt),
    index('lessons_by_slot_day').on(t.studioId, t.teacherId, t.slotDay),
    check('lesson_minutes', sql`${t.minutes} between 5 and 240`),
    check('lesson_tally', sql`${t.clean} >= 0 and ${t.clean} <= ${t.passes}`),
    index('lessons_open').on(t.studioId, t.teacherId, t.endedAt, t.startedAt),
  ],
)

/** What happened in lessons: rows are only ever added, numbered in server order under a lock on the lesson. */
export const lessonEvents = mysqlTable(
  'lesson_events',
  {
    id: uuid('id').primaryKey(),
    studioId: uuid('studio_id').notNull(),
    lessonId: uuid('lesson_id').notNull(),
    number: int('number').notNull(),
    actorId: uuid('actor_id').notNull(),
    kind: varchar('kind', { length: 20 }).notNull(),
    body: json('body').$type<LessonEvent>().notNull(),
    assignmentId: uuid('assignment_id'),
    /** The event that an undo takes back. */
    voids: uuid('voids'),
    /** An undo took it back: kept beside the log, for what looks back on many events. */
    voided: boolean('voided').notNull().default(false),
    /** Of a pass or decision, so that the body need not be read. */
    bpm: double('bpm').generatedAlwaysAs(sql`json_value(body, '$.bpm')`, { mode: 'stored' }),
    clean: boolean('clean').generatedAlwaysAs(sql`json_value(body, '$.clean')`, { mode: 'stored' }),
    /** What was taught: the revision of the set drill. */
    assignmentRevision: int('assignment_revision'),
    /** Of a pass or decision: decisions on the drill's tempo that were made before it. */
    revision: int('revision'),
    deviceAt: instant('device_at').notNull(),
    /** How far the device's clock was behind the server's, as the device measured it. */
    deviceOffsetMs: bigint('device_offset_ms', { mode: 'number' }).notNull(),
    receivedAt: instant('received_at').notNull(),
  },
  t => [
    unique('event_numbers').on(t.lessonId, t.number),
    foreignKey({ name: 'events_actor', columns: [t.studioId, t.actorId], foreignColumns: [users.studioId, users.id] }),
    foreignKey({
      name: 'events_lesson',
      columns: [t.studioId, t.lessonId],
      foreignColumns: [lessons.studioId, lessons.id],
    }),
    foreignKey({
      name: 'events_assignment',
      columns: [t.studioId, t.assignmentId],
      foreignColumns: [assignments.studioId, assignments.id],
    }),
    foreignKey({
      name: 'events_revision',
      columns: [t.assignmentId, t.assignmentRevision],
      foreignColumns: [assignmentRevisions.assignmentId, assignmentRevisions.number],
    }),
    // Holds all that a lesson asks of earlier passes: by their ids they lie scattered over the whole table.
    index('events_of_drill').on(
      t.studioId,
      t.assignmentId,
      t.kind,
      t.receivedAt,
      t.voided,
      t.lessonId,
      t.number,
      t.revision,
      t.bpm,
      t.clean,
      t.deviceAt,
      t.deviceOffsetMs,
    ),
    index('events_by_kind').on(t.lessonId, t.kind, t.number),
  ],
)

/**
 * A drill as it was heard in one lesson: what the passes of both come to. Written with every event; made anew from the
 * log by `npm run rebuild`.
 */
export const hearings = mysqlTable(
  'hearings',
  {
    assignmentId: uuid('assignment_id').notNull(),
    lessonId: uuid('lesson_id').notNull(),
    studioId: uuid('studio_id').notNull(),
    /** When the lesson began. */
    startedAt: instant('started_at').notNull(),
    passes: int('passes').notNull(),
    clean: int('clean').notNull(),
    /** The fastest clean pass, and the fastest tried; quarters per minute. */
    bestCleanBpm: double('best_clean_bpm'),
    triedBpm: double('tried_bpm'),
    /** Rises of the drill's tempo before it was first heard here. */
    rises: int('rises').notNull(),
  },
  t => [
    primaryKey({ columns: [t.assignmentId, t.lessonId] }),
    foreignKey({
      name: 'hearings_assignment',
      columns: [t.studioId, t.assignmentId],
      foreignColumns: [assignments.studioId, assignments.id],
    }),
    foreignKey({
      name: 'hearings_lesson',
      columns: [t.studioId, t.lessonId],
      foreignColumns: [lessons.studioId, lessons.id],
    }),
    check('hearing_tally', sql`${t.clean} >= 0 and ${t.clean} <= ${t.passes}`),
    index('hearings_in_order').on(t.studioId, t.assignmentId, t.startedAt),
  ],
)

/**
 * Where a set drill stands: what its decisions and hearings come to. Written with every event; made anew as the
 * hearings are.
 */
export const standings = mysqlTable(
  'standings',
  {
    assignmentId: uuid('assignment_id').primaryKey(),
    studioId: uuid('studio_id').notNull(),
    bpm: double('bpm').notNull(),
    /** Decisions made. */
    revision: int('revision').notNull(),
    /** What was decided last; null before the first decision. */
    decided: mysqlEnum('decided', DECISIONS),
    /** The highest tempo it was ever set at. */
    bestBpm: double('best_bpm').notNull(),
    /** How often the tempo rose above all it had been, and in which lesson last. */
    rises: int('rises').notNull(),
    risenInLesson: uuid('risen_in_lesson'),
    lessonsSinceRise: int('lessons_since_rise').notNull(),
    /** Decisions made when its stage was opened; and when the lesson began in which it was, null for the first. */
    stageFrom: int('stage_from').notNull().default(0),
    stageSince: instant('stage_since'),
  },
  t => [
    foreignKey({
      name: 'standings_assignment',
      columns: [t.studioId, t.assignmentId],
      foreignColumns: [assignments.studioId, assignments.id],
    }),
    foreignKey({
      name: 'standings_lesson',
      columns: [t.studioId, t.risenInLesson],
      foreignColumns: [lessons.studioId, lessons.id],
    }),
    check('standing_bpm', sql`${t.bpm} between 10 and 400`),
  ],
)

/** Practice at home with a set drill, as it was reported: one taken back stays, with the moment it was. */
export const practice = mysqlTable(
  'practice',
  {
    id: uuid('id').primaryKey(),
    studioId: uuid('studio_id').notNull(),
    studentId: uuid('student_id').notNull(),
    assignmentId: uuid('assignment_id').notNull(),
    /** The student's local day. */
    day: day('day').notNull(),
    minutes: int('minutes').notNull(),
    bpm: double('bpm').notNull(),
    feel: varchar('feel', { length: 8 }).$type<PracticeEvent['feel']>().notNull(),
    hurts: varchar('hurts', { length: 20 }).$type<Hurts>(),
    /** Clean passes in a row at the end, as the student counted them. */
    clean: int('clean').notNull().default(0),
    note: varchar('note', { length: 400 }),
    /** Who put it down. */
    actorId: uuid('actor_id').notNull(),
    receivedAt: instant('received_at').notNull(),
    takenBackAt: instant('taken_back_at'),
  },
  t => [
    foreignKey({
      name: 'practice_assignment',
      columns: [t.studioId, t.assignmentId],
      foreignColumns: [assignments.studioId, assignments.id],
    }),
    foreignKey({
      name: 'practice_student',
      columns: [t.studioId, t.studentId],
      foreignColumns: [students.studioId, students.id],
    }),
    foreignKey({
      name: 'practice_actor',
      columns: [t.studioId, t.actorId],
      foreignColumns: [users.studioId, users.id],
    }),
    check('practice_minutes', sql`${t.minutes} between 1 and 1440`),
    check('practice_bpm', sql`${t.bpm} between 10 and 400`),
    index('practice_of_drill').on(t.studioId, t.assignmentId, t.day),
    index('practice_of_student').on(t.studioId, t.studentId, t.day),
  ],
)

/** What a student was given to practise, as the sheet said it. Rows are only added. */
export const homework = mysqlTable(
  'homework',
  {
    id: uuid('id').primaryKey(),
    studioId: uuid('studio_id').notNull(),
    studentId: uuid('student_id').notNull(),
    /** The lesson it was given in; null where it was printed out of one. */
    lessonId: uuid('lesson_id'),
    body: json('body').$type<HomeworkGiven>().notNull(),
    actorId: uuid('actor_id').notNull(),
    at: instant('at').notNull(),
  },
  t => [
    foreignKey({
      name: 'homework_student',
      columns: [t.studioId, t.studentId],
      foreignColumns: [students.studioId, students.id],
    }),
    foreignKey({
      name: 'homework_lesson',
      columns: [t.studioId, t.lessonId],
      foreignColumns: [lessons.studioId, lessons.id],
    }),
    foreignKey({
      name: 'homework_actor',
      columns: [t.studioId, t.actorId],
      foreignColumns: [users.studioId, users.id],
    }),
    index('homework_of_student').on(t.studioId, t.studentId, t.at),
  ],
)

/** A student who went from one teacher to another. Rows are only added. */
export const handovers = mysqlTable(
  'handovers',
  {
    id: uuid('id').primaryKey(),
    studioId: uuid('studio_id').notNull(),
    studentId: uuid('student_id').notNull(),
    fromId: uuid('from_id').notNull(),
    toId: uuid('to_id').notNull(),
    actorId: uuid('actor_id').notNull(),
    at: instant('at').notNull(),
  },
  t => [
    foreignKey({
      name: 'handovers_student',
      columns: [t.studioId, t.studentId],
      foreignColumns: [students.studioId, students.id],
    }),
    foreignKey({ name: 'handovers_from', columns: [t.studioId, t.fromId], foreignColumns: [users.studioId, users.id] }),
    foreignKey({ name: 'handovers_to', columns: [t.studioId, t.toId], foreignColumns: [users.studioId, users.id] }),
    index('handovers_of_student').on(t.studioId, t.studentId, t.at),
  ],
)

/** Decisions on a drill's tempo; each revision of an assignment is decided once. The event holds the rest. */
export const decisions = mysqlTable(
  'decisions',
  {
    id: uuid('id').primaryKey(),
    studioId: uuid('studio_id').notNull(),
    assignmentId: uuid('assignment_id').notNull(),
    revision: int('revision').notNull(),
    eventId: uuid('event_id')
      .notNull()
      .references(() => lessonEvents.id),
    decision: mysqlEnum('decision', DECISIONS).notNull(),
    bpm: double('bpm').notNull(),
    /** The stage it opened; null where it opened none. */
    stage: int('stage'),
    supersedes: uuid('supersedes'),
    overruled: boolean('overruled').notNull(),
    at: instant('at').notNull(),
  },
  t => [
    unique('one_decision_per_revision').on(t.assignmentId, t.revision),
    foreignKey({
      name: 'decisions_assignment',
      columns: [t.studioId, t.assignmentId],
      foreignColumns: [assignments.studioId, assignments.id],
    }),
    index('decisions_by_stage').on(t.assignmentId, t.stage),
    check('decision_bpm', sql`${t.bpm} between 10 and 400`),
  ],
)

/** Every write that was taken, under the id its client made: a repeat is answered from here. */
export const writes = mysqlTable(
  'writes',
  {
    actorId: uuid('actor_id')
      .notNull()
      .references(() => users.id),
    id: uuid('id').notNull(),
    bodyHash: digest('body_hash').notNull(),
    answer: json('answer'),
    at: instant('at').notNull(),
  },
  t => [primaryKey({ columns: [t.actorId, t.id] }), index('writes_by_age').on(t.at)],
)
