import { HOMEWORK_FORMS, type HomeworkGiven } from '#core/practice/homework'
import { z } from 'zod'
import type { InstrumentChoice } from '#core/guitar/instrument'
import type { SlotException } from '#core/practice/schedule/occurrences'
import type { DayLoad } from '#core/practice/load'
import type { Pace } from '#core/practice/tempo/pace'
import { handSchema, instrumentSchema, type HandInput } from '#core/schema/fields'
import { habitsSchema, type Habits } from '#core/schema/habits'
import { painSchema, type Pain } from '#core/schema/pain'
import { SCHOOLS, type SchoolName } from '#core/schema/plan-fields'
import type { FollowedDrill, PastDrill } from './assignments'
import { bpmSchema, localDaySchema, personName, type Page, uuidOf, writeId } from './common'
import type { LessonRow } from './lessons'
import type { PracticeRow } from './practice'

const studentFields = {
  name: personName,
  birthYear: z.int('must be a year').min(1900, 'must be a year').max(2100, 'must be a year').nullable(),
  instrument: instrumentSchema,
  /** One of the teacher's own guitars, whose figures then count. */
  instrumentId: uuidOf('must be a guitar of yours').nullable().optional(),
  hand: handSchema,
  habits: habitsSchema.optional(),
  about: z.string().trim().max(2000, 'must be at most 2000 characters'),
}

export const saveStudentBody = z.strictObject({ id: writeId, ...studentFields })
/** What hurts now; null once it is gone. */
export const painBody = z
  .strictObject({
    id: writeId,
    pain: painSchema.nullable(),
    note: z.string().trim().max(400, 'must be at most 400 characters').optional(),
  })
  .refine(({ pain, note }) => pain !== null || Boolean(note), {
    path: ['note'],
    message: 'a note is needed: how you found that it is gone',
  })

/** The school a student's drills are set by unless something else is said; null for the usual one. */
export const schoolBody = z.strictObject({
  id: writeId,
  school: z.enum(SCHOOLS, { error: `must be one of ${SCHOOLS.join(', ')}` }).nullable(),
})

export const archiveStudentBody = z.strictObject({ id: writeId, archived: z.boolean() })

const wallTime = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'must be a time such as 16:30')

const slotFields = {
  weekday: z.int().min(1, 'must be a weekday').max(7, 'must be a weekday'),
  wallTime,
  minutes: z.int().min(5, 'must be at least 5 minutes').max(240, 'must be at most 240 minutes'),
  everyWeeks: z.int().min(1, 'must be at least 1').max(8, 'must be at most 8'),
}

export const slotBody = z.strictObject({ id: writeId, ...slotFields })

/** A student as a list brings them in: a card, and the weekly lesson where the list says one. */
export const listedStudent = z.strictObject({ ...studentFields, slot: z.strictObject(slotFields).nullable() })

/** Students of one list at most. */
export const MOST_LISTED = 200

/** Students brought in together: all of them or none. */
export const severalStudentsBody = z.strictObject({
  id: writeId,
  students: z
    .array(listedStudent)
    .min(1, 'there is nobody to add')
    .max(MOST_LISTED, `takes at most ${MOST_LISTED} students at once`),
})

/** Takes students back that were just brought in. */
export const takeBackStudentsBody = z.strictObject({
  id: writeId,
  studentIds: z.array(uuidOf('must be a student of yours')).min(1).max(MOST_LISTED),
})

/**
 * What becomes of one lesson of the weekly ones: moved, cancelled, or cancelled and made up; neither is back in its
 * place.
 */
export const exceptionBody = z.strictObject({
  id: writeId,
  slotId: uuidOf('must be a weekly lesson'),
  /** The local day the weekly lesson falls on. */
  day: localDaySchema,
  cancelled: z.boolean(),
  to: z.strictObject({ day: localDaySchema, wallTime }).nullable(),
  why: z.string().trim().max(400, 'must be at most 400 characters').nullable(),
})

