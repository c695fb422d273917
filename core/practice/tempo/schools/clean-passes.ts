import type { PlanOf } from '../../../schema/plan-fields'
import { easedBpm, raisedBpm, stepsUp } from '../arithmetic'
import { cleanRun, passesHere, type PassEvent } from '../history'
import { heardBy, proposed, type Decision, type School } from '../school'

const WINDOW = 8

/**
 * Clean passes: `need` consecutive clean passes at the tempo raise it by `step`; a slip starts the count again;
 * `tooMany` slips among the last eight passes ease it one step. Where both would hold, the raise wins. Passes from
 * home alone only propose: the next lesson confirms.
 */
export const cleanPasses: School<PlanOf<'clean-passes'>> = {
  way: ({ step, targetBpm }, bpm) => stepsUp(bpm, step, targetBpm),
  decide({ plan, bpm, history }) {
    const passes = passesHere(history, bpm)
    const run = cleanRun(passes)
    const recent = passes.slice(-WINDOW)
    const slips = recent.filter(pass => !pass.clean).length
    const used = (deciding: readonly PassEvent[]): Decision['used'] => ({
      heardBy: heardBy(deciding),
      passes: passes.length,
      cleanInARow: run.length,
      slipsInLastEight: slips,
    })
    if (run.length >= plan.need && bpm < plan.targetBpm) {
      const grounds = { ground: 'clean-in-a-row', count: run.length, bpm, heardBy: heardBy(run) } as const
      const to = raisedBpm(bpm, plan.step, plan.targetBpm)
      return proposed({ decision: 'raise', bpm: to, grounds, used: used(run) }, bpm)
    }
    if (slips >= plan.tooMany && run.length < plan.need) {
      const heard = heardBy(recent)
      const grounds = { ground: 'slips', count: slips, among: recent.length, bpm, heardBy: heard } as const
      return proposed({ decision: 'ease', bpm: easedBpm(bpm, plan.step), grounds, used: used(recent) }, bpm)
    }
    return {
      decision: 'hold',
      bpm,
      grounds:
        bpm >= plan.targetBpm
          ? { ground: 'at-target', targetBpm: plan.targetBpm }
          : { ground: 'more-wanted', count: plan.need - run.length, bpm },
      used: used(passes),
    }
  },
}
