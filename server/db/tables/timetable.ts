import { sql } from 'drizzle-orm'
import {
  boolean,
  char,
  check,
  foreignKey,
  index,
  int,
  mysqlEnum,
  mysqlTable,
  tinyint,
  unique,
  varchar,
} from 'drizzle-orm/mysql-core'
import { CALENDAR_NAMES } from '../../../shared/contracts/lessons/calendar'
import { instant, uuid, day } from './columns'
import { users, students } from './studio'

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