export const endSlotBody = z.strictObject({ id: writeId })

/** A student as every list shows them. */
export interface StudentRow {
  readonly id: string
  readonly name: string
  readonly age: number | null
  readonly instrument: InstrumentChoice
  readonly instrumentId: string | null
  readonly hand: HandInput
  readonly habits: Habits
  readonly pain: Pain | null
  /** The school their drills are set by; null for the usual one. */
  readonly school: SchoolName | null
  readonly archived: boolean
  /** Start of the next lesson, ISO, and its length. */
  readonly nextLesson: {
    readonly at: string
    readonly minutes: number
    /** The local day the rule puts it on, and whether it was moved from there. */
    readonly day: string
    readonly moved: boolean
  } | null
  readonly lastLessonAt: string | null
  readonly drills: readonly {
    readonly name: string
    readonly bpm: number
    readonly targetBpm: number
    readonly toTempo: boolean
    readonly pace: Pace
  }[]
}

export interface SlotRow {
  readonly id: string
  readonly weekday: number
  readonly wallTime: string
  readonly minutes: number
  readonly everyWeeks: number
}

/** A weekly lesson that is not where the rule puts it, of late or to come. */
export interface ExceptionRow extends SlotException {
  readonly why: string | null
}

/** What a student is given to practise: minutes by drill that add up to the day's. */
export const homeworkBody = z.strictObject({
  id: writeId,
  /** The lesson it is given in; null out of one. */
  lessonId: uuidOf('must be a lesson').nullable(),
  given: z
    .strictObject({
      form: z.enum(HOMEWORK_FORMS),
      minutesADay: z.int().min(1, 'must be at least 1').max(240, 'must be at most 240'),
      drills: z
        .array(
          z.strictObject({
            assignmentId: uuidOf('must be a drill of this student'),
            taught: z.int().min(0),
            drillName: z.string().min(1).max(160),
            stage: z.string().min(1).max(80),
            bpm: bpmSchema.nullable(),
            targetBpm: bpmSchema.nullable(),
            minutes: z.int().min(1, 'must be at least 1').max(240, 'must be at most 240'),
          }),
        )
        .min(1, 'give at least one drill')
        .max(24, 'takes at most 24 drills'),
      note: z.string().trim().max(1000, 'must be at most 1000 characters').nullable(),
    })
    .refine(({ minutesADay, drills }) => drills.reduce((sum, drill) => sum + drill.minutes, 0) === minutesADay, {
      path: ['minutesADay'],
      error: 'the minutes of the drills must add up to those of the day',
    }),
})

/** What was given, and when. */
export interface HomeworkRow {
  readonly id: string
  /** Instant, ISO. */
  readonly at: string
  readonly lessonId: string | null
  readonly given: HomeworkGiven
}

/** Everything the student's page shows. */
export interface StudentPage {
  readonly student: StudentRow & { readonly birthYear: number | null; readonly about: string; readonly zone: string }
  readonly slot: SlotRow | null
  /** Lessons moved or cancelled, of the last weeks and to come, in order. */
  readonly exceptions: readonly ExceptionRow[]
  readonly assignments: readonly FollowedDrill[]
  readonly past: Page<PastDrill>
  readonly lessons: Page<LessonRow>
  /** Practice at home of the last weeks, the latest first. */
  readonly practice: readonly PracticeRow[]
  /** Minutes of practice by local day, of the last weeks, oldest first. */
  readonly practiceDays: readonly DayLoad[]
  /** What hurt and was cleared, the latest first. */
  readonly pains: readonly PainRow[]
  /** What was given to practise, the latest first. */
  readonly homework: readonly HomeworkRow[]
}

/** A pain that was told, or that it is gone. */
export interface PainRow {
  readonly pain: Pain | null
  readonly note: string | null
  /** Instant, ISO. */
  readonly at: string
}

/** The roster: who comes now, or who came once. */
export interface Roster {
  readonly students: readonly StudentRow[]
  readonly former: number
}
