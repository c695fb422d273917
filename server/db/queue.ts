import type { Pool, PoolConnection } from 'mysql2/promise'

interface Waiting {
  readonly at: number
  readonly go: () => void
}

/**
 * A pool of connections that serves the request that came first, not the query that was sent first: else a page of four
 * rounds of queries would queue four times, and the fullest pages would be the slowest by far.
 * @param most Connections of the pool.
 * @returns The pool for one request. @param cameAt When that request came, ms of one clock.
 */
export function poolByArrival(pool: Pool, most: number): (cameAt: () => number) => Pool {
  let free = most
  const waiting: Waiting[] = []
  const acquire = (at: number): Promise<void> | void => {
    if (free > 0) {
      free--
      return
    }
    const place = waiting.findLastIndex(each => each.at <= at) + 1
    return new Promise(go => waiting.splice(place, 0, { at, go }))
  }
  const release = () => {
    const next = waiting.shift()
    if (next) next.go()
    else free++
  }
  async function run<T>(at: number, work: () => Promise<T>): Promise<T> {
    await acquire(at)
    try {
      return await work()
    } finally {
      release()
    }
  }
  /** A connection counts as taken until it is released. */
  async function connectionFor(at: number): Promise<PoolConnection> {
    await acquire(at)
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
