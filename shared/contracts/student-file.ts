import { z } from 'zod'
import type { InstrumentChoice } from '#core/guitar/instrument'
import type { LessonEvent } from '#core/practice/log/events'
import type { HandInput, Pins } from '#core/schema/fields'
import type { Habits } from '#core/schema/habits'
import type { Hurts, Pain } from '#core/schema/pain'
import type { OwnVariation } from '#core/practice/tempo/variations'
import type { SpecChange } from '#core/schema/change'
import type { StageOfPath } from './assignments'
import type { Spec } from '#core/schema/parse'
import type { Plan, SchoolName } from '#core/schema/plan-fields'
import { writeId } from './common'
import type { PracticeRow } from './practice'
import type { HomeworkRow, PainRow } from './students'

/** Erasing asks for the student's name, letter by letter. */
export const eraseStudentBody = z.strictObject({ id: writeId, name: z.string() })

/** Everything kept of a student, as one JSON file; times are instants in UTC, `zone` is the studio's. */
export interface StudentFile {
  readonly format: 'fidactyl-student'
  readonly version: 6
  readonly writtenAt: string
  readonly zone: string
  readonly student: {
    readonly id: string
    readonly name: string
    readonly birthYear: number | null
    readonly about: string
    readonly instrument: InstrumentChoice
    readonly hand: HandInput
    readonly habits: Habits
    readonly pain: Pain | null
    /** The school their drills are set by; null for the usual one. */
    readonly school: SchoolName | null
    readonly since: string
    readonly formerSince: string | null
  }
  readonly weeklyLessons: readonly {
    readonly weekday: number
    readonly everyWeeks: number
    readonly wallTime: string
    readonly minutes: number
    readonly zone: string
    readonly startsOn: string
    readonly endsOn: string | null
  }[]
  readonly drills: readonly {
    readonly id: string
    readonly name: string
    readonly version: number
    readonly title: string
    readonly spec: Spec
    /** Name of the stage it is at, and the stages in order. */
    readonly stage: string
    readonly path: readonly StageOfPath[]
    readonly plan: Plan
    readonly pins: Pins
    readonly variations: readonly OwnVariation[]
    readonly targetOn: string | null
    /** The drill of this list that is to be passed first; null where it is open at once. */
    readonly opensAfter: string | null
    readonly setAt: string
    readonly endedAt: string | null
    /** What was taught with it, oldest first; a log entry names its number. */
    readonly revisions: readonly {
      readonly number: number
      readonly at: string
      readonly version: number
      readonly stage: string
      /** What that stage plays otherwise than the drill; null for nothing. */
      readonly change: SpecChange | null
      readonly plan: Plan
      readonly pins: Pins
      readonly hand: HandInput
      readonly habits: Habits
      readonly instrument: InstrumentChoice
      readonly bpm: number
      readonly engineVersion: number
      readonly scoreHash: string | null
    }[]
  }[]
  /** Practice at home as it was reported, oldest first; `drill` is the id of one of the list. */
  readonly practice: readonly (Pick<PracticeRow, 'day' | 'minutes' | 'bpm' | 'feel' | 'clean' | 'note'> & {
    readonly drill: string
    readonly hurts: Hurts | null
    readonly receivedAt: string
    /** Null: it counts. */
    readonly takenBackAt: string | null
  })[]
  /** What hurt and when it was cleared, oldest first. */
  readonly pains: readonly PainRow[]
  /** What was given to practise, oldest first. */
  readonly homework: readonly HomeworkRow[]
  readonly lessons: readonly {
    readonly id: string
    readonly startedAt: string
    readonly endedAt: string | null
    readonly minutes: number
    /** Everything that happened, in server order. */
    readonly log: readonly {
      readonly number: number
      readonly receivedAt: string
      readonly deviceOffsetMs: number
      readonly taught: number | null
      readonly event: LessonEvent
    }[]
  }[]
}
