import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { planSchema } from '../../schema/plan-fields'
import { at, lesson, practised } from '../tempo/history.test.data'
import { standingOf, type Past, type PassHeard } from './standing'

const PLANS = [
  { school: 'clean-passes', startBpm: 60, targetBpm: 76, need: 2 },
  { school: 'staged', startBpm: 60, targetBpm: 76 },
  { school: 'creep', startBpm: 60, targetBpm: 76 },
  { school: 'slow-soak', startBpm: 60, targetBpm: 76 },
  { school: 'untimed' },
].map(plan => planSchema.parse(plan))

const week = fc.record({
  heard: fc.array(fc.record({ bpm: fc.constantFrom(60, 64, 72, 76, 80), clean: fc.boolean() }), { maxLength: 5 }),
  decision: fc.constantFrom(null, null, 'raise' as const, 'hold' as const, 'vary' as const),
  /** After how many of its passes the decision was made. */
  after: fc.nat({ max: 5 }),
  practised: fc.nat({ max: 5 }),
})

/** Lessons that are looked at one by one. */
const LESSONS = 4

test('what was heard before the last decision need not be told pass by pass, but for how fast it was', () => {
  fc.assert(
    fc.property(fc.constantFrom(...PLANS), fc.array(week, { minLength: 1, maxLength: 7 }), (plan, weeks) => {
      const passes: PassHeard[][] = []
      let last: Past['decisions'][number] | undefined
      for (const [w, { heard, decision, after }] of weeks.entries()) {
        passes.push([])
        const decide = (minute: number) => {
          if (decision) last = { revision: (last?.revision ?? -1) + 1, bpm: 72, at: at(7 * w, minute), decision }
        }
        for (const [i, { bpm, clean }] of heard.entries()) {
          if (i === after) decide(2 * i)
          const revision = (last?.revision ?? -1) + 1
          passes[w]!.push({ at: at(7 * w, 2 * i + 1), kind: 'pass', bpm, clean, by: 'teacher', revision })
        }
        if (after >= heard.length) decide(50)
      }
      const best = (of: readonly PassHeard[]) => {
        const clean = of.filter(pass => pass.clean).map(pass => pass.bpm)
        return clean.length > 0 ? Math.max(...clean) : null
      }
      const practice = weeks.flatMap(({ practised: days }, w) => practised(7 * w + 1, days)) as Past['practice']
      const shared = { plan, decisions: last ? [last] : [], practice, now: at(7 * weeks.length) }
      const logs = passes.map((of, w) => ({
        ...lesson(7 * w),
        at: at(7 * w),
        ...(of.length > 0 && { bestCleanBpm: best(of) }),
      }))
      const all = standingOf({
        ...shared,
        passes: passes.flat(),
        lessons: logs.map(({ bestCleanBpm: _best, ...log }) => log),
      })
      const told = standingOf({
        ...shared,
        passes: passes.flat().filter(pass => pass.revision! > (last?.revision ?? -1)),
        lessons: logs.slice(-LESSONS),
        bestBefore: best(passes.slice(0, -LESSONS).flat()),
      })
      expect(told).toEqual(all)
    }),
    { numRuns: 2000 },
  )
})
