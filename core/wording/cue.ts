import { romanPosition } from '../guitar/geometry'
import type { Reminder } from '../score/score'

// Schools differ; the product does not decide, it only asks for one way.
const ANCHOR: Readonly<Record<Extract<Reminder, { about: 'anchor' }>['way'], string>> = {
  anchor: 'Plucking hand anchored, lightly, always at the same place.',
  float: 'Plucking hand floats: nothing rests on the guitar.',
  open: 'Plucking hand anchored or floating, as agreed: the same throughout.',
}

const SOUNDER: Readonly<Record<Extract<Reminder, { about: 'sounder' }>['with'], string>> = {
  'nails': 'Nails filed and smooth before the first note.',
  'pick': 'The same pick as last week, held the same way.',
  'thumb pick': 'Thumb pick snug on the thumb; give it some fifty hours before judging it.',
}

const SWELL: Readonly<Record<Extract<Reminder, { about: 'swell' }>['way'], string>> = {
  up: 'A swell: grow louder from the first note to the last.',
  down: 'A swell downwards: begin full and grow softer to the last note.',
  both: 'A swell: grow louder to the middle, softer to the end.',
}

/** Whether a cue says something that was agreed: schools differ, and nothing is said where nobody chose. */
export const isAgreed = (cue: Reminder): boolean => cue.about !== 'anchor' || cue.way !== 'open'

/**
 * A cue as a teacher would say it.
 * @example cueInWords({ about: 'shift', to: 7 }) // 'Move the hand to VII in one piece.'
 */
export function cueInWords(cue: Reminder): string {
  switch (cue.about) {
    case 'lift-each':
      return 'Lift each finger at the end of its note, close to the string.'
    case 'hold-until-next':
      return 'Hold every note until the next one sounds: no breath between.'
    case 'leave-down':
      return 'Leave each finger down until it is needed elsewhere.'
    case 'muted':
      return 'Rest the fretting fingers on the strings: only the attack is heard.'
    case 'unplucked':
      return 'Nothing is plucked: watch each finger come down behind its fret, stay as long as it should, and lift no further than it must.'
    case 'short-by-plucking':
      return 'Short notes: the plucking hand stops each one at half its length, coming back to the string without a noise.'
    case 'short-by-fretting':
      return 'Short notes: the fretting hand lets the pressure go at half the length, the finger staying on the string.'
    case 'swell':
      return SWELL[cue.way]
    case 'down-and-up-alike':
      return 'Down and up must sound alike.'
    case 'every-stroke-down':
      return 'Every stroke down, from the same height.'
    case 'falls-through':
      return 'The pick lands on the next string and falls through; tilt it with the direction.'
    case 'finger-ready':
      return 'The finger is ready on its string before the pick has played.'
    case 'raked':
      return 'Down, one finger is dragged across: it rests on each next string.'
    case 'rest-stroke':
      return 'Rest stroke: the finger lands on the next string.'
    case 'free-stroke':
      return 'Free stroke: the finger clears the next string.'
    case 'plant':
      return 'Plant each finger before it plays: one at a time, then all at once, then with the gap closed.'
    case 'same-finger-twice':
      return `A plucking finger plays twice running at speed ${cue.times} ${cue.times === 1 ? 'time' : 'times'}: let another take over.`
    case 'fingers-cross':
      return `${cue.times === 1 ? 'Once' : `${cue.times} times`} the plucking fingers cross the wrong way over a change of string: let the outer finger take the thinner string.`
    case 'slurs':
      return `Slurred notes as loud as plucked ones${cue.pulled ? '; for a pull-off the lower finger is already down' : ''}.`
    case 'slide':
      return 'Slide with the finger down: the hand arrives, the pressure stays.'
    case 'roll':
      return 'Roll the fingertip over to its underside: the string it leaves falls silent as the next one sounds.'
    case 'beyond-limit':
      return 'A stretch past what this hand can do: change the position or the fingers. Pain means stop.'
    case 'stretch':
      return 'A stretch: two or three minutes, warmed up, never forced.'
    case 'anchor':
      return ANCHOR[cue.way]
    case 'sounder':
      return SOUNDER[cue.with]
    case 'hasty':
      return 'A hand has less time than it needs to get there: leave a rest before it, or go slower.'
    case 'past-body':
      return cue.stays
        ? `Past fret ${cue.fret} the hand stays: thumb to the heel of the neck, plucking hand towards the bridge so that the tone does not choke.`
        : `Only a visit past fret ${cue.fret}: the thumb stays behind the neck as far as it can.`
    case 'unquieted':
      return `String ${cue.string} lies within the stroke and no finger is beside it: pluck the others singly, or lay a finger against it.`
    case 'shift':
      return `Move the hand to ${romanPosition(cue.to)} in one piece.`
  }
}
