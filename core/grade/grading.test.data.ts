import { realise } from '../score/realise'
import type { HandInput } from '../schema/fields'
import { gradeOf, type Grade } from './grade'
import type { PartName } from './table'

/** A spec as it is written: its family and whatever it sets. */
export type Written = Readonly<Record<string, unknown>>

/**
 * Realises and grades a spec.
 * @throws Error when it is no drill, or one without a grade.
 */
export function graded(spec: Written, hand?: HandInput): Grade {
  const realised = realise({ version: 1, ...spec }, { hand })
  if (!realised.ok) throw new Error(`${realised.error.path}: ${realised.error.message}`)
  const grade = gradeOf(realised.value, hand)
  if (!grade) throw new Error('this drill has no grade')
  return grade
}

/** One part's value, 0 to 100. */
export const part = (grade: Grade, name: PartName): number => grade.parts.find(each => each.name === name)!.value
