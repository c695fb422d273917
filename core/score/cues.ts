import type { SharedSpec } from '../spec/fields'
import { romanPosition } from '../fretboard/geometry'
import type { Breach } from '../hand/step'
import type { Cue, Shift } from './score'

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

/** What a teacher would remind the student of, the most general first. */
export function writeCues(spec: SharedSpec, shifts: readonly Shift[], breaches: readonly Breach[]): readonly Cue[] {
  const cues: Cue[] = [{ at: 0, text: HOLD_CUES[spec.hold] }]
  const length = LENGTH_CUES[spec.sound.length]
  if (length) cues.push({ at: 0, text: length })
  if (spec.plucking.system === 'alternate') cues.push({ at: 0, text: 'Down and up must sound alike.' })
  if (spec.plucking.system === 'down') cues.push({ at: 0, text: 'Every stroke down, from the same height.' })
  if (spec.slurs.length > 0) cues.push({ at: 0, text: 'Slurred notes as loud as plucked ones; for a pull-off the lower finger is already down.' })
  if (breaches.some(breach => breach.rule === 'stretch' || breach.rule === 'reach')) {
    cues.push({ at: 0, text: 'A stretch: two or three minutes, warmed up, never forced. Pain means stop.' })
  }
  return [...cues, ...shifts.slice(0, 8).map(({ at, to }) => ({ at, text: `Move the hand to ${romanPosition(to)} in one piece.` }))]
}
