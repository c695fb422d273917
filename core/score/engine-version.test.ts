import { describe, expect, test } from '@jest/globals'
import { createHash } from 'node:crypto'
import fc from 'fast-check'
import { arbitrarySpecOf, SHEET_FAMILIES } from './arbitrary-spec.test.data'
import { WRITTEN_BY_VERSION } from './engine-version.test.data'
import { factsOf } from './facts'
import { realiseJudged } from './realise'
import { ENGINE_VERSION } from './score'

/** Drills of each family, and notes at most: the engine is asked about every one of them. */
const DRILLS = 14
const MOST_NOTES = 64
const RULES = ['one-per-fret', 'best', 'given'] as const
const HANDS = [
  {},
  { reachMm: 62 },
  { reachMm: 95, excluded: [4] },
  { reachMm: 74, spared: [3], barre: false },
  { reachMm: 70, rule: 'loose' as const, pairsMm: { 12: 40 } },
]

/** Figures to the millionth: what lies beyond is not the engine's but the processor's. */
const rounded = (value: unknown): unknown =>
  typeof value === 'number'
    ? Math.round(value * 1e6) / 1e6
    : Array.isArray(value)
      ? value.map(rounded)
      : typeof value === 'object' && value !== null
        ? Object.fromEntries(Object.entries(value).map(([key, each]) => [key, rounded(each)]))
        : value

/** What the engine makes of some drills of a family, for hands of all kinds, in one short word. */
function written(family: string): string {
  const specs = fc.sample(arbitrarySpecOf(family), { seed: 20261128, numRuns: DRILLS })
  const facts = specs.map((spec, i) => {
    const result = realiseJudged(
      { ...spec, times: 1, fingering: { rule: RULES[i % RULES.length] } },
      { hand: HANDS[i % HANDS.length] },
    )
    if (!result.ok) return result.error
    const { value } = result
    if (value.kind === 'sheet' && value.notes.length > MOST_NOTES) return value.notes.slice(0, MOST_NOTES)
    return rounded(factsOf(value))
  })
  return createHash('sha256').update(JSON.stringify(facts)).digest('hex').slice(0, 16)
}

describe('what an engine version writes', () => {
  // Every score that is kept has its hash and this number beside it: were the engine to write otherwise under the same
  // number, a studio would be told that a drill it did not touch has changed.
  test.each(SHEET_FAMILIES)('%s: the same as when it was given its number', family => {
    const now = written(family)
    const known = WRITTEN_BY_VERSION[ENGINE_VERSION]
    if (!known)
      throw new Error(`version ${ENGINE_VERSION} is new: write what it writes into engine-version.test.data.ts`)
    if (known[family] !== now)
      throw new Error(
        `the engine writes ${family} otherwise (${now}): raise ENGINE_VERSION, say in core/wording/engine-changes.ts what a teacher will notice, and write the new words into engine-version.test.data.ts`,
      )
    expect(known[family]).toBe(now)
  })
})
