import type { Care } from '../hand/care'
import type { Hurts, Pain } from '../schema/pain'
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
const advice = (where: Hurts) =>
  where === 'fingertip-skin' ? [] : where === 'numb-or-tingling' ? ['rest', 'see a doctor'] : ['rest until it is gone']

/**
 * A pain in a few words.
 * @example painInWords({ where: 'wrist', since: '2026-03-03', reviewOn: null }) // 'Pain in the wrist since 3 March: rest until it is gone'
 */
export function painInWords({ where, since, reviewOn }: Pain): string {
  const then = [...advice(where), ...(reviewOn ? [`ask again on ${dayInWords(reviewOn)}`] : [])]
  return [capital(`${HURTS_WORDS[where]} since ${dayInWords(since)}`), then.join(', ')].filter(Boolean).join(': ')
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
