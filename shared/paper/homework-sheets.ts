import type { HomeworkGiven } from '#core/practice/homework'
import { setSheet } from '#core/stages/set-sheet'
import type { CountPlan, Score, StepsPlan } from '#core/score/score'
import { homeworkCautions, homeworkCues, minutesInWords, wayInWords } from '#core/wording/homework'
import type { AssignmentDetail, HeardFault } from '../contracts/assignments'

/** A set drill as homework is made of it. */
export type HomeworkDrillSet = AssignmentDetail & { readonly faults?: readonly HeardFault[] }

/** What a sheet says of a drill besides its notes. */
export interface HomeworkSaid {
  readonly stage: string
  readonly minutes: string
  readonly way: string
  readonly cues: readonly string[]
  readonly cautions: readonly string[]
  /** What the teacher wrote; on the first sheet only. */
  readonly word: string | null
}

/** A drill of a homework sheet: as a sheet of notes, or as the list of one without a guitar. */
export interface HomeworkSheet {
  readonly id: string
  readonly name: string
  readonly bpm: number
  readonly said: HomeworkSaid
  readonly score: Score | null
  readonly plan: CountPlan | StepsPlan | null
}

/** The sheets of what is given, each as its student has it: at its stage, for their hand, with their fingers. */
export function homeworkSheets(given: HomeworkGiven, sets: readonly HomeworkDrillSet[]): readonly HomeworkSheet[] {
  return given.drills.flatMap((drill, i): readonly HomeworkSheet[] => {
    const set = sets.find(each => each.id === drill.assignmentId)
    if (!set) return []
    const result = setSheet(set, set.bpm)
    if (!result.ok) return []
    const { value } = result
    const score = value.kind === 'sheet' ? value : null
    const said = {
      stage: set.stage,
      minutes: minutesInWords(drill.minutes),
      way: wayInWords(set.plan, set.bpm),
      cues: score
        ? homeworkCues(
            score,
            (set.faults ?? []).map(each => each.fault),
          )
        : [],
      cautions: score ? homeworkCautions(score) : [],
      word: i === 0 ? given.note : null,
    }
    return [{ id: set.id, name: set.drillName, bpm: set.bpm, said, score, plan: value.kind === 'sheet' ? null : value }]
  })
}
