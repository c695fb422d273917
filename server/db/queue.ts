import type { Pool, PoolConnection } from 'mysql2/promise'
import { openQueue } from '../queue'

interface Query {
  /** When its request came, ms. */
  readonly at: number
}

/**
 * A pool of connections that serves the request that came first, not the query that was sent first: else a page of four
 * rounds of queries would queue four times, and the fullest pages would be the slowest by far.
 * @param most Connections of the pool.
 * @returns The pool for one request. @param cameAt When that request came, ms of one clock.
 */
export function poolByArrival(pool: Pool, most: number): (cameAt: () => number) => Pool {
  const queue = openQueue<Query>({
    concurrency: most,
    next: ([first, ...others]) => others.reduce((best, each) => (each.at < best.at ? each : best), first!),
  })
  /** Nothing is refused here: how many requests may come is decided before they ask the database. */
  const run = <T>(at: number, work: () => Promise<T>) => queue.run({ at }, work)!
  /** A connection counts as taken until it is released. */
  async function connectionFor(at: number): Promise<PoolConnection> {
    const release = await queue.acquire({ at })!
    try {
      const connection = await pool.getConnection()
      const giveBack = connection.release.bind(connection)
      connection.release = () => {
        giveBack()
        release()
      }
      return connection
    } catch (error) {
      release()
      throw error
    }
  }
  return cameAt => {
    const queued = {
      getConnection: () => connectionFor(cameAt()),
      query: (...args: Parameters<Pool['query']>) => run(cameAt(), () => pool.query(...args)),
      execute: (...args: Parameters<Pool['execute']>) => run(cameAt(), () => pool.execute(...args)),
    }
    return new Proxy(pool, {
      get: (target, name) => (name in queued ? queued[name as keyof typeof queued] : Reflect.get(target, name, target)),
    })
  }
}
