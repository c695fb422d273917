import type { Forecast } from '../practice/tempo/forecast'
import { goalBpm } from '../practice/tempo/target'
import type { Plan } from '../schema/plan-fields'
import { dayInWords } from './day'
import { countInWords } from './numbers'

const whole = (bpm: number) => String(Math.round(bpm))

/**
 * When the target is expected, in a sentence; null where nothing is to be said.
 * @param today Local day: days of another year have their year.
 */
export function expectedInWords(plan: Plan, { expected }: Forecast, today: string): string | null {
  const on = (day: string) => dayInWords(day, today)
  switch (expected.kind) {
    case 'no-forecast':
      return null
    case 'reached':
      return `The target of ${goalBpm(plan)} was played cleanly.`
    case 'too-few':
      return `Too early to tell: ${expected.points === 0 ? 'no day' : expected.points === 1 ? 'one day' : `${countInWords(expected.points)} days`} with a clean pass so far; three are needed.`
    case 'not-rising':
      return 'The clean tempo is not rising, so no date can be forecast.'
    case 'expected': {
      const to = expected.latest === null ? 'or never in the worst case' : `to ${on(expected.latest)}`
      return expected.earliest === expected.on && expected.latest === expected.on
        ? `Expected on ${on(expected.on)}.`
        : `Expected about ${on(expected.on)}: ${on(expected.earliest)} ${to}.`
    }
  }
}

/**
 * What the wanted day asks for against what was gained, in a sentence; null where the two agree or nothing is to be
 * said.
 */
export function pacingInWords({ pacing }: Forecast): string | null {
  if (!pacing) return null
  const { neededPerWeek, gainedPerWeek, realistic } = pacing
  if (neededPerWeek === null)
    return gainedPerWeek === null
      ? 'Its date has passed.'
      : `Its date has passed; it ${gainedPerWeek > 0 ? `has gained ${whole(gainedPerWeek)} a week` : 'has not risen'} over the last four weeks.`
  if (gainedPerWeek === null)
    return `Needs ${whole(neededPerWeek)} a week; the last four weeks say too little of what it gains.`
  const gained = gainedPerWeek > 0 ? `has been +${whole(gainedPerWeek)}` : 'has not risen'
  return realistic ? null : `Needs +${whole(neededPerWeek)} a week, ${gained} over the last four weeks.`
}
