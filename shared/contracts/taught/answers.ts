import { z } from 'zod'
import type { LessonEventOf } from '#core/practice/log/events'
import type { DrillState } from '#core/practice/tempo/drill-state'
import { PACES } from '#core/practice/tempo/pace'
import { specChangeSchema } from '#core/schema/change'
import { ALL_FAULTS } from '#core/schema/faults'
import { handSchema, pinsSchema } from '#core/schema/fields'
import { habitsSchema } from '#core/schema/habits'
import { lessonEventSchema } from '#core/schema/lesson-event'
import { HURTS } from '#core/schema/pain'
import { DECISIONS, planSchema } from '#core/schema/plan-fields'
import { bpmSchema, count, id, instant, list, localDaySchema, localMoment, row } from '../common'
import { specSchema } from '../drills/answers'
import { reported } from '../practice/answers'

const pace = z.enum(PACES)

const state = <K extends DrillState['kind'], S extends z.ZodRawShape>(kind: K, shape: S) =>
  row({ kind: z.literal(kind), ...shape })
/** How a set drill stands, as every list tells it. */
export const drillState = z.discriminatedUnion('kind', [
  state('waiting', { for: z.string() }),
  state('completed', { on: localDaySchema, nextOn: localDaySchema.nullable() }),
  state('review-due', { since: localDaySchema }),
  state('at-target', {}),
  state('stalled', { bestBpm: bpmSchema }),
  state('due', { on: localDaySchema, late: z.boolean() }),
  state('behind', {}),
  state('on-plan', {}),
  state('open', {}),
]) satisfies z.ZodType<DrillState>

/** A fault recorded in an earlier lesson. */
export const heardFault = row({
  id,
  fault: z.enum(ALL_FAULTS),
  finger: count.optional(),
  instead: count.optional(),
  day: localDaySchema,
})
export type HeardFault = z.infer<typeof heardFault>

const decided = z.custom<LessonEventOf<'decision'>>(
  value => lessonEventSchema.safeParse(value).data?.kind === 'decision',
)
/** A decision, as history tells it. */
export const historyDecision = row({
  id,
  lessonId: id,
  revision: count,
  bpm: bpmSchema,
  at: localMoment,
  decision: z.enum(DECISIONS),
  overruled: z.boolean(),
  event: decided,
})
export type HistoryDecision = z.infer<typeof historyDecision>

const standing = {
  id,
  drillName: z.string(),
  /** Played to a tempo; warm-ups and counting are not. */
  toTempo: z.boolean(),
  plan: planSchema,
  targetOn: localDaySchema.nullable(),
  /** Tempo of the latest decision, else the start tempo. */
  bpm: bpmSchema,
  /** The highest tempo it was ever set at. */
  bestBpm: bpmSchema,
  pace,
  /** Name of the drill that is to be passed before this one opens; null where it is open. */
  waitsFor: z.string().nullable(),
  /** Since when it is completed, and the reviews it passed; null while it is worked. */
  completed: row({ on: localDaySchema, reviews: count }).nullable(),
}
/** A drill set for a student and where it stands. */
export const assignmentStanding = row(standing)
export type AssignmentStanding = z.infer<typeof assignmentStanding>

/** A stage of a set drill, in the order of its path. */
export const stageOfPath = row({
  number: count,
  name: z.string(),
  change: specChangeSchema.nullable(),
  plan: planSchema,
})
export type StageOfPath = z.infer<typeof stageOfPath>

export const ownVariation = row({ name: z.string(), change: specChangeSchema })

const detail = {
  ...standing,
  drillId: id,
  versionNumber: count,
  /** Name of the stage it is at. */
  stage: z.string(),
  stageNumber: count,
  /** When the lesson began in which that stage was opened, local; null for the one it was set at. */
  stageSince: localMoment.nullable(),
  /** Its stages in order. */
  path: list(stageOfPath),
  /** The drill itself, whatever its stage makes of it. */
  spec: specSchema,
  /** What the stage it is at plays otherwise. */
  change: specChangeSchema.nullable(),
  /** Fingers set for this student over the drill's own. */
  pins: pinsSchema,
  /** Other ways to play it that the teacher keeps for a standstill. */
  variations: list(ownVariation),
  /** Number of the revision this is: what is taught names it. */
  taught: count,
  /** Whose hand it is fingered for. */
  hand: handSchema,
  habits: habitsSchema,
  setOn: localDaySchema,
  ended: z.boolean(),
  /** Oldest first; so many of the latest as a page shows. */
  decisions: list(historyDecision),
}
/** A drill set for a student. */
export const assignmentDetail = row(detail)
export type AssignmentDetail = z.infer<typeof assignmentDetail>

