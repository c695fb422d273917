import type { Decision, Used } from '../practice/tempo/school'
import { capital, countInWords } from './numbers'

const VOICE: Readonly<Record<Used['heardBy'], string>> = {
  teacher: 'heard by you',
  student: 'reported from home',
  both: 'heard by you and reported from home',
  nobody: 'heard by nobody',
}
const plural = (count: number, one: string, many: string) =>
  capital(`${countInWords(count)} ${count === 1 ? one : many}`)

/**
 * Why a decision is what it is, in one sentence; a second where the lesson has to confirm what was reported from home.
 * @example groundsInWords({ grounds: { ground: 'more-wanted', count: 2, bpm: 72 }, used: {} }) // 'Two more clean passes in a row at 72 to raise.'
 */
export function groundsInWords({ grounds, used }: Pick<Decision, 'grounds' | 'used'>): string {
  const confirm = used.proposes ? ' Confirm it in the lesson.' : ''
  switch (grounds.ground) {
    case 'clean-in-a-row':
      return `${plural(grounds.count, 'clean pass', 'clean passes')} in a row at ${grounds.bpm}, ${VOICE[grounds.heardBy]}.${confirm}`
    case 'slips':
      return `${plural(grounds.count, 'slip', 'slips')} in the last ${countInWords(grounds.among)} passes at ${grounds.bpm}, ${VOICE[grounds.heardBy]}.${confirm}`
    case 'more-wanted':
      return `${plural(grounds.count, 'more clean pass', 'more clean passes')} in a row at ${grounds.bpm} to raise.`
    case 'at-target':
      return `At the target of ${grounds.targetBpm}; a clean pass here in two lessons running completes it.`
    case 'target-twice':
      return `The target of ${grounds.targetBpm} was reached in two lessons running; look at it again after ${grounds.reviewWeeks.join(', ')} weeks.`
  }
}
