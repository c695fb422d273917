/** Ticks in a quarter note: 2⁵·3²·5·7, so that 1–8 and 10 notes per quarter and 64ths are whole. */
export const TICKS_PER_QUARTER = 10080

/** A moment or length in ticks; always a whole number. */
export type Tick = number

/**
 * Length of one note in ticks.
 * @param perBeat Notes per quarter, a divisor of 10,080.
 * @throws RangeError when the quarter does not divide evenly.
 * @example noteTicks(4) // 2520
 */
export function noteTicks(perBeat: number): Tick {
  const ticks = TICKS_PER_QUARTER / perBeat
  if (!Number.isInteger(ticks))
    throw new RangeError(`${perBeat} notes do not divide a quarter of ${TICKS_PER_QUARTER} ticks`)
  return ticks
}

/**
 * Greatest common divisor: the coarsest grid two lengths share.
 * @example commonGrid(5040, 3360) // 1680
 */
export const commonGrid = (a: Tick, b: Tick): Tick => (b === 0 ? a : commonGrid(b, a % b))

/**
 * Length of one bar in ticks.
 * @param meter Beats in the bar and the note value of a beat, e.g. [6, 8].
 * @example barTicks([3, 4]) // 30240
 */
export function barTicks(meter: readonly [number, number]): Tick {
  return (meter[0] * 4 * TICKS_PER_QUARTER) / meter[1]
}

/**
 * Duration of a number of ticks in milliseconds.
 * @param tempoBpm Quarters per minute, above 0.
 * @example ticksToMs(2520, 120) // 125
 */
export function ticksToMs(ticks: Tick, tempoBpm: number): number {
  return (ticks / TICKS_PER_QUARTER) * (60000 / tempoBpm)
}
