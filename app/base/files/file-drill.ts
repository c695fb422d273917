import type { HandInput, Pins } from '#core/schema/fields'
import type { Habits } from '#core/schema/habits'

/** A drill that is to leave the studio: as its player has it. */
export interface FileDrill {
  readonly name: string
  readonly spec: Readonly<Record<string, unknown>>
  readonly hand?: HandInput
  readonly habits?: Habits
  readonly pins?: Pins
  readonly student?: string
  readonly tempos?: { readonly start: number; readonly target: number | null }
}
