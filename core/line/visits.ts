import { travelled } from './travel'
import { needString } from './on-guitar'
import { SpecError } from '../schema/spec-error'
import type { SharedSpec } from '../schema/fields'

/** One visit of a string within a pass. */
export interface Visit {
  readonly string: number
  /** On the way back. */
  readonly back: boolean
  /** Start of the note keys of this visit: `s5`, on a second visit of that string `s5v2`. */
  readonly name: string
}

/** Strings in the order of the way there. `skip` from 6 to 1 is 6 4 5 3 4 2 3 1. */
function stringList(strings: SharedSpec['strings']): readonly number[] {
  if (typeof strings.order !== 'string') return strings.order
  const direction = strings.from >= strings.to ? -1 : 1
  const count = Math.abs(strings.from - strings.to) + 1
  const adjacent = Array.from({ length: count }, (_, i) => strings.from + direction * i)
  if (strings.order === 'adjacent') return adjacent
  if (count < 3)
    throw new SpecError(
      'strings.order',
      `skipping a string needs at least three strings, not ${strings.from} to ${strings.to}`,
    )
  return adjacent.slice(0, -2).flatMap((string, i) => [string, adjacent[i + 2]!])
}

/**
 * The string visits of one pass.
 * @param stringCount Strings on the instrument.
 * @param listPath Field to blame for a string of an explicit list.
 * @throws SpecError when a string is not on the instrument or there are too few to skip one.
 */
export function stringVisits(
  strings: SharedSpec['strings'],
  stringCount: number,
  listPath = 'strings.order',
): readonly Visit[] {
  const list = stringList(strings)
  const missing = list.find(string => string > stringCount)
  if (missing !== undefined) {
    const path =
      typeof strings.order !== 'string' ? listPath : strings.from > stringCount ? 'strings.from' : 'strings.to'
    needString(missing, stringCount, path)
  }
  const there = list.map(string => ({ string, back: false }))
  // The visits on the way back know that they are.
  const turned = strings.travel === 'back' ? 0 : there.length
  const route = travelled(there, strings.travel, strings.repeatTurn).map((visit, i) =>
    i < turned ? visit : { ...visit, back: true },
  )
  const seen = new Map<number, number>()
  return route.map(({ string, back }) => {
    const nth = (seen.get(string) ?? 0) + 1
    seen.set(string, nth)
    return { string, back, name: `s${string}${nth > 1 ? `v${nth}` : ''}` }
  })
}
