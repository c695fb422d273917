import { FINGERS, type Finger } from '../../guitar/finger'
import type { Hand } from '../../hand/hand'
import type { HandRules } from '../../hand/advance-hand'
import { isTwisted, overLimit, type Gripped, type Touch } from '../model/choice'
import { barreCost, COSTS } from '../model/costs'
import type { Effort } from '../model/effort'
import type { Place } from '../model/task'

/** What places that sound together may be fingered as. */
export interface Assignment {
  readonly fingers: readonly Finger[]
  readonly faults: number
}

/** A place that wants a finger, perhaps a certain one. */
export type Wanted = Place & { readonly finger: Finger | null; readonly pinned?: boolean }

/** Strings between two places that sound lower than a finger across them would let them. */
const underBarre = (a: Place, b: Place, sounding: readonly Place[]) =>
  sounding.some(
    place =>
      place.fret < a.fret &&
      place.string >= Math.min(a.string, b.string) &&
      place.string <= Math.max(a.string, b.string),
  )

/**
 * How often two fingers that land together break a law of the hand: crossing, one finger on two frets, a barre that
 * cannot lie.
 */
function faultsBetween(a: Touch, b: Touch, sounding: readonly Place[], hand: Hand): number {
  if (a.finger === b.finger) {
    if (a.fret !== b.fret) return 1
    return hand.barre && !underBarre(a, b, sounding) ? 0 : 1
  }
  const [low, high] = a.finger < b.finger ? [a, b] : [b, a]
  return low.fret > high.fret ? 1 : 0
}

/** What places are fingered under: the fingers that grips keep down, all that sounds, the hand. */
export interface FingeredUnder {
  readonly kept: readonly Gripped[]
  readonly sounding: readonly Place[]
  readonly rules: HandRules
}

/** How many laws of the hand the next finger breaks beside those that lie already. */
function faultsOf(
  taken: readonly Touch[],
  next: Wanted,
  touch: Touch,
  wanted: readonly Wanted[],
  { kept, sounding, rules }: FingeredUnder,
): number {
  const { hand } = rules
  const { finger } = touch
  let faults = 0
  if (next.finger !== null && next.finger !== finger) faults++
  if (hand.excluded.includes(finger)) faults++
  // A chord whose every finger is typed is the teacher's own: it may cross, but no finger is on two frets, and none
  // barres that must not.
  for (let k = 0; k < taken.length; k++) {
    const other = taken[k]!
    const given = next.finger !== null && wanted[k]!.finger !== null
    faults +=
      (given
        ? other.finger === finger && (other.fret !== touch.fret || !hand.barre)
          ? 1
          : 0
        : faultsBetween(other, touch, sounding, hand)) + (overLimit(other, touch, rules) ? 1 : 0)
  }
  for (const other of kept) {
    // A barre covers what lies beside it; a chord's string may be fretted anew by whatever finger lies on it.
    if ((other.finger === finger && other.fret === touch.fret) || (other.loose && other.string === touch.string))
      continue
    if (other.finger === finger) faults++
    else if ((other.finger < finger && other.fret > touch.fret) || (other.finger > finger && other.fret < touch.fret))
      faults++
    if (overLimit(other, touch, rules)) faults++
  }
  return faults
}

/**
 * All fingers for places that land together and break at most so many laws of the hand.
 * @param allowed Faults allowed; only with some allowed may a pinned finger be moved.
 * @throws TooWide when the effort is spent.
 */
export function assignments(
  wanted: readonly Wanted[],
  under: FingeredUnder,
  allowed: number,
  effort: Effort,
): readonly Assignment[] {
  const found: Assignment[] = []
  function place(taken: readonly Touch[], faults: number): void {
    const next = wanted[taken.length]
    if (!next) {
      found.push({ fingers: taken.map(touch => touch.finger), faults })
      return
    }
    const laidDown = next.finger !== null && !(allowed > 0 && next.pinned)
    effort.spend(2)
    for (const finger of laidDown ? [next.finger] : FINGERS) {
      const touch = { string: next.string, fret: next.fret, finger }
      const more = faultsOf(taken, next, touch, wanted, under)
      if (faults + more <= allowed) place([...taken, touch], faults + more)
    }
  }
  place([], 0)
  return found
}

/** What a finger costs beside those that lie already, wherever the hand is. */
function addedBy(taken: readonly Touch[], touch: Touch): number {
  let cost = 0
  let times = 0
  for (const each of taken) {
    if (isTwisted(each, touch)) cost += COSTS.twisted
    if (each.finger === touch.finger) times++
  }
  return times === 1 ? cost + barreCost(touch.finger) : cost
}

/**
 * The fingers that break the fewest laws of the hand, so far as a look at the most likely of them tells, those with the
 * fewest barres and turns first: for places too many to try them all.
 * @param keep How many are looked at on the way.
 * @param mostFaults More laws than that are not to be broken; then perhaps none is found.
 */
export function likelyAssignments(
  wanted: readonly Wanted[],
  under: FingeredUnder,
  keep: number,
  mostFaults: number,
): readonly Assignment[] {
  let partial: readonly Assigned[] = [{ taken: [], faults: 0, cost: 0 }]
  for (const next of wanted) {
    const fingers = next.finger !== null && !next.pinned ? [next.finger] : FINGERS
    const found: (Assigned & { readonly touch: Touch })[] = []
    for (const { taken, faults, cost } of partial) {
      for (const finger of fingers) {
        const touch = { string: next.string, fret: next.fret, finger }
        const broken = faults + faultsOf(taken, next, touch, wanted, under)
        if (broken <= mostFaults) found.push({ taken, touch, faults: broken, cost: cost + addedBy(taken, touch) })
      }
    }
    partial = found
      .sort((a, b) => a.faults - b.faults || a.cost - b.cost)
      .slice(0, keep)
      .map(({ taken, touch, faults, cost }) => ({ taken: [...taken, touch], faults, cost }))
  }
  return partial
    .filter(({ faults }) => faults === partial[0]!.faults)
    .map(({ taken, faults }) => ({ fingers: taken.map(touch => touch.finger), faults }))
}

/** Places fingered so far, from the first on: the laws of the hand they break, what they cost wherever the hand is. */
interface Assigned {
  readonly taken: readonly Touch[]
  readonly faults: number
  readonly cost: number
}

/**
 * How far from its one-per-fret place a finger may be: one fret in a single line; among notes sounding together two,
 * finger 1 one.
 */
export const leeway = (finger: Finger, together: boolean) => (together && finger !== 1 ? 2 : 1)

/** Positions in which all fingers are near enough to their places; where there is none, those that suit one of them. */
export function positionsFor(
  touches: readonly Touch[],
  together: boolean,
  lastFret: number,
): { readonly positions: readonly number[]; readonly strained: boolean } {
  const low = Math.max(1, ...touches.map(touch => touch.fret - touch.finger + 1 - leeway(touch.finger, together)))
  const high = Math.min(
    lastFret,
    ...touches.map(touch => touch.fret - touch.finger + 1 + leeway(touch.finger, together)),
  )
  const positions = Array.from({ length: Math.max(0, high - low + 1) }, (_, i) => low + i)
  if (positions.length > 0) return { positions, strained: false }
  return {
    positions: [...new Set(touches.map(touch => Math.max(1, touch.fret - touch.finger + 1)))].sort((a, b) => a - b),
    strained: true,
  }
}
