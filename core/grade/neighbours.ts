import type { Control, Family, SharedControl } from '../families/family'
import { minimalSpec } from '../families/minimal-spec'
import { familyLookup, familyNamed, familyUses } from '../families/registry'
import { fingerOrdersOf, FINGERS } from '../guitar/finger'
import { fieldAt, withField } from '../schema/minimal'
import { TEMPO_BOUNDS } from '../schema/fields'
import { parseSpec, type Spec } from '../schema/parse'
import { realise } from '../score/realise'
import type { Context } from '../score/prepare'
import type { Realised } from '../score/score'
import { canBegin } from '../strokes/registry'
import { gradeOf, type Grade } from './grade'
import { GRADE, PARTS, type PartName, type Weights } from './table'

/** One field of a spec changed. */
export interface Change {
  readonly path: string
  readonly from: unknown
  readonly to: unknown
}

/** A drill one change away from another. */
export interface Neighbour {
  readonly change: Change
  readonly spec: Readonly<Record<string, unknown>>
  readonly grade: number
  /** Grades harder; below 0 easier. */
  readonly by: number
  /** How much each part changes, in points of 100; only those that do, the most first. */
  readonly parts: readonly { readonly name: PartName; readonly by: number }[]
  /** Whether tempo or notes to the beat change. */
  readonly speed: boolean
}

/** Less than this is no notch, in grades. */
export const LEAST_NOTCH = 0.1

const SPEED_PATHS = ['tempo', 'rhythm.perBeat']

/** Other finger lists: the same fingers in another order, one more, one fewer. */
function fingerLists(fingers: readonly number[]): readonly (readonly number[])[] {
  const more = FINGERS.filter(finger => !fingers.includes(finger)).map(finger => [...fingers, finger])
  return [...fingerOrdersOf(fingers), ...more, ...(fingers.length > 1 ? [fingers.slice(0, -1)] : [])]
}

/** What a control of a family may be instead, one step away. */
function insteadOf(control: Control, now: unknown, spec: Spec): readonly unknown[] {
  switch (control.kind) {
    case 'finger-orders':
      return fingerLists(now as readonly number[])
    case 'choice':
      return control.options.map(option => option.value)
    case 'number':
      return [Number(now) - 1, Number(now) + 1].filter(value => value >= control.min && value <= control.max)
    case 'series': {
      const groups = fieldAt(spec, control.of) as readonly unknown[]
      return typeof now === 'number' ? [now - 1, now + 1].filter(value => value >= 0 && value <= groups.length) : []
    }
    case 'places':
      return [Number(now) - 1, Number(now) + 1].filter(value => value >= 1)
    case 'figures': {
      const list = now as readonly number[] | undefined
      return list && list.length > 1 ? [list.toReversed(), list.slice(0, -1)] : []
    }
    default:
      return []
  }
}

const within = (least: number, most: number) => (value: number) => value >= least && value <= most

/** What a shared field may be instead, one step away, where the family has a use for it. */
const SHARED: readonly {
  readonly use: SharedControl | null
  readonly path: string
  readonly instead: (now: never, spec: Spec) => readonly unknown[]
}[] = [
  {
    use: null,
    path: 'tempo',
    instead: (now: number) =>
      [0.88, 0.94, 1.06, 1.12].map(by => Math.round(now * by)).filter(within(TEMPO_BOUNDS.least, TEMPO_BOUNDS.most)),
  },
  { use: 'perBeat', path: 'rhythm.perBeat', instead: (now: number) => [now - 1, now + 1].filter(within(1, 8)) },
  {
    use: 'position',
    path: 'position',
    instead: (now: number) => [now - 2, now - 1, now + 1, now + 2].filter(within(1, 15)),
  },
  {
    use: 'strings',
    path: 'strings.order',
    instead: (now: unknown) => (typeof now === 'string' ? ['adjacent', 'skip'] : []),
  },
  {
    use: 'strings',
    path: 'strings.from',
    instead: (now: number, spec) => (Array.isArray(spec.strings.order) ? [] : [now - 1, now + 1].filter(within(1, 8))),
  },
  {
    use: 'strings',
    path: 'strings.to',
    instead: (now: number, spec) => (Array.isArray(spec.strings.order) ? [] : [now - 1, now + 1].filter(within(1, 8))),
  },
  { use: 'travel', path: 'strings.travel', instead: () => ['there', 'back', 'there-and-back'] },
  { use: 'slurs', path: 'slurs', instead: () => [[], [2], [3], [2, 4], [2, 3, 4]] },
  {
    use: 'plucking',
    path: 'plucking.start',
    instead: (_, spec) =>
      ['D', 'U', 'p', 'i', 'm', 'a'].filter(start => canBegin({ ...spec.plucking, start: start as 'D' })),
  },
  {
    use: 'plucking',
    path: 'plucking.system',
    instead: (now: string) =>
      ['alternate', 'down', 'economy', 'hybrid'].includes(now)
        ? ['alternate', 'down', 'economy', 'hybrid']
        : ['im', 'ma', 'ia'].includes(now)
          ? ['im', 'ma', 'ia']
          : [],
  },
]

