import { SpecError } from '../schema/spec-error'

/**
 * Refuses a string that a guitar has not got.
 * @param string Counted from the thinnest, which is 1.
 * @param path The field that asked for it.
 * @throws SpecError there.
 */
export function needString(string: number, stringCount: number, path: string): void {
  if (string < 1 || string > stringCount)
    throw new SpecError(path, `string ${string} is not on a guitar of ${stringCount} strings`)
}
