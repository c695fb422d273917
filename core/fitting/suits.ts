import type { InstrumentChoice } from '../guitar/instrument'
import type { HandInput } from '../schema/fields'
import { realise } from '../score/realise'
import { leftOver } from './fit'

/**
 * Whether drills suit a student as they are: playable on their guitar, comfortable for their hand, without a finger
 * they must not use or spare.
 * @param specs Drills, in any form a spec may have.
 * @returns One answer for each, in order.
 */
export const suits = (
  specs: readonly Readonly<Record<string, unknown>>[],
  instrument: InstrumentChoice,
  hand: HandInput,
): readonly boolean[] =>
  specs.map(spec => {
    const theirs = { ...spec, instrument }
    return realise(theirs, { hand }).ok && leftOver(theirs, hand).length === 0
  })
