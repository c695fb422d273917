import { getTableColumns, getTableName } from 'drizzle-orm'
import type { MySqlTable } from 'drizzle-orm/mysql-core'
import {
  assignmentRevisions,
  assignments,
  calendarLinks,
  decisions,
  drills,
  drillVersions,
  erasedIds,
  favourites,
  handovers,
  hearings,
  homework,
  instruments,
  keptChords,
  lessonEvents,
  lessons,
  lessonSlots,
  pains,
  practice,
  programmes,
  slotExceptions,
  stages,
  standings,
  students,
  studios,
  users,
  writes,
} from '../db/tables'

/** One table of a backup: its rows are read in the order of its key. */
export interface Part {
  readonly table: string
  readonly columns: readonly string[]
  /** Columns that hold JSON. */
  readonly json: ReadonlySet<string>
  /** Columns that order its rows, together unlike in any two. */
  readonly key: readonly string[]
  /** Which rows are a studio's, with one place for its id. */
  readonly where: string
}

function part(table: MySqlTable, key: readonly string[] = ['id'], where = 'studio_id = ?'): Part {
  // What the database makes of other columns comes of itself.
  const columns = Object.values(getTableColumns(table)).filter(({ generated }) => generated === undefined)
  return {
    table: getTableName(table),
    columns: columns.map(({ name }) => name),
    json: new Set(columns.filter(({ columnType }) => columnType === 'MySqlJson').map(({ name }) => name)),
    key,
    where,
  }
}

/**
 * Every table of a studio, those that others refer to first. Left out: the ladder, which comes with the program; the
 * devices people signed in on and their attempts, which are no records of the studio.
 */
export const PARTS: readonly Part[] = [
  part(studios, ['id'], 'id = ?'),
  part(users),
  part(calendarLinks),
  part(keptChords),
  part(instruments),
  part(students),
  part(pains),
  part(erasedIds),
  part(drills),
  part(drillVersions),
  part(assignments),
  part(stages, ['assignment_id', 'number']),
  part(assignmentRevisions, ['assignment_id', 'number']),
  part(favourites, ['teacher_id', 'ref']),
  part(programmes),
  part(lessonSlots),
  part(lessons),
  part(slotExceptions),
  part(lessonEvents),
  part(hearings, ['assignment_id', 'lesson_id']),
  part(standings, ['assignment_id']),
  part(practice),
  part(homework),
  part(handovers),
  part(decisions),
  part(writes, ['actor_id', 'id'], 'actor_id in (select id from users where studio_id = ?)'),
]

/** What a backup says of itself. */
export interface Manifest {
  readonly format: 'fidactyl-studio'
  /** Migrations the database had. */
  readonly schema: number
  readonly studio: { readonly id: string; readonly name: string }
  readonly madeAt: string
  readonly parts: readonly {
    readonly name: string
    readonly rows: number
    readonly bytes: number
    readonly sha256: string
  }[]
}

/** Name of a part in the archive. */
export const fileOf = ({ table }: Pick<Part, 'table'>) => `${table}.ndjson`
/** Name of the manifest in the archive; it stands last, when all sums are known. */
export const MANIFEST = 'manifest.json'
