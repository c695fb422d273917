import { FINGERS, type Finger } from '../guitar/finger'
import type { HandInput } from '../schema/fields'

/** A student's fretting hand with every figure settled; distances in mm. */
export interface Hand extends Required<Omit<HandInput, 'pairsMm' | 'assumedMm'>> {
  readonly pairsMm: Readonly<Partial<Record<string, number>>>
  /**
   * Comfortable and greatest distance by pair of fingers, at 5·a + b: settled once, for every decision of the hand
   * reads them.
   */
  readonly comfortsMm: readonly number[]
  readonly limitsMm: readonly number[]
}

/**
 * What each pair of fingers spans as a share of the reach 1–4: at ease, and at most. The project's own assumption,
 * editable per student: an adult hand of 80 mm plays whole steps in V and everyday barre chords.
 */
export const PAIR_SHARES: Readonly<Record<string, { readonly comfort: number; readonly limit: number }>> = {
  12: { comfort: 0.55, limit: 0.85 },
  23: { comfort: 0.4, limit: 0.62 },
  34: { comfort: 0.42, limit: 0.62 },
  13: { comfort: 0.8, limit: 1.15 },
  24: { comfort: 0.72, limit: 1.05 },
  14: { comfort: 1, limit: 1.4 },
}
/** Reach assumed where no student is named, mm. */
export const DEFAULT_REACH_MM = 80

/** Reach of a child of seven, by how much it grows a year, and the least that is assumed, mm; the project's own. */
const [AT_SEVEN_MM, A_YEAR_MM, LEAST_MM] = [50, 4, 42]

/**
 * The reach to go by until somebody measures it, mm.
 * @param age Years; null where it is not known.
 * @example assumedReachMm(9) // 58
 */
export const assumedReachMm = (age: number | null): number =>
  age === null ? DEFAULT_REACH_MM : Math.max(LEAST_MM, Math.min(DEFAULT_REACH_MM, AT_SEVEN_MM + A_YEAR_MM * (age - 7)))

/** A hand with what is assumed of it where it is not measured. @param age Years; null where it is not known. */
export function withAssumedReach({ assumedMm: _, ...hand }: HandInput, age: number | null): HandInput {
  return hand.reachMm !== undefined || age === null ? hand : { ...hand, assumedMm: assumedReachMm(age) }
}

/** The reach that counts for a hand, measured or assumed, mm. */
export const reachOf = ({ reachMm, assumedMm }: HandInput): number => reachMm ?? assumedMm ?? DEFAULT_REACH_MM

/**
 * Settles a hand: what is known of the student over the defaults.
 * @example handOf().reachMm // 80
 */
export function handOf(input: HandInput = {}): Hand {
  const reachMm = reachOf(input)
  const pairsMm: Hand['pairsMm'] = input.pairsMm ?? {}
  const byPair = (distance: (pair: string) => number) =>
    Array.from({ length: 25 }, (_, index) => {
      const [a, b] = [Math.floor(index / 5), index % 5]
      const pair = a < b ? `${a}${b}` : `${b}${a}`
      return pair in PAIR_SHARES ? distance(pair) : 0
    })
  const comfort = (pair: string) => pairsMm[pair] ?? PAIR_SHARES[pair]!.comfort * reachMm
  return {
    reachMm,
    pairsMm,
    comfortsMm: byPair(comfort),
    // A measured pair has its limit as far beyond its comfort as any other hand's.
    limitsMm: byPair(pair => (comfort(pair) * PAIR_SHARES[pair]!.limit) / PAIR_SHARES[pair]!.comfort),
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

/**
 * The fretting fingers that may play as they like: neither out of use nor to be spared.
 * @example playingFingers(handOf({ spared: [4] })) // [1, 2, 3]
 */
export function playingFingers({ excluded, spared }: Hand): readonly Finger[] {
  return FINGERS.filter(finger => !excluded.includes(finger) && !spared.includes(finger))
}

/** Distance between two fingers beyond which the hand cannot go without harm, mm. */
export function limitMm(hand: Hand, a: Finger, b: Finger): number {
  return hand.limitsMm[5 * a + b]!
}
