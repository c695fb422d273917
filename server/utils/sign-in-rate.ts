import { setTimeout } from 'node:timers/promises'
import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible'
import { DomainError } from '../errors'
import { isKnownDevice, type Visitor } from '../subjects/people/sign-in'

/**
 * Attempts from one address in ten seconds: more than a whole school makes at the hour, far fewer than a program that
 * guesses.
 */
const MOST_AT_ONCE = 60
/** The tests set a shorter window, for whoever signs in after a flood waits for its end. */
const SECONDS = Number(process.env.FIDACTYL_SIGN_IN_WINDOW_SECONDS ?? 10)
const REFUSED_AFTER_MS = 1500

const rate = new RateLimiterMemory({ points: MOST_AT_ONCE, duration: SECONDS })

/**
 * Turns a flood away before it costs the database anything; a device that is known to the account is let through.
 * @throws DomainError `too-many`.
 */
export async function assertNoFlood(name: string, visitor: Visitor): Promise<void> {
  try {
    await rate.consume(visitor.address)
  } catch (limit) {
    if (!(limit instanceof RateLimiterRes)) throw limit
    if (visitor.device && (await isKnownDevice(database.db, name, visitor.device))) return
    // Whoever asks again as soon as they are answered is answered slowly: everybody else has the server meanwhile.
    await setTimeout(REFUSED_AFTER_MS)
    throw new DomainError('too-many', 'Too many attempts at once. Wait some seconds and try again.', {
      retryAfterSeconds: Math.ceil(limit.msBeforeNext / 1000),
    })
  }
}
