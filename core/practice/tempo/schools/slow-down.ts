import type { PlanOf } from '../../../schema/plan-fields'
import { cleanRun, passesHere } from '../history'
import { heardBy, proposed, type School } from '../school'
import { goalBpm } from '../target'

/** How much slower each tempo is than the one before when none are named: a sixth, the way back of a fifth more. */
const SLOWER = 1.2

/**
 * The falling tempos: those that are named, else from the start down to the target, each a sixth slower.
 * @example slowDownTempos({ school: 'slow-down', startBpm: 60, targetBpm: 30 }) // [60, 50, 42, 35, 30]
 */
export function slowDownTempos({ startBpm, targetBpm, tempos }: PlanOf<'slow-down'>): readonly number[] {
  if (tempos) return tempos
  const found = [startBpm]
  for (let bpm = startBpm / SLOWER; Math.round(bpm) > targetBpm; bpm /= SLOWER) found.push(Math.round(bpm))
  return targetBpm < startBpm ? [...found, targetBpm] : found
}

const following = (plan: PlanOf<'slow-down'>, bpm: number) => slowDownTempos(plan).filter(tempo => tempo < bpm)

/**
 * Slow-down: the inner pulse is tried at falling tempos, for slower is harder. A clean pass means that the count stayed
 * with the click through the silent bars; one is enough for the next.
 */
export const slowDown: School<PlanOf<'slow-down'>> = {
  way: following,
  decide({ plan, bpm, history }) {
    const passes = passesHere(history, bpm)
    const run = cleanRun(passes)
    const used = { heardBy: heardBy(run), passes: passes.length, cleanInARow: run.length }
    const [next] = following(plan, bpm)
    if (next !== undefined && run.length > 0) {
      const grounds = { ground: 'stayed-with-click', bpm, heardBy: used.heardBy } as const
      return proposed({ decision: 'next-stage', bpm: next, grounds, used }, bpm)
    }
    return {
      decision: 'hold',
      bpm,
      grounds: next === undefined ? { ground: 'at-target', targetBpm: goalBpm(plan) } : { ground: 'stay-wanted', bpm },
      used: { ...used, heardBy: heardBy(passes) },
    }
  },
}
