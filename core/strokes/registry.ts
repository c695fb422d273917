import type { SharedSpec } from '../spec/fields'
import { given, ia, im, ma, pi, pima, rake, thumb, thumbPick } from './fingers'
import { alternate, down, economy, hybrid, sweep } from './picks'
import type { PluckingSystem } from './system'

/** Every plucking system under its name in a spec. */
export const PLUCKING: { readonly [S in SharedSpec['plucking']['system']]: PluckingSystem } = {
  alternate, down, economy, sweep, hybrid, 'thumb-pick': thumbPick, pima, im, ma, ia, pi, thumb, rake, given,
}
