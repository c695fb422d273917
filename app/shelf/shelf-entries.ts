import { columnOf, COLUMNS } from '#core/ladder/columns/registry'
import { gradeFrom } from '#core/grade/grade'
import type { Weights } from '#core/grade/table'
import { handWorked, markedBy, marksOf, type DrillMarks } from '#core/ladder/marks'
import { rungName } from '#core/ladder/names'
import { rowOfGrade } from '#core/ladder/rows'
import { searched, type Searched } from '#core/ladder/search'
import { routineOf, type Routine, type RoutinePart } from '#core/writing/written-out'
import { realise } from '#core/score/realise'
import { demandInWords } from '#core/wording/demand'
import type { DrillRow, RungRow, ShelfPage } from '#shared/contracts/drills/answers'

/** A drill as the Shelf shows it, of the ladder or a teacher's own. */
export interface ShelfEntry extends Pick<DrillMarks, 'technique' | 'fingers' | 'slurred' | 'strings'> {
  /** Id of a drill, or key of a rung. */
  readonly ref: string
  readonly own: DrillRow | null
  readonly name: string
  readonly title: string
  readonly purpose: string
  readonly spec: Readonly<Record<string, unknown>>
  readonly tempo: number
  /** Under the studio's weights; null where it has none. */
  readonly grade: number | null
  /** Row of the shelf; null without a grade. */
  readonly row: number | null
  /** What is new in it. */
  readonly demand: RungRow['demand']
  /** What a search reads of it. */
  readonly searched: Searched
  /** The hand it works most; null where neither does, as in counting. */
  readonly hand: ReturnType<typeof handWorked>
  /** Refs of what should go well first. */
  readonly after: readonly string[]
}

const LABELS = new Map(COLUMNS.map(column => [column.name, column.label]))
/** What a technique is called. */
export const techniqueLabel = (technique: string | null): string =>
  (technique && LABELS.get(technique)) ?? 'Own music and warm-ups'

/** What a search reads of an entry. */
function searchedOf({
  name,
  title,
  purpose,
  technique,
  demand,
  spec,
  slurred,
  strings,
  fingers,
  row,
}: Omit<ShelfEntry, 'searched'>): Searched {
  return {
    name,
    title,
    about: [purpose, ...(demand ? [demandInWords(demand)] : [])],
    technique: technique && techniqueLabel(technique),
    spec,
    slurred,
    strings,
    fingers,
    grade: row,
  }
}
const withSearched = (entry: Omit<ShelfEntry, 'searched'>): ShelfEntry => ({ ...entry, searched: searchedOf(entry) })

function ofRung(rung: RungRow, weights: Weights | undefined): ShelfEntry {
  const grade = gradeFrom(rung.parts, weights)
  return withSearched({
    ref: rung.key,
    own: null,
    name: rungName(rung.title),
    title: rungName(rung.title),
    purpose: rung.purpose,
    spec: rung.spec,
    tempo: Number(rung.spec.tempo ?? 60),
    grade,
    row: rowOfGrade(grade),
    technique: rung.technique,
    ...markedBy(rung.signature),
    demand: rung.demand,
    hand: handWorked(rung.parts, weights),
    after: rung.after,
  })
}

/** Marks of a drill that was kept before there were any. */
function marksNow(row: DrillRow): DrillMarks {
  const result = realise(row.newest.spec)
  return result.ok
    ? marksOf(result.value)
    : {
        technique: columnOf(row.newest.spec as never)?.name ?? null,
        parts: null,
        fingers: [],
        slurred: false,
        strings: [],
      }
}

function ofOwn(row: DrillRow, weights: Weights | undefined): ShelfEntry {
  const { technique, parts, fingers, slurred, strings } = row.marks ?? marksNow(row)
  const grade = parts && gradeFrom(parts, weights)
  const { spec, title } = row.newest
  return withSearched({
    ref: row.id,
    own: row,
    name: row.name,
    title,
    purpose: '',
    spec,
    tempo: spec.tempo,
    grade,
    row: grade === null ? null : rowOfGrade(grade),
    technique,
    fingers,
    slurred,
    strings,
    demand: null,
    hand: handWorked(parts, weights),
    after: [],
  })
}

/**
 * Everything on the shelf: own drills first, then the ladder from easy to hard. A rung the teacher has a drill of is
 * shown as that drill.
 */
