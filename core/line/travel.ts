import type { SharedSpec } from '../schema/fields'

/** The ways a route is travelled. */
export type TravelWay = SharedSpec['strings']['travel']

/**
 * A route there, back, or both ways.
 * @param repeatTurn Whether what the turn is made on comes twice; only then both ways are equally long.
 * @example travelled([1, 2, 3], 'there-and-back') // [1, 2, 3, 2, 1]
 */
export function travelled<T>(there: readonly T[], travel: TravelWay, repeatTurn = false): readonly T[] {
  if (travel === 'there') return there
  const back = there.toReversed()
  return travel === 'back' ? back : [...there, ...(repeatTurn ? back : back.slice(1))]
}
