import type { Pool, PoolConnection } from 'mysql2/promise'

interface Waiting {
  readonly at: number
  readonly go: () => void
}

/**
 * A pool of connections that serves the longest waiting request first. By the order of the questions, a page of four
 * rounds of questions would queue four times behind everybody, and the fullest pages be the slowest by far.
 * @param most How many connections the pool has.
 * @returns Gives the pool as one request has it. @param cameAt When that request came, ms of one clock, asked with each
 *   question.
 */
export function firstComeFirstServed(pool: Pool, most: number): (cameAt: () => number) => Pool {
  let free = most
  const waiting: Waiting[] = []
  const turn = (at: number): Promise<void> | void => {
    if (free > 0) {
      free--
      return
    }
    const place = waiting.findLastIndex(each => each.at <= at) + 1
    return new Promise(go => waiting.splice(place, 0, { at, go }))
  }
  const done = () => {
    const next = waiting.shift()
    if (next) next.go()
    else free++
  }
  async function inTurn<T>(at: number, work: () => Promise<T>): Promise<T> {
    await turn(at)
    try {
      return await work()
    } finally {
      done()
    }
  }
  /** A connection keeps its turn until it is given back. */
  async function connectionFor(at: number): Promise<PoolConnection> {
    await turn(at)
    try {
      const connection = await pool.getConnection()
      const release = connection.release.bind(connection)
      connection.release = () => {
        release()
        done()
      }
      return connection
    } catch (error) {
      done()
      throw error
    }
  }
  return cameAt => {
    const asked = {
      getConnection: () => connectionFor(cameAt()),
      query: (...question: Parameters<Pool['query']>) => inTurn(cameAt(), () => pool.query(...question)),
      execute: (...question: Parameters<Pool['execute']>) => inTurn(cameAt(), () => pool.execute(...question)),
    }
    return new Proxy(pool, {
      get: (target, name) => (name in asked ? asked[name as keyof typeof asked] : Reflect.get(target, name, target)),
    })
  }
}
