import type { PlanOf } from '../../../schema/plan-fields'
import { tidyBpm } from '../arithmetic'
import { cleanRun, passesHere } from '../history'
import { heardBy, proposed, type School } from '../school'

/** The second of the three tempos when none are named: the start and a fifth. */
const SECOND = 1.2

/**
 * The tempos of the stages, the last the target: those that are named, else the start, a fifth more and the target.
 * @example stagedTempos({ school: 'staged', startBpm: 60, targetBpm: 100, need: 3 }) // [60, 72, 100]
 */
export function stagedTempos({ startBpm, targetBpm, tempos }: PlanOf<'staged'>): readonly number[] {
  const named = tempos ?? [startBpm, tidyBpm(startBpm * SECOND)]
  return [...named.filter(tempo => tempo < targetBpm), targetBpm]
}

const following = (plan: PlanOf<'staged'>, bpm: number) => stagedTempos(plan).filter(tempo => tempo > bpm)

/** Staged: a fixed list of tempos, each passed by `need` consecutive clean passes. It never eases by itself. */
export const staged: School<PlanOf<'staged'>> = {
  way: following,
  decide({ plan, bpm, history }) {
    const passes = passesHere(history, bpm)
    const run = cleanRun(passes)
    const used = { heardBy: heardBy(run), passes: passes.length, cleanInARow: run.length }
    const [next] = following(plan, bpm)
    if (next !== undefined && run.length >= plan.need) {
      const grounds = { ground: 'clean-in-a-row', count: run.length, bpm, heardBy: used.heardBy } as const
      return proposed({ decision: 'raise', bpm: next, grounds, used }, bpm)
    }
    return {
      decision: 'hold',
      bpm,
      grounds:
        next === undefined
          ? { ground: 'at-target', targetBpm: plan.targetBpm }
          : { ground: 'more-wanted', count: plan.need - run.length, bpm },
      used: { ...used, heardBy: heardBy(passes) },
    }
  },
}
