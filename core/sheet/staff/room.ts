import { pitchTag } from '../../notation/pitch-tag'
import type { Note } from '../../score/score'

/** Guitar music is written an octave higher than it sounds (common practice). */
export const WRITTEN_HIGHER = 12
/** Between two lines of the staff, px. */
export const STAFF_GAP = 8
/** Room for clef and meter before the first bar, px. */
export const STAFF_LEFT = 40
/** Room over the highest and under the lowest note for stems, beams and figures of tuplets, px. */
const AROUND = 34

const STEPS = 'CDEFGAB'
/** Steps of the scale from C0 up to a sounding pitch as it is written. */
function stepOf({ midi, name }: Pick<Note, 'midi' | 'name'>): number {
  const { step, octave } = pitchTag(midi + WRITTEN_HIGHER, name)
  return octave * 7 + STEPS.indexOf(step)
}
/** The top and the bottom line: F5 and E4. */
const [TOP_LINE, BOTTOM_LINE] = [5 * 7 + 3, 4 * 7 + 2]

/** What a staff takes: the height of all of it, and where its top line lies, px. */
export interface StaffRoom {
  readonly height: number
  readonly top: number
}

/** The room that the notes of a drill need on a staff. */
export function staffRoom(notes: readonly Pick<Note, 'midi' | 'name'>[]): StaffRoom {
  const steps = notes.map(stepOf)
  const above = (Math.max(TOP_LINE, ...steps) - TOP_LINE) * (STAFF_GAP / 2)
  const below = (BOTTOM_LINE - Math.min(BOTTOM_LINE, ...steps)) * (STAFF_GAP / 2)
  const top = Math.round(AROUND + above)
  return { top, height: Math.round(top + 4 * STAFF_GAP + below + AROUND) }
}
