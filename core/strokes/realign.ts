const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b))

/**
 * After how many plucked notes a stroke cycle falls on the same place of a string again: the least common multiple
 * of cycle and group. A four-stroke cycle on three notes per string realigns after 12 (common practice).
 * @param cycle Strokes in the cycle, 1 or more.
 * @param group Plucked notes per string visit, 1 or more.
 * @throws RangeError when either is not a whole number above 0.
 * @example realignAfter(4, 3) // 12
 */
export function realignAfter(cycle: number, group: number): number {
  if (!(Number.isInteger(cycle) && Number.isInteger(group) && cycle > 0 && group > 0))
    throw new RangeError(`cycle ${cycle} and group ${group} must be whole numbers above 0`)
  return (cycle / gcd(cycle, group)) * group
}
