import type { HandInput } from '../spec/fields'

/** Fretting fingers, index to little. */
export type Finger = 1 | 2 | 3 | 4

/** A student's fretting hand with every figure settled; distances in mm. */
export interface Hand extends Required<Omit<HandInput, 'pairsMm'>> {
  readonly pairsMm: Readonly<Partial<Record<string, number>>>
  /** Comfortable distance by pair of fingers, at 5·a + b: settled once, for every decision of the hand reads it. */
  readonly comfortsMm: readonly number[]
}

/** Comfortable stretch of each pair of fingers as a share of the reach 1–4; the project's own assumption, editable per student. */
export const COMFORT_SHARE: Readonly<Record<string, number>> = { 12: 0.42, 23: 0.34, 34: 0.36, 13: 0.72, 24: 0.66, 14: 1 }
/** How far beyond comfort a stretch is still possible; the project's own assumption. */
export const LIMIT_OVER_COMFORT = 1.4
/** Reach assumed where no student is named, mm. */
export const DEFAULT_REACH_MM = 80

/**
 * Settles a hand: what is known of the student over the defaults.
 * @example handOf().reachMm // 80
 */
export function handOf(input: HandInput = {}): Hand {
  const reachMm = input.reachMm ?? DEFAULT_REACH_MM
  const pairsMm: Hand['pairsMm'] = input.pairsMm ?? {}
  const comfortsMm = Array.from({ length: 25 }, (_, index) => {
    const [a, b] = [Math.floor(index / 5), index % 5]
    const pair = a < b ? `${a}${b}` : `${b}${a}`
    return pairsMm[pair] ?? (COMFORT_SHARE[pair] ?? 0) * reachMm
  })
  return {
    reachMm,
    pairsMm,
    comfortsMm,
    excluded: input.excluded ?? [],
    spared: input.spared ?? [],
    thumbOver: input.thumbOver ?? false,
    barre: input.barre ?? true,
    rule: input.rule ?? 'strict',
    leftHanded: input.leftHanded ?? false,
  }
}

/**
 * Comfortable distance between two fingers in mm.
 * @throws RangeError when the fingers are the same.
 */
export function comfortMm(hand: Hand, a: Finger, b: Finger): number {
  if (a === b) throw new RangeError(`finger ${a} has no distance to itself`)
  return hand.comfortsMm[5 * a + b]!
}

/** Distance between two fingers beyond which the hand cannot go without harm, mm. */
export function limitMm(hand: Hand, a: Finger, b: Finger): number {
  return LIMIT_OVER_COMFORT * comfortMm(hand, a, b)
}
