import { z } from 'zod'
import type { DrillMarks } from '#core/ladder/marks'
import type { Spec } from '#core/schema/parse'
import { MOST_TITLE } from '#core/schema/title'
import { writeId } from './common'

const drillName = z
  .string()
  .trim()
  .min(1, 'a name is needed')
  .max(MOST_TITLE, `must be at most ${MOST_TITLE} characters`)

/** The spec itself is checked by the core, which names the field at fault. */
export const createDrillBody = z.strictObject({ id: writeId, name: drillName, spec: z.unknown() })
export const saveVersionBody = z.strictObject({ id: writeId, spec: z.unknown() })
export const renameDrillBody = z.strictObject({ id: writeId, name: drillName })
export const duplicateDrillBody = z.strictObject({ id: writeId, name: drillName })
export const archiveDrillBody = z.strictObject({ id: writeId, archived: z.boolean() })

/** One version of a drill. */
export interface DrillVersion {
  readonly id: string
  readonly number: number
  readonly title: string
  readonly spec: Spec
  readonly createdAt: string
}

/** A drill as the shelf lists it, with its newest version. */
export interface DrillRow {
  readonly id: string
  readonly name: string
  readonly family: string
  readonly archived: boolean
  readonly setFor: number
  readonly newest: DrillVersion
  /** What it is found by; null for one kept before there were any. */
  readonly marks: DrillMarks | null
  /** Key of the rung of the ladder it was taken from. */
  readonly fromRung: string | null
}

/** A drill with all its versions, newest first. */
export interface DrillDetail {
  readonly id: string
  readonly name: string
  readonly archived: boolean
  /** The teacher's own; another's is copied to be changed. */
  readonly mine: boolean
  readonly versions: readonly DrillVersion[]
  /**
   * What comes out otherwise since the newest version was kept, where its sheet would now be another; empty where it is
   * the same.
   */
  readonly anew: readonly string[]
}
