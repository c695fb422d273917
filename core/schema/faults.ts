/**
 * The faults a teacher listens and looks for, by where they lie (common practice): each can be put down in a lesson
 * against the drill in which it came.
 */
export const FAULTS = {
  fretting: [
    'flying-finger',
    'lifted-early',
    'not-on-tip',
    'away-from-fret',
    'palm-on-neck',
    'thumb-past-finger-1',
    'wrist-dropped',
    'wrong-finger',
    'over-stretch',
    'weak-hammer-on',
    'weak-pull-off',
    'late-shift',
    'break-at-change',
  ],
  plucking: [
    'down-and-up-uneven',
    'pick-angle',
    'wrong-stroke',
    'finger-out-of-order',
    'hits-neighbour',
    'anchored-or-floating',
    'not-planted',
    'one-sticks-out',
    'nail-catches',
    'thumb-behind-fingers',
    'not-from-large-joint',
  ],
  sound: ['open-string-rings', 'hands-not-together', 'gap-between-notes', 'rushing', 'dragging', 'uneven-loudness'],
  body: ['raised-shoulder', 'bent-neck', 'guitar-position', 'tension', 'pain'],
} as const

/** A fault by its code. */
export type Fault = (typeof FAULTS)[keyof typeof FAULTS][number]

/** Every fault, in the order of the list. */
export const ALL_FAULTS: readonly [Fault, ...Fault[]] = [
  ...FAULTS.fretting,
  ...FAULTS.plucking,
  ...FAULTS.sound,
  ...FAULTS.body,
]
