import type { Cause } from './cause'
import { chordChanges } from './demands/chord-changes'
import { coordination } from './demands/coordination'
import { crossings } from './demands/crossings'
import type { DemandReader } from './demands/demand'
import { frettingSpeed } from './demands/fretting-speed'
import { independence } from './demands/independence'
import { plucking } from './demands/plucking'
import { countDemand, pulse } from './demands/pulse'
import { shifts } from './demands/shifts'
import { slurs } from './demands/slurs'
import { stretch } from './demands/stretch'
import type { HandInput } from '../schema/fields'
import type { CountPlan, Realised, Score } from '../score/score'
import { partValue, soft } from './part'
import { readScore } from './reading'
import { GRADE, PARTS, type PartName, type Weights } from './table'

const READERS: Readonly<Record<PartName, DemandReader>> = {
  'fretting speed': frettingSpeed,
  'finger independence': independence,
  stretch,
  shifts,
  crossings,
  slurs,
  'plucking hand': plucking,
  coordination,
  pulse,
  'chord changes': chordChanges,
}

/** One part of a load. */
export interface Part {
  readonly name: PartName
  /** 0 to 100, unrounded. */
  readonly value: number
  /** What its hardest onset asks for; null where the drill asks for nothing of it. */
  readonly cause: Cause | null
  /** Notes of the onsets that ask for most of it. */
  readonly notes: readonly string[]
}

/** How hard a drill is, and what makes it so. */
export interface Grade {
  /** 1 to 8, unrounded; 8 is a limit that none reaches. */
  readonly value: number
  readonly parts: readonly Part[]
}

/** An onset that asks for this share of the hardest is told with it. */
const AMONG_HARDEST = 0.85

/**
 * A grade from the values of its parts: 1 + 7 · soft(1.2 · S^1.4, 8), S the cubic sum of the weighted parts.
 * @param values 0 to 100 of each part, in the table's order.
 * @param weights A studio's own, or the table's.
 */
export function gradeFrom(values: readonly number[], weights: Weights = GRADE.weights): number {
  const { least, span, power, scale, bend, softness } = GRADE.grade
  let sum = 0
  for (const [i, name] of PARTS.entries()) sum += ((weights[name] * values[i]!) / 100) ** power
  return least + span * soft(scale * sum ** (bend / power), softness)
}

/** Value of each part, in the table's order. */
export const partValues = (parts: readonly Part[]): readonly number[] => parts.map(part => part.value)

/** The same drill's grade under other weights. */
export const regrade = ({ parts }: Grade, weights: Weights): number => gradeFrom(partValues(parts), weights)

function sheetParts(score: Score, hand: HandInput | undefined): readonly Part[] {
  const reading = readScore(score, hand)
  return PARTS.map((name): Part => {
    const { summing, read } = READERS[name]
    const { byOnset, cause } = read(reading)
    let hardest = 0
    for (let i = 1; i < byOnset.length; i++) if (byOnset[i]! > byOnset[hardest]!) hardest = i
    const most = byOnset[hardest] ?? 0
    if (most <= 0) return { name, value: 0, cause: null, notes: [] }
    const notes: string[] = []
    for (const [i, demand] of byOnset.entries())
      if (demand >= AMONG_HARDEST * most) for (const note of reading.onsets[i]!.notes) notes.push(note.key)
    return { name, value: partValue(byOnset, summing), cause: cause(hardest), notes }
  })
}

function countParts({ tempos }: CountPlan): readonly Part[] {
  const hardest = tempos.reduce((a, b) => (countDemand(b) > countDemand(a) ? b : a))
  const value = 100 * soft(countDemand(hardest), GRADE.part.softness)
  const { bpm, perBeat, bars, silentBars } = hardest
  return PARTS.map((name): Part =>
    name === 'pulse'
      ? { name, value, cause: { part: 'pulse', bpm, perBeat, bars, silentBars }, notes: [] }
      : { name, value: 0, cause: null, notes: [] },
  )
}

/**
 * Grades a realised drill at its tempo, on its instrument, for a hand.
 * @param hand The student's; the default hand when left out.
 * @param weights A studio's own, or the table's.
 * @returns Null for timed steps: a warm-up has no grade. A counting drill asks for pulse only.
 */
export function gradeOf(realised: Realised, hand?: HandInput, weights: Weights = GRADE.weights): Grade | null {
  if (realised.kind === 'steps') return null
  const parts = realised.kind === 'count' ? countParts(realised) : sheetParts(realised, hand)
  return { value: gradeFrom(partValues(parts), weights), parts }
}
