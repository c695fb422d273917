import { minimalSpec } from '../families/minimal-spec'
import { atTempo } from '../grade/at-tempo'
import { gradeOf, partValues, type Grade } from '../grade/grade'
import type { Spec } from '../schema/parse'
import type { CountPlan, Score } from '../score/score'
import { realise } from '../score/realise'
import type { Column } from './column'
import { demandBetween, entriesOf, signatureOf, signatureOfCount, type Demand, type Signature } from './signature'

/** One drill of the ladder. */
export interface Rung {
  readonly column: string
  /** Place in its column, the easiest first, from 1. */
  readonly place: number
  readonly spec: Readonly<Record<string, unknown>>
  readonly title: string
  readonly purpose: string
  readonly grade: number
  /** Value of each part, in the table's order. */
  readonly parts: readonly number[]
  readonly signature: Signature
  /** What it asks for that the rung before does not; null for the first. */
  readonly demand: Demand | null
  /** What should go well first: the rung before, and one about a grade below in each column that comes first. */
  readonly after: readonly Place[]
}

/** Where a rung stands. */
export interface Place {
  readonly column: string
  readonly place: number
}

/**
 * Changes whenever the ladder would come out otherwise: with its techniques, with the grade, with what the engine
 * writes.
 */
export const LADDER_VERSION = 2

/** How far apart rungs are aimed to be, and the widest gap there may be; in grades. */
export const STEP = 0.13
export const WIDEST_GAP = 0.5

/** A drill that may become a rung. */
interface Candidate {
  readonly base: number
  readonly spec: Spec
  readonly tempo: number
  readonly grade: Grade
  readonly signature: Signature
  /** The signature as text, entry by entry: thousands are compared. */
  readonly entries: readonly string[]
  readonly title: string
  readonly purpose: string
}

/** Faster than this is asked of nobody, onsets a second (common practice: the fastest alternate picking). */
const FASTEST = 16

/** A drill at a tempo: where its fingers are chosen by the engine, they are chosen anew. */
function playedAt<R extends Score | CountPlan>(value: R, tempo: number): R {
  if (value.kind === 'count' || value.spec.fingering.rule === 'one-per-fret') return atTempo(value, tempo)
  const again = realise({ ...value.spec, tempo })
  return again.ok ? (again.value as R) : atTempo(value, tempo)
}

function* candidatesOf({ bases, tempos }: Column): Generator<Candidate> {
  let base = 0
  for (const written of bases()) {
    const realised = realise(written)
    base++
    if (!realised.ok || realised.value.kind === 'steps') continue
    const { value } = realised
    if (value.kind === 'sheet' && value.report.breaches.length > 0) continue
    // Of fingers that are the same at every tempo the signature is too.
    let signature: Signature | null = null
    let entries: readonly string[] = []
    for (const tempo of value.kind === 'sheet' ? tempos : [60]) {
      if (value.kind === 'sheet' && (value.notesPerSecond * tempo) / value.tempo > FASTEST) break
      const played = playedAt(value, tempo)
      if (!signature || played.spec.fingering.rule !== 'one-per-fret') {
        signature = played.kind === 'sheet' ? signatureOf(played) : signatureOfCount(played)
        entries = entriesOf(signature)
      }
      const { title, purpose, spec } = played
      yield { base, tempo, grade: gradeOf(played)!, spec, signature, entries, title, purpose }
    }
  }
}

/** How used a candidate, its drill and what it asks for already are. */
interface Used {
  readonly bases: Map<number, number>
  readonly signatures: Map<string, number>
}

/** In how many entries one candidate asks for something else than another. */
const newIn = (before: Candidate, now: Candidate) =>
  now.entries.reduce((sum, entry, i) => sum + Number(entry !== before.entries[i]), 0)

/** A tempo in the middle of a metronome is what a lesson starts from. */
const USUAL_TEMPO = 80

/** How well a candidate goes on from the rung before: less is better. */
function cost(candidate: Candidate, before: Candidate | null, aim: number, used: Used): number {
  const news = before ? newIn(before, candidate) : 1
  return (
    4 * Math.abs(candidate.grade.value - aim) +
    2 * (used.bases.get(candidate.base) ?? 0) +
    (used.signatures.get(candidate.entries.join()) ?? 0) +
    // One thing new at a time.
    0.25 * (news - 1) +
    0.3 * Math.abs(Math.log2(candidate.tempo / USUAL_TEMPO))
  )
}

/**
 * Chooses the rungs of a column: a step apart, each with something new by name that the one before does not ask for.
 * @param column The technique.
 * @returns From the easiest to the hardest.
 */
export function buildColumn(column: Column): readonly Omit<Rung, 'after'>[] {
  const all = [...candidatesOf(column)].sort((a, b) => a.grade.value - b.grade.value)
  const used: Used = { bases: new Map(), signatures: new Map() }
  const chosen: Candidate[] = []
  let start = 0
  for (let aim = column.from; aim <= column.to + 1e-9; aim += STEP) {
    const before = chosen.at(-1) ?? null
    const least = Math.max(before ? before.grade.value + STEP / 4 : 0, aim - STEP / 2)
    while (start < all.length && all[start]!.grade.value < least) start++
    let best: Candidate | null = null
    let bestCost = Infinity
    for (let i = start; i < all.length && all[i]!.grade.value < aim + STEP / 2; i++) {
      const candidate = all[i]!
      if (before && newIn(before, candidate) === 0) continue
      const own = cost(candidate, before, aim, used)
      if (own < bestCost) [best, bestCost] = [candidate, own]
    }
    if (!best) continue
    chosen.push(best)
    used.bases.set(best.base, (used.bases.get(best.base) ?? 0) + 1)
    const signature = best.entries.join()
    used.signatures.set(signature, (used.signatures.get(signature) ?? 0) + 1)
  }
  return chosen.map(({ spec, title, purpose, grade, signature }, i) => ({
    column: column.name,
    place: i + 1,
    spec: minimalSpec(spec),
    title,
    purpose,
    grade: grade.value,
    parts: partValues(grade.parts),
    signature,
    demand: i === 0 ? null : demandBetween(chosen[i - 1]!.signature, signature),
  }))
}

/** A prerequisite stands at least so far below. */
const BELOW = 0.8

/**
 * Builds the whole ladder.
 * @param columns Every technique.
 * @param onColumn Called as each is done, with how many rungs it has.
 * @returns Column by column, each from the easiest.
 */
export function buildLadder(
  columns: readonly Column[],
  onColumn: (column: Column, rungs: number) => void = () => {},
): readonly Rung[] {
  const built = new Map<string, ReturnType<typeof buildColumn>>()
  for (const column of columns) {
    const rungs = buildColumn(column)
    built.set(column.name, rungs)
    onColumn(column, rungs.length)
  }
  return columns.flatMap(({ name, after }) =>
    built.get(name)!.map((rung): Rung => {
      const elsewhere = after.flatMap(other => {
        const below = built.get(other)!.findLast(each => each.grade <= rung.grade - BELOW)
        return below ? [{ column: other, place: below.place }] : []
      })
      return { ...rung, after: [...(rung.place > 1 ? [{ column: name, place: rung.place - 1 }] : []), ...elsewhere] }
    }),
  )
}
