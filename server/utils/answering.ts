import type { EventHandlerRequest, H3Event } from 'h3'
import { ERROR_CODES, type ErrorAnswer } from '#shared/contracts/common'
import type { Me } from '#shared/contracts/accounts'
import { databaseErrorOf } from '../db/database-errors'
import { failureOf } from '../observability/failure'
import { logger } from '../observability/logger'
import { DomainError } from '../services/domain-error'

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
export async function answerRefusal<T>(event: H3Event, work: () => Promise<T>): Promise<T | ErrorAnswer> {
  try {
    return await work()
  } catch (error) {
    return refuse(event, error)
  }
}

/** Wraps a handler so that every error it throws is answered in one form. */
export function answering<T>(handler: (event: H3Event<EventHandlerRequest>) => Promise<T>) {
  return defineEventHandler((event): Promise<T | ErrorAnswer> => answerRefusal(event, () => handler(event)))
}

/**
 * Answers that something was made, where it was: a repeat, or something that was there before, is an answer like any
 * other.
 */
export function created<T extends { readonly id: string }>(
  event: H3Event,
  { id }: { readonly id: string },
  made: T,
): T {
  if (made.id === id) setResponseStatus(event, 201)
  return made
}

/** Who asks, whoever it is. @throws DomainError `signed-out`. */
export function meOf(event: H3Event): Me {
  const me = event.context.me as Me | undefined
  if (!me) throw new DomainError('signed-out', 'Sign in first.')
  return me
}

/** Who asks, a teacher or the studio's owner. @throws DomainError `signed-out` or `forbidden`. */
export function teacherOf(event: H3Event): Me {
  const me = meOf(event)
  if (me.role === 'student') throw new DomainError('forbidden', "This is the teacher's side of the studio.")
  return me
}

/** Who asks, the studio's owner. @throws DomainError `signed-out` or `forbidden`. */
export function ownerOf(event: H3Event): Me {
  const me = teacherOf(event)
  if (me.role !== 'owner') throw new DomainError('forbidden', 'Only the owner of the studio can do this.')
  return me
}

/** A UUID from the route. @throws DomainError `not-found` for anything else. */
export function idOf(event: H3Event): string {
  const id = getRouterParam(event, 'id') ?? ''
  if (!/^[\da-f]{8}(-[\da-f]{4}){3}-[\da-f]{12}$/i.test(id)) throw new DomainError('not-found', 'there is nothing here')
  return id.toLowerCase()
}
