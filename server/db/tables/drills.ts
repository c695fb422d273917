import { sql } from 'drizzle-orm'
import {
  double,
  foreignKey,
  index,
  int,
  json,
  mysqlEnum,
  mysqlTable,
  primaryKey,
  unique,
  varchar,
} from 'drizzle-orm/mysql-core'
import type { DrillMarks } from '../../../core/ladder/marks'
import type { Demand, Signature } from '../../../core/ladder/signature'
import { KEPT_KINDS } from '../../../shared/contracts/drills/chords'
import type { Spec } from '../../../core/schema/parse'
import { instant, uuid, digest } from './columns'
import { users } from './studio'

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
