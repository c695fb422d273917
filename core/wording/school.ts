import { stagedTempos } from '../practice/tempo/schools/staged'
import { slowDownTempos } from '../practice/tempo/schools/slow-down'
import type { Plan, SchoolName } from '../schema/plan-fields'
import { capital, countInWords } from './numbers'

/** What a school is called. */
export const SCHOOL_LABELS: Readonly<Record<SchoolName, string>> = {
  'clean-passes': 'Clean passes',
  'staged': 'Staged tempos',
  'creep': 'Small steps',
  'slow-soak': 'Slow soak',
  'untimed': 'Untimed',
  'slow-down': 'Slow-down',
}

const step = (size: number | string) => (typeof size === 'number' ? `by ${size}` : `by ${size.replace('%', ' %')}`)
const plural = (count: number, one: string, many: string) => `${countInWords(count)} ${count === 1 ? one : many}`

/**
 * What a plan does, in one sentence.
 * @example planInWords({ school: 'creep', startBpm: 60, targetBpm: 80, step: 1 }) // 'Every clean pass raises the tempo by 1; two slips in a row ease it by two steps.'
 */
export function planInWords(plan: Plan): string {
  switch (plan.school) {
    case 'clean-passes':
      return capital(
        `${plural(plan.need, 'clean pass raises', 'clean passes in a row raise')} the tempo ${step(plan.step)}; ${plural(plan.tooMany, 'slip', 'slips')} in the last eight ease it.`,
      )
    case 'staged':
      return `At ${stagedTempos(plan).join(', ')}: each passed by ${plural(plan.need, 'clean pass', 'clean passes in a row')}.`
    case 'creep':
      return `Every clean pass raises the tempo ${step(plan.step)}; two slips in a row ease it by two steps.`
    case 'slow-soak':
      return `Never raised on the day: after ${plural(plan.days, 'day', 'days')} of ${plan.minutes} minutes or more that felt easy or warm, ${step(plan.step)}.`
    case 'untimed':
      return 'No tempo: passed when rated 4 or more of 5 in two lessons in a row.'
    case 'slow-down':
      return `Slower is harder: ${slowDownTempos(plan).join(', ')}, each passed when the count stays with the click.`
  }
}
