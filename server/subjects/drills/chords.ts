import { and, asc, eq, isNull } from 'drizzle-orm'
import type { z } from 'zod'
import type { KeptChords } from '#shared/contracts/drills/answers'
import type { keepChordsBody } from '#shared/contracts/drills/chords'
import type { Database } from '../../db/client'
import { keptChords } from '../../db/tables'
import { ownChords } from '../../policy/access'
import type { Actor } from '../../policy/actor'
import { idempotentWrite } from '../../writes/idempotent-write'

type KeepBody = z.infer<typeof keepChordsBody>

/** The progressions and shapes a teacher keeps, by name. */
export async function listChords(db: Database, actor: Actor): Promise<readonly KeptChords[]> {
  return db
    .select({
      id: keptChords.id,
      kind: keptChords.kind,
      name: keptChords.name,
      chords: keptChords.chords,
      fingers: keptChords.fingers,
    })
    .from(keptChords)
    .where(
      and(
        eq(keptChords.studioId, actor.studioId),
        eq(keptChords.teacherId, actor.userId),
        isNull(keptChords.archivedAt),
      ),
    )
    .orderBy(asc(keptChords.name), asc(keptChords.id))
}

/** Keeps a progression or a shape by its name. */
export function keepChords(db: Database, actor: Actor, body: KeepBody, now: Date): Promise<{ id: string }> {
  return idempotentWrite(db, actor, 'keep-chords', body, now, async tx => {
    await tx
      .insert(keptChords)
      .values({ ...body, studioId: actor.studioId, teacherId: actor.userId, archivedAt: null, createdAt: now })
    return { id: body.id }
  })
}

/** Puts kept chords away, or takes them out again. */
export function archiveChords(
  db: Database,
  actor: Actor,
  chordsId: string,
  body: { id: string; archived: boolean },
  now: Date,
): Promise<{ archived: boolean }> {
  return idempotentWrite(db, actor, `archive-chords ${chordsId}`, body, now, async tx => {
    await ownChords(tx, actor, chordsId)
    await tx
      .update(keptChords)
      .set({ archivedAt: body.archived ? now : null })
      .where(eq(keptChords.id, chordsId))
    return { archived: body.archived }
  })
}
