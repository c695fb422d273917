import { TICKS_PER_QUARTER, type Tick } from './ticks'

/** Whether a meter counts in dotted quarters: 6/8, 9/8, 12/8. */
export const isCompound = ([beats, unit]: readonly [number, number]) => unit === 8 && beats > 3 && beats % 3 === 0

/**
 * Length of a beat as it is counted: of 6/8, 9/8 and 12/8 the dotted quarter.
 * @example beatTicks([6, 8]) // 15120
 */
export const beatTicks = (meter: readonly [number, number]): Tick =>
  ((4 * TICKS_PER_QUARTER) / meter[1]) * (isCompound(meter) ? 3 : 1)

/**
 * A tempo as it is shown: quarters a minute, in a compound meter its dotted quarters.
 * @param tempo Quarters a minute.
 * @example shownTempo(90, [6, 8]) // 60
 */
export const shownTempo = (tempo: number, meter: readonly [number, number]) =>
  isCompound(meter) ? (tempo * 2) / 3 : tempo

const figure = (bpm: number) => String(Math.round(bpm * 10) / 10)

/**
 * A tempo as it is written over music.
 * @example tempoInWords(90, [6, 8]) // '♩. = 60'
 */
export const tempoInWords = (tempo: number, meter: readonly [number, number]) =>
  `♩${isCompound(meter) ? '.' : ''} = ${figure(shownTempo(tempo, meter))}`
