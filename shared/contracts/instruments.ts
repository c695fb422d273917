import { z } from 'zod'
import type { InstrumentChoice } from '#core/guitar/instrument'
import { instrumentSchema } from '#core/schema/fields'
import { personName, writeId } from './common'

export const saveInstrumentBody = z.strictObject({
  id: writeId,
  name: personName.max(80, 'must be at most 80 characters'),
  choice: instrumentSchema,
})

/** A guitar of the teacher's own. */
export interface InstrumentRow {
  readonly id: string
  readonly name: string
  readonly choice: InstrumentChoice
  readonly archived: boolean
  /** How many students play it. */
  readonly students: number
}
