import { SpecError } from '../schema/spec-error'

/**
 * The most notes a drill may have, all passes and transforms together: more than four minutes of sixteenths at 120; the
 * project's own measure.
 */
export const MOST_NOTES = 2000

/** The most notes own music may have, written or read from a file: a long study in sixteenths. */
export const MOST_WRITTEN = 4096

const figure = (count: number) => count.toLocaleString('en-GB')

/**
 * Refuses a drill that would have too many notes, before they are written.
 * @param count Notes it would have.
 * @param path Field that makes them so many.
 * @param most As many as there may be; {@link MOST_NOTES} when left out.
 * @throws SpecError above that.
 * @example assertNotes(48, 'times') // undefined
 */
export function assertNotes(count: number, path: string, most = MOST_NOTES): void {
  if (count > most)
    throw new SpecError(path, `the drill would have ${figure(count)} notes; ${figure(most)} are the most`)
}
