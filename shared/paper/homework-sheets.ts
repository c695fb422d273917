import type { z } from 'zod'
import type { HomeworkGiven } from '#core/practice/homework'
import { changedSpec } from '#core/schema/change'
import type { HandInput } from '#core/schema/fields'
import type { Habits } from '#core/schema/habits'
import { setSheet, type SetDrill } from '#core/stages/set-sheet'
import type { CountPlan, Score, StepsPlan } from '#core/score/score'
import { homeworkCautions, homeworkCues, minutesInWords, wayInWords } from '#core/wording/homework'
import type { paperBody } from '../contracts/drills/export'
import type { AssignmentDetail } from '../contracts/taught/answers'

/** A set drill as homework is made of it. */
export type HomeworkDrillSet = SetDrill & Pick<AssignmentDetail, 'id' | 'drillName' | 'plan' | 'bpm'>

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

/**
 * The sheets of what is given, each as its student has it: at its stage, for their hand, with their fingers. Tempo and
 * cues are those of the day it was given, so that every copy of it says the same.
 */
export function homeworkSheets(given: HomeworkGiven, sets: readonly HomeworkDrillSet[]): readonly HomeworkSheet[] {
  return given.drills.flatMap((drill, i): readonly HomeworkSheet[] => {
    const set = sets.find(each => each.id === drill.assignmentId)
    if (!set) return []
    const bpm = drill.bpm ?? set.bpm
    const result = setSheet(set, bpm)
    if (!result.ok) return []
    const { value } = result
    const score = value.kind === 'sheet' ? value : null
    const said = {
      stage: drill.stage,
      minutes: minutesInWords(drill.minutes),
      way: wayInWords(set.plan, bpm),
      cues: score ? homeworkCues(score, drill.heard ?? []) : [],
      cautions: score ? homeworkCautions(score) : [],
      word: i === 0 ? given.note : null,
    }
    return [{ id: set.id, name: set.drillName, bpm, said, score, plan: value.kind === 'sheet' ? null : value }]
  })
}

/** Whose homework goes on paper. */
export interface HomeworkOf {
  readonly name: string
  readonly hand: HandInput
  readonly habits: Habits
}

/**
 * Homework as the server draws it: a page for each drill or a week of all of them; what has no notes is told in a line.
 * @param day The day it is given, in words.
 */
export function homeworkOnPaper(
  given: HomeworkGiven,
  sets: readonly HomeworkDrillSet[],
  { name }: HomeworkOf,
  day: string,
): z.input<typeof paperBody> {
  const sheets = homeworkSheets(given, sets)
  const drills = sheets.flatMap(({ id, name: drillName, bpm, said, score }) => {
    const set = sets.find(each => each.id === id)!
    if (!score) return []
    const keys = new Set(score.notes.map(({ key }) => key))
    return [
      {
        name: drillName.slice(0, 120),
        spec: { ...changedSpec(set.spec, set.change), tempo: bpm },
        hand: set.hand,
        habits: set.habits,
        // A finger of a note that its stage leaves out is none of this sheet's.
        pins: Object.fromEntries(Object.entries(set.pins).filter(([key]) => keys.has(key))),
        student: name,
        said: { ...said, cues: [...said.cues], cautions: [...said.cautions] },
      },
    ]
  })
  const without = sheets
    .filter(({ score }) => !score)
    .map(({ name: drillName, said }) => `${drillName}: ${said.minutes}`)
  return {
    form: given.form === 'pages' ? 'pages' : 'week',
    heading: `${name}: practice`.slice(0, 120),
    lines: [`${day} · ${given.minutesADay} minutes a day`, ...(given.note ? [given.note] : []), ...without.slice(0, 4)],
    drills,
  }
}
