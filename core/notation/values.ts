import { TICKS_PER_QUARTER, type Tick } from '../line/ticks'

/** Note values by name, in the words of MusicXML, longest first. */
export const VALUES = [
  ['breve', TICKS_PER_QUARTER * 8],
  ['whole', TICKS_PER_QUARTER * 4],
  ['half', TICKS_PER_QUARTER * 2],
  ['quarter', TICKS_PER_QUARTER],
  ['eighth', TICKS_PER_QUARTER / 2],
  ['16th', TICKS_PER_QUARTER / 4],
  ['32nd', TICKS_PER_QUARTER / 8],
  ['64th', TICKS_PER_QUARTER / 16],
  ['128th', TICKS_PER_QUARTER / 32],
] as const

/** A note value by its name. */
export type ValueName = (typeof VALUES)[number][0]

/** The shortest value there is; what is a multiple of it stands without a tuplet. */
export const SHORTEST: Tick = TICKS_PER_QUARTER / 32

/** A written length: a value with its dots. */
export interface Value {
  readonly name: ValueName
  readonly dots: 0 | 1 | 2
}

/** Every written length, longest first. */
const WRITTEN: readonly (Value & { readonly ticks: Tick })[] = VALUES.flatMap(([name, ticks]) =>
  ([0, 1, 2] as const).flatMap(dots => {
    const dotted = ticks * (2 - 0.5 ** dots)
    return Number.isInteger(dotted) && dotted % SHORTEST === 0 ? [{ name, dots, ticks: dotted }] : []
  }),
).toSorted((a, b) => b.ticks - a.ticks)

/**
 * Written lengths that tied together last as long; what is left under the shortest value is told by the last.
 * @param ticks Above 0, in written ticks (inside a tuplet longer than they sound).
 * @example valuesOf(15120).map(each => `${each.name}${'.'.repeat(each.dots)}`).join(' ') // 'quarter.'
 * @example valuesOf(12600).map(each => each.name).join(' ') // 'quarter 16th'
 */
export function valuesOf(ticks: Tick): readonly (Value & { readonly ticks: Tick })[] {
  const found: (Value & { readonly ticks: Tick })[] = []
  let left = ticks
  while (left >= SHORTEST) {
    const next =
      WRITTEN.find(each => each.ticks === left) ?? WRITTEN.find(each => each.dots === 0 && each.ticks <= left)!
    found.push(next)
    left -= next.ticks
  }
  return found.length > 0 ? found : [{ name: '128th', dots: 0, ticks: SHORTEST }]
}
