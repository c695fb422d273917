import type { Fault } from '../schema/faults'
import { remedyOf } from '../practice/log/remedies'

/** Faults as a teacher names them. */
const NAMES: Readonly<Record<Fault, string>> = {
  'flying-finger': 'flying finger',
  'lifted-early': 'finger lifted too early',
  'not-on-tip': 'not on the tip',
  'away-from-fret': 'away from the fret',
  'palm-on-neck': 'palm against the neck',
  'thumb-past-finger-1': 'thumb past finger 1',
  'wrist-dropped': 'wrist dropped',
  'wrong-finger': 'wrong finger',
  'over-stretch': 'over-stretch',
  'weak-hammer-on': 'weak hammer-on',
  'weak-pull-off': 'weak pull-off',
  'late-shift': 'late shift',
  'break-at-change': 'break at the change',
  'down-and-up-uneven': 'down and up uneven',
  'pick-angle': 'pick angle or depth off',
  'wrong-stroke': 'wrong stroke',
  'finger-out-of-order': 'finger out of order',
  'hits-neighbour': 'hits a neighbour string',
  'anchored-or-floating': 'anchors where told to float, or the reverse',
  'not-planted': 'not planted',
  'one-sticks-out': 'one note of a chord sticks out',
  'nail-catches': 'nail catches',
  'thumb-behind-fingers': 'thumb caught behind the fingers',
  'not-from-large-joint': 'stroke not from the large joint',
  'open-string-rings': 'open string rings',
  'hands-not-together': 'hands not together',
  'gap-between-notes': 'gap between notes',
  'rushing': 'rushing',
  'dragging': 'dragging',
  'uneven-loudness': 'uneven loudness',
  'raised-shoulder': 'raised shoulder',
  'bent-neck': 'bent neck, looking down',
  'guitar-position': 'position of the guitar',
  'tension': 'tension',
  'pain': 'pain',
}

/**
 * A fault as it was put down: its name, and for a wrong finger which instead of which.
 * @example faultInWords({ fault: 'wrong-finger', finger: 3, instead: 4 }) // 'wrong finger, 3 instead of 4'
 */
export function faultInWords({
  fault,
  finger,
  instead,
}: {
  readonly fault: Fault
  readonly finger?: number
  readonly instead?: number
}): string {
  const which =
    finger === undefined ? '' : instead === undefined ? `, finger ${finger}` : `, ${finger} instead of ${instead}`
  // One that is not of the list is called as it was written.
  const name = (NAMES as Readonly<Record<string, string | undefined>>)[fault] ?? fault.replaceAll('-', ' ')
  return `${name}${which}`
}

/** What a teacher says to it (common practice). */
const CUES: Readonly<Record<Fault, string>> = {
  'flying-finger': 'Idle fingers stay close to the strings.',
  'lifted-early': 'Leave each finger down until it is needed elsewhere.',
  'not-on-tip': 'Come down on the tip, the last joint bent.',
  'away-from-fret': 'Press just behind the fret.',
  'palm-on-neck': 'Keep the palm clear of the neck.',
  'thumb-past-finger-1': 'Thumb behind the middle of the neck, not past finger 1.',
  'wrist-dropped': 'Keep the wrist straight.',
  'wrong-finger': 'Say the finger before it plays.',
  'over-stretch': 'Do not force the stretch: move up where the frets are narrower.',
  'weak-hammer-on': 'Come down fast and close to the fret.',
  'weak-pull-off': 'Pull across the string; the lower finger is down already.',
  'late-shift': 'Look where you go, and move with the hand’s shape kept.',
  'break-at-change': 'Hold the last chord until the next one sounds.',
  'down-and-up-uneven': 'Play on a muted string and listen to the attack only.',
  'pick-angle': 'Little of the pick below the string, the angle the same both ways.',
  'wrong-stroke': 'Say the strokes aloud, without the fretting hand.',
  'finger-out-of-order': 'Say the fingers aloud, without the fretting hand.',
  'hits-neighbour': 'A smaller motion: stop at the next string.',
  'anchored-or-floating': 'Rest the hand as agreed, and leave it so.',
  'not-planted': 'Place the finger on its string before it plays.',
  'one-sticks-out': 'Listen for the loud one and play it softer than the others.',
  'nail-catches': 'Look at the nail; file where it catches.',
  'thumb-behind-fingers': 'Thumb in front of the fingers.',
  'not-from-large-joint': 'Stroke from the large joint, into the hand.',
  'open-string-rings': 'Find what should quiet that string.',
  'hands-not-together': 'Slower, until finger and stroke fall together.',
  'gap-between-notes': 'Hold each note until the next one sounds.',
  'rushing': 'Count the subdivision aloud.',
  'dragging': 'Count aloud, and prepare the next finger early.',
  'uneven-loudness': 'All at one loudness before any faster.',
  'raised-shoulder': 'Let the shoulder sink.',
  'bent-neck': 'Head up: listen instead of looking.',
  'guitar-position': 'Set the guitar as it belongs before playing.',
  'tension': 'Stop, shake out, begin again with half the pressure.',
  'pain': 'Stop at once and do something else.',
}

/** What a teacher says to a fault. */
export const faultCue = (fault: Fault): string => CUES[fault]

/** Families of drills that help, as a sentence names them. */
const FAMILY_WORDS: Readonly<Record<string, string>> = {
  held: 'held fingers',
  slur: 'slurs',
  chromatic: 'chromatic shifts',
  blocks: 'block chords',
  picking: 'picking',
  count: 'counting',
}

const HELPS = {
  slower: 'play it a fifth slower',
  higher: 'play it higher up the neck',
  cue: 'say it, and watch for it',
  rest: 'rest',
} as const

/**
 * What helps against a fault, in a few words.
 * @example remedyInWords('late-shift') // 'a drill of chromatic shifts'
 */
export function remedyInWords(fault: Fault): string {
  const remedy = remedyOf(fault)
  switch (remedy.kind) {
    case 'hand-alone':
      return `play it with the ${remedy.hand} hand alone`
    case 'drill':
      return `a drill of ${FAMILY_WORDS[remedy.family]}`
    default:
      return HELPS[remedy.kind]
  }
}
