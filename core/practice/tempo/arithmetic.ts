import { TEMPO_BOUNDS } from '../../schema/fields'

/**
 * Notes per second at a tempo.
 * @param tempoBpm Quarters per minute, above 0.
 * @param perBeat Notes per quarter, 1 or more.
 * @throws RangeError when either is not positive.
 * @example notesPerSecond(120, 4) // 8
 */
export function notesPerSecond(tempoBpm: number, perBeat: number): number {
  if (!(tempoBpm > 0 && perBeat > 0))
    throw new RangeError(`tempo ${tempoBpm} and notes per beat ${perBeat} must be above 0`)
  return (tempoBpm * perBeat) / 60
}

/**
 * Length of one note in milliseconds.
 * @throws RangeError when tempo or notes per beat are not positive.
 * @example noteMs(200, 4) // 75
 */
export function noteMs(tempoBpm: number, perBeat: number): number {
  return 1000 / notesPerSecond(tempoBpm, perBeat)
}

/**
 * The tempo at which another number of notes per beat is equally fast.
 * @example equalSpeedBpm(120, 4, 3) // 160
 */
export function equalSpeedBpm(tempoBpm: number, perBeat: number, otherPerBeat: number): number {
  return (notesPerSecond(tempoBpm, perBeat) * 60) / otherPerBeat
}

/** Size of one step of a plan in bpm at a tempo; "5%" is a share of that tempo. */
export function stepBpm(step: number | string, bpm: number): number {
  return typeof step === 'number' ? step : (bpm * Number.parseFloat(step)) / 100
}

/** A tempo in hundredths: shares give endless decimals, finer than any metronome. @example tidyBpm(75.6000001) // 75.6 */
export const tidyBpm = (bpm: number): number => Math.round(bpm * 100) / 100

/** One step up, never past the target. */
export function raisedBpm(bpm: number, step: number | string, targetBpm: number): number {
  return tidyBpm(Math.min(targetBpm, bpm + stepBpm(step, bpm)))
}

/**
 * Some steps down (one when not said), never below the slowest tempo there is.
 * @example easedBpm(60, 4, 2) // 52
 */
export function easedBpm(bpm: number, step: number | string, steps = 1): number {
  return tidyBpm(Math.max(TEMPO_BOUNDS.least, bpm - steps * stepBpm(step, bpm)))
}

/**
 * The tempos from one up to a target by steps, without the first; the last is the target.
 * @throws RangeError when the step is not positive.
 * @example stepsUp(60, 4, 70) // [64, 68, 70]
 */
export function stepsUp(fromBpm: number, step: number | string, targetBpm: number): readonly number[] {
  if (!(stepBpm(step, fromBpm) > 0)) throw new RangeError(`step ${step} must be above 0`)
  const way: number[] = []
  for (let bpm = fromBpm; bpm < targetBpm; way.push(bpm)) bpm = raisedBpm(bpm, step, targetBpm)
  return way
}

/**
 * Number of steps from one tempo to another.
 * @throws RangeError when the step is not positive.
 * @example stepsBetween(60, 120, '5%') // 15
 */
export const stepsBetween = (fromBpm: number, toBpm: number, step: number | string): number =>
  stepsUp(fromBpm, step, toBpm).length
