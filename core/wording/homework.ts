import type { Score } from '../score/score'
import { blocksOf, MOST_CUES } from '../practice/homework'
import { wayOn } from '../practice/tempo/schools/registry'
import { isTimed } from '../practice/tempo/target'
import type { Fault } from '../schema/faults'
import type { Plan } from '../schema/plan-fields'
import { cueInWords, isAgreed } from './cue'
import { faultCue } from './fault'

/** Tempos of the way that a sheet names before it says where it ends. */
const TOLD = 3

/**
 * The way of the tempo, as a sheet says it.
 * @example wayInWords({ school: 'creep', startBpm: 60, targetBpm: 66, step: 2 }, 60) // 'now 60, then 62, 64, 66'
 * @example wayInWords({ school: 'creep', startBpm: 60, targetBpm: 80, step: 2 }, 60) // 'now 60, then 62, 64, 66 … 80'
 */
export function wayInWords(plan: Plan, bpm: number): string {
  if (!isTimed(plan)) return 'without a metronome'
  const way = wayOn(plan, bpm)
  const next = way.slice(0, TOLD).join(', ')
  if (way.length === 0) return `stay at ${bpm}`
  return `now ${bpm}, then ${next}${way.length > TOLD ? ` … ${way.at(-1)}` : ''}`
}

/**
 * The minutes of a drill, as a sheet says them.
 * @example minutesInWords(5) // '5 minutes a day'
 * @example minutesInWords(10) // '10 minutes a day, in 2 blocks of 5'
 */
export function minutesInWords(minutes: number): string {
  const blocks = blocksOf(minutes)
  const sizes = [...new Set(blocks)].sort((a, b) => a - b).join(' or ')
  const day = `${minutes} ${minutes === 1 ? 'minute' : 'minutes'} a day`
  return blocks.length === 1 ? day : `${day}, in ${blocks.length} blocks of ${sizes}`
}

const isCaution = ({ about }: Score['cues'][number]) => about === 'stretch' || about === 'beyond-limit'

/** What to watch for at home: what was wrong of late first, then what the drill itself asks for. */
export function homeworkCues(score: Pick<Score, 'cues'>, faults: readonly Fault[]): readonly string[] {
  const own = score.cues.filter(cue => cue.at === 0 && !isCaution(cue) && isAgreed(cue)).map(cueInWords)
  return [...new Set([...faults.map(faultCue), ...own])].slice(0, MOST_CUES)
}

/** What may hurt in a drill, where something may. */
export const homeworkCautions = (score: Pick<Score, 'cues'>): readonly string[] => [
  ...new Set(score.cues.filter(isCaution).map(cueInWords)),
]
