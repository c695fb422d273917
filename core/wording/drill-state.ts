import type { DrillState } from '../practice/tempo/drill-state'
import { STALLED_LESSONS } from '../practice/tempo/pace'
import { dayInWords } from './day'
import { countInWords } from './numbers'

/**
 * How a set drill stands, in a few words that go on a line of its own.
 * @param today The day it is told on, YYYY-MM-DD: days of another year have their year.
 * @example drillStateInWords({ kind: 'stalled', bestBpm: 72 }, '2026-03-10') // 'not above 72 for four lessons or more'
 */
export function drillStateInWords(state: DrillState, today: string): string {
  switch (state.kind) {
    case 'waiting':
      return `opens when “${state.for}” is passed`
    case 'completed':
      return state.nextOn === null
        ? `completed ${dayInWords(state.on, today)}, every review passed`
        : `completed ${dayInWords(state.on, today)}, next review ${dayInWords(state.nextOn, today)}`
    case 'review-due':
      return `completed, review due since ${dayInWords(state.since, today)}`
    case 'at-target':
      return 'at target, not yet completed'
    case 'stalled':
      return `not above ${state.bestBpm} for ${countInWords(STALLED_LESSONS)} lessons or more`
    case 'due':
      return `${state.late ? 'was due' : 'due'} by ${dayInWords(state.on, today)}`
    case 'behind':
      return 'behind its plan'
    case 'on-plan':
      return 'on plan'
    case 'open':
      return 'no date'
  }
}

/** A mark that tells each state apart by its shape. */
export const DRILL_STATE_MARKS: Readonly<Record<DrillState['kind'], string>> = {
  'waiting': '…',
  'completed': '●',
  'review-due': '↻',
  'at-target': '●',
  'stalled': '■',
  'due': '◆',
  'behind': '▽',
  'on-plan': '▲',
  'open': '○',
}
