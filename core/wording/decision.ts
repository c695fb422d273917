import type { OwnVariation, Variation } from '../practice/tempo/variations'
import type { Decision, HeardBy } from '../practice/tempo/school'
import { HURTS_WORDS } from './care'
import { dayInWords } from './day'
import { faultInWords, remedyInWords } from './fault'
import { capital, countInWords } from './numbers'

const VOICE: Readonly<Record<HeardBy, string>> = {
  teacher: 'heard by you',
  student: 'reported from home',
  both: 'heard by you and reported from home',
  nobody: 'heard by nobody',
}
/** Kept with the decision and read for years. */
const yearlyDay = (day: string) => dayInWords(day, '')
const plural = (count: number, one: string, many: string) => `${countInWords(count)} ${count === 1 ? one : many}`
const list = (words: readonly string[]) =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} or ${words.at(-1)}`

/** A variation, as it is offered. */
export const VARIATION_WORDS: Readonly<Record<Variation, string>> = {
  'reverse': 'the way back first',
  'subdivision': 'another subdivision',
  'hands-apart': 'hands apart',
  'fretting-alone': 'the fretting hand alone',
  'plucking-alone': 'the plucking hand alone',
  'slower': 'a fifth slower',
  'accents': 'accents moved',
}

/** A variation in words: a common one, or the teacher's own by its name. */
export const variationInWords = (variation: Variation | OwnVariation): string =>
  typeof variation === 'string' ? VARIATION_WORDS[variation] : variation.name

/**
 * Why a decision is what it is, in one sentence; a second where the lesson has to confirm what was reported from home,
 * or a doctor is to be asked.
 * @example groundsInWords({ grounds: { ground: 'more-wanted', count: 2, bpm: 72 }, used: {} }) // 'Two more clean passes in a row at 72 to raise.'
 */
export function groundsInWords({ grounds, used }: Pick<Decision, 'grounds' | 'used'>): string {
  const confirm = used.proposes ? ' Confirm it in the lesson.' : ''
  switch (grounds.ground) {
    case 'clean-in-a-row':
      return capital(
        `${plural(grounds.count, 'clean pass', 'clean passes in a row')} at ${grounds.bpm}, ${VOICE[grounds.heardBy]}.${confirm}`,
      )
    case 'slips':
      return capital(
        `${plural(grounds.count, 'slip', 'slips')} in the last ${countInWords(grounds.among)} passes at ${grounds.bpm}, ${VOICE[grounds.heardBy]}.${confirm}`,
      )
    case 'slips-in-a-row':
      return capital(
        `${plural(grounds.count, 'slip', 'slips in a row')} at ${grounds.bpm}, ${VOICE[grounds.heardBy]}.${confirm}`,
      )
    case 'more-wanted':
      return capital(
        `${plural(grounds.count, 'more clean pass', 'more clean passes in a row')} at ${grounds.bpm} to raise.`,
      )
    case 'soaked':
      return capital(
        `${plural(grounds.days, 'day', 'days')} of ${grounds.minutes} minutes or more at ${grounds.bpm} felt easy or warm.`,
      )
    case 'more-days':
      return capital(
        `${plural(grounds.days, 'more day', 'more days')} of ${grounds.minutes} easy minutes at ${grounds.bpm} to raise.`,
      )
    case 'good-twice':
      return `Rated well in two lessons in a row: ${grounds.quality.join(' and ')} of 5.`
    case 'quality-wanted':
      return grounds.quality.length === 0
        ? 'Not rated yet: 4 or more of 5 in two lessons in a row passes it.'
        : `Rated ${grounds.quality.join(' and ')} of 5: 4 or more in two lessons in a row passes it.`
    case 'stayed-with-click':
      return `The count stayed with the click at ${grounds.bpm}, ${VOICE[grounds.heardBy]}.${confirm}`
    case 'stay-wanted':
      return `Keep the count with the click at ${grounds.bpm} through the silent bars.`
    case 'at-target':
      return `At the target of ${grounds.targetBpm}; a clean pass here in two lessons in a row completes it.`
    case 'target-twice':
      return `The target of ${grounds.targetBpm} was reached in two lessons in a row; review it after ${list(grounds.reviewWeeks.map(String)).replace(' or ', ' and ')} weeks.`
    case 'completed':
      return grounds.nextOn === null
        ? 'Completed, and every review passed.'
        : `Completed; next review on ${yearlyDay(grounds.nextOn)}.`
    case 'kept':
      return `Still clean at ${grounds.bestCleanBpm}: ${grounds.nextOn === null ? 'that was the last review' : `the next review is on ${yearlyDay(grounds.nextOn)}`}.`
    case 'fell':
      return grounds.bestCleanBpm === null
        ? 'No clean pass any more: reopen it.'
        : `Clean at ${grounds.bestCleanBpm} of ${grounds.targetBpm}, more than a tenth below: reopen it.`
    case 'pain': {
      const where = grounds.hurts ? HURTS_WORDS[grounds.hurts] : 'pain'
      const doctor =
        grounds.hurts === 'numb-or-tingling' ? ' See a doctor.' : ' Pain that stays or comes back is for a doctor.'
      return `${capital(where)} on ${dayInWords(grounds.day)}: rest until it is gone and you have cleared it.${doctor}`
    }
    case 'fault-again':
      return capital(
        `${faultInWords(grounds)} in ${countInWords(grounds.count)} of the last ${plural(grounds.among, 'lesson', 'lessons')}: ${remedyInWords(grounds.fault)}.`,
      )
    case 'plateau': {
      const best = grounds.bestCleanBpm === null ? 'no clean pass' : `no rise above ${grounds.bestCleanBpm}`
      const ways = list(grounds.variations.map(each => VARIATION_WORDS[each]))
      return `${capital(best)} in ${plural(grounds.lessons, 'lesson', 'lessons')} with practice: try ${ways}.`
    }
  }
}
