/** A fretting finger, 1 (index) to 4 (little). */
export type Finger = 1 | 2 | 3 | 4

/** The fretting fingers, index to little. */
export const FINGERS: readonly Finger[] = [1, 2, 3, 4]

/** A fretting finger, or 0 for an open string. */
export type FingerOrOpen = 0 | Finger
