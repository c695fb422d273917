import type { PlanOf } from '../../../schema/plan-fields'
import { raisedBpm, stepsUp } from '../arithmetic'
import { dayOf, practiceHere, type HistoryEvent, type PracticeEvent } from '../history'
import { painIn } from '../pain'
import type { School } from '../school'

const SOAKED: readonly PracticeEvent['feel'][] = ['easy', 'warm']

/** What came after the last pain: a soak that hurt begins anew. */
const sincePain = (history: readonly HistoryEvent[]) =>
  history.slice(history.findLastIndex(event => painIn(event) !== null) + 1)

/**
 * Days before today that count: enough minutes at the tempo, all of them easy or warm. A tired day is none, and takes
 * nothing away.
 */
function soakedDays(plan: PlanOf<'slow-soak'>, bpm: number, history: readonly HistoryEvent[], today: string): number {
  const byDay = new Map<string, PracticeEvent[]>()
  for (const event of practiceHere(sincePain(history), bpm)) {
    const day = dayOf(event.at)
    if (day < today) byDay.set(day, [...(byDay.get(day) ?? []), event])
  }
  return [...byDay.values()].filter(
    day =>
      day.every(event => SOAKED.includes(event.feel)) &&
      day.reduce((sum, event) => sum + event.minutes, 0) >= plan.minutes,
  ).length
}

/**
 * Slow soak: the tempo stays for `days` days of practice, each of `minutes` at least and felt easy or warm, and is
 * never raised on the day itself.
 */
export const slowSoak: School<PlanOf<'slow-soak'>> = {
  way: ({ step, targetBpm }, bpm) => stepsUp(bpm, step, targetBpm),
  decide({ plan, bpm, history, now }) {
    const days = soakedDays(plan, bpm, history, dayOf(now))
    const used = { heardBy: days > 0 ? 'student' : 'nobody', days } as const
    const { minutes, targetBpm, step } = plan
    if (bpm >= targetBpm) return { decision: 'hold', bpm, grounds: { ground: 'at-target', targetBpm }, used }
    if (days >= plan.days)
      return {
        decision: 'raise',
        bpm: raisedBpm(bpm, step, targetBpm),
        grounds: { ground: 'soaked', days, minutes, bpm },
        used,
      }
    return { decision: 'hold', bpm, grounds: { ground: 'more-days', days: plan.days - days, minutes, bpm }, used }
  },
}
