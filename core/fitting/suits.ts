import type { InstrumentChoice } from '../guitar/instrument'
import type { HandInput } from '../schema/fields'
import { realise } from '../score/realise'

/**
 * Whether drills suit a student as they are: playable on their guitar, within their hand, without a finger they must
 * not use or spare.
 * @param specs Drills, in any form a spec may have.
 * @returns One answer for each, in order.
 */
export const suits = (
  specs: readonly Readonly<Record<string, unknown>>[],
  instrument: InstrumentChoice,
  hand: HandInput,
): readonly boolean[] =>
  specs.map(spec => {
    const result = realise({ ...spec, instrument }, { hand })
    return result.ok && (result.value.kind !== 'sheet' || result.value.report.breaches.length === 0)
  })
