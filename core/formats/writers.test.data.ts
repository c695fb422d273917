import { FAMILIES } from '../families/registry'
import { SHEET_FAMILIES } from '../score/arbitrary-spec.test.data'
import { drills } from '../score/corpus.test.data'
import { realise } from '../score/realise'
import type { Score } from '../score/score'

/** A drill of each family that has a sheet, as the Bench opens it. */
export const OPENINGS: readonly (readonly [string, Score])[] = FAMILIES.flatMap(family => {
  const result = realise({ version: 1, family: family.name, [family.name]: family.opening })
  return result.ok && result.value.kind === 'sheet' ? [[family.name, result.value] as const] : []
})

/** Scores of random drills, as many of each family. @param count At most; a family may have fewer. */
export const randomScores = (count: number): readonly Score[] =>
  drills('byFamily').flatMap(family =>
    family.slice(0, Math.ceil(count / SHEET_FAMILIES.length)).map(each => each.score),
  )
