import { SpecError } from '../schema/spec-error'

/**
 * The most notes a drill may have, all passes and transforms together: more than four minutes of sixteenths at 120; the
 * project's own measure.
 */
export const MOST_NOTES = 2000

const figure = (count: number) => count.toLocaleString('en-GB')

/**
 * Refuses a drill that would have too many notes, before they are written.
 * @param count Notes it would have.
 * @param path Field that makes them so many.
 * @throws SpecError above {@link MOST_NOTES}.
 * @example assertNotes(48, 'times') // undefined
 */
export function assertNotes(count: number, path: string): void {
  if (count > MOST_NOTES)
    throw new SpecError(path, `the drill would have ${figure(count)} notes; ${figure(MOST_NOTES)} are the most`)
}
