import type { Care } from '../hand/care'
import { dayInWords } from './attention'
import { capital } from './numbers'

const fingers = (list: readonly number[]) => `${list.length === 1 ? 'finger' : 'fingers'} ${list.join(' and ')}`

/**
 * What a hand is to be spared, in a few words.
 * @example careInWords({ excluded: [], spared: [4], reviewOn: '2026-03-03' }) // 'Finger 4 to be spared, looked at again on 3 March'
 */
export function careInWords({ excluded, spared, reviewOn }: Care): string {
  const parts = [
    ...(excluded.length > 0 ? [`${fingers(excluded)} not to be used`] : []),
    ...(spared.length > 0 ? [`${fingers(spared)} to be spared`] : []),
    ...(reviewOn ? [`looked at again on ${dayInWords(reviewOn)}`] : []),
  ]
  return capital(parts.join(', '))
}
