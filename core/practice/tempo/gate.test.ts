import { expect, test } from '@jest/globals'
import { isPassed, planTo } from './gate'

test('a drill is passed with a clean pass at its target, not before', () => {
  const plan = { targetBpm: 80 }
  expect(isPassed({ plan, cleanBpm: null })).toBe(false)
  expect(isPassed({ plan, cleanBpm: 79 })).toBe(false)
  expect(isPassed({ plan, cleanBpm: 80 })).toBe(true)
  expect(isPassed({ plan, cleanBpm: 92 })).toBe(true)
})

test.each([10, 11, 40, 61.5, 80, 208, 400])('a drill at %d begins slower than its target', tempo => {
  const { startBpm, targetBpm } = planTo(tempo)
  expect(startBpm).toBeLessThan(targetBpm)
  expect(startBpm).toBeGreaterThanOrEqual(10)
  expect(Math.abs(targetBpm - tempo)).toBeLessThanOrEqual(1)
})
