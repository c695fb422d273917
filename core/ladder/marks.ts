import type { Finger } from '../guitar/finger'
import { gradeOf, partValues } from '../grade/grade'
import { GRADE, PARTS, type PartName, type Weights } from '../grade/table'
import type { Realised, Via } from '../score/score'
import type { Base } from './column'
import { columnOf } from './columns/registry'
import { signatureOf, type Signature } from './signature'

/** What a drill is found by on the shelf. */
export interface DrillMarks {
  /** Column of the ladder; null for own music and warm-ups. */
  readonly technique: string | null
  /** Value of each part of the grade at its own tempo, in the table's order; null where it has no grade. */
  readonly parts: readonly number[] | null
  readonly fingers: readonly Finger[]
  readonly slurred: boolean
  readonly strings: readonly number[]
}

const SLURS: readonly Via[] = ['hammer', 'pull', 'slide']

/** Marks as far as a signature tells them. */
export const markedBy = ({ fingers, ways, strings }: Pick<Signature, 'fingers' | 'ways' | 'strings'>) => ({
  fingers,
  slurred: ways.some(way => SLURS.includes(way)),
  strings,
})

/** What a realised drill is found by, for a hand of the usual reach. */
export function marksOf(realised: Realised): DrillMarks {
  const column = columnOf(realised.spec as unknown as Base)
  const grade = gradeOf(realised)
  return {
    technique: column?.name ?? null,
    parts: grade && partValues(grade.parts),
    ...(realised.kind === 'sheet' ? markedBy(signatureOf(realised)) : { fingers: [], slurred: false, strings: [] }),
  }
}

const FRETTING: readonly PartName[] = [
  'fretting speed',
  'finger independence',
  'stretch',
  'shifts',
  'slurs',
  'chord changes',
]
const PLUCKING: readonly PartName[] = ['plucking hand', 'crossings']

/**
 * The hand whose parts weigh most; null where neither has anything to do, as in counting.
 * @param parts Value of each part, in the table's order; null for a drill without a grade.
 */
export function handWorked(
  parts: readonly number[] | null,
  weights: Weights = GRADE.weights,
): 'fretting' | 'plucking' | null {
  const most = (names: readonly PartName[]) =>
    Math.max(...names.map(name => weights[name] * (parts?.[PARTS.indexOf(name)] ?? 0)))
  const [fretting, plucking] = [most(FRETTING), most(PLUCKING)]
  return fretting === 0 && plucking === 0 ? null : fretting >= plucking ? 'fretting' : 'plucking'
}
