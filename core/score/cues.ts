import type { SharedSpec } from '../spec/fields'
import type { Habits } from '../spec/habits'
import { romanPosition } from '../fretboard/geometry'
import type { Breach } from '../hand/step'
import type { Cue, High, Shift, Travel } from './score'

const HOLD_CUES: Readonly<Record<SharedSpec['hold'], string>> = {
  'until-needed': 'Leave each finger down until it is needed elsewhere.',
  'legato-only': 'Hold every note until the next one sounds: no breath between.',
  'lift': 'Lift each finger at the end of its note, close to the string.',
}

const LENGTH_CUES: Readonly<Record<SharedSpec['sound']['length'], string | null>> = {
  legato: null,
  staccato: 'Short notes: stop each one at half its length, without a jerk.',
  muted: 'Rest the fretting fingers on the strings: only the attack is heard.',
}

const FINGERSTYLE = ['thumb-pick', 'pima', 'im', 'ma', 'ia', 'pi', 'thumb', 'given']

// Schools differ; the product does not decide, it only asks for one way.
const ANCHOR_CUES: Readonly<Record<NonNullable<Habits['anchor']>, string>> = {
  anchor: 'Plucking hand anchored, lightly, always at the same place.',
  float: 'Plucking hand floats: nothing rests on the guitar.',
  open: 'Plucking hand anchored or floating, as agreed: the same throughout.',
}

const SOUNDER_CUES: Readonly<Record<'nails' | 'pick' | 'thumb pick', string>> = {
  'nails': 'Nails filed and smooth before the first note.',
  'pick': 'The same pick as last week, held the same way.',
  'thumb pick': 'Thumb pick snug on the thumb; it wants some fifty hours before it is judged.',
}

/** What was found in a drill that a cue may speak of. */
interface Found {
  readonly shifts: readonly Shift[]
  readonly breaches: readonly Breach[]
  readonly sameFingerTwice: number
  readonly travel: readonly Travel[]
  readonly high: readonly High[]
  /** Strings that no finger keeps quiet in a stroke across them, and where first. */
  readonly loud: readonly { readonly string: number, readonly at: number }[]
  readonly bodyFret: number
  readonly habits: Habits
}

/** Cues for the plucking hand; common practice of the schools. */
function pluckingCues({ system, stroke }: SharedSpec['plucking']): readonly string[] {
  const cues: string[] = []
  if (system === 'alternate') cues.push('Down and up must sound alike.')
  if (system === 'down') cues.push('Every stroke down, from the same height.')
  if (system === 'economy' || system === 'sweep') cues.push('The pick lands on the next string and falls through; tilt it with the direction.')
  if (system === 'hybrid') cues.push('The finger is ready on its string before the pick has played.')
  if (system === 'rake') cues.push('Down, one finger is dragged across: it rests on each next string.')
  if (stroke === 'rest') cues.push('Rest stroke: the finger lands on the next string.')
  if (stroke === 'free') cues.push('Free stroke: the finger clears the next string.')
  if (FINGERSTYLE.includes(system)) cues.push('Plant each finger before it plays: one at a time, then all at once, then with the gap closed.')
  return cues
}

/** What a teacher would remind the student of, the most general first. */
export function writeCues(spec: SharedSpec, plucking: SharedSpec['plucking'], { shifts, breaches, sameFingerTwice, travel, high, loud, bodyFret, habits }: Found): readonly Cue[] {
  const cues: Cue[] = [{ at: 0, text: HOLD_CUES[spec.hold] }]
  const add = (text: string) => cues.push({ at: 0, text })
  const length = LENGTH_CUES[spec.sound.length]
  if (length) add(length)
  pluckingCues(plucking).forEach(add)
  if (sameFingerTwice > 0) add(`A plucking finger plays twice running at speed ${sameFingerTwice} ${sameFingerTwice === 1 ? 'time' : 'times'}: let another take over.`)
  if (spec.slurs.length > 0) add('Slurred notes as loud as plucked ones; for a pull-off the lower finger is already down.')
  if (breaches.some(breach => breach.rule === 'stretch' || breach.rule === 'reach')) add('A stretch: two or three minutes, warmed up, never forced. Pain means stop.')
  add(ANCHOR_CUES[habits.anchor ?? 'open'])
  if (habits.sounder && habits.sounder !== 'flesh') add(SOUNDER_CUES[habits.sounder])
  if (travel.some(each => each.hasty)) add('A hand has less time than it needs for its way: leave a rest before it, or go slower.')
  if (high.length > 0) {
    add(high.some(each => each.stays)
      ? `Past fret ${bodyFret} the hand stays: thumb to the heel of the neck, plucking hand towards the bridge so that the tone does not choke.`
      : `Only a visit past fret ${bodyFret}: the thumb stays behind the neck as far as it can.`)
  }
  for (const { string, at } of loud) cues.push({ at, text: `String ${string} lies within the stroke and no finger is beside it: pluck the others singly, or lay a finger against it.` })
  return [...cues, ...shifts.slice(0, 8).map(({ at, to }) => ({ at, text: `Move the hand to ${romanPosition(to)} in one piece.` }))]
}
