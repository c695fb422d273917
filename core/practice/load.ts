import { dayPlus, weekdayOf } from './schedule/local-time'

/** Minutes of practice on a local day. */
export interface DayLoad {
  readonly day: string
  readonly minutes: number
}

/** Minutes of practice in a week, by its Monday. */
export interface WeekLoad {
  readonly monday: string
  readonly minutes: number
}

/** How many weeks a week is held against, and how much more than their average is a jump (common practice). */
const WEEKS_BEFORE = 4
const JUMP_SHARE = 1.5
/** Weeks with practice among them, below which an average says nothing. */
const LEAST_WEEKS = 2

const mondayOf = (day: string) => dayPlus(day, 1 - weekdayOf(day))

/**
 * The latest weeks up to a day's, oldest first, those without practice too.
 * @param count How many weeks.
 * @example weeksOf([{ day: '2026-01-06', minutes: 20 }], '2026-01-07', 1) // [{ monday: '2026-01-05', minutes: 20 }]
 */
export function weeksOf(days: readonly DayLoad[], today: string, count: number): readonly WeekLoad[] {
  const sums = new Map<string, number>()
  for (const { day, minutes } of days) sums.set(mondayOf(day), (sums.get(mondayOf(day)) ?? 0) + minutes)
  return Array.from({ length: count }, (_, i) => {
    const monday = dayPlus(mondayOf(today), 7 * (i + 1 - count))
    return { monday, minutes: sums.get(monday) ?? 0 }
  })
}

/** A week that is far above those before it. */
export interface LoadJump {
  readonly minutes: number
  /** Average of the weeks before, whole minutes. */
  readonly average: number
}

/**
 * Whether the last of some weeks is more than half above the average of the four before it: what jumps, hurts. Null
 * where it is not, or where too little is known of the weeks before.
 */
export function loadJump(weeks: readonly WeekLoad[]): LoadJump | null {
  const last = weeks.at(-1)
  const before = weeks.slice(-WEEKS_BEFORE - 1, -1)
  if (!last || before.length < WEEKS_BEFORE || before.filter(week => week.minutes > 0).length < LEAST_WEEKS) return null
  const average = before.reduce((sum, week) => sum + week.minutes, 0) / before.length
  return last.minutes > JUMP_SHARE * average ? { minutes: last.minutes, average: Math.round(average) } : null
}
