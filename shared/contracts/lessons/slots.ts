import { z } from 'zod'
import { localDaySchema, uuidOf, writeId } from '../common'

const wallTime = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'must be a time such as 16:30')

export const slotFields = {
  weekday: z.int().min(1, 'must be a weekday').max(7, 'must be a weekday'),
  wallTime,
  minutes: z.int().min(5, 'must be at least 5 minutes').max(240, 'must be at most 240 minutes'),
  everyWeeks: z.int().min(1, 'must be at least 1').max(8, 'must be at most 8'),
}

export const slotBody = z.strictObject({ id: writeId, ...slotFields })

/**
 * What becomes of one lesson of the weekly ones: moved, cancelled, or cancelled and made up; neither is back in its
 * place.
 */
export const exceptionBody = z.strictObject({
  id: writeId,
  slotId: uuidOf('must be a weekly lesson'),
  /** The local day the weekly lesson falls on. */
  day: localDaySchema,
  cancelled: z.boolean(),
  to: z.strictObject({ day: localDaySchema, wallTime }).nullable(),
  why: z.string().trim().max(400, 'must be at most 400 characters').nullable(),
})

export const endSlotBody = z.strictObject({ id: writeId })
