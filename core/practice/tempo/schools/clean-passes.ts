import type { PlanOf } from '../../../schema/plan-fields'
import { easedBpm, raisedBpm } from '../arithmetic'
import type { PassEvent, School, Used } from '../school'

const WINDOW = 8

/** Passes at the present tempo since it was last changed. */
function passesHere(history: readonly PassEvent[], bpm: number): readonly PassEvent[] {
  const lastElsewhere = history.findLastIndex(event => event.bpm !== bpm)
  return history.slice(lastElsewhere + 1)
}

function cleanRun(passes: readonly PassEvent[]): readonly PassEvent[] {
  return passes.slice(passes.findLastIndex(pass => !pass.clean) + 1)
}

function heardBy(passes: readonly PassEvent[]): Used['heardBy'] {
  const voices = new Set(passes.map(pass => pass.by))
  return voices.size === 2 ? 'both' : voices.has('teacher') ? 'teacher' : voices.has('student') ? 'student' : 'nobody'
}

const VOICE = { teacher: 'heard by you', student: 'reported from home', both: 'heard by you and reported from home', nobody: '' } as const
const inWords = (count: number) => ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight'][count] ?? String(count)
const capital = (text: string) => text[0]!.toUpperCase() + text.slice(1)
const plural = (count: number, one: string, many: string) => `${inWords(count)} ${count === 1 ? one : many}`

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
  const used = (deciding: readonly PassEvent[]): Used => ({ passes: passes.length, cleanInARow: run.length, slipsInLastEight: slips, heardBy: heardBy(deciding) })
  const proposal = (decision: 'raise' | 'ease', to: number, deciding: readonly PassEvent[], reason: string) => heardBy(deciding) === 'student'
    ? { decision: 'hold' as const, bpm, reason: `${reason} Confirm it in the lesson.`, used: { ...used(deciding), proposes: decision } }
    : { decision, bpm: to, reason, used: used(deciding) }

  if (run.length >= plan.need && bpm < plan.targetBpm) {
    return proposal('raise', raisedBpm(bpm, plan.step, plan.targetBpm), run, `${capital(plural(run.length, 'clean pass', 'clean passes'))} in a row at ${bpm}, ${VOICE[heardBy(run)]}.`)
  }
  if (slips >= plan.tooMany && run.length < plan.need) {
    return proposal('ease', easedBpm(bpm, plan.step), recent, `${capital(plural(slips, 'slip', 'slips'))} in the last ${inWords(recent.length)} passes at ${bpm}, ${VOICE[heardBy(recent)]}.`)
  }
  const missing = plan.need - run.length
  const reason = bpm >= plan.targetBpm
    ? `At the target of ${plan.targetBpm}; a clean pass here in two lessons running completes it.`
    : `${capital(plural(missing, 'more clean pass', 'more clean passes'))} in a row at ${bpm} to raise.`
  return { decision: 'hold', bpm, reason, used: used(passes) }
}
