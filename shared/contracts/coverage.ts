import type { Spec } from '#core/schema/parse'

/** A drill a student was ever set, as far as what they know is told from it. */
export interface CoveredDrill {
  readonly id: string
  readonly drillName: string
  readonly spec: Spec
  readonly startBpm: number
  readonly targetBpm: number
  /** The fastest clean pass; null where there was none. */
  readonly cleanBpm: number | null
  readonly ended: boolean
}
