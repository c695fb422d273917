import { sql } from 'drizzle-orm'
import {
  boolean,
  check,
  double,
  foreignKey,
  index,
  int,
  mysqlEnum,
  mysqlTable,
  primaryKey,
  unique,
  varchar,
} from 'drizzle-orm/mysql-core'
import type { Hurts } from '../../../core/schema/pain'
import { DECISIONS } from '../../../core/schema/plan-fields'
import type { PracticeEvent } from '../../../core/practice/tempo/history'
import { instant, uuid, day } from './columns'
import { users, students } from './studio'
import { assignments } from './assignments'
import { lessons, lessonEvents } from './lessons'

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
