import type { Habits } from '../../schema/habits'
import type { Score } from '../../score/score'
import { FAULTS, type Fault } from '../../schema/faults'

/** What can be heard and seen of a drill and its student, as far as a fault depends on it. */
interface Heard {
  readonly picked: boolean
  readonly fingered: boolean
  readonly fretted: boolean
  readonly chords: boolean
  readonly vias: ReadonlySet<string>
  readonly shifts: boolean
  /** The pick goes on in one direction, and tilts with it on purpose. */
  readonly tilts: boolean
  readonly habits: Habits
}

const agreed = ({ habits: { anchor } }: Heard) => anchor === 'anchor' || anchor === 'float'
const byNail = ({ fingered, habits: { sounder } }: Heard) => fingered && (sounder === undefined || sounder === 'nails')

/** When a fault can be one at all (common practice); those that are not named always can. */
const NEEDS: Readonly<Partial<Record<Fault, (heard: Heard) => boolean>>> = {
  'weak-hammer-on': ({ vias }) => vias.has('hammer'),
  'weak-pull-off': ({ vias }) => vias.has('pull'),
  'late-shift': ({ shifts }) => shifts,
  'break-at-change': ({ chords }) => chords,
  'down-and-up-uneven': ({ picked }) => picked,
  'wrong-stroke': ({ picked }) => picked,
  'pick-angle': ({ picked, tilts }) => picked && !tilts,
  'finger-out-of-order': ({ fingered }) => fingered,
  'not-planted': ({ fingered }) => fingered,
  'thumb-behind-fingers': ({ fingered }) => fingered,
  'not-from-large-joint': ({ fingered }) => fingered,
  'nail-catches': byNail,
  'anchored-or-floating': agreed,
  'one-sticks-out': ({ chords }) => chords,
}

function heardOf({ notes, shifts, spec: { plucking } }: Score, habits: Habits): Heard {
  const strokes = notes.flatMap(({ pluck, via }) => (pluck && via !== 'tap' ? [pluck] : []))
  const onsets = new Set(notes.map(note => note.at))
  return {
    picked: strokes.some(stroke => stroke === 'D' || stroke === 'U'),
    fingered: strokes.some(stroke => stroke !== 'D' && stroke !== 'U'),
    fretted: notes.some(note => note.fret > 0),
    chords: onsets.size < notes.length,
    vias: new Set(notes.map(note => note.via)),
    shifts: shifts.length > 0,
    tilts: plucking.system === 'sweep' || plucking.system === 'economy',
    habits,
  }
}

/**
 * The faults that can be in a drill as this student plays it: none of a pick where fingers play, none of a hand that
 * does nothing, a tilted pick where it does not sweep, anchoring where something was agreed.
 */
export function likelyFaults(score: Score, habits: Habits): ReadonlySet<Fault> {
  const heard = heardOf(score, habits)
  const plucked = heard.picked || heard.fingered
  const can = (fault: Fault) => NEEDS[fault]?.(heard) ?? true
  return new Set([
    ...(heard.fretted ? FAULTS.fretting : []).filter(can),
    ...(plucked ? FAULTS.plucking : []).filter(can),
    ...FAULTS.sound,
    ...FAULTS.body,
  ])
}
