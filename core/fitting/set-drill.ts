import type { InstrumentChoice } from '../guitar/instrument'
import { careOf } from '../hand/care'
import { changedSpec, type SpecChange } from '../schema/change'
import type { HandInput, Pins } from '../schema/fields'
import type { Spec } from '../schema/parse'
import { leftOver, type Unsuited } from './fit'

/** A drill as it is set for a student, at the stage it is at. */
export interface SetDrill {
  readonly spec: Spec
  readonly change: SpecChange | null
  readonly pins: Pins
}

/** What of a set drill does not suit a hand on a guitar, whichever it was fitted to when it was set. */
export const unsuitedIn = (
  { spec, change, pins }: SetDrill,
  { hand, instrument }: { readonly hand: HandInput; readonly instrument: InstrumentChoice },
): readonly Unsuited[] => leftOver({ ...changedSpec(spec, change), instrument }, hand, pins)

/** Whether a set drill uses a finger that the hand is to spare or must not use. */
export const usesFingerInCare = ({ spec, change, pins }: SetDrill, hand: HandInput): boolean =>
  careOf(hand, {}, null) !== null &&
  leftOver(changedSpec(spec, change), hand, pins).some(
    each => 'rule' in each && (each.rule === 'spared' || each.rule === 'excluded'),
  )
