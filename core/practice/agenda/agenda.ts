import { DUE_DAYS } from '../tempo/drill-state'
import { daysBetween } from '../schedule/local-time'
import type { Pace } from '../tempo/pace'
import { nextReviewOn, type Completed } from '../tempo/review'
import { allot } from './allot'

/** A set drill as far as a lesson is made from it. */
export interface AgendaDrill {
  readonly id: string
  /** Minutes of a warm-up as its steps take; null for what is no warm-up. */
  readonly warmupMinutes: number | null
  readonly pace: Pace
  /** Day the target is wanted on, YYYY-MM-DD. */
  readonly targetOn: string | null
  /** Since when it is completed; null while it is worked. */
  readonly completed: Completed | null
  /** Local day it was last heard in a lesson; null for never. */
  readonly heardOn: string | null
}

/** One item of a lesson: a drill and its whole minutes. */
export interface AgendaEntry {
  readonly id: string
  readonly minutes: number
}

/** What a lesson is made of. */
export interface LessonPlan {
  readonly items: readonly AgendaEntry[]
  /** Drills for which there is no time today. */
  readonly left: readonly string[]
}

/** Least minutes that are worth turning to a drill for; the project's own assumption. */
const LEAST_MINUTES = 3
/** Bounds of a warm-up within a lesson, minutes (common practice: two to five). */
const [LEAST_WARMUP, MOST_WARMUP] = [2, 5]
/** Weeks without being heard count up to so many. */
const MOST_WEEKS = 4

/** How much a drill is needed; the project's own weights. */
const PACE_NEED: Readonly<Record<Pace, number>> = {
  'stalled': 3,
  'behind': 2,
  'on-plan': 1,
  'open': 1,
  'at-target': 0.5,
}

/** A review's: between a drill that is behind and one that is stalled. */
const REVIEW_NEED = 2.5

/** Whether a drill has a place in a lesson: a completed one only when its review is due. */
function isDue({ completed }: AgendaDrill, today: string): boolean {
  const on = completed && nextReviewOn(completed)
  return completed === null || (on !== null && on <= today)
}

function needOf({ pace, targetOn, heardOn, completed }: AgendaDrill, today: string): number {
  // A review is short, and is not put off.
  if (completed) return REVIEW_NEED
  const due = targetOn !== null && pace !== 'at-target' && daysBetween(today, targetOn) <= DUE_DAYS
  const weeks = heardOn === null ? MOST_WEEKS : Math.min(MOST_WEEKS, Math.max(0, daysBetween(heardOn, today)) / 7)
  return PACE_NEED[pace] + (due ? 3 : 0) + weeks / 2
}

/**
 * Makes a lesson from what is set: warm-ups first, then by need (wanted soon, stalled, behind, not heard for long), and
 * in the order of the list where the need is the same. The minutes add up to the lesson; what there is no
 * time for is left.
 * @param minutes Length of the lesson, whole.
 * @param today Local day.
 */
export function planLesson(drills: readonly AgendaDrill[], minutes: number, today: string): LessonPlan {
  const warmups = drills.filter(drill => drill.warmupMinutes !== null)
  const others = drills.filter(drill => drill.warmupMinutes === null && isDue(drill, today))
  const byNeed = others.toSorted((a, b) => needOf(b, today) - needOf(a, today))
  const warm = warmups.map(drill => ({
    id: drill.id,
    minutes: Math.min(MOST_WARMUP, Math.max(LEAST_WARMUP, Math.ceil(drill.warmupMinutes!))),
  }))
  const kept: AgendaEntry[] = []
  let left = minutes
  // A warm-up never takes the time of all the rest.
  for (const item of warm)
    if (left - item.minutes >= (byNeed.length > 0 ? LEAST_MINUTES : 0)) {
      kept.push(item)
      left -= item.minutes
    }
  const taken = byNeed.slice(0, Math.floor(left / LEAST_MINUTES))
  const shares =
    taken.length === 0
      ? []
      : allot(
          left,
          taken.map(drill => 1 + needOf(drill, today)),
          LEAST_MINUTES,
        )
  const items = [...kept, ...taken.map((drill, i) => ({ id: drill.id, minutes: shares[i]! }))]
  const on = new Set(items.map(item => item.id))
  return { items, left: drills.filter(drill => !on.has(drill.id)).map(drill => drill.id) }
}

/**
 * The same items with their minutes shared out anew, each keeping its part of the whole.
 * @param minutes Length of the lesson, whole.
 * @returns The items; as they are where there is too little time for all.
 */
export function fitLesson(items: readonly AgendaEntry[], minutes: number): readonly AgendaEntry[] {
  if (items.length === 0 || minutes < items.length) return items
  const shares = allot(
    minutes,
    items.map(item => Math.max(1, item.minutes)),
    1,
  )
  return items.map((item, i) => ({ ...item, minutes: shares[i]! }))
}
