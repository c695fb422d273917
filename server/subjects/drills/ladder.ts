import { and, asc, eq, inArray, isNull, notInArray, or, sql } from 'drizzle-orm'
import type { BuiltLadder } from '#core/ladder/built'
import { LADDER_VERSION, type Rung } from '#core/ladder/ladder'
import type { RungRow } from '#shared/contracts/drills/answers'
import type { Database } from '../../db/client'
import { rungs } from '../../db/tables'
import { hashOf } from '../../writes/canonical'

/** The key of a rung: the same drill has the same key in every ladder. */
export const rungKey = (spec: Rung['spec']): string => hashOf(spec)

/** Rows to a statement: each holds a spec and a signature. */
const AT_ONCE = 100

/**
 * Writes a ladder over the one before: what is new is added, what is known is brought up to date, what is no more is
 * retired. Nobody's own drills, collections or students are touched.
 * @returns How many there are now, and how many were retired.
 */
export async function writeLadder(
  db: Database,
  ladder: readonly Rung[],
  now: Date,
): Promise<{ readonly rungs: number; readonly retired: number }> {
  const keyOf = new Map(ladder.map(rung => [`${rung.column} ${rung.place}`, rungKey(rung.spec)]))
  const rows = ladder.map(
    ({ column, place, grade, parts, spec, title, purpose, signature, demand, after }): typeof rungs.$inferInsert => ({
      key: keyOf.get(`${column} ${place}`)!,
      technique: column,
      place,
      grade,
      parts,
      spec,
      title,
      purpose,
      signature,
      demand,
      after: after.map(each => keyOf.get(`${each.column} ${each.place}`)!),
      ladderVersion: LADDER_VERSION,
      retiredAt: null,
    }),
  )
  return db.transaction(async tx => {
    for (let i = 0; i < rows.length; i += AT_ONCE) {
      const part = rows.slice(i, i + AT_ONCE)
      const value = (column: string) => sql.raw(`values(\`${column}\`)`)
      await tx
        .insert(rungs)
        .values(part)
        .onDuplicateKeyUpdate({
          set: {
            technique: value('technique'),
            place: value('place'),
            grade: value('grade'),
            parts: value('parts'),
            title: value('title'),
            purpose: value('purpose'),
            signature: value('signature'),
            demand: value('demand'),
            after: value('after'),
            ladderVersion: value('ladder_version'),
            retiredAt: null,
          },
        })
    }
    const [retired] = await tx
      .update(rungs)
      .set({ retiredAt: now })
      .where(
        and(
          isNull(rungs.retiredAt),
          notInArray(
            rungs.key,
            rows.map(row => row.key),
          ),
        ),
      )
    return { rungs: rows.length, retired: retired.affectedRows }
  })
}

/**
 * Brings the database's ladder to the one that ships with the program; where it is there already, nothing is written.
 * @param built What `core/ladder/ladder.json` holds.
 * @returns Whether anything was written.
 */
export async function fillLadder(db: Database, built: BuiltLadder, now: Date): Promise<boolean> {
  const rows = await db
    .select({ key: rungs.key })
    .from(rungs)
    .where(and(isNull(rungs.retiredAt), eq(rungs.ladderVersion, built.version)))
  const there = new Set(rows.map(row => row.key))
  if (there.size === built.rungs.length && built.rungs.every(rung => there.has(rungKey(rung.spec)))) return false
  await writeLadder(db, built.rungs, now)
  return true
}

const shown = {
  key: rungs.key,
  technique: rungs.technique,
  place: rungs.place,
  grade: rungs.grade,
  parts: rungs.parts,
  spec: rungs.spec,
  title: rungs.title,
  purpose: rungs.purpose,
  signature: rungs.signature,
  demand: rungs.demand,
  after: rungs.after,
  retiredAt: rungs.retiredAt,
}

/**
 * The ladder, technique by technique, with what is retired but kept.
 * @param kept Keys of rungs that are shown in any case.
 */
export async function readLadder(db: Database, kept: readonly string[]): Promise<readonly RungRow[]> {
  const rows = await db
    .select(shown)
    .from(rungs)
    .where(kept.length > 0 ? or(isNull(rungs.retiredAt), inArray(rungs.key, [...kept])) : isNull(rungs.retiredAt))
    .orderBy(asc(rungs.technique), asc(rungs.place))
  return rows.map(({ retiredAt, signature: { fingers, ways, strings }, ...row }) => ({
    ...row,
    signature: { fingers, ways, strings },
    retired: retiredAt !== null,
  }))
}
