import type { Plan } from '../../schema/plan-fields'
import { dayPlus, daysBetween } from '../schedule/local-time'
import { wayOn } from './schools/registry'

/** One tempo of the way to the target, and the day it is wanted on. */
export interface Stair {
  readonly bpm: number
  readonly on: string
}

/** The way from a tempo to the goal of a plan. */
export interface Staircase {
  readonly stairs: readonly Stair[]
  /** Days from one stair to the next, on average. */
  readonly daysEach: number
  /** Whether it leads to the wanted day; else it goes by the pace of the school. */
  readonly byDate: boolean
}

/** Days from one lesson to the next, as a rule. */
const A_WEEK = 7

/** The least days from one tempo to the next: a soak has its days, and is raised on the one after; else a lesson. */
const ownPace = (plan: Plan): number => ('days' in plan ? plan.days + 1 : A_WEEK)

/**
 * The tempos from now to the goal with a day for each: spread evenly up to the day the target is wanted on; without
 * one, at the school's own pace.
 * @param bpm Tempo now.
 * @example staircaseOf({ school: 'creep', startBpm: 60, targetBpm: 62, step: 1 }, 60, '2026-01-05', '2026-01-15').stairs // [{ bpm: 61, on: '2026-01-10' }, { bpm: 62, on: '2026-01-15' }]
 */
export function staircaseOf(plan: Plan, bpm: number, today: string, targetOn: string | null): Staircase {
  const way = wayOn(plan, bpm)
  const days = targetOn === null ? 0 : daysBetween(today, targetOn)
  const byDate = days > 0
  const daysEach = byDate && way.length > 0 ? days / way.length : ownPace(plan)
  return {
    stairs: way.map((tempo, i) => ({ bpm: tempo, on: dayPlus(today, Math.round((i + 1) * daysEach)) })),
    daysEach,
    byDate,
  }
}
