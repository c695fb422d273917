import type { Fault } from '../../schema/faults'

/**
 * What helps against a fault (common practice): the tempo a fifth slower, one hand alone, narrower frets, or a drill of
 * a family that works on nothing else. A cue is told and watched; from pain one rests.
 */
export type Remedy =
  | { readonly kind: 'slower' | 'higher' | 'cue' | 'rest' }
  | { readonly kind: 'hand-alone'; readonly hand: 'fretting' | 'plucking' }
  | { readonly kind: 'drill'; readonly family: string }

const SLOWER: Remedy = { kind: 'slower' }
const CUE: Remedy = { kind: 'cue' }
const PLUCKING_ALONE: Remedy = { kind: 'hand-alone', hand: 'plucking' }
const drill = (family: string): Remedy => ({ kind: 'drill', family })

const REMEDIES: Readonly<Record<Fault, Remedy>> = {
  'flying-finger': drill('held'),
  'lifted-early': drill('held'),
  'not-on-tip': SLOWER,
  'away-from-fret': SLOWER,
  'palm-on-neck': CUE,
  'thumb-past-finger-1': CUE,
  'wrist-dropped': CUE,
  'wrong-finger': { kind: 'hand-alone', hand: 'fretting' },
  'over-stretch': { kind: 'higher' },
  'weak-hammer-on': drill('slur'),
  'weak-pull-off': drill('slur'),
  'late-shift': drill('chromatic'),
  'break-at-change': drill('blocks'),
  'down-and-up-uneven': drill('picking'),
  'pick-angle': PLUCKING_ALONE,
  'wrong-stroke': PLUCKING_ALONE,
  'finger-out-of-order': PLUCKING_ALONE,
  'hits-neighbour': PLUCKING_ALONE,
  'anchored-or-floating': CUE,
  'not-planted': SLOWER,
  'one-sticks-out': drill('blocks'),
  'nail-catches': CUE,
  'thumb-behind-fingers': CUE,
  'not-from-large-joint': PLUCKING_ALONE,
  'open-string-rings': SLOWER,
  'hands-not-together': SLOWER,
  'gap-between-notes': SLOWER,
  'rushing': drill('count'),
  'dragging': SLOWER,
  'uneven-loudness': PLUCKING_ALONE,
  'raised-shoulder': CUE,
  'bent-neck': CUE,
  'guitar-position': CUE,
  'tension': SLOWER,
  'pain': { kind: 'rest' },
}

/** What helps against a fault; one that is not of the list is played slower. */
export const remedyOf = (fault: Fault): Remedy =>
  (REMEDIES as Readonly<Record<string, Remedy | undefined>>)[fault] ?? SLOWER