export function entriesOf(
  { drills, rungs }: Pick<ShelfPage, 'drills' | 'rungs'>,
  weights?: Weights,
): readonly ShelfEntry[] {
  const present = drills.filter(drill => !drill.archived)
  const taken = new Set(present.map(drill => drill.fromRung))
  return [
    ...present.map(row => ofOwn(row, weights)),
    ...rungs.filter(rung => !rung.retired && !taken.has(rung.key)).map(rung => ofRung(rung, weights)),
  ]
}

/** Where a drill is opened on the bench. */
export const benchAddress = ({ own, ref, spec }: Pick<ShelfEntry, 'own' | 'ref' | 'spec'>) => ({
  path: '/bench',
  query: own ? { drill: ref } : { spec: JSON.stringify(spec) },
})

/** What a teacher looks for. */
export interface ShelfQuery {
  readonly search: string
  readonly source: 'all' | 'own' | 'ladder' | 'favourites'
  /** Fingers that all have to be trained. */
  readonly fingers: readonly number[]
  readonly slurs: 'any' | 'with' | 'without'
  readonly hand: 'any' | 'fretting' | 'plucking'
  /** Most strings it may be played on; 0 for any. */
  readonly mostStrings: number
  readonly withoutGuitar: boolean
  readonly technique: string | null
  readonly row: number | null
}

export const NO_QUERY: ShelfQuery = {
  search: '',
  source: 'all',
  fingers: [],
  slurs: 'any',
  hand: 'any',
  mostStrings: 0,
  withoutGuitar: false,
  technique: null,
  row: null,
}

const WITHOUT_GUITAR = new Set(COLUMNS.filter(column => !column.guitar).map(column => column.name))

/** Whether a teacher made it: what was only set from the ladder stays the ladder's. */
export const isOwn = ({ own }: Pick<ShelfEntry, 'own'>) => own !== null && own.fromRung === null

/** What may narrow a list down besides the query. */
export interface Narrowing {
  readonly favourites: ReadonlySet<string>
  /** Refs that suit a student's hand and guitar; null where nobody was asked for. */
  readonly suiting: ReadonlySet<string> | null
}

/**
 * The drills that are looked for, whatever their technique and grade; the matrix counts these. What was searched for
 * comes in the order in which it answers best.
 */
export function matching(entries: readonly ShelfEntry[], query: ShelfQuery, { favourites, suiting }: Narrowing) {
  const narrowed = entries.filter(
    entry =>
      (query.source === 'all' ||
        (query.source === 'own' && isOwn(entry)) ||
        (query.source === 'ladder' && !isOwn(entry)) ||
        (query.source === 'favourites' && favourites.has(entry.ref))) &&
      query.fingers.every(finger => entry.fingers.includes(finger as 1)) &&
      (query.slurs === 'any' || entry.slurred === (query.slurs === 'with')) &&
      (query.hand === 'any' || entry.hand === query.hand) &&
      (query.mostStrings === 0 || (entry.strings.length > 0 && entry.strings.length <= query.mostStrings)) &&
      (!query.withoutGuitar || (entry.technique !== null && WITHOUT_GUITAR.has(entry.technique))) &&
      (suiting === null || suiting.has(entry.ref)),
  )
  return searched(narrowed, query.search, entry => entry.searched)
}

/** How many there are of each technique in each row. */
export function countsOf(entries: readonly ShelfEntry[]): ReadonlyMap<string, number> {
  const counts = new Map<string, number>()
  for (const { technique, row } of entries) {
    const cell = `${technique} ${row}`
    counts.set(cell, (counts.get(cell) ?? 0) + 1)
  }
  return counts
}

/**
 * Those of a technique, a row, or both, from easy to hard, what has no grade last; while something is searched for as
 * they came.
 */
export function chosenOf(
  entries: readonly ShelfEntry[],
  { technique, row, search }: Pick<ShelfQuery, 'technique' | 'row' | 'search'>,
) {
  const chosen = entries.filter(
    entry => (technique === null || entry.technique === technique) && (row === null || entry.row === row),
  )
  return search.trim() ? chosen : chosen.sort((a, b) => (a.grade ?? 9) - (b.grade ?? 9))
}

/** Drills in a row as one sheet of own music, or why they cannot be; each is realised as it is on the shelf. */
export function routineOfEntries(entries: readonly Pick<ShelfEntry, 'name' | 'spec'>[]): Routine {
  const parts: RoutinePart[] = []
  for (const { name, spec } of entries) {
    const result = realise(spec)
    if (!result.ok || result.value.kind !== 'sheet') return { ok: false, why: `“${name}” has no sheet` }
    parts.push({ title: name, score: result.value })
  }
  return routineOf(parts)
}
