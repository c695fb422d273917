import { sql } from 'drizzle-orm'
import {
  check,
  foreignKey,
  index,
  int,
  json,
  mysqlEnum,
  mysqlTable,
  primaryKey,
  text,
  unique,
  varchar,
  type AnyMySqlColumn,
} from 'drizzle-orm/mysql-core'
import type { HandInput } from '../../../core/schema/fields'
import type { Habits } from '../../../core/schema/habits'
import type { Pain } from '../../../core/schema/pain'
import type { InstrumentChoice } from '../../../core/guitar/instrument'
import type { Weights } from '../../../core/grade/table'
import type { SchoolName } from '../../../core/schema/plan-fields'
import { instant, uuid, digest } from './columns'

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
    count: int('count').notNull(),
    since: instant('since').notNull(),
  },
  t => [index('attempts_by_age').on(t.since)],
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

/** The bare ids of what was erased with a student, so that a post that comes late is told that it is gone. */
export const erasedIds = mysqlTable('erased_ids', {
  id: uuid('id').primaryKey(),
  studioId: uuid('studio_id')
    .notNull()
    .references(() => studios.id),
  teacherId: uuid('teacher_id'),
  erasedAt: instant('erased_at').notNull(),
})

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
