import { sql } from 'drizzle-orm'
import {
  check,
  double,
  foreignKey,
  index,
  int,
  json,
  mysqlTable,
  primaryKey,
  unique,
  varchar,
} from 'drizzle-orm/mysql-core'
import type { HandInput, Pins } from '../../../core/schema/fields'
import type { Habits } from '../../../core/schema/habits'
import type { InstrumentChoice } from '../../../core/guitar/instrument'
import type { Plan } from '../../../core/schema/plan-fields'
import type { SpecChange } from '../../../core/schema/change'
import type { OwnVariation } from '../../../core/practice/tempo/variations'
import { instant, uuid, digest, day } from './columns'
import { students } from './studio'
import { drillVersions } from './drills'

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
