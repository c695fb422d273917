// Hot in every hold decision, so the powers of the twelfth root of two are kept for the frets that exist.
const FRET_SHARE = Array.from({ length: 61 }, (_, fret) => 1 - 2 ** (-fret / 12))

/**
 * Distance of a fret from the nut in mm, equal temperament: x(n) = L · (1 − 2^(−n/12)).
 * @param scaleLengthMm Scale length L in mm, above 0.
 * @param fret Fret counted from the nut (a capo counted in), 0 or above.
 * @throws RangeError when the scale length is not positive.
 * @example fretDistanceMm(650, 12) // 325
 */
export function fretDistanceMm(scaleLengthMm: number, fret: number): number {
  if (!(scaleLengthMm > 0)) throw new RangeError(`scale length ${scaleLengthMm} mm must be above 0`)
  return scaleLengthMm * (FRET_SHARE[fret] ?? 1 - 2 ** (-fret / 12))
}

/**
 * Distance in mm between two frets, both counted from the capo.
 * @param capo Fret of the capo, 0 for none.
 * @example spanMm(650, 0, 5, 8).toFixed(1) // '77.5'
 */
export function spanMm(scaleLengthMm: number, capo: number, fromFret: number, toFret: number): number {
  return Math.abs(fretDistanceMm(scaleLengthMm, toFret + capo) - fretDistanceMm(scaleLengthMm, fromFret + capo))
}

/**
 * Lowest position (never below 1) in which a stretch of `spanFrets` frets stays within a reach:
 * P = max(1, ceil(12 · log2(L · (1 − 2^(−k/12)) / reach))), counted from the capo.
 * @param reachMm Comfortable reach between fingers 1 and 4, mm, above 0.
 * @throws RangeError when reach or scale length is not positive.
 * @example lowestComfortablePosition(650, 78, 3) // 5
 */
export function lowestComfortablePosition(scaleLengthMm: number, reachMm: number, spanFrets: number, capo = 0): number {
  if (!(reachMm > 0 && scaleLengthMm > 0))
    throw new RangeError(`reach ${reachMm} mm and scale length ${scaleLengthMm} mm must be above 0`)
  if (spanFrets <= 0) return 1
  const fromNut = Math.ceil(12 * Math.log2((scaleLengthMm * (1 - 2 ** (-spanFrets / 12))) / reachMm) - 1e-9)
  return Math.max(1, fromNut - capo)
}

/**
 * Longest scale on which a stretch of so many frets from a position stays within a reach: reach / (2^(−P/12) · (1 −
 * 2^(−k/12))).
 * @param position Counted from the nut, 1 or above.
 * @returns Scale length in mm.
 * @throws RangeError when the reach is not positive or the stretch has no frets.
 * @example Math.round(longestScaleMm(55, 5, 3)) // 461
 */
export function longestScaleMm(reachMm: number, position: number, spanFrets: number): number {
  if (!(reachMm > 0 && spanFrets > 0)) throw new RangeError(`reach ${reachMm} mm and span ${spanFrets} must be above 0`)
  return reachMm / (2 ** (-position / 12) * (1 - 2 ** (-spanFrets / 12)))
}

const ROMAN: readonly (readonly [number, string])[] = [
  [10, 'X'],
  [9, 'IX'],
  [5, 'V'],
  [4, 'IV'],
  [1, 'I'],
]

/**
 * Roman numeral of a position.
 * @param position Whole number, 1 or above.
 * @throws RangeError when it is not a whole number of at least 1.
 * @example romanPosition(9) // 'IX'
 */
export function romanPosition(position: number): string {
  if (!Number.isInteger(position) || position < 1)
    throw new RangeError(`position ${position} must be a whole number from 1`)
  let rest = position
  let text = ''
  for (const [value, letters] of ROMAN) {
    while (rest >= value) {
      text += letters
      rest -= value
    }
  }
  return text
}
