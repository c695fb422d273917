import { entriesOf, matching, NO_QUERY } from '../app/shelf/shelf-entries'
import { gradeOf } from '../core/grade/grade'
import { neighbours } from '../core/grade/neighbours'
import { marksOf } from '../core/ladder/marks'
import { realise } from '../core/score/realise'
import type { DrillRow } from '../shared/contracts/drills/answers'

const ORDERS = [
  [1, 2, 3, 4],
  [1, 3, 2, 4],
  [4, 2, 3, 1],
  [2, 4, 1, 3],
]
const drills = (rule: string) =>
  ORDERS.map(fingers => ({ version: 1, family: 'order', order: { fingers }, fingering: { rule } }))

/** Best of five of so many runs, per second: these machines are noisy and the best is the least disturbed. */
function perSecond(runs: number, once: (i: number) => void): number {
  for (let i = 0; i < runs / 4; i++) once(i)
  let best = Infinity
  for (let round = 0; round < 5; round++) {
    const began = performance.now()
    for (let i = 0; i < runs; i++) once(i)
    best = Math.min(best, performance.now() - began)
  }
  return runs / (best / 1000)
}

function gradeOnce(spec: unknown): void {
  const result = realise(spec)
  if (!result.ok) throw new Error(result.error.message)
  gradeOf(result.value)
}

/** Drills of 48 notes realised and graded a second on one core, and one drill with all its neighbours. */
export function gradeRates(): readonly { readonly name: string; readonly perSecond: number; readonly aim: string }[] {
  const [plain, best] = [drills('one-per-fret'), drills('best')]
  return [
    {
      name: 'realise and grade, 48 notes, one per fret',
      perSecond: perSecond(2000, i => gradeOnce(plain[i % 4])),
      aim: '≥ 1,500',
    },
    { name: 'realise and grade, 48 notes, best', perSecond: perSecond(120, i => gradeOnce(best[i % 4])), aim: '≥ 100' },
    { name: 'all neighbours of a drill', perSecond: perSecond(20, i => void neighbours(plain[i % 4])), aim: '' },
  ]
}

/** How long the Shelf takes to narrow 5,000 drills down, ms: its lists, and one search among them. */
export function shelfTimes(): { readonly entriesMs: number; readonly filterMs: number } {
  const rows = Array.from({ length: 5000 }, (_, i): DrillRow => {
    const result = realise({ ...drills('one-per-fret')[i % 4]!, tempo: 40 + (i % 160) })
    if (!result.ok || result.value.kind !== 'sheet') throw new Error('a drill that cannot be played')
    const { spec, title } = result.value
    return {
      id: String(i),
      name: `Drill ${i}`,
      family: 'order',
      archived: false,
      setFor: 0,
      newest: { id: String(i), number: 1, title, spec, createdAt: '2026-01-05T00:00:00.000Z' },
      marks: marksOf(result.value),
      fromRung: null,
    }
  })
  const page = { drills: rows, rungs: [], favourites: [], programmes: [] }
  const entries = entriesOf(page)
  const query = { ...NO_QUERY, search: 'drill 12', fingers: [3] }
  const once = { favourites: new Set<string>(), suiting: null }
  return {
    entriesMs: 1000 / perSecond(5, () => void entriesOf(page)),
    filterMs: 1000 / perSecond(40, () => void matching(entries, query, once)),
  }
}
