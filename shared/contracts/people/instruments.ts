import { z } from 'zod'
import { instrumentSchema } from '#core/schema/fields'
import { personName, writeId } from '../common'

export const archiveInstrumentBody = z.strictObject({ id: writeId, archived: z.boolean() })
export const saveInstrumentBody = z.strictObject({
  id: writeId,
  name: personName.max(80, 'must be at most 80 characters'),
  choice: instrumentSchema,
})
