import type { Pool, PoolConnection } from 'mysql2/promise'
import { askingNow } from '../observability/asking'

interface Waiting {
  readonly at: number
  readonly go: () => void
}

/**
 * A pool of connections that serves the longest waiting request first. By the order of the questions, a page of four
 * rounds of questions would queue four times behind everybody, and the fullest pages be the slowest by far.
 * @param most How many connections the pool has.
 */
export function firstComeFirstServed(pool: Pool, most: number): Pool {
  let free = most
  const waiting: Waiting[] = []
  const turn = (): Promise<void> | void => {
    if (free > 0) {
      free--
      return
    }
    const { cameAt: at } = askingNow()
    const place = waiting.findLastIndex(each => each.at <= at) + 1
    return new Promise(go => waiting.splice(place, 0, { at, go }))
  }
  const done = () => {
    const next = waiting.shift()
    if (next) next.go()
    else free++
  }
  const inTurn = async <T>(work: () => Promise<T>): Promise<T> => {
    await turn()
    try {
      return await work()
    } finally {
      done()
    }
  }
  /** A connection keeps its turn until it is given back. */
  async function getConnection(): Promise<PoolConnection> {
    await turn()
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
  const asked = {
    getConnection,
    query: (...question: Parameters<Pool['query']>) => inTurn(() => pool.query(...question)),
    execute: (...question: Parameters<Pool['execute']>) => inTurn(() => pool.execute(...question)),
  }
  return new Proxy(pool, {
    get: (target, name) => (name in asked ? asked[name as keyof typeof asked] : Reflect.get(target, name, target)),
  })
}
