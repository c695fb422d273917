import type { H3Event } from 'h3'
import { ERROR_CODES, type ErrorAnswer } from '#shared/contracts/common'
import { databaseErrorOf } from '../db/database-errors'
import { failureOf } from '../observability/failure'
import { logger } from '../observability/logger'
import { DomainError } from '../errors'

// What was on its way may have been kept or not: only that trying again does no harm is certain.
const TROUBLE = {
  full: 'The disk of the database is full. Leave this page open; make room, then try again: nothing is kept twice.',
  away: 'The database does not answer. Leave this page open and try again: nothing is kept twice.',
}

/** Turns an expected refusal into its HTTP answer; anything else into a bare 500, with the cause in the log only. */
function refuse(event: H3Event, error: unknown): ErrorAnswer {
  if (error instanceof DomainError && error.code !== 'failed') {
    setResponseStatus(event, ERROR_CODES[error.code])
    if (error.retryAfterSeconds !== undefined) setHeader(event, 'retry-after', error.retryAfterSeconds)
    return {
      code: error.code,
      message: error.message,
      ...(error.path !== undefined && { path: error.path }),
      ...(error.current !== undefined && { current: error.current }),
    }
  }
  const request = event.context.request?.id
  const where = { request, method: event.method, path: event.path.split('?')[0] }
  const trouble = databaseErrorOf(error)
  if (trouble) {
    // Not a stack for every request that meets it.
    logger.error({ ...where, database: trouble }, 'failed')
    setResponseStatus(event, ERROR_CODES.unavailable)
    return { code: 'unavailable', message: TROUBLE[trouble] }
  }
  logger.error({ ...where, failure: failureOf(error) }, 'failed')
  setResponseStatus(event, 500)
  return {
    code: 'failed',
    message: `Something went wrong on the server. Try again: what was kept already is not kept twice.${request ? ` Its log has it as ${request.slice(0, 8)}.` : ''}`,
  }
}

/** Does some work of a request; what it throws is answered in one form. */
export async function answerErrors<T>(event: H3Event, work: () => Promise<T>): Promise<T | ErrorAnswer> {
  try {
    return await work()
  } catch (error) {
    return refuse(event, error)
  }
}
