import { expect, test } from '@jest/globals'
import { isPassed, planTo } from './gate'

test('a drill is passed with a clean pass at its target, not before', () => {
  const plan = { school: 'creep', startBpm: 60, targetBpm: 80, step: 1 } as const
  const passed = (cleanBpm: number | null) => isPassed({ plan, cleanBpm, decided: null })
  expect([null, 79, 80, 92].map(passed)).toEqual([false, false, true, true])
})

test('where no fast tempo is wanted a decision passes it', () => {
  for (const plan of [
    { school: 'untimed', startBpm: 60, targetBpm: 60 },
    { school: 'slow-down', startBpm: 60, targetBpm: 30 },
  ] as const) {
    const passed = (decided: 'done' | 'next-stage' | 'hold' | null) => isPassed({ plan, cleanBpm: 200, decided })
    expect([passed(null), passed('hold'), passed('next-stage'), passed('done')]).toEqual([false, false, true, true])
  }
})

test.each([10, 11, 40, 61.5, 80, 208, 400])('a drill at %d begins slower than its target', tempo => {
  const { startBpm, targetBpm } = planTo(tempo)
  expect(startBpm).toBeLessThan(targetBpm)
  expect(startBpm).toBeGreaterThanOrEqual(10)
  expect(Math.abs(targetBpm - tempo)).toBeLessThanOrEqual(1)
})
