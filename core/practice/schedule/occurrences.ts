import { dayPlus, instantOf } from './local-time'
import { fallsOn, nextDay, type WeeklySlot } from './weekly'

/** A lesson of a slot that is not where the rule puts it. */
export interface SlotException {
  /** The local day the rule puts it on. */
  readonly day: string
  readonly cancelled: boolean
  /** Where it is instead, or is made up; null for nowhere. */
  readonly to: { readonly day: string; readonly wallTime: string } | null
}

/** A slot with its clock, and what of it was moved or cancelled. */
export interface TimedSlot extends WeeklySlot {
  readonly wallTime: string
  /** IANA zone. */
  readonly zone: string
  readonly exceptions: readonly SlotException[]
}

/** A lesson of a slot on its day. */
export interface Occurrence {
  /** The local day the rule puts it on: by that it is known, wherever it is held. */
  readonly day: string
  /** Local day and time it is held at. */
  readonly on: string
  readonly wallTime: string
  /** ISO time. */
  readonly at: string
  readonly state: 'in-place' | 'moved' | 'cancelled'
}

const isInPlace = ({ cancelled, to }: SlotException) => !cancelled && to === null

function occurrence(
  { zone }: TimedSlot,
  day: string,
  held: { readonly day: string; readonly wallTime: string },
  state: Occurrence['state'],
): Occurrence {
  return { day, on: held.day, wallTime: held.wallTime, at: instantOf(held.day, held.wallTime, zone), state }
}

/** The lesson of a slot that the rule puts on a day, wherever it is held; null where it puts none there. */
export function occurrenceOf(slot: TimedSlot, day: string): Occurrence | null {
  if (!fallsOn(slot, day)) return null
  const own = { day, wallTime: slot.wallTime }
  const exception = slot.exceptions.find(each => each.day === day)
  if (!exception || isInPlace(exception)) return occurrence(slot, day, own, 'in-place')
  return exception.to ? occurrence(slot, day, exception.to, 'moved') : occurrence(slot, day, own, 'cancelled')
}

/** The lessons of a slot that are held on a local day, in the order of their times; a cancelled one on its own day. */
export function heldOn(slot: TimedSlot, day: string): readonly Occurrence[] {
  const days = new Set([day, ...slot.exceptions.filter(({ to }) => to?.day === day).map(each => each.day)])
  return [...days]
    .flatMap(each => occurrenceOf(slot, each) ?? [])
    .filter(each => each.on === day)
    .sort((a, b) => a.wallTime.localeCompare(b.wallTime))
}

/** How far a rule is followed for the next lesson: two years of the rarest weekly one. */
const MOST_STEPS = 104

/**
 * The first lesson of a slot that is held and is not over at an instant; null when there is none.
 * @param from Local day to begin at.
 * @param isOver Whether a lesson that begins at an ISO time is over.
 */
export function nextHeld(slot: TimedSlot, from: string, isOver: (at: string) => boolean): Occurrence | null {
  const moved = slot.exceptions
    .filter(({ to }) => to !== null && to.day >= from)
    .flatMap(({ day }) => occurrenceOf(slot, day) ?? [])
    .filter(each => each.state === 'moved' && !isOver(each.at))
  let inPlace: Occurrence | null = null
  for (let day = nextDay(slot, from), step = 0; day !== null && step < MOST_STEPS; step++) {
    const found = occurrenceOf(slot, day)!
    if (found.state === 'in-place' && !isOver(found.at)) {
      inPlace = found
      break
    }
    day = nextDay(slot, dayPlus(day, 1))
  }
  return [...moved, ...(inPlace ? [inPlace] : [])].sort((a, b) => Date.parse(a.at) - Date.parse(b.at))[0] ?? null
}
