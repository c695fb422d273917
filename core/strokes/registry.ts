import type { Stroke } from '../line/line'
import type { SharedSpec } from '../schema/fields'
import { given, ia, im, ma, pi, pima, rake, thumb, thumbPick } from './fingers'
import { alternate, down, economy, hybrid, sweep } from './picks'
import type { PluckingSystem } from './system'

/** Every plucking system under its name in a spec. */
export const PLUCKING: { readonly [S in SharedSpec['plucking']['system']]: PluckingSystem } = {
  alternate,
  down,
  economy,
  sweep,
  hybrid,
  'thumb-pick': thumbPick,
  pima,
  im,
  ma,
  ia,
  pi,
  thumb,
  rake,
  given,
}

/**
 * What plucking can begin with, in turn, each once; nothing where its system leaves no choice.
 * @example beginnings({ system: 'im', start: 'D' }) // ['i', 'm']
 */
export const beginnings = (plucking: SharedSpec['plucking']): readonly Stroke[] => [
  ...new Set(PLUCKING[plucking.system].starts({ ...plucking, start: 'D' })),
]

/**
 * Whether plucking can begin as it asks to: D is what a spec says that asks for nothing, and where the notes say all it
 * has no say.
 */
export const canBegin = (plucking: SharedSpec['plucking']) =>
  plucking.start === 'D' || plucking.system === 'given' || beginnings(plucking).includes(plucking.start)
