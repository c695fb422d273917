import { changedSpec, type SpecChange } from '../../schema/change'
import type { Transform } from '../../schema/fields'
import type { Spec } from '../../schema/parse'

/**
 * What is varied when a drill stands still (common practice): the way back first, another subdivision, one hand alone,
 * a fifth slower, the accents elsewhere.
 */
export const VARIATIONS = ['reverse', 'subdivision', 'hands-apart', 'slower', 'accents'] as const
/** One of them, or one hand alone as it helps against a fault. */
export type Variation = (typeof VARIATIONS)[number] | 'fretting-alone' | 'plucking-alone'

/** A way to play a drill that the teacher keeps for it: what it is called, what it changes. */
export interface OwnVariation {
  readonly name: string
  readonly change: SpecChange
}

/** The most a teacher keeps for one drill. */
export const MOST_OWN = 8

/** How much of the tempo is left when a drill is played slower. */
const SLOWER = 0.8

/** A fifth slower, whole bpm. @example slowerBpm(90) // 72 */
export const slowerBpm = (bpm: number): number => Math.round(SLOWER * bpm)

/** Another number of notes to the beat: threes for fours, fours for threes. */
const OTHER_SUBDIVISION: Readonly<Record<number, number>> = { 1: 2, 2: 3, 3: 4, 4: 3, 6: 4, 8: 6 }

const more = (spec: Spec, transform: Transform): Spec => ({ ...spec, then: [...spec.then, transform] })

/** A drill played as the teacher keeps it for. */
export const variedByOwn = (spec: Spec, { change }: OwnVariation): Spec => changedSpec(spec, change) as Spec

/** A drill varied; `slower` leaves it as it is, for its tempo is what changes. */
export function variedSpec(spec: Spec, variation: Variation): Spec {
  const { perBeat } = spec.rhythm
  switch (variation) {
    case 'reverse':
      return more(spec, { do: 'reverse' })
    case 'subdivision':
      return more(spec, { do: 'perBeat', n: OTHER_SUBDIVISION[perBeat] ?? 4 })
    case 'hands-apart':
      return { ...spec, sound: { ...spec.sound, length: 'muted' } }
    case 'fretting-alone':
      return more(spec, { do: 'only', part: 'fretting-hand' })
    case 'plucking-alone':
      return more(spec, { do: 'only', part: 'plucking-hand' })
    case 'accents':
      // Off the beat: where a beat has three, every second note, else every third.
      return more(spec, { do: 'accents', every: perBeat % 3 === 0 ? 2 : 3, from: 1 })
    case 'slower':
      return spec
  }
}
