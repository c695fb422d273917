/** Three notes on a string: frets above the first, and the fingers that take them (common practice). */
export const CELLS = {
  WW: { offsets: [0, 2, 4], fingers: [1, 2, 4] },
  HW: { offsets: [0, 1, 3], fingers: [1, 2, 4] },
  WH: { offsets: [0, 2, 3], fingers: [1, 3, 4] },
} as const satisfies Record<string, { offsets: readonly number[], fingers: readonly (1 | 2 | 3 | 4)[] }>

/** Fingers for three tones on a string by their frets: as in a cell, else 1 2 4. */
export function cellFingers(frets: readonly number[]): readonly (1 | 2 | 3 | 4)[] {
  const [first, second, third] = frets as [number, number, number]
  return Object.values(CELLS).find(({ offsets }) => offsets[1] === second - first && offsets[2] === third - first)?.fingers ?? [1, 2, 4]
}
