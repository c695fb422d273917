import type { FamilyLookup } from '../spec/parse'
import type { Family } from './family'
import { order } from './order'

/** Every family that is built, in the order the Bench offers them. Adding a family is adding its line here. */
export const FAMILIES: readonly Family[] = [order]

const PLANNED = ['pair', 'held', 'chromatic', 'slur', 'tap', 'cell', 'scale', 'pattern', 'shape', 'diagonal', 'picking', 'pedal', 'blocks', 'count', 'warmup', 'free']

const byName = new Map(FAMILIES.map(family => [family.name, family]))

/**
 * The family of that name.
 * @throws RangeError when it is not built; check names from outside with {@link familyLookup} first.
 */
export function familyNamed(name: string): Family {
  const family = byName.get(name)
  if (!family) throw new RangeError(`no family is called ${name}`)
  return family
}

/** Lets the spec check find each family's block. */
export const familyLookup: FamilyLookup = {
  block: name => byName.get(name)?.block,
  whyMissing: name => PLANNED.includes(name)
    ? `the family ${name} is not built yet; built so far: ${[...byName.keys()].join(', ')}`
    : `no family is called ${JSON.stringify(name)}; there are ${[...byName.keys(), ...PLANNED].join(', ')}`,
}
