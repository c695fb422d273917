import type { PlanOf } from '../../../schema/plan-fields'
import { easedBpm, raisedBpm, stepsUp } from '../arithmetic'
import { cleanRun, passesHere, slipRun } from '../history'
import { heardBy, proposed, type School } from '../school'

/** Failures in a row that ease the tempo, and by how many steps. */
const FAILURES = 2
const STEPS_BACK = 2

/** Small steps: every success raises the tempo by `step`, two failures in a row ease it by two steps. */
export const creep: School<PlanOf<'creep'>> = {
  way: ({ step, targetBpm }, bpm) => stepsUp(bpm, step, targetBpm),
  decide({ plan, bpm, history }) {
    const passes = passesHere(history, bpm)
    const [run, slips] = [cleanRun(passes), slipRun(passes)]
    const counts = { passes: passes.length, cleanInARow: run.length, slipsInARow: slips.length }
    if (run.length > 0 && bpm < plan.targetBpm) {
      const heard = heardBy(run)
      const grounds = { ground: 'clean-in-a-row', count: run.length, bpm, heardBy: heard } as const
      const to = raisedBpm(bpm, plan.step, plan.targetBpm)
      return proposed({ decision: 'raise', bpm: to, grounds, used: { heardBy: heard, ...counts } }, bpm)
    }
    if (slips.length >= FAILURES) {
      const heard = heardBy(slips)
      const grounds = { ground: 'slips-in-a-row', count: slips.length, bpm, heardBy: heard } as const
      const to = easedBpm(bpm, plan.step, STEPS_BACK)
      return proposed({ decision: 'ease', bpm: to, grounds, used: { heardBy: heard, ...counts } }, bpm)
    }
    return {
      decision: 'hold',
      bpm,
      grounds:
        bpm >= plan.targetBpm
          ? { ground: 'at-target', targetBpm: plan.targetBpm }
          : { ground: 'more-wanted', count: 1, bpm },
      used: { heardBy: heardBy(passes), ...counts },
    }
  },
}
