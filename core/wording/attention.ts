import { SILENT_DAYS, type Attention, type AttentionKind } from '../practice/attention'
import { STALLED_LESSONS } from '../practice/tempo/pace'
import { painInWords } from './care'
import { dayInWords } from './day'
import { countInWords } from './numbers'

/**
 * Why a student wants attention, in one sentence.
 * @example attentionInWords({ kind: 'nothing-set' }) // 'No drills assigned.'
 */
export function attentionInWords(attention: Attention | { readonly kind: 'unfinished' }): string {
  switch (attention.kind) {
    case 'pain':
      return `${painInWords(attention.pain)}.`
    case 'review':
      return `Spared fingers due for review since ${dayInWords(attention.since)}.`
    case 'nothing-set':
      return 'No drills assigned.'
    case 'stalled':
      return `${attention.drillName}: not above ${attention.bestBpm} for ${countInWords(STALLED_LESSONS)} lessons or more, at ${attention.bpm} of ${attention.targetBpm}.`
    case 'due':
      return `${attention.drillName}: ${attention.late ? 'was due' : 'due'} by ${dayInWords(attention.on)}, at ${attention.bpm} of ${attention.targetBpm}.`
    case 'behind':
      return `${attention.drillName}: behind its plan, at ${attention.bpm} of ${attention.targetBpm}.`
    case 'review-due':
      return `${attention.drillName}: completed, review due since ${dayInWords(attention.since)}.`
    case 'unfinished':
      return 'A lesson was started and not ended.'
    case 'silent':
      return `No lesson for ${countInWords(SILENT_DAYS / 7)} weeks or more.`
  }
}

/** The one obvious thing to do about each. */
export const ACT_WORDS: Readonly<Record<AttentionKind, string>> = {
  'pain': 'Is it gone?',
  'unfinished': 'Continue the lesson',
  'review': 'Review the hand',
  'nothing-set': 'Build a drill',
  'stalled': 'Vary it',
  'due': 'Change the plan',
  'behind': 'Change the plan',
  'review-due': 'Start a lesson',
  'silent': 'Plan a lesson',
}

/** What each is called in a word, with a mark that tells it apart by its shape. */
export const ATTENTION_MARKS: Readonly<Record<AttentionKind, { readonly mark: string; readonly word: string }>> = {
  'pain': { mark: '✚', word: 'Pain' },
  'unfinished': { mark: '►', word: 'Still open' },
  'review': { mark: '◇', word: 'Hand review' },
  'stalled': { mark: '■', word: 'Stalled' },
  'due': { mark: '◆', word: 'Due' },
  'behind': { mark: '▽', word: 'Behind' },
  'nothing-set': { mark: '○', word: 'No drills' },
  'review-due': { mark: '↻', word: 'Review' },
  'silent': { mark: '…', word: 'Absent' },
}
