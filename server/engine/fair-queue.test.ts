import { expect, test } from '@jest/globals'
import { openFairQueue, type FairQueueOptions } from './fair-queue'

/** Work that ends when it is told to, on a clock that is set by hand; what was started, in order. */
function slowWork(options: Partial<FairQueueOptions> = {}) {
  const begun: string[] = []
  const ends: (() => void)[] = []
  let clock = 0
  const runFairly = openFairQueue({
    concurrency: 1,
    mostWaiting: 100,
    mostWaitingOfOne: 50,
    now: () => clock,
    ...options,
  })
  return {
    begun,
    /** Somebody asks for a piece of work; false when it is refused. */
    ask: (userId: string | null, name: string) =>
      runFairly(userId, () => {
        begun.push(name)
        return new Promise<void>(end => ends.push(end))
      }) !== null,
    /** The work that began first of what is under way ends after so long. */
    end: async (afterMs: number) => {
      clock += afterMs
      ends.shift()!()
      await new Promise(setImmediate)
    },
    pass: (ms: number) => {
      clock += ms
    },
  }
}

test("one person's many drills do not keep another's waiting", async () => {
  const { ask, end, begun } = slowWork()
  for (const name of ['a1', 'a2', 'a3', 'a4']) ask('a', name)
  ask('b', 'b1')
  ask('c', 'c1')
  expect(begun).toEqual(['a1'])
  for (let i = 0; i < 5; i++) await end(1000)
  // Who had nothing yet comes first, in the order they came; then who is left.
  expect(begun).toEqual(['a1', 'b1', 'c1', 'a2', 'a3', 'a4'])
})

test('who has had little goes before who has had much, however many people send long ones', async () => {
  const { ask, end, begun } = slowWork()
  const greedy = Array.from({ length: 20 }, (_, i) => `greedy${i}`)
  for (const who of greedy) {
    ask(who, who)
    await end(5000)
  }
  ask('late', 'late first')
  for (const who of greedy) ask(who, `${who} again`)
  await end(5000)
  ask('teacher', 'teacher')
  await end(5000)
  expect(begun.at(-1)).toBe('teacher')
})

test('who has something under way waits for those who have nothing, though they had more before', async () => {
  const { ask, end, begun } = slowWork({ concurrency: 2 })
  ask('b', 'b1')
  await end(1500)
  ask('a', 'a1')
  ask('c', 'c1')
  ask('a', 'a2')
  ask('b', 'b2')
  await end(10)
  await end(10)
  expect(begun.slice(1)).toEqual(['a1', 'c1', 'a2', 'b2'])
  ask('d', 'd1')
  ask('d', 'd2')
  ask('b', 'b3')
  await end(10)
  await end(10)
  expect(begun.slice(5)).toEqual(['d1', 'b3'])
})

test('of two slots one stays with those who have had little', async () => {
  const { ask, end, pass, begun } = slowWork({ concurrency: 2 })
  for (const who of ['x', 'y']) {
    ask(who, who)
    await end(5000)
  }
  ask('x', 'x again')
  ask('y', 'y again')
  expect(begun).toEqual(['x', 'y', 'x again'])
  ask('teacher', 'teacher')
  ask('other teacher', 'other teacher')
  expect(begun.at(-1)).toBe('teacher')
  // The teacher's place goes to the other one; what had much waits for the place of what had much.
  await end(5000)
  expect(begun.at(-1)).toBe('other teacher')
  // Both places are the first two's who wait; of those who have had much one begins at a time.
  await end(10)
  await end(10)
  expect(begun.slice(5)).toEqual(['y again'])
  ask('x', 'x once more')
  expect(begun.at(-1)).toBe('y again')
  pass(60_000 * 5)
  ask('x', 'x long after')
  await new Promise(setImmediate)
  expect(begun.at(-1)).toBe('x once more')
})

test('what was had long ago counts no more', async () => {
  const { ask, end, pass, begun } = slowWork()
  ask('a', 'a1')
  await end(8000)
  pass(60_000 * 10)
  ask('b', 'b1')
  await end(100)
  ask('x', 'x1')
  ask('b', 'b2')
  ask('a', 'a2')
  await end(1)
  expect(begun.at(-1)).toBe('a2')
})

test('of one person only so many wait, and of everybody: the next is refused and the others are not', async () => {
  const { ask, end, begun } = slowWork({ mostWaiting: 3, mostWaitingOfOne: 2 })
  expect([ask('a', 'a1'), ask('a', 'a2'), ask('a', 'a3'), ask('a', 'a4')]).toEqual([true, true, true, false])
  expect([ask(null, 'n1'), ask('b', 'b1')]).toEqual([true, false])
  for (let i = 0; i < 3; i++) await end(1)
  expect(begun).toEqual(['a1', 'n1', 'a2', 'a3'])
  expect(ask('b', 'b1')).toBe(true)
})

test('work that fails gives its slot back', async () => {
  const runFairly = openFairQueue({ concurrency: 1, mostWaiting: 9, mostWaitingOfOne: 9 })
  const failing = runFairly(null, () => Promise.reject(new Error('broken')))
  const next = runFairly(null, async () => 'done')
  await expect(failing).rejects.toThrow('broken')
  expect(await next).toBe('done')
})