const pass = { at: localMoment, kind: z.literal('pass'), bpm: bpmSchema, clean: z.boolean() }

/**
 * A drill on a lesson's agenda, with what was heard in other lessons, oldest first: so many of the latest passes as a
 * decision looks at.
 */
export const agendaItem = row({
  ...detail,
  passes: list(row({ ...pass, by: z.literal('teacher'), revision: count })),
  /** Faults of the latest lessons with it, the latest first. */
  faults: list(heardFault),
  /** The latest lessons with it, oldest first: how it sounded and what was wrong. */
  lessonLogs: list(
    row({
      at: localMoment,
      kind: z.literal('lesson'),
      quality: count.optional(),
      faults: list(z.enum(ALL_FAULTS)),
      /** Left out where no pass was heard; null where none was clean. */
      bestCleanBpm: bpmSchema.nullable().optional(),
    }),
  ),
  /** Practice at home since, oldest first, and the passes that were counted there. */
  practice: list(
    row({
      ...reported,
      at: localMoment,
      kind: z.literal('practice'),
      hurts: z.enum(HURTS).optional(),
      by: z.literal('student'),
    }),
  ),
  homePasses: list(row({ ...pass, by: z.literal('student') })),
  /** The stage it was at when this lesson began, and since when. */
  stageBefore: row({ number: count, from: count, since: localMoment.nullable() }),
  /** The fastest clean pass before those lessons, bpm. */
  bestBefore: bpmSchema.nullable(),
})
export type AgendaItem = z.infer<typeof agendaItem>

/** What one lesson's passes of a drill come to. */
export const lessonHearing = row({
  lessonId: id,
  day: localDaySchema,
  passes: count,
  clean: count,
  bestCleanBpm: bpmSchema.nullable(),
  triedBpm: bpmSchema.nullable(),
})
export type LessonHearing = z.infer<typeof lessonHearing>

/** A decision as a chart draws it; `stage` is the number of the stage it opened, null for none. */
export const decisionDrawn = row({
  day: localDaySchema,
  bpm: bpmSchema,
  overruled: z.boolean(),
  stage: count.nullable(),
})
export type DecisionDrawn = z.infer<typeof decisionDrawn>

/**
 * A drill on a student's page: its latest lessons and the course its decisions took, oldest first. Of the decisions
 * themselves only the last few.
 */
export const followedDrill = row({ ...detail, lessons: list(lessonHearing), course: list(decisionDrawn) })
export type FollowedDrill = z.infer<typeof followedDrill>

/** A drill that was taken off the list. */
export const pastDrill = row({ id, drillName: z.string(), bpm: bpmSchema, targetBpm: bpmSchema, endedAt: instant })
export type PastDrill = z.infer<typeof pastDrill>

/** A drill a student was ever set, as far as what they know is told from it. */
export const coveredDrill = row({
  id,
  drillName: z.string(),
  spec: specSchema,
  startBpm: bpmSchema,
  targetBpm: bpmSchema,
  /** The fastest clean pass; null where there was none. */
  cleanBpm: bpmSchema.nullable(),
  ended: z.boolean(),
})
export type CoveredDrill = z.infer<typeof coveredDrill>

/** A lesson as far as progress is told from it. */
const lessonProgress = row({
  id,
  day: localDaySchema,
  /** Faults recorded and not undone. */
  faults: list(z.enum(ALL_FAULTS)),
  /** Minutes spent at each set drill. */
  minutes: list(row({ assignmentId: id, minutes: z.number().min(0) })),
})
export type LessonProgress = z.infer<typeof lessonProgress>

/** Something of a set drill that became another: what it was stays to be read. */
const drillChange = row({
  at: instant,
  drillName: z.string(),
  what: z.enum(['stage', 'plan', 'fingers', 'hand', 'version']),
  from: z.string(),
  to: z.string(),
})
export type DrillChange = z.infer<typeof drillChange>

/** How a student got on over their lessons. */
export const studentProgress = row({
  /** Of the last two years, oldest first. */
  lessons: list(lessonProgress),
  /** Every drill they were ever set, its technique where it is of one, and the minutes it was practised at home. */
  drills: list(row({ id, drillName: z.string(), technique: z.string().nullable(), homeMinutes: count })),
  /** The latest first. */
  changes: list(drillChange),
})
export type StudentProgress = z.infer<typeof studentProgress>

export const severalSet = row({ id, ids: list(id) })
