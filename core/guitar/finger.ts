/** A fretting finger, 1 (index) to 4 (little). */
export type Finger = 1 | 2 | 3 | 4

/** The fretting fingers, index to little. */
export const FINGERS: readonly Finger[] = [1, 2, 3, 4]

/**
 * Every order of some fingers, in the order they are given; 24 of four.
 * @example fingerOrdersOf([1, 2]) // [[1, 2], [2, 1]]
 */
export const fingerOrdersOf = <F extends number>(fingers: readonly F[]): readonly (readonly F[])[] =>
  fingers.length < 2
    ? [fingers]
    : fingers.flatMap((first, i) => fingerOrdersOf(fingers.filter((_, k) => k !== i)).map(rest => [first, ...rest]))

/** A fretting finger, or 0 for an open string. */
export type FingerOrOpen = 0 | Finger
