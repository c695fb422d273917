import type { Care } from '../hand/care'
import { placesOf, type Hurts, type Pain, type PainPlace } from '../schema/pain'
import { dayInWords } from './day'
import { capital } from './numbers'

const fingers = (list: readonly number[]) => `${list.length === 1 ? 'finger' : 'fingers'} ${list.join(' and ')}`

/** Where it hurts, as it is asked and told. */
export const HURTS_WORDS: Readonly<Record<Hurts, string>> = {
  'fingertip-skin': 'sore fingertips',
  'joint': 'pain in a finger joint',
  'hand': 'pain in the hand',
  'wrist': 'pain in the wrist',
  'forearm': 'pain in the forearm',
  'shoulder': 'pain in the shoulder',
  'neck': 'pain in the neck',
  'numb-or-tingling': 'numbness or tingling',
}

/** What is to be done: sore skin stops nobody, numbness is for a doctor (common practice). */
const advice = (places: readonly Hurts[]) => [
  ...(places.some(where => where !== 'fingertip-skin')
    ? [places.includes('numb-or-tingling') ? 'rest' : 'rest until it is gone']
    : []),
  ...(places.includes('numb-or-tingling') ? ['see a doctor'] : []),
]

/** One place that hurts, and since when. @example placeInWords({ where: 'wrist', since: '2026-03-03' }) // 'pain in the wrist since 3 March' */
export const placeInWords = ({ where, hand, since }: PainPlace): string =>
  `${HURTS_WORDS[where]}${hand && hand !== 'both' ? ` of the ${hand} hand` : ''} since ${dayInWords(since)}`

/**
 * A pain in a few words: every place, and what is to be done.
 * @example painInWords({ where: 'wrist', since: '2026-03-03', reviewOn: null }) // 'Pain in the wrist since 3 March: rest until it is gone'
 */
export function painInWords(pain: Pain): string {
  const places = placesOf(pain)
  const { reviewOn } = pain
  const then = [
    ...advice(places.map(({ where }) => where)),
    ...(reviewOn ? [`ask again on ${dayInWords(reviewOn)}`] : []),
  ]
  return [capital(places.map(placeInWords).join(', ')), then.join(', ')].filter(Boolean).join(': ')
}

/**
 * What hurts and what a hand is to be spared, in a few words.
 * @example careInWords({ excluded: [], spared: [4], reviewOn: '2026-03-03', pain: null }) // 'Finger 4 spared, review on 3 March'
 */
export function careInWords({ excluded, spared, reviewOn, pain }: Care): string {
  const parts = [
    ...(excluded.length > 0 ? [`${fingers(excluded)} not used`] : []),
    ...(spared.length > 0 ? [`${fingers(spared)} spared`] : []),
  ]
  if (parts.length > 0 && reviewOn) parts.push(`review on ${dayInWords(reviewOn)}`)
  return [...(pain ? [painInWords(pain)] : []), ...(parts.length > 0 ? [capital(parts.join(', '))] : [])].join('. ')
}
