import type { HandInput } from '../schema/fields'
import type { Habits } from '../schema/habits'
import type { Pain } from '../schema/pain'

/** What a student's hand is to be spared, the day on which that is looked at again, and what hurts. */
export interface Care {
  readonly excluded: readonly number[]
  readonly spared: readonly number[]
  readonly reviewOn: string | null
  readonly pain: Pain | null
}

/** What a hand is to be spared and what hurts; null for a hand that may do everything. */
export function careOf(
  { excluded = [], spared = [] }: HandInput,
  { reviewOn = null }: Habits,
  pain: Pain | null,
): Care | null {
  return excluded.length + spared.length === 0 && pain === null ? null : { excluded, spared, reviewOn, pain }
}
