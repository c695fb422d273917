import type { Fault } from '../practice/log/kinds'

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
  return `${NAMES[fault]}${which}`
}
