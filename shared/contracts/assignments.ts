import { z } from 'zod'
import type { LessonEventOf } from '#core/practice/log/events'
import type { DecisionMade, PassHeard } from '#core/practice/log/standing'
import type { StageEntry } from '#core/practice/log/stage'
import type { Pace } from '#core/practice/tempo/pace'
import { pinsSchema, type HandInput, type Pins } from '#core/schema/fields'
import type { Habits } from '#core/schema/habits'
import type { Spec } from '#core/schema/parse'
import type { LessonHeld, PracticeEvent } from '#core/practice/tempo/history'
import { MOST_OWN, type OwnVariation } from '#core/practice/tempo/variations'
import type { Completed } from '#core/practice/tempo/review'
import { specChangeSchema, type SpecChange } from '#core/schema/change'
import { planSchema, type Plan } from '#core/schema/plan-fields'
import { localDaySchema, uuidOf, writeId } from './common'

const stageName = z.string().trim().min(1, 'a stage is needed').max(80, 'must be at most 80 characters')

/** A stage of a path: its name, what is played otherwise, the plan it is worked by. */
const stageBody = z.strictObject({ name: stageName, change: specChangeSchema.nullable(), plan: planSchema })
const MOST_STAGES = 24
const uniqueNames = (stages: readonly { readonly name: string }[]) =>
  new Set(stages.map(stage => stage.name)).size === stages.length

export const setAssignmentBody = z
  .strictObject({
    id: writeId,
    studentId: uuidOf('must be a student'),
    drillVersionId: uuidOf('must be a version of a drill'),
    /** The stage it begins at, and the plan of that stage. */
    stage: stageName,
    plan: planSchema,
    change: specChangeSchema.nullable().optional(),
    /** The stages that lead up to it, already passed or passed over, and those that follow. */
    before: z.array(stageBody).max(MOST_STAGES, `takes at most ${MOST_STAGES} stages`).optional(),
    after: z.array(stageBody).max(MOST_STAGES, `takes at most ${MOST_STAGES} stages`).optional(),
    targetOn: localDaySchema.nullable(),
    pins: pinsSchema.optional(),
  })
  .refine(({ stage, before = [], after = [] }) => uniqueNames([{ name: stage }, ...before, ...after]), {
    path: ['stage'],
    error: 'two stages have the same name',
  })

/**
 * The stages of a set drill anew, in order. One that was there comes with its number; another name or change makes
 * another stage of it. The stage it is at must be among them, and keeps its start.
 */
export const pathBody = z.strictObject({
  id: writeId,
  stages: z
    .array(stageBody.extend({ number: z.int().min(0).nullable() }))
    .min(1, 'a drill has at least one stage')
    .max(MOST_STAGES, `takes at most ${MOST_STAGES} stages`)
    .refine(uniqueNames, 'two stages have the same name')
    .refine(stages => {
      const known = stages.flatMap(({ number }) => number ?? [])
      return new Set(known).size === known.length
    }, 'a stage is named twice'),
})

/** Other ways to play a drill that are offered at a standstill, in their order; none takes them all away. */
export const variationsBody = z.strictObject({
  id: writeId,
  variations: z
    .array(z.strictObject({ name: stageName, change: specChangeSchema }))
    .max(MOST_OWN, `takes at most ${MOST_OWN} variations`)
    .refine(uniqueNames, 'two variations have the same name'),
})

export const pinsBody = z.strictObject({ id: writeId, pins: pinsSchema })

/** Another plan or day for the stage it is at; the tempo in force stays, and so does the start. */
export const planBody = z.strictObject({ id: writeId, plan: planSchema, targetOn: localDaySchema.nullable() })

export const endAssignmentBody = z.strictObject({ id: writeId, ended: z.boolean() })

/** A fault that was put down in an earlier lesson. */
export interface HeardFault extends Pick<LessonEventOf<'fault'>, 'id' | 'fault' | 'finger' | 'instead'> {
  /** Local day. */
  readonly day: string
}

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
  /** Played to a tempo; warm-ups and counting are not. */
  readonly toTempo: boolean
  readonly plan: Plan
  readonly targetOn: string | null
  /** Tempo of the latest decision, else the start tempo. */
  readonly bpm: number
  readonly pace: Pace
  /** Name of the drill that is to be passed before this one opens; null where it is open. */
  readonly waitsFor: string | null
  /** Since when it is completed, and the reviews it passed; null while it is worked. */
  readonly completed: Completed | null
}

/** A stage of a set drill, in the order of its path. */
export interface StageOfPath {
  readonly number: number
  readonly name: string
  readonly change: SpecChange | null
  readonly plan: Plan
}

/** A drill set for a student. */
export interface AssignmentDetail extends AssignmentStanding {
  readonly drillId: string
  readonly versionNumber: number
  /** Name of the stage it is at. */
  readonly stage: string
  readonly stageNumber: number
  /** When the lesson began in which that stage was opened, ISO, local; null for the one it was set at. */
  readonly stageSince: string | null
  /** Its stages in order. */
  readonly path: readonly StageOfPath[]
  /** The drill itself, whatever its stage makes of it. */
  readonly spec: Spec
  /** What the stage it is at plays otherwise. */
  readonly change: SpecChange | null
  /** Fingers set for this student over the drill's own. */
  readonly pins: Pins
  /** Other ways to play it that the teacher keeps for a standstill. */
  readonly variations: readonly OwnVariation[]
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

/**
 * A drill on a lesson's agenda, with what was heard in other lessons, oldest first: so many of the latest passes as a
 * decision looks at.
 */
export interface AgendaItem extends AssignmentDetail {
  readonly passes: readonly PassHeard[]
  /** Faults of the latest lessons with it, the latest first. */
  readonly faults: readonly HeardFault[]
  /** The latest lessons with it, oldest first: how it sounded and what was wrong. */
  readonly lessonLogs: readonly LessonHeld[]
  /** Practice at home since, oldest first, and the passes that were counted there. */
  readonly practice: readonly PracticeEvent[]
  readonly homePasses: readonly PassHeard[]
  /** The stage it was at when this lesson began, and since when. */
  readonly stageBefore: StageEntry
  /** The fastest clean pass before those lessons, bpm. */
  readonly bestBefore: number | null
}

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

/** A decision as a chart draws it. */
export interface DecisionDrawn {
  /** Local day. */
  readonly day: string
  readonly bpm: number
  readonly overruled: boolean
  /** Number of the stage it opened; null for none. */
  readonly stage: number | null
}

/**
 * A drill on a student's page: its latest lessons and the course its decisions took, oldest first. Of the decisions
 * themselves only the last few.
 */
export interface FollowedDrill extends AssignmentDetail {
  readonly lessons: readonly LessonHearing[]
  readonly course: readonly DecisionDrawn[]
}

/** A drill that was taken off the list. */
export interface PastDrill {
  readonly id: string
  readonly drillName: string
  readonly bpm: number
  readonly targetBpm: number
  /** Instant, ISO. */
  readonly endedAt: string
}
