import type { Pool, PoolConnection, QueryOptions } from 'mysql2/promise'
import { Builder } from '../db/overrides'

/** A question as the driver got it. */
export interface Asked {
  readonly query: string
  readonly params: unknown[]
}

/** A pool, or a connection of one, that tells whatever it is asked. */
function told<C extends Pool | PoolConnection>(client: C, tell: (asked: Asked) => void): C {
  const query = (options: string | QueryOptions, params: unknown[] = []) => {
    tell({ query: typeof options === 'string' ? options : options.sql, params })
    return client.query(options as QueryOptions, params)
  }
  const own = {
    query,
    ...('getConnection' in client && { getConnection: async () => told(await client.getConnection(), tell) }),
  }
  return new Proxy(client, {
    get: (target, name) => {
      if (name in own) return own[name as keyof typeof own]
      const value: unknown = Reflect.get(target, name, target)
      return typeof value === 'function' ? value.bind(target) : value
    },
  })
}

/** The query builder on a pool, in transactions too, telling each question as it is asked of the database. */
export const recordingBuilder = (pool: Pool, tell: (asked: Asked) => void) => new Builder(told(pool, tell))
