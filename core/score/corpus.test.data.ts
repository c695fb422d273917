import { existsSync, readFileSync } from 'node:fs'
import fc from 'fast-check'
import { arbitrarySpec, arbitrarySpecOf, SHEET_FAMILIES } from './arbitrary-spec.test.data'
import { realise } from './realise'
import type { Score } from './score'

type Asked = { readonly [key: string]: unknown }

/** A random drill and what the engine makes of it. */
export interface Realised {
  readonly spec: Asked
  readonly score: Score
}

/** Random drills, the same in every run. */
export interface Corpus {
  /** Of all families alike, one finger to a fret. */
  readonly plain: readonly Realised[]
  /** Short ones, fingered by the engine, or by the drill with positions left to the engine. */
  readonly fingered: readonly Realised[]
  /** As they were asked for, family by family. */
  readonly byFamily: readonly (readonly Realised[])[]
}

const realised = (spec: Asked): readonly Realised[] => {
  const result = realise(spec)
  return result.ok && result.value.kind === 'sheet' ? [{ spec, score: result.value }] : []
}

/** Notes of a fingered drill at most: the engine is asked about every one of them. */
const SHORT = 120
/** Specs tried of each kind; more than a third of them are drills. */
const TRIED = { plain: 2200, fingered: 500, eachFamily: 28 }

/** How each part is made, given what share of the specs is tried. */
const BUILD: { readonly [Part in keyof Corpus]: (share: number) => Corpus[Part] } = {
  plain: share =>
    fc
      .sample(arbitrarySpec, { seed: 20260105, numRuns: Math.round(TRIED.plain * share) })
      .flatMap(spec => realised({ ...spec, fingering: { rule: 'one-per-fret' } } as Asked)),
  fingered: share =>
    fc.sample(arbitrarySpec, { seed: 20260106, numRuns: Math.round(TRIED.fingered * share) }).flatMap((spec, i) => {
      const [plain] = realised(spec as Asked)
      if (!plain || plain.score.notes.length > SHORT) return []
      const asked = { ...spec, fingering: { rule: i % 3 === 0 ? 'given' : 'best' } } as Asked
      const found = realised(asked)
      if (found.length === 0) throw new Error(`not playable once the engine fingers it: ${JSON.stringify(asked)}`)
      return found
    }),
  byFamily: share =>
    SHEET_FAMILIES.map((family, i) =>
      fc
        .sample(arbitrarySpecOf(family), { numRuns: Math.round(TRIED.eachFamily * share), seed: 1600 + i })
        .flatMap(spec => realised(spec as Asked)),
    ),
}

/** Realises all of the random drills: some twenty seconds of work. */
export const buildCorpus = (): Corpus => ({
  plain: BUILD.plain(1),
  fingered: BUILD.fingered(1),
  byFamily: BUILD.byFamily(1),
})

/** What `npm test` wrote at the start of the run, at the path in `TEST_CORPUS`; null while one works on a part. */
const file = process.env.TEST_CORPUS
const written = file && existsSync(file) ? (JSON.parse(readFileSync(file, 'utf8')) as Corpus) : null

/** Whether the random drills are all there. */
export const isWhole = written !== null
const known: { -readonly [Part in keyof Corpus]?: Corpus[Part] } = {}

/** Random drills of this run. In a whole run they are realised once; else a quarter of them, where they are wanted. */
export function drills<Part extends keyof Corpus>(part: Part): Corpus[Part] {
  return written ? written[part] : (known[part] ??= BUILD[part](1 / 4) as (typeof known)[Part])!
}
