import type { HandInput } from '../schema/fields'
import { placesOf, type Pain, type PainHand, type PainPlace } from '../schema/pain'
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

/**
 * Of all that hurts the place a drill is to rest for, if it works that hand; else one it works that stops nothing, as
 * sore fingertips do; null where it works none.
 * @param works Whether the drill works a hand.
 */
export function painFor(pain: Pain | null, works: (hand: PainHand) => boolean): PainPlace | null {
  const worked = pain === null ? [] : placesOf(pain).filter(({ hand }) => works(hand ?? 'both'))
  return worked.find(({ where }) => isToRest(where)) ?? worked[0] ?? null
}

/** Whether a drill is to rest for what hurts: it works the hand that does, and sore fingertips rest nothing. */
export function restsFor(pain: Pain | null, spec: unknown, player: HandInput): boolean {
  const place = painFor(pain, hand => worksHand(spec, player, hand))
  return place !== null && isToRest(place.where)
}
