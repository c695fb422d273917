import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible'
import type { Engine } from '../engine/engine'
import { DomainError } from '../errors'

/** Drills a minute that one person may have worked out at the door, and characters of the answer to one request. */
const SPECS_A_MINUTE = 1500
const MOST_ANSWERED = 40_000_000
/** Requests of one person under way at once: the rest of the pool is everybody else's. */
const MOST_AT_ONCE = 2

const rate = new RateLimiterMemory({ points: SPECS_A_MINUTE, duration: 60 })
const underWay = new Map<string, number>()

async function consume(userId: string, specs: number): Promise<void> {
  try {
    await rate.consume(userId, specs)
  } catch (limit) {
    if (!(limit instanceof RateLimiterRes)) throw limit
    throw new DomainError(
      'too-many',
      `That is more than ${SPECS_A_MINUTE} drills a minute. Wait, then send the rest.`,
      { retryAfterSeconds: Math.ceil(limit.msBeforeNext / 1000) },
    )
  }
}

/**
 * Does heavy work for somebody within their limits: so many drills a minute, so many requests at once.
 * @param specs How many drills are worked out.
 * @throws DomainError `too-many`, and whatever the work throws.
 */
export async function atAllowedRate<T>(userId: string, specs: number, work: () => Promise<T>): Promise<T> {
  const mine = underWay.get(userId) ?? 0
  if (mine >= MOST_AT_ONCE)
    throw new DomainError(
      'too-many',
      'Your earlier drills are still being worked out. Wait for them, then send these.',
      { retryAfterSeconds: 2 },
    )
  await consume(userId, Math.max(1, specs))
  underWay.set(userId, mine + 1)
  try {
    return await work()
  } finally {
    const left = underWay.get(userId)! - 1
    if (left > 0) underWay.set(userId, left)
    else underWay.delete(userId)
  }
}

/**
 * Has somebody's specs worked out one after the other, so that others' questions come in between; a single one is
 * refused as a whole, in a list a bad one stands as its error.
 * @returns The answers as JSON text.
 * @throws DomainError `too-many`, `unavailable`, `too-large` when the answers grow out of all measure.
 */
export const realiseFor = (engine: Engine, userId: string, specs: readonly unknown[]): Promise<readonly string[]> =>
  atAllowedRate(userId, specs.length, async () => {
    const answers: string[] = []
    let length = 0
    for (const spec of specs) {
      const answer = await oneAnswer(engine, spec)
      length += answer.length
      if (length > MOST_ANSWERED)
        throw new DomainError(
          'too-large',
          'the answers together would be larger than 40 MB: send fewer drills at once',
          { path: '' },
        )
      answers.push(answer)
    }
    return answers
  })

/** The answer to one spec; what is too much for the engine is an error of that spec. */
async function oneAnswer(engine: Engine, spec: unknown): Promise<string> {
  try {
    return await engine.answer(JSON.stringify(spec))
  } catch (error) {
    if (!(error instanceof DomainError) || error.code !== 'invalid') throw error
    return JSON.stringify({ error: { path: error.path ?? '', message: error.message } })
  }
}
