import type { HandInput } from '../schema/fields'
import type { PainHand } from '../schema/pain'
import { realise } from '../score/realise'

/**
 * Whether a drill works a hand: the fretting hand rests where every string is open; the plucking hand never does. A
 * drill that cannot be realised counts as work.
 */
export function worksHand(spec: unknown, player: HandInput, hand: PainHand): boolean {
  if (hand !== 'fretting') return true
  const result = realise(spec, { hand: player })
  return !result.ok || result.value.kind !== 'sheet' || result.value.notes.some(note => note.fret > 0)
}
