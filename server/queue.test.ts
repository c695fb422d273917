import { expect, test } from '@jest/globals'
import { openQueue, openShortQueue } from './queue'

const settled = () => new Promise(setImmediate)

/** Work that ends when it is told to. */
function slowWork() {
  const started: string[] = []
  const ends: (() => void)[] = []
  return {
    started,
    work: (name: string) => () => {
      started.push(name)
      return new Promise<string>(end => ends.push(() => end(name)))
    },
    end: async () => {
      ends.shift()!()
      await settled()
    },
  }
}

test('so many jobs run at once, the others in the order they came', async () => {
  const { started, work, end } = slowWork()
  const queue = openQueue({ concurrency: 2 })
  const done = ['a', 'b', 'c', 'd'].map(name => queue.run({}, work(name)))
  await settled()
  expect(started).toEqual(['a', 'b'])
  for (let i = 0; i < 4; i++) await end()
  expect(started).toEqual(['a', 'b', 'c', 'd'])
  expect(await Promise.all(done)).toEqual(['a', 'b', 'c', 'd'])
})

test('a job that would wait behind too many is refused; one that can start never is', async () => {
  const { started, work, end } = slowWork()
  const queue = openShortQueue(1, 1)
  expect([queue.run({}, work('a')), queue.run({}, work('b')), queue.run({}, work('c'))].map(Boolean)).toEqual([
    true,
    true,
    false,
  ])
  await settled()
  await end()
  expect(queue.run({}, work('d'))).not.toBeNull()
  await end()
  expect(started).toEqual(['a', 'b', 'd'])
})

test('the rule says who starts next, or that nobody may yet', async () => {
  const { started, work, end } = slowWork()
  let closed = false
  const queue = openQueue<{ readonly rank: number }>({
    concurrency: 1,
    next: waiting => (closed ? null : waiting.toSorted((a, b) => a.rank - b.rank)[0]!),
  })
  for (const rank of [3, 2, 1]) void queue.run({ rank }, work(String(rank)))
  await settled()
  await end()
  expect(started).toEqual(['3', '1'])
  closed = true
  await end()
  expect(started).toEqual(['3', '1'])
  closed = false
  void queue.run({ rank: 9 }, work('9'))
  await settled()
  expect(started).toEqual(['3', '1', '2'])
})

test('work that fails, or throws before it begins, gives its slot back', async () => {
  const queue = openQueue({ concurrency: 1 })
  const failing = queue.run({}, () => Promise.reject(new Error('broken')))
  const throwing = queue.run({}, () => {
    throw new Error('never begun')
  })
  const last = queue.run({}, async () => 'done')
  await expect(failing).rejects.toThrow('broken')
  await expect(throwing).rejects.toThrow('never begun')
  expect(await last).toBe('done')
})

test('a slot that was taken is free once it is given back', async () => {
  const queue = openQueue({ concurrency: 1 })
  const release = await queue.acquire({})!
  const { started, work } = slowWork()
  void queue.run({}, work('a'))
  await settled()
  expect(started).toEqual([])
  release()
  await settled()
  expect(started).toEqual(['a'])
})
