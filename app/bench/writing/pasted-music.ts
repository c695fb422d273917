import type { Clip } from '#core/writing/edit'

/** What the paste box gives: a drill of its own, or what goes in at the cursor. */
export interface PastedMusic {
  readonly spec: Record<string, unknown>
  /** Only this is wanted, at the cursor. */
  readonly clip?: Clip
}
