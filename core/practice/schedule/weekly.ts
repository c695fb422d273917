import { daysBetween, dayPlus, weekdayOf } from './local-time'

/** A lesson that recurs by local wall time: "Tuesdays at 16:30", every week or every few. */
export interface WeeklySlot {
  /** 1 Monday to 7 Sunday. */
  readonly weekday: number
  /** 1 every week, 2 every other week. */
  readonly everyWeeks: number
  /** First day it may fall on, YYYY-MM-DD. */
  readonly startsOn: string
  /** Last day it may fall on, or open. */
  readonly endsOn: string | null
}

/** Days from a local day to the next of a weekday, 0 when it is one. */
const daysTo = (weekday: number, day: string) => (weekday - weekdayOf(day) + 7) % 7

/** Whether a recurring lesson falls on a local day. */
export function fallsOn(slot: WeeklySlot, day: string): boolean {
  return nextDay(slot, day) === day
}

/**
 * The first day on or after `from` on which a recurring lesson falls.
 * @returns The day, or null when the series has ended.
 */
export function nextDay(slot: WeeklySlot, from: string): string | null {
  const first = dayPlus(slot.startsOn, daysTo(slot.weekday, slot.startsOn))
  const every = 7 * slot.everyWeeks
  const day = dayPlus(first, Math.max(0, Math.ceil(daysBetween(first, from) / every)) * every)
  return slot.endsOn !== null && day > slot.endsOn ? null : day
}
