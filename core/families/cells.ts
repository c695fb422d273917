import type { Finger } from '../guitar/finger'
/** Three notes on a string: frets above the first, and the fingers that take them (common practice). */
export const CELLS = {
  WW: { offsets: [0, 2, 4], fingers: [1, 2, 4] },
  HW: { offsets: [0, 1, 3], fingers: [1, 2, 4] },
  WH: { offsets: [0, 2, 3], fingers: [1, 3, 4] },
} as const satisfies Record<string, { offsets: readonly number[]; fingers: readonly Finger[] }>

/**
 * Fingers for three tones on a string by the two gaps between them: two half steps 1 2 3, the wider gap first 1 3 4,
 * else 1 2 4 (common practice).
 */
export function cellFingers(frets: readonly number[]): readonly Finger[] {
  const [first, second, third] = frets as [number, number, number]
  const [lower, upper] = [second - first, third - second]
  if (lower === 1 && upper === 1) return [1, 2, 3]
  return lower > upper ? [1, 3, 4] : [1, 2, 4]
}
