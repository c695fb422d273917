import type { PlanOf } from '../../../schema/plan-fields'
import { easedBpm, raisedBpm } from '../arithmetic'
import { passesOf, type Grounds, type HistoryEvent, type PassEvent, type School, type Used } from '../school'

const WINDOW = 8

/** Passes at the present tempo since it was last changed. */
function passesHere(history: readonly HistoryEvent[], bpm: number): readonly PassEvent[] {
  const passes = passesOf(history)
  return passes.slice(passes.findLastIndex(pass => pass.bpm !== bpm) + 1)
}

function cleanRun(passes: readonly PassEvent[]): readonly PassEvent[] {
  return passes.slice(passes.findLastIndex(pass => !pass.clean) + 1)
}

function heardBy(passes: readonly PassEvent[]): Used['heardBy'] {
  const voices = new Set(passes.map(pass => pass.by))
  return voices.size === 2 ? 'both' : voices.has('teacher') ? 'teacher' : voices.has('student') ? 'student' : 'nobody'
}

/**
 * Clean passes: `need` consecutive clean passes at the tempo raise it by `step`; a slip starts the count again;
 * `tooMany` slips among the last eight passes ease it one step. Where both would hold, the raise wins. Passes from
 * home alone only propose: the next lesson confirms.
 */
export const cleanPasses: School<PlanOf<'clean-passes'>> = (plan, bpm, history) => {
  const passes = passesHere(history, bpm)
  const run = cleanRun(passes)
  const recent = passes.slice(-WINDOW)
  const slips = recent.filter(pass => !pass.clean).length
  const used = (deciding: readonly PassEvent[]): Used => ({
    passes: passes.length,
    cleanInARow: run.length,
    slipsInLastEight: slips,
    heardBy: heardBy(deciding),
  })
  const proposal = (decision: 'raise' | 'ease', to: number, deciding: readonly PassEvent[], grounds: Grounds) =>
    heardBy(deciding) === 'student'
      ? { decision: 'hold' as const, bpm, grounds, used: { ...used(deciding), proposes: decision } }
      : { decision, bpm: to, grounds, used: used(deciding) }

  if (run.length >= plan.need && bpm < plan.targetBpm) {
    return proposal('raise', raisedBpm(bpm, plan.step, plan.targetBpm), run, {
      ground: 'clean-in-a-row',
      count: run.length,
      bpm,
      heardBy: heardBy(run),
    })
  }
  if (slips >= plan.tooMany && run.length < plan.need) {
    return proposal('ease', easedBpm(bpm, plan.step), recent, {
      ground: 'slips',
      count: slips,
      among: recent.length,
      bpm,
      heardBy: heardBy(recent),
    })
  }
  const grounds: Grounds =
    bpm >= plan.targetBpm
      ? { ground: 'at-target', targetBpm: plan.targetBpm }
      : { ground: 'more-wanted', count: plan.need - run.length, bpm }
  return { decision: 'hold', bpm, grounds, used: used(passes) }
}
