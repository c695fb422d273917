import type { H3Event } from 'h3'
import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible'
import { DomainError } from '../errors'

/** A calendar asks once an hour or so; several devices may have one address. */
const rate = new RateLimiterMemory({ points: 30, duration: 60 })

/** Turns away who asks for one calendar again and again. @throws DomainError `too-many`. */
export async function assertCalendarRate(id: string): Promise<void> {
  try {
    await rate.consume(id)
  } catch (limit) {
    if (!(limit instanceof RateLimiterRes)) throw limit
    throw new DomainError('too-many', 'This calendar was asked for too often. Wait a minute.', {
      retryAfterSeconds: Math.ceil(limit.msBeforeNext / 1000),
    })
  }
}

/** The key by which addresses of calendars are made: the one that also seals sessions. */
export const calendarKey = (event: H3Event): string => useRuntimeConfig(event).session.password!
