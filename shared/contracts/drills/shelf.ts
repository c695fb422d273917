import { z } from 'zod'
import { writeId } from '../common'

/** A drill by its id, or a rung of the ladder by its key. */
const shelfRef = z
  .string()
  .toLowerCase()
  .regex(/^([0-9a-f]{64}|[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12})$/, 'must be a drill of the shelf')

/** Whether it is a rung of the ladder; else a drill of one's own. */
export const isRung = (ref: string): boolean => ref.length === 64

/** Most drills in one collection. */
export const MOST_IN_PROGRAMME = 100

/** So many drills of the shelf at most. */
export const shelfRefs = (most: number) => z.array(shelfRef).max(most, `takes at most ${most} drills`)
const name = z.string().trim().min(1, 'a name is needed').max(160, 'must be at most 160 characters')

export const favouriteBody = z.strictObject({ id: writeId, ref: shelfRef, kept: z.boolean() })
export const programmeBody = z.strictObject({ id: writeId, name, refs: shelfRefs(MOST_IN_PROGRAMME).readonly() })
export const archiveProgrammeBody = z.strictObject({ id: writeId, archived: z.boolean() })
