import { changedSpec, type SpecChange } from '../schema/change'
import type { HandInput, Pins } from '../schema/fields'
import type { Habits } from '../schema/habits'
import type { Parsed, Spec } from '../schema/parse'
import { realise } from '../score/realise'
import type { Realised } from '../score/score'

/** A drill as it is set for somebody: what its stage makes of it, for their hand, with their fingers. */
export interface SetDrill {
  readonly spec: Spec
  readonly change: SpecChange | null
  readonly hand: HandInput
  readonly habits: Habits
  readonly pins: Pins
}

/**
 * The sheet a student has of a set drill.
 * @param bpm Tempo it is written at, quarters per minute.
 * @param vary Another way to play it for now.
 */
export function setSheet(
  { spec, change, hand, habits, pins }: SetDrill,
  bpm: number,
  vary: (spec: Spec) => Spec = same => same,
): Parsed<Realised> {
  // What a stage changes was checked when it was kept; realising checks it once more.
  const played = changedSpec(spec, change) as Spec
  return realise({ ...vary(played), tempo: bpm }, { hand, habits, pins, strayPins: 'dropped' })
}
