import type { Apart, OwnStages, SheetFamily, StageStep } from '../families/family'
import { familyLookup, familyNamed } from '../families/registry'
import { changedSpec } from '../schema/change'
import { parseSpec, type Spec } from '../schema/parse'
import { SpecError } from '../schema/spec-error'
import { lineOf } from '../score/prepare'

const ALONE: Readonly<Record<Apart, string>> = {
  'plucking-hand': 'plucking hand alone',
  'fretting-hand': 'fretting hand alone',
}
const BOTH: readonly Apart[] = ['plucking-hand', 'fretting-hand']

/** The hands apart, where a family has two that can be. */
const handsApart = ({ apart = BOTH }: SheetFamily, { then }: Spec): readonly StageStep[] =>
  apart.map(part => ({ name: ALONE[part], change: { then: [...then, { do: 'only', part }] }, timed: false }))

/** What slurs and short notes are led up to by, in whatever family. */
function bySound({ slurs, sound }: Spec, own: OwnStages): readonly StageStep[] {
  const legato = { length: 'legato', damp: null }
  const pluckedAlready = own.before.some(({ change }) => change !== null && 'slurs' in change)
  return [
    ...(slurs.length > 0 && !pluckedAlready ? [{ name: 'all plucked', change: { slurs: [] }, timed: true }] : []),
    ...(sound.length === 'staccato' ? [{ name: 'legato', change: { sound: legato }, timed: true }] : []),
  ]
}

const TOGETHER: OwnStages = { before: [], name: 'together' }
const nameBySound = ({ slurs, sound }: Spec) =>
  sound.length === 'staccato' ? 'staccato' : slurs.length > 0 ? 'slurred' : 'together'

/** Whether a stage can be played at all: some drills have nothing for one hand, some chords too many strings. */
export function canBeStage(spec: Spec, change: StageStep['change']): boolean {
  const parsed = parseSpec(changedSpec(spec, change), familyLookup)
  if (!parsed.ok) return false
  const family = familyNamed(parsed.value.family)
  try {
    return 'build' in family && lineOf(family, parsed.value).events.length > 0
  } catch (error) {
    if (error instanceof SpecError) return false
    throw error
  }
}

/**
 * The stages a drill is taught through, in order, the drill as it is the last of them (common practice): the hands
 * apart, then what its family and its sound are led up to by. Those that cannot be played are left out.
 * @returns For a finger order, such as: plucking hand alone, fretting hand alone, together.
 */
export function naturalPath(spec: Spec): readonly StageStep[] {
  const family = familyNamed(spec.family)
  if (!('build' in family)) return [{ name: 'as it is written', change: null, timed: false }]
  const own = family.stages?.(spec[spec.family], spec) ?? TOGETHER
  const last = { name: own.name === TOGETHER.name ? nameBySound(spec) : own.name, change: null, timed: true }
  const before = [...handsApart(family, spec), ...own.before, ...bySound(spec, own)]
  return [...before, last, ...(own.after ?? [])].filter(stage => stage === last || canBeStage(spec, stage.change))
}

/** Where a drill is usually begun: at the first stage that is played to a tempo; those before it stand ready. */
export const usualBeginning = (path: readonly Pick<StageStep, 'timed'>[]): number =>
  Math.max(
    0,
    path.findIndex(stage => stage.timed),
  )
