import { romanPosition } from '../guitar/geometry'
import { familyNamed } from '../families/registry'
import type { Change, Neighbour } from '../grade/neighbours'
import type { PartName } from '../grade/table'
import { PLUCKING } from '../strokes/registry'
import type { SharedSpec } from '../schema/fields'
import { fieldInWords } from './field'

const TRAVEL: Readonly<Record<SharedSpec['strings']['travel'], string>> = {
  'there': 'there only',
  'back': 'back only',
  'there-and-back': 'there and back',
}

const listed = (value: readonly unknown[]) => value.map(each => (Array.isArray(each) ? each.join(' ') : String(each)))

/** A value as its parameter shows it. */
function valueInWords(path: string, value: unknown, family: string): string {
  const control = familyNamed(family).controls.find(each => each.path === path)
  if (control?.kind === 'choice') {
    const option = control.options.find(each => JSON.stringify(each.value) === JSON.stringify(value))
    if (option) return option.label
  }
  switch (path) {
    case 'position':
      return romanPosition(value as number)
    case 'strings.travel':
      return TRAVEL[value as keyof typeof TRAVEL]
    case 'strings.order':
      return value === 'skip' ? 'skipping one' : 'next to next'
    case 'plucking.system':
      return PLUCKING[value as keyof typeof PLUCKING].label
    case 'slurs':
      return (value as readonly number[]).length === 0 ? 'none' : `note ${(value as readonly number[]).join(', ')}`
    default:
      return Array.isArray(value) ? listed(value).join(' ') : String(value)
  }
}

/**
 * A change of one parameter: what it becomes, and what it was.
 * @param family Whose drill it is.
 * @example changeInWords({ path: 'position', from: 5, to: 7 }, 'order').to // 'Position VII'
 */
export function changeInWords(
  { path, from, to }: Change,
  family: string,
): { readonly to: string; readonly from: string } {
  const label = fieldInWords(path, familyNamed(family))
  return { to: `${label} ${valueInWords(path, to, family)}`, from: `instead of ${valueInWords(path, from, family)}` }
}

const points = ({ name, by }: { readonly name: PartName; readonly by: number }) =>
  `${name} ${by > 0 ? '+' : '−'}${Math.abs(Math.round(by))}`

/** What a neighbour asks for that is more or less: its two greatest changes. */
export const partsInWords = ({ parts }: Pick<Neighbour, 'parts'>): string => parts.slice(0, 2).map(points).join(', ')

/** By how many grades a drill is harder or easier, with its sign. @example byInWords(-0.34) // '−0.3' */
export const byInWords = (by: number): string =>
  `${by < 0 ? '−' : '+'}${Math.abs(by).toFixed(Math.abs(by) < 0.1 ? 2 : 1)}`
