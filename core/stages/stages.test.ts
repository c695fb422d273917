import { describe, expect, test } from '@jest/globals'
import { familyLookup, FAMILIES } from '../families/registry'
import { minimalSpec } from '../families/minimal-spec'
import { openingOf } from '../families/opening'
import type { Plan } from '../schema/plan-fields'
import { changedSpec } from '../schema/change'
import { parseSpec, type Spec } from '../schema/parse'
import { realise } from '../score/realise'
import { scoreOf } from '../score/score-of.test.data'
import { stageChoices } from './choices'
import { naturalPath, usualBeginning } from './natural-path'
import { nextStage } from './order'
import { plannedPath, stagePlan } from './stage-plan'

function specOf(raw: object): Spec {
  const parsed = parseSpec({ version: 1, ...raw }, familyLookup)
  if (!parsed.ok) throw new RangeError(parsed.error.message)
  return parsed.value
}
const names = (raw: object) => naturalPath(specOf(raw)).map(stage => stage.name)
const order = { family: 'order', order: { fingers: [1, 2, 3, 4] } }
const chords = [
  { name: 'C', frets: 'x32010' },
  { name: 'G', frets: '320003' },
]

describe('the natural path of a drill (common practice)', () => {
  test('the hands apart, then together', () => {
    expect(names(order)).toEqual(['plucking hand alone', 'fretting hand alone', 'together'])
  })

  test('all plucked, then slurred: one group after the other in the study series', () => {
    expect(names({ ...order, slurs: [2] }).slice(2)).toEqual(['all plucked', 'slurred'])
    expect(
      names({
        family: 'slur',
        slur: {
          string: 2,
          groups: [
            [2, 1],
            [4, 1],
            [1, 2],
          ],
          slurred: 3,
        },
      }).slice(2),
    ).toEqual(['all plucked', 'first group slurred', 'first 2 groups slurred', 'first 3 groups slurred'])
  })

  test('legato, then short', () => {
    expect(names({ ...order, sound: { length: 'staccato', damp: 'plucking' } }).slice(2)).toEqual([
      'legato',
      'staccato',
    ])
  })

  test('chords as blocks, one by one, broken', () => {
    expect(names({ family: 'blocks', blocks: { chords, stage: 'pattern', tokens: 'p:R i:3 m:2 a:1' } })).toEqual([
      'fretting hand alone',
      'as blocks',
      'one by one',
      'broken',
    ])
    // Six strings in eighths are more than a bar of 2/4 holds: that stage is left out.
    expect(names({ family: 'blocks', rhythm: { meter: [2, 4] }, blocks: { chords, stage: 'strum' } })).toEqual([
      'fretting hand alone',
      'as blocks',
      'strummed',
    ])
  })

  test('thumb alone, with the fingers, with the chord change; planted first, with a gap', () => {
    expect(names({ family: 'pattern', pattern: { chords, tokens: 'p:R a:1 m:2 i:3 p:A m:2' } })).toEqual([
      'plucking hand alone',
      'chords as blocks',
      'thumb alone',
      'planted, with a gap',
      'on one chord',
      'with the chord changes',
    ])
  })

  test('with a pause at the shift, then without', () => {
    const chromatic = (shiftPause: number) => ({ family: 'chromatic', chromatic: { strings: [1], shiftPause } })
    expect(names(chromatic(0)).slice(2)).toEqual(['with a pause at each shift', 'without a pause'])
    expect(names(chromatic(1)).slice(2)).toEqual(['with a pause at each shift', 'without a pause'])
  })

  test('all plucked, alternate, then swept', () => {
    const shape = { chord: 'Em', strings: [5, 4, 3, 2, 1], formula: [2, 1, 1, 1, 2] }
    expect(
      names({ family: 'shape', instrument: { preset: 'electric' }, shape: { ...shape, play: 'sweep' } }).slice(2),
    ).toEqual(['all plucked, alternate', 'swept'])
  })

  test('what is done without the guitar is one stage', () => {
    expect(names({ family: 'count', count: { tempos: [60], bars: 4, silentBars: 2 } })).toEqual(['as it is written'])
  })

  test.each(FAMILIES)(
    'of $name, every stage can be played, under a name of its own, and the drill itself is one',
    family => {
      const spec = specOf(openingOf(family))
      const path = naturalPath(spec)
      expect(new Set(path.map(stage => stage.name)).size).toBe(path.length)
      expect(path.filter(stage => stage.change === null)).toHaveLength(1)
      for (const { change } of path) expect(realise(changedSpec(spec, change))).toMatchObject({ ok: true })
      expect(usualBeginning(path)).toBeLessThan(path.length)
      for (const { change } of stageChoices(spec))
        expect(realise(changedSpec(spec, change))).toMatchObject({ ok: true })
    },
  )

  test('a stage whose fingers are pinned plays with those that are on its notes', () => {
    const spec = specOf({ ...order, slurs: [2] })
    const pins = { 'p1.s6.2': 3 }
    const [alone] = naturalPath(spec)
    expect(realise(changedSpec(spec, alone!.change), { pins })).toMatchObject({ ok: false })
    expect(realise(changedSpec(spec, alone!.change), { pins, strayPins: 'dropped' })).toMatchObject({ ok: true })
  })

  test('a slurred drill is plucked throughout at its first stage with both hands', () => {
    const spec = specOf({ ...order, slurs: [2, 4] })
    const plucked = naturalPath(spec).find(stage => stage.name === 'all plucked')!
    expect(scoreOf(changedSpec(spec, plucked.change)).notes.every(note => note.pluck !== null)).toBe(true)
    expect(minimalSpec(specOf(changedSpec(spec, plucked.change)))).not.toHaveProperty('slurs')
  })
})

describe('the plan of a stage', () => {
  const MAIN: Plan = { school: 'staged', startBpm: 60, targetBpm: 120, need: 3, tempos: [60, 80, 120] }

  test('leads a fifth over the start by the same school; the last has the drill’s own', () => {
    const path = plannedPath(
      [
        { name: 'alone', change: null, timed: false },
        { name: 'slow', change: null, timed: true },
        { name: 'fast', change: null, timed: true },
      ],
      MAIN,
    )
    expect(path.map(stage => [stage.plan.school, stage.plan.targetBpm])).toEqual([
      ['untimed', 60],
      ['staged', 72],
      ['staged', 120],
    ])
    expect(path[1]!.plan).toMatchObject({ tempos: undefined })
  })

  test('is never faster than the drill, falls where that falls, and has no tempo where that has none', () => {
    const timed = { timed: true }
    expect(stagePlan(timed, { school: 'creep', startBpm: 60, targetBpm: 64, step: 1 }).targetBpm).toBe(64)
    const falling: Plan = { school: 'slow-down', startBpm: 60, targetBpm: 30 }
    expect(stagePlan(timed, falling)).toEqual(falling)
    expect(stagePlan(timed, { school: 'untimed', startBpm: 60, targetBpm: 80 }).school).toBe('untimed')
  })
})

test('after the last stage, and after one that is on the path no more, there is none', () => {
  const path = [{ number: 4 }, { number: 1 }]
  expect(nextStage({ path, stageNumber: 4 })).toEqual({ number: 1 })
  expect([nextStage({ path, stageNumber: 1 }), nextStage({ path, stageNumber: 9 })]).toEqual([null, null])
})