/** Every change of one field that the Bench offers for a drill, one step away. */
function* changesOf(spec: Spec, family: Family): Generator<Change> {
  for (const { use, path, instead } of SHARED) {
    if (use && !familyUses(family, use)) continue
    const from = fieldAt(spec, path)
    for (const to of instead(from as never, spec)) yield { path, from, to }
  }
  for (const control of family.controls) {
    const { when } = control
    if (when && 'is' in when && fieldAt(spec, when.path) !== when.is) continue
    if (when && 'not' in when && fieldAt(spec, when.path) === when.not) continue
    const from = fieldAt(spec, control.path)
    for (const to of insteadOf(control, from, spec)) yield { path: control.path, from, to }
  }
}

const breachCount = (realised: Realised) => (realised.kind === 'sheet' ? realised.report.breaches.length : 0)

/** Which parts change from one grade to another, the most first. */
export const partsChanged = (from: Grade, to: Grade): Neighbour['parts'] =>
  PARTS.map((name, i) => ({ name, by: to.parts[i]!.value - from.parts[i]!.value }))
    .filter(each => Math.abs(each.by) >= 1)
    .sort((a, b) => Math.abs(b.by) - Math.abs(a.by))

/**
 * Every drill one change away, graded: harder and easier, the nearest first. What the hand cannot do is left out, so
 * far as the drill itself can be played.
 * @param raw The drill's spec.
 * @param context The student's hand and pinned fingers.
 * @param weights A studio's own, or the table's.
 * @returns Empty for a drill without a grade, or one that cannot be played.
 */
export function neighbours(
  raw: unknown,
  context: Context = {},
  weights: Weights = GRADE.weights,
): readonly Neighbour[] {
  const parsed = parseSpec(raw, familyLookup)
  if (!parsed.ok) return []
  // Pins belong to notes that another drill may not have.
  const own = realise(parsed.value, context)
  const grade = own.ok ? gradeOf(own.value, context.hand, weights) : null
  if (!own.ok || !grade) return []
  const breaches = breachCount(own.value)
  const found = new Map<string, Neighbour>()
  const seen = new Set([JSON.stringify(minimalSpec(parsed.value))])
  for (const change of changesOf(parsed.value, familyNamed(parsed.value.family))) {
    const next = realise(withField(minimalSpec(parsed.value), change.path, change.to), { hand: context.hand })
    if (!next.ok || breachCount(next.value) > breaches) continue
    const spec = minimalSpec(next.value.spec)
    const name = JSON.stringify(spec)
    if (seen.has(name)) continue
    seen.add(name)
    const other = gradeOf(next.value, context.hand, weights)!
    const by = other.value - grade.value
    if (Math.abs(by) < LEAST_NOTCH) continue
    found.set(name, {
      change,
      spec,
      grade: other.value,
      by,
      parts: partsChanged(grade, other),
      speed: SPEED_PATHS.includes(change.path),
    })
  }
  return [...found.values()].sort((a, b) => Math.abs(a.by) - Math.abs(b.by))
}

/** What a teacher wants of a notch. */
export interface Wanted {
  readonly way: 'harder' | 'easier'
  /** The part that is to change; any when left out. */
  readonly part?: PartName
  /** Neither faster nor more notes to the beat. */
  readonly sameSpeed?: boolean
}

/**
 * The neighbours that fit what is wanted: of each parameter the nearest, then the next nearest, so that a choice of
 * different changes comes first. Where a part is wanted, those come first that change it more than any other.
 */
export function notches(found: readonly Neighbour[], { way, part, sameSpeed }: Wanted): readonly Neighbour[] {
  const sign = way === 'harder' ? 1 : -1
  const change = (neighbour: Neighbour) => sign * (neighbour.parts.find(each => each.name === part)?.by ?? 0)
  const ranks = new Map<string, number>()
  return found
    .filter(each => sign * each.by > 0 && !(sameSpeed && each.speed) && (part === undefined || change(each) > 0))
    .map(neighbour => {
      const rank = ranks.get(neighbour.change.path) ?? 0
      ranks.set(neighbour.change.path, rank + 1)
      return { neighbour, rank, mainly: part !== undefined && neighbour.parts[0]?.name === part }
    })
    .sort((a, b) => Number(b.mainly) - Number(a.mainly) || a.rank - b.rank)
    .map(({ neighbour }) => neighbour)
}
