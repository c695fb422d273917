import { describe, expect, test } from '@jest/globals'
import type { Plan } from '#core/schema/plan-fields'
import { draftPath, stagesOf, withStage, withTarget, withTempo, wrongNames } from './path-draft'

const MAIN: Plan = { school: 'creep', startBpm: 60, targetBpm: 120, step: 2 }
const UNTIMED: Plan = { school: 'untimed', startBpm: 60, targetBpm: 60 }
const path = draftPath([
  { name: 'alone', change: { slurs: [] }, plan: UNTIMED },
  { name: 'together', change: null, plan: MAIN },
])

describe('a path while it is put together', () => {
  test('a new stage comes before the last, under a name of its own, a fifth over the start', () => {
    const more = withStage(withStage(path, MAIN), MAIN)
    expect(more.map(stage => stage.name)).toEqual(['alone', 'another stage', 'another stage 2', 'together'])
    expect(new Set(more.map(stage => stage.key)).size).toBe(4)
    expect(more[1]!.plan).toEqual({ school: 'creep', startBpm: 60, targetBpm: 72, step: 2 })
  })

  test('a stage loses its tempo and gets it back by the school of the drill', () => {
    const without = withTempo(path[1]!, false, MAIN)
    expect(without.plan).toEqual(UNTIMED)
    expect(withTempo(without, true, MAIN).plan).toMatchObject({ school: 'creep', targetBpm: 72 })
    // Of a drill that is worked without one there is none to get.
    expect(withTempo(without, true, UNTIMED).plan).toEqual(UNTIMED)
    expect(withTarget(path[1]!, 90).plan.targetBpm).toBe(90)
  })

  test('names are there and differ', () => {
    expect(wrongNames(path)).toBeNull()
    expect(wrongNames([path[0]!, { ...path[1]!, name: ' ' }])).toBe('Every stage needs a name.')
    expect(wrongNames([path[0]!, { ...path[1]!, name: 'alone ' }])).toBe('Two stages are called “alone”.')
  })

  test('as it is sent it holds what a stage is, and nothing of the form', () => {
    expect(stagesOf(path)).toEqual([
      { name: 'alone', change: { slurs: [] }, plan: UNTIMED },
      { name: 'together', change: null, plan: MAIN },
    ])
  })
})
