import { dayPlus, weekdayOf } from './local-time'

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

/** Whole days from one local day to another. */
function daysBetween(from: string, to: string): number {
  return Math.round((Date.parse(`${to}T00:00:00Z`) - Date.parse(`${from}T00:00:00Z`)) / 86_400_000)
}

/** Whether a recurring lesson falls on a local day. */
export function fallsOn(slot: WeeklySlot, day: string): boolean {
  if (day < slot.startsOn || (slot.endsOn !== null && day > slot.endsOn) || weekdayOf(day) !== slot.weekday) return false
  const first = dayPlus(slot.startsOn, (slot.weekday - weekdayOf(slot.startsOn) + 7) % 7)
  return (daysBetween(first, day) / 7) % slot.everyWeeks === 0
}

/**
 * The first day on or after `from` on which a recurring lesson falls.
 * @returns The day, or null when the series has ended.
 */
export function nextDay(slot: WeeklySlot, from: string): string | null {
  for (let ahead = 0; ahead <= 7 * slot.everyWeeks; ahead++) {
    const day = dayPlus(from < slot.startsOn ? slot.startsOn : from, ahead)
    if (fallsOn(slot, day)) return day
  }
  return null
}
