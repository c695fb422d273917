import { decide } from '../core/practice/tempo/decide'
import type { HistoryEvent } from '../core/practice/tempo/history'
import { SCHOOLS, planSchema, type SchoolName } from '../core/schema/plan-fields'

/** A term of one drill: fifteen lessons of four passes with what was said, and practice on three days of each week. */
function term(bpm: number): readonly HistoryEvent[] {
  const day = (count: number) => new Date(Date.UTC(2026, 0, 5) + count * 86_400_000).toISOString()
  return Array.from({ length: 15 }, (_, week): readonly HistoryEvent[] => [
    ...[0, 1, 2, 3].map(
      pass => ({ at: day(7 * week), kind: 'pass', bpm, clean: (week + pass) % 3 > 0, by: 'teacher' }) as const,
    ),
    { at: day(7 * week), kind: 'lesson', quality: 3, faults: week % 4 === 0 ? ['late-shift'] : [] },
    ...[1, 3, 5].map(
      later =>
        ({ at: day(7 * week + later), kind: 'practice', bpm, minutes: 10, feel: 'easy', by: 'student' }) as const,
    ),
  ]).flat()
}

const NOW = '2026-04-20T16:00:00Z'

function rate(school: SchoolName, runs: number): number {
  const falls = school === 'slow-down'
  const plan = planSchema.parse({ school, startBpm: falls ? 90 : 60, targetBpm: falls ? 45 : 120 })
  const history = term(plan.startBpm)
  for (let i = 0; i < runs / 4; i++) decide({ plan, bpm: plan.startBpm, history, now: NOW })
  const began = performance.now()
  for (let i = 0; i < runs; i++) decide({ plan, bpm: plan.startBpm, history, now: NOW })
  return runs / ((performance.now() - began) / 1000)
}

/** Decisions a second on one core over a term of one drill, school by school; best of five. */
export const decisionRates = (): readonly { readonly school: SchoolName; readonly perSecond: number }[] =>
  SCHOOLS.map(school => ({ school, perSecond: Math.max(...Array.from({ length: 5 }, () => rate(school, 4000))) }))
