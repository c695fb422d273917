import { sql } from 'drizzle-orm'
import {
  bigint,
  boolean,
  check,
  double,
  foreignKey,
  index,
  int,
  json,
  mysqlTable,
  unique,
  varchar,
} from 'drizzle-orm/mysql-core'
import type { LessonEvent } from '../../../core/practice/log/events'
import type { HomeworkGiven } from '../../../core/practice/homework'
import { instant, uuid, day } from './columns'
import { users, students } from './studio'
import { lessonSlots } from './timetable'
import { assignments, assignmentRevisions } from './assignments'

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
