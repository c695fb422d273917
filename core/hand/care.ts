import type { HandInput } from '../schema/fields'
import type { Habits } from '../schema/habits'

/** What a student's hand is to be spared, and the day on which that is looked at again. */
export interface Care {
  readonly excluded: readonly number[]
  readonly spared: readonly number[]
  readonly reviewOn: string | null
}

/** What a hand is to be spared; null for a hand that may do everything. */
export function careOf({ excluded = [], spared = [] }: HandInput, { reviewOn = null }: Habits): Care | null {
  return excluded.length + spared.length === 0 ? null : { excluded, spared, reviewOn }
}
