import fc from 'fast-check'
import { FAMILIES } from '../families/registry'
import { arbitrarySpecOf, SHEET_FAMILIES } from '../score/arbitrary-spec.test.data'
import { realise } from '../score/realise'
import type { Score } from '../score/score'

/** A drill of each family that has a sheet, as the Bench opens it. */
export const OPENINGS: readonly (readonly [string, Score])[] = FAMILIES.flatMap(family => {
  const result = realise({ version: 1, family: family.name, [family.name]: family.opening })
  return result.ok && result.value.kind === 'sheet' ? [[family.name, result.value] as const] : []
})

/** Scores of random specs of every family, always the same ones, as many of each. */
export const randomScores = (count: number): readonly Score[] =>
  SHEET_FAMILIES.flatMap((family, i) =>
    fc
      .sample(arbitrarySpecOf(family), { numRuns: Math.ceil((count * 2) / SHEET_FAMILIES.length), seed: 1600 + i })
      .flatMap(spec => {
        const result = realise(spec)
        return result.ok && result.value.kind === 'sheet' ? [result.value] : []
      })
      .slice(0, Math.ceil(count / SHEET_FAMILIES.length)),
  )
