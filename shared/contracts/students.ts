import { z } from 'zod'
import { handSchema, instrumentSchema, pinsSchema, type HandInput, type Pins } from '#core/schema/fields'
import { habitsSchema, type Habits } from '#core/schema/habits'
import { planSchema, type Plan } from '#core/schema/plan-fields'
import type { InstrumentChoice } from '#core/guitar/instrument'
import type { Spec } from '#core/schema/parse'
import type { DecisionMade, PassHeard } from '#core/practice/log/standing'
import type { LessonEventOf } from '#core/practice/log/events'
import type { Pace } from '#core/practice/tempo/pace'
import { localDaySchema, personName, uuidOf, writeId } from './common'

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
export const archiveStudentBody = z.strictObject({ id: writeId, archived: z.boolean() })

export const slotBody = z.strictObject({
  id: writeId,
  weekday: z.int().min(1, 'must be a weekday').max(7, 'must be a weekday'),
  wallTime: z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'must be a time such as 16:30'),
  minutes: z.int().min(5, 'must be at least 5 minutes').max(240, 'must be at most 240 minutes'),
  everyWeeks: z.int().min(1, 'must be at least 1').max(8, 'must be at most 8'),
})

export const endSlotBody = z.strictObject({ id: writeId })

export const setAssignmentBody = z.strictObject({
  id: writeId,
  studentId: uuidOf('must be a student'),
  drillVersionId: uuidOf('must be a version of a drill'),
  stage: z.string().trim().min(1, 'a stage is needed').max(80, 'must be at most 80 characters'),
  plan: planSchema,
  targetOn: localDaySchema.nullable(),
  pins: pinsSchema.optional(),
})

export const pinsBody = z.strictObject({ id: writeId, pins: pinsSchema })

export const saveInstrumentBody = z.strictObject({ id: writeId, name: personName.max(80, 'must be at most 80 characters'), choice: instrumentSchema })

/** A guitar of the teacher's own. */
export interface InstrumentRow {
  readonly id: string
  readonly name: string
  readonly choice: InstrumentChoice
  readonly archived: boolean
  /** How many students play it. */
  readonly students: number
}

export const endAssignmentBody = z.strictObject({ id: writeId, ended: z.boolean() })

/** A student as every list shows them. */
export interface StudentRow {
  readonly id: string
  readonly name: string
  readonly age: number | null
  readonly instrument: InstrumentChoice
  readonly instrumentId: string | null
  readonly hand: HandInput
  readonly habits: Habits
  readonly archived: boolean
  /** Start of the next lesson, ISO, and its length. */
  readonly nextLesson: { readonly at: string, readonly minutes: number } | null
  readonly lastLessonAt: string | null
  readonly drills: readonly { readonly name: string, readonly bpm: number, readonly targetBpm: number, readonly pace: Pace }[]
}

/** A pass, in which lesson it was heard. */
export interface HeardPass extends PassHeard { readonly id: string, readonly lessonId: string }

/** A decision, as history tells it. */
export interface HistoryDecision extends DecisionMade {
  readonly id: string
  readonly lessonId: string
  readonly overruled: boolean
  readonly event: LessonEventOf<'decision'>
}

/** A drill set for a student and where it stands. */
export interface AssignmentStanding {
  readonly id: string
  readonly drillName: string
  readonly plan: Plan
  readonly targetOn: string | null
  /** Tempo of the latest decision, else the start tempo. */
  readonly bpm: number
  readonly pace: Pace
}

/** A drill set for a student. */
export interface AssignmentDetail extends AssignmentStanding {
  readonly drillId: string
  readonly versionNumber: number
  readonly stage: string
  readonly spec: Spec
  /** Fingers set for this student over the drill's own. */
  readonly pins: Pins
  /** Number of the revision this is: what is taught names it. */
  readonly taught: number
  /** Whose hand it is fingered for. */
  readonly hand: HandInput
  readonly habits: Habits
  /** Local day. */
  readonly setOn: string
  readonly ended: boolean
  /** Oldest first; so many of the latest as a page shows. */
  readonly decisions: readonly HistoryDecision[]
}

/** A drill on a lesson's agenda, with what was heard in other lessons, oldest first: so many of the latest passes as a decision looks at. */
export interface AgendaItem extends AssignmentDetail { readonly passes: readonly HeardPass[] }

/** What one lesson's passes of a drill come to. */
export interface LessonHearing {
  readonly lessonId: string
  /** Local day. */
  readonly day: string
  readonly passes: number
  readonly clean: number
  readonly bestCleanBpm: number | null
  readonly triedBpm: number | null
}

/** A drill on a student's page: its latest lessons, oldest first. */
export interface FollowedDrill extends AssignmentDetail { readonly lessons: readonly LessonHearing[] }

/** A drill that was taken off the list. */
export interface PastDrill {
  readonly id: string
  readonly drillName: string
  readonly bpm: number
  readonly targetBpm: number
  /** Instant, ISO. */
  readonly endedAt: string
}

/** A page of something that grows without end, the newest first; `before` asks for the next. */
export interface Page<T> { readonly rows: readonly T[], readonly before: string | null }

/** A lesson as the student's page lists it. */
export interface LessonRow {
  readonly id: string
  readonly startedAt: string
  readonly endedAt: string | null
  readonly minutes: number
  readonly passes: number
  readonly clean: number
  readonly notes: readonly string[]
}

export interface SlotRow {
  readonly id: string
  readonly weekday: number
  readonly wallTime: string
  readonly minutes: number
  readonly everyWeeks: number
}

/** Everything the student's page shows. */
export interface StudentPage {
  readonly student: StudentRow & { readonly birthYear: number | null, readonly about: string, readonly zone: string }
  readonly slot: SlotRow | null
  readonly assignments: readonly FollowedDrill[]
  readonly past: Page<PastDrill>
  readonly lessons: Page<LessonRow>
}

/** The roster: who comes now, or who came once. */
export interface Roster { readonly students: readonly StudentRow[], readonly former: number }
