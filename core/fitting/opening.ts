import type { Family, SharedControl } from '../families/family'
import { minimalSpec } from '../families/minimal-spec'
import { openingOf } from '../families/opening'
import { familyLookup } from '../families/registry'
import type { HandInput } from '../schema/fields'
import type { Habits } from '../schema/habits'
import { parseSpec } from '../schema/parse'
import { realise } from '../score/realise'
import { fitDrill, leftOver } from './fit'

/** Whom a drill is opened for, as far as it depends on them. */
export interface Player {
  /** Years; null when it is not known. */
  readonly age?: number | null | undefined
  /** Their guitar; the family's own when left out. */
  readonly instrument?: object | undefined
  readonly hand?: HandInput | undefined
  readonly habits?: Habits | undefined
}

/**
 * Children younger than this begin with two fingers on the two thin strings, in eighths, where the frets are near each
 * other: common practice.
 */
const SMALL_UNTIL = 11
const SMALL: Readonly<Partial<Record<SharedControl, object>>> = {
  position: { position: 7 },
  strings: { strings: { from: 2, to: 1 } },
  perBeat: { rhythm: { perBeat: 2 } },
}
const SMALL_WITHOUT = [3, 4]
/** Whoever is older and begins has all fingers, on three thin strings, in eighths: common practice. */
const BEGINNER: Readonly<Partial<Record<SharedControl, object>>> = {
  strings: { strings: { from: 3, to: 1 } },
  perBeat: { rhythm: { perBeat: 2 } },
}

/** F as children and beginners play it: its four thin strings (common practice). */
const [LARGE_F, SMALL_F] = ['"133211"', '"xx3211"']

/** What a hand plucks with says how a line is plucked; a pick alternates, as every family does by default. */
const PLUCKED: Readonly<Partial<Record<NonNullable<Habits['sounder']>, object>>> = {
  'nails': { plucking: { system: 'im' } },
  'flesh': { plucking: { system: 'im' } },
  'thumb pick': { plucking: { system: 'thumb-pick' } },
}

/**
 * The drill a family is opened with for somebody: on their guitar, small enough for a child, plucked the way they
 * pluck, and moved or fingered anew only where it would not suit the hand.
 * @returns A spec without what has its default; that of nobody in particular where theirs could not be played.
 */
export function openingFor(
  family: Family,
  { age, instrument, hand = {}, habits }: Player = {},
): Record<string, unknown> {
  const plain = openingOf(family)
  if (!('build' in family)) return plain
  // What is written at its frets stays there, and what is written with its fingers is plucked with them.
  const can = (control: SharedControl) =>
    control === 'position' ? family.moves === true : control !== 'plucking' || family.plucking === undefined
  const small = age !== undefined && age !== null && age < SMALL_UNTIL
  const easier = small ? SMALL : habits?.level === 'beginner' ? BEGINNER : {}
  const wanted = {
    ...plain,
    ...(instrument && { instrument }),
    ...Object.assign({}, ...family.uses.filter(can).map(control => easier[control])),
    ...(habits?.sounder && family.uses.filter(can).includes('plucking') && PLUCKED[habits.sounder]),
    ...(small && { [family.name]: family.without?.(family.opening, SMALL_WITHOUT) ?? family.opening }),
  }
  const begun = (
    small || habits?.level === 'beginner' ? JSON.parse(JSON.stringify(wanted).replaceAll(LARGE_F, SMALL_F)) : wanted
  ) as typeof wanted
  const parsed = parseSpec(begun, familyLookup)
  if (!parsed.ok || !realise(begun, { hand }).ok) return plain
  return minimalSpec(leftOver(parsed.value, hand).length === 0 ? parsed.value : fitDrill(parsed.value, hand).spec)
}
