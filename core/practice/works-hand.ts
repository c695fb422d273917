import type { HandInput } from '../schema/fields'
import type { Pain, PainHand } from '../schema/pain'
import { realise } from '../score/realise'
import { isToRest } from './tempo/pain'

/**
 * Whether a drill works a hand: the fretting hand rests where every string is open; the plucking hand never does. A
 * drill that cannot be realised counts as work.
 */
export function worksHand(spec: unknown, player: HandInput, hand: PainHand): boolean {
  if (hand !== 'fretting') return true
  const result = realise(spec, { hand: player })
  return !result.ok || result.value.kind !== 'sheet' || result.value.notes.some(note => note.fret > 0)
}

/** Whether a drill is to rest for what hurts: it works the hand that does, and sore fingertips rest nothing. */
export const restsFor = (pain: Pain | null, spec: unknown, player: HandInput): boolean =>
  pain !== null && isToRest(pain.where) && worksHand(spec, player, pain.hand ?? 'both')
