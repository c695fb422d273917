import { TEMPO_BOUNDS } from '../../schema/fields'
import type { Plan } from '../../schema/plan-fields'
import { dayPlus, daysBetween } from '../schedule/local-time'
import { isPassedByTempo } from './gate'
import { goalBpm, reaches } from './target'
import { theilSen } from './theil-sen'

/** The best clean tempo of a day, bpm. */
export interface CleanPoint {
  /** Local day, YYYY-MM-DD. */
  readonly day: string
  readonly bpm: number
}

/** When the target is expected, if that can be said. */
export type Expected =
  /** Nothing of an untimed plan, of falling tempos or of a completed drill is foretold. */
  | { readonly kind: 'no-forecast' }
  /** Fewer than three days with a clean pass. */
  | { readonly kind: 'too-few'; readonly points: number }
  | { readonly kind: 'reached' }
  /** The tempo does not rise. */
  | { readonly kind: 'not-rising' }
  /** `latest` null: at the slow end of the range it is never reached. */
  | { readonly kind: 'expected'; readonly on: string; readonly earliest: string; readonly latest: string | null }

/** What a wanted day asks for against what the last four weeks gave, bpm a week. */
export interface Pacing {
  /** Null where the day is past. */
  readonly neededPerWeek: number | null
  /** Null where the last four weeks say too little. */
  readonly gainedPerWeek: number | null
  /** Whether the day and the target go together at the present pace. */
  readonly realistic: boolean
  /** The day that would do at this pace, the target kept; and the target that would, the day kept. */
  readonly moveDateTo: string | null
  readonly moveTargetTo: number | null
}

/** What is expected of a set drill. */
export interface Forecast {
  readonly expected: Expected
  /** Null without a wanted day, before it can be said, or when the target is reached. */
  readonly pacing: Pacing | null
}

const LEAST_POINTS = 3
const RECENT_DAYS = 28
/** How much less than needed still goes for realistic: weeks differ. */
const SLACK = 0.85
/** Nothing is foretold further than this: it would be a guess. */
const FURTHEST_DAYS = 3 * 365

/** The best of each day, in order of the days. */
function perDay(points: readonly CleanPoint[]): readonly CleanPoint[] {
  const best = new Map<string, number>()
  for (const { day, bpm } of points) best.set(day, Math.max(bpm, best.get(day) ?? 0))
  return [...best].map(([day, bpm]) => ({ day, bpm })).toSorted((a, b) => a.day.localeCompare(b.day))
}

/**
 * When the target is expected: the robust slope of the logarithm of the tempo, for each step is a share of the tempo
 * before, goes on from the best clean tempo so far.
 */
function expectedOf(plan: Plan, points: readonly CleanPoint[]): Expected {
  if (!isPassedByTempo(plan)) return { kind: 'no-forecast' }
  const best = Math.max(...points.map(({ bpm }) => bpm))
  if (points.length > 0 && reaches(plan, best)) return { kind: 'reached' }
  if (points.length < LEAST_POINTS) return { kind: 'too-few', points: points.length }
  const [first, last] = [points[0]!.day, points.at(-1)!.day]
  const { slope, low, high } = theilSen(
    points.map(({ day, bpm }) => ({ x: daysBetween(first, day), y: Math.log(bpm) })),
  )
  const way = Math.log(goalBpm(plan) / best)
  const dayAt = (perDaySlope: number) => {
    const days = Math.ceil(way / perDaySlope)
    return perDaySlope > 0 && days <= FURTHEST_DAYS ? dayPlus(last, days) : null
  }
  const on = dayAt(slope)
  return on === null
    ? { kind: 'not-rising' }
    : { kind: 'expected', on, earliest: dayAt(high) ?? on, latest: dayAt(low) }
}

function pacingOf(plan: Plan, points: readonly CleanPoint[], today: string, targetOn: string): Pacing | null {
  if (points.length < LEAST_POINTS) return null
  const best = Math.max(...points.map(({ bpm }) => bpm))
  const missing = goalBpm(plan) - best
  const weeks = Math.max(daysBetween(today, targetOn), 0) / 7
  const neededPerWeek = weeks > 0 ? missing / weeks : null
  const recent = points.filter(({ day }) => daysBetween(day, today) <= RECENT_DAYS)
  const gainedPerWeek =
    recent.length < LEAST_POINTS
      ? null
      : 7 * theilSen(recent.map(({ day, bpm }) => ({ x: daysBetween(recent[0]!.day, day), y: bpm }))).slope
  const realistic = neededPerWeek !== null && (gainedPerWeek === null || gainedPerWeek >= SLACK * neededPerWeek)
  const daysAtPace = gainedPerWeek && gainedPerWeek > 0 ? Math.ceil((7 * missing) / gainedPerWeek) : null
  const reachable = gainedPerWeek === null ? null : Math.floor(best + Math.max(0, gainedPerWeek) * weeks)
  return {
    neededPerWeek,
    gainedPerWeek,
    realistic,
    moveDateTo: !realistic && daysAtPace !== null && daysAtPace <= FURTHEST_DAYS ? dayPlus(today, daysAtPace) : null,
    moveTargetTo:
      !realistic && reachable !== null && reachable > plan.startBpm && reachable <= TEMPO_BOUNDS.most
        ? reachable
        : null,
  }
}

/**
 * What is expected of a set drill by what was clean so far.
 * @param targetOn Day the target is wanted on; null for none.
 */
export function forecastOf(about: {
  readonly plan: Plan
  readonly points: readonly CleanPoint[]
  readonly targetOn: string | null
  readonly today: string
  /** Of a completed drill nothing is foretold. */
  readonly completed?: boolean
}): Forecast {
  if (about.completed) return { expected: { kind: 'no-forecast' }, pacing: null }
  const points = perDay(about.points)
  const expected = expectedOf(about.plan, points)
  const { targetOn } = about
  if (targetOn === null || !(expected.kind === 'expected' || expected.kind === 'not-rising'))
    return { expected, pacing: null }
  const pacing = pacingOf(about.plan, points, about.today, targetOn)
  // Where no day can be told none is offered either.
  return { expected, pacing: pacing && expected.kind === 'not-rising' ? { ...pacing, moveDateTo: null } : pacing }
}
