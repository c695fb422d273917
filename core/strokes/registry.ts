import type { SharedSpec } from '../spec/fields'
import { alternate } from './alternate'
import { down } from './down'
import type { PluckingSystem } from './system'

/** Every plucking system under its name in a spec. */
export const PLUCKING: { readonly [S in SharedSpec['plucking']['system']]: PluckingSystem } = { alternate, down }
