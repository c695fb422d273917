import { atTempo } from '../grade/at-tempo'
import { gradeOf } from '../grade/grade'
import { GRADE, type Weights } from '../grade/table'
import type { HandInput } from '../schema/fields'
import { equalSpeedBpm } from '../practice/tempo/arithmetic'
import { realise } from '../score/realise'
import type { Base, Column } from './column'
import { columnOf, COLUMNS } from './columns/registry'
import { rowOfGrade } from './rows'

/** A drill a student was set at some time. */
export interface Known {
  readonly spec: Readonly<Record<string, unknown>>
  readonly targetBpm: number
  /** The fastest clean pass; null where there was none. */
  readonly cleanBpm: number | null
  readonly ended: boolean
}

/** Reached its target, is being worked at, or was left before it was reached. */
export type Covered = 'done' | 'doing' | 'left'

/** What a student knows; what is in no map is untouched. */
export interface Coverage {
  /** Orders of four fingers, such as `1324`. */
  readonly orders: ReadonlyMap<string, Covered>
  /** Two fingers in turn, such as `24`. */
  readonly pairs: ReadonlyMap<string, Covered>
  /**
   * The fastest clean pass of each, quarters per minute at four notes to a quarter, so that tempos compare; one that
   * was never clean is left out.
   */
  readonly cleanOrders: ReadonlyMap<string, number>
  readonly cleanPairs: ReadonlyMap<string, number>
  /** Technique and row of the grade, such as `slurs 3`. */
  readonly cells: ReadonlyMap<string, Covered>
}

const RANK: Readonly<Record<Covered, number>> = { left: 0, doing: 1, done: 2 }

/** Notes something down unless better is known. */
function note(map: Map<string, Covered>, key: string, state: Covered): void {
  const known = map.get(key)
  if (known === undefined || RANK[state] > RANK[known]) map.set(key, state)
}

/** Notes to a quarter where a spec says nothing, and those that tempos are compared at. */
const USUAL_PER_BEAT = 4
const COMPARED_PER_BEAT = 4

/** Keeps the faster of two, in whole quarters per minute. */
function faster(map: Map<string, number>, key: string, bpm: number | null): void {
  if (bpm !== null) map.set(key, Math.max(map.get(key) ?? 0, Math.round(bpm)))
}

const stateOf = ({ cleanBpm, targetBpm, ended }: Known): Covered =>
  cleanBpm !== null && cleanBpm >= targetBpm ? 'done' : ended ? 'left' : 'doing'

/**
 * What a student has done, does and left, by finger order, pair of fingers, technique and grade: a drill counts at the
 * grade of its target, and what was clean on the way at the grade of that tempo.
 * @param hand The student's: a grade is for a hand.
 */
export function coverageOf(known: readonly Known[], hand?: HandInput, weights: Weights = GRADE.weights): Coverage {
  const coverage = {
    orders: new Map<string, Covered>(),
    pairs: new Map<string, Covered>(),
    cleanOrders: new Map<string, number>(),
    cleanPairs: new Map<string, number>(),
    cells: new Map<string, Covered>(),
  }
  for (const drill of known) {
    const state = stateOf(drill)
    const { spec, cleanBpm, targetBpm } = drill
    const { family, order, pair, rhythm } = spec as Base & {
      readonly rhythm?: { readonly perBeat?: number }
      readonly order?: { readonly fingers: readonly number[] }
      readonly pair?: { readonly fingers: readonly number[] }
    }
    const fast =
      cleanBpm === null ? null : equalSpeedBpm(cleanBpm, rhythm?.perBeat ?? USUAL_PER_BEAT, COMPARED_PER_BEAT)
    if (family === 'order' && order?.fingers.length === 4) {
      note(coverage.orders, order.fingers.join(''), state)
      faster(coverage.cleanOrders, order.fingers.join(''), fast)
    }
    if (family === 'pair' && pair) {
      note(coverage.pairs, pair.fingers.join(''), state)
      faster(coverage.cleanPairs, pair.fingers.join(''), fast)
    }
    const technique = columnOf(spec as Base)?.name
    const realised = realise(spec, { hand })
    if (!technique || !realised.ok) continue
    const rowAt = (tempo: number) => rowOfGrade(gradeOf(atTempo(realised.value, tempo), hand, weights)!.value)
    note(coverage.cells, `${technique} ${rowAt(targetBpm)}`, state)
    if (cleanBpm !== null) note(coverage.cells, `${technique} ${rowAt(cleanBpm)}`, 'done')
  }
  return coverage
}

/** Techniques that are untouched in a row although they exist there. */
export const missingAt = (row: number, { cells }: Pick<Coverage, 'cells'>): readonly Column[] =>
  COLUMNS.filter(
    ({ name, from, to }) => rowOfGrade(from) <= row && row <= rowOfGrade(to) && !cells.has(`${name} ${row}`),
  )
