import { expect, test } from '@jest/globals'
import type { Pool } from 'mysql2/promise'
import { poolByArrival } from './queue'

/** A pool whose queries are answered when they are told to be; it holds what was asked, in order. */
function slowPool() {
  const asked: string[] = []
  const answers: (() => void)[] = []
  let away = false
  const pool = {
    query: (text: string) => {
      asked.push(text)
      return new Promise<string>(answer => answers.push(() => answer(text)))
    },
    getConnection: async () => {
      if (away) throw new Error('the database is away')
      asked.push('connection')
      return { release: () => asked.push('released') }
    },
  } as unknown as Pool
  return {
    pool,
    asked,
    answer: async () => {
      answers.shift()!()
      await new Promise(setImmediate)
    },
    goAway: (now: boolean) => {
      away = now
    },
  }
}

test('what a request that came earlier asks goes before what waits longer of those that came later', async () => {
  const { pool, asked, answer } = slowPool()
  const queued = poolByArrival(pool, 1)
  const first = queued(() => 10)
  void queued(() => 5).query('one that is being answered')
  void queued(() => 30).query('third request')
  void queued(() => 20).query('second request')
  void first.query('first request').then(() => first.query('first request again'))
  await new Promise(setImmediate)
  expect(asked).toEqual(['one that is being answered'])
  for (let i = 0; i < 4; i++) await answer()
  // The slot was given back before the first request asked again.
  expect(asked.slice(1)).toEqual(['first request', 'second request', 'first request again', 'third request'])
})

test('so many are asked at once as there are connections, and those of one request keep their order', async () => {
  const { pool, asked, answer } = slowPool()
  const queued = poolByArrival(pool, 2)
  for (const text of ['a', 'b', 'c', 'd']) void queued(() => 10).query(text)
  await new Promise(setImmediate)
  expect(asked).toEqual(['a', 'b'])
  await answer()
  expect(asked).toEqual(['a', 'b', 'c'])
  await answer()
  expect(asked).toEqual(['a', 'b', 'c', 'd'])
})

test('a connection keeps its slot until it is given back', async () => {
  const { pool, asked } = slowPool()
  const queued = poolByArrival(pool, 1)
  const connection = await queued(() => 10).getConnection()
  void queued(() => 10).query('waits')
  await new Promise(setImmediate)
  expect(asked).toEqual(['connection'])
  connection.release()
  await new Promise(setImmediate)
  expect(asked).toEqual(['connection', 'released', 'waits'])
})

test('a connection that could not be had, or a query that failed, holds nobody up', async () => {
  const { pool, asked, goAway } = slowPool()
  const refusing = { ...pool, execute: () => Promise.reject(new Error('refused')) } as unknown as Pool
  const queued = poolByArrival(refusing, 1)(() => 10)
  goAway(true)
  await expect(queued.getConnection()).rejects.toThrow('away')
  await expect(queued.execute('failing')).rejects.toThrow('refused')
  goAway(false)
  await queued.getConnection()
  expect(asked).toEqual(['connection'])
})
