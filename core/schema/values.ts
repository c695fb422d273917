import { z } from 'zod'
import { TEMPO_BOUNDS } from './fields'

/** A UUID, in lower case whatever was sent: two spellings of one id would be two ids to everything but the database. */
export const uuidOf = (message: string) => z.uuid(message).toLowerCase()

/** Id of a write, made by the client; a repeat of the same write carries the same one. */
export const writeId = uuidOf('must be a UUID')

/** Years in which a studio can have lessons: what lies outside is a slip of the pen or a broken clock. */
const [FIRST_DAY, LAST_DAY] = ['1970-01-01', '2199-12-31']

/** A local day, YYYY-MM-DD. */
export const localDaySchema = z.iso
  .date('must be a day such as 2026-01-31')
  .refine(day => day >= FIRST_DAY && day <= LAST_DAY, 'must be a day from 1970 to 2199')

/**
 * A moment by a device's clock, which may be wrong: any within the years of a calendar is taken, and kept as it was
 * said.
 */
export const deviceTime = z.iso
  .datetime('must be an ISO time in UTC')
  .refine(at => at.slice(0, 10) >= FIRST_DAY && at.slice(0, 10) <= LAST_DAY, 'must be a time in the years 1970 to 2199')

/** A tempo, quarters per minute. */
export const bpmSchema = z
  .number()
  .min(TEMPO_BOUNDS.least, `must be at least ${TEMPO_BOUNDS.least} bpm`)
  .max(TEMPO_BOUNDS.most, `must be at most ${TEMPO_BOUNDS.most} bpm`)
