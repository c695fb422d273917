import type { FamilyLookup } from '../schema/parse'
import { blocks } from './blocks'
import { cell } from './cell'
import { chromatic } from './chromatic'
import { count } from './count'
import { diagonal } from './diagonal'
import type { Family, SharedControl } from './family'
import { free } from './free'
import { held } from './held'
import { order } from './order'
import { pair } from './pair'
import { pattern } from './pattern'
import { pedal } from './pedal'
import { picking } from './picking'
import { scale } from './scale'
import { shape } from './shape'
import { slur } from './slur'
import { tap } from './tap'
import { warmup } from './warmup'

/** Every family, in the order the Bench offers them. Adding a family is adding its line here. */
export const FAMILIES: readonly Family[] = [
  order,
  pair,
  held,
  chromatic,
  slur,
  tap,
  cell,
  scale,
  pattern,
  shape,
  diagonal,
  picking,
  pedal,
  blocks,
  count,
  warmup,
  free,
]

const byName = new Map(FAMILIES.map(family => [family.name, family]))

/**
 * The family of that name.
 * @throws RangeError when there is none; check names from outside with {@link familyLookup} first.
 */
export function familyNamed(name: string): Family {
  const family = byName.get(name)
  if (!family) throw new RangeError(`no family is called ${name}`)
  return family
}

/** Lets the spec check find each family's block. */
export const familyLookup: FamilyLookup = {
  block: name => byName.get(name)?.block,
  rule: name => {
    const family = byName.get(name)
    return family && 'build' in family ? family.rule : undefined
  },
  whyMissing: name => `no family is called ${JSON.stringify(name)}; there are ${[...byName.keys()].join(', ')}`,
}

/** Whether a drill has a sheet, and so a tempo and passes: counting and warm-ups without the guitar have none. */
export const hasSheet = ({ family }: { readonly family: string }): boolean => 'build' in familyNamed(family)

/** The family a drill names, before it was checked; undefined where it names none there is. */
export const familyOf = ({ family }: Readonly<Record<string, unknown>>): Family | undefined =>
  byName.get(String(family))

/** Whether a family has a use for a control that all share. */
export const familyUses = (family: Family, control: SharedControl): boolean =>
  'uses' in family && family.uses.includes(control)

/** Whether a drill is music of the teacher's own, whose notes are written one by one. */
export const isOwnMusic = (spec: Readonly<Record<string, unknown>>): boolean => {
  const family = familyOf(spec)
  return family !== undefined && 'build' in family && family.writes === true
}
