import { and, asc, eq, inArray, isNull } from 'drizzle-orm'
import type { z } from 'zod'
import type { ProgrammeRow, ShelfPage } from '#shared/contracts/drills/answers'
import {
  type archiveProgrammeBody,
  type favouriteBody,
  isRung,
  type programmeBody,
} from '#shared/contracts/drills/shelf'
import type { Database } from '../../db/client'
import { drills, favourites, programmes, rungs } from '../../db/tables'
import type { Actor } from '../../policy/actor'
import { idempotentWrite } from '../../writes/idempotent-write'
import { notFound } from '../../errors'
import { listDrills } from './drills'
import { readLadder } from './ladder'

const whose = (actor: Actor) => ({ studioId: actor.studioId, teacherId: actor.userId })

/** @throws DomainError `not-found` unless all are drills of the teacher's own or rungs of the ladder. */
async function known(db: Database, actor: Actor, refs: readonly string[]): Promise<void> {
  const [keys, ids] = [refs.filter(isRung), refs.filter(ref => !isRung(ref))]
  const own =
    ids.length === 0
      ? []
      : await db
          .select({ ref: drills.id })
          .from(drills)
          .where(and(eq(drills.studioId, actor.studioId), eq(drills.teacherId, actor.userId), inArray(drills.id, ids)))
  const ofLadder =
    keys.length === 0 ? [] : await db.select({ ref: rungs.key }).from(rungs).where(inArray(rungs.key, keys))
  const found = new Set([...own, ...ofLadder].map(row => row.ref))
  if (refs.some(ref => !found.has(ref))) throw notFound('drill')
}

/** @throws DomainError `not-found` unless the collection is the teacher's own. */
async function ownProgramme(db: Database, actor: Actor, id: string) {
  const [programme] = await db
    .select()
    .from(programmes)
    .where(and(eq(programmes.id, id), eq(programmes.studioId, actor.studioId), eq(programmes.teacherId, actor.userId)))
  if (!programme) throw notFound('collection')
  return programme
}

/** Everything on a teacher's shelf: own drills, the ladder, favourites and collections. */
export async function readShelf(db: Database, actor: Actor): Promise<ShelfPage> {
  const [own, kept, collections] = await Promise.all([
    listDrills(db, actor),
    db
      .select({ ref: favourites.ref })
      .from(favourites)
      .where(and(eq(favourites.studioId, actor.studioId), eq(favourites.teacherId, actor.userId))),
    db
      .select({ id: programmes.id, name: programmes.name, refs: programmes.refs })
      .from(programmes)
      .where(
        and(
          eq(programmes.studioId, actor.studioId),
          eq(programmes.teacherId, actor.userId),
          isNull(programmes.archivedAt),
        ),
      )
      .orderBy(asc(programmes.createdAt)),
  ])
  const refs = kept.map(row => row.ref)
  const keys = [...refs, ...collections.flatMap(each => each.refs)].filter(isRung)
  return { drills: own, rungs: await readLadder(db, [...new Set(keys)]), favourites: refs, programmes: collections }
}

/** Keeps a drill at hand, or lets it go. */
export function setFavourite(
  db: Database,
  actor: Actor,
  { ref, kept, ...body }: z.infer<typeof favouriteBody>,
  now: Date,
): Promise<{ kept: boolean }> {
  return idempotentWrite(db, actor, `favourite ${ref} ${kept}`, body, now, async tx => {
    await known(tx, actor, [ref])
    if (kept)
      await tx
        .insert(favourites)
        .ignore()
        .values({ ...whose(actor), ref, at: now })
    else
      await tx
        .delete(favourites)
        .where(
          and(eq(favourites.studioId, actor.studioId), eq(favourites.teacherId, actor.userId), eq(favourites.ref, ref)),
        )
    return { kept }
  })
}

/** Begins a collection. */
export function createProgramme(
  db: Database,
  actor: Actor,
  body: z.infer<typeof programmeBody>,
  now: Date,
): Promise<ProgrammeRow> {
  return idempotentWrite(db, actor, 'create-programme', body, now, async tx => {
    await known(tx, actor, body.refs)
    await tx.insert(programmes).values({ ...body, ...whose(actor), createdAt: now })
    return body
  })
}

/** Gives a collection another name, other drills or another order. */
export function changeProgramme(
  db: Database,
  actor: Actor,
  programmeId: string,
  body: z.infer<typeof programmeBody>,
  now: Date,
): Promise<ProgrammeRow> {
  const { name, refs } = body
  return idempotentWrite(db, actor, `change-programme ${programmeId}`, body, now, async tx => {
    await ownProgramme(tx, actor, programmeId)
    await known(tx, actor, refs)
    await tx.update(programmes).set({ name, refs }).where(eq(programmes.id, programmeId))
    return { id: programmeId, name, refs }
  })
}

/** Takes a collection off the shelf, or puts it back; its drills stay where they are. */
export function archiveProgramme(
  db: Database,
  actor: Actor,
  programmeId: string,
  body: z.infer<typeof archiveProgrammeBody>,
  now: Date,
): Promise<{ archived: boolean }> {
  return idempotentWrite(db, actor, `archive-programme ${programmeId}`, body, now, async tx => {
    await ownProgramme(tx, actor, programmeId)
    await tx
      .update(programmes)
      .set({ archivedAt: body.archived ? now : null })
      .where(eq(programmes.id, programmeId))
    return { archived: body.archived }
  })
}
