import { z } from 'zod'
import { ALL_FAULTS } from '#core/practice/log/kinds'
import { DECISIONS } from '#core/schema/plan-fields'
import type { Care } from '#core/hand/care'
import type { Attention } from '#core/practice/attention'
import type { LessonEvent } from '#core/practice/log/events'
import type { HandInput } from '#core/schema/fields'
import type { Habits } from '#core/schema/habits'
import type { Pain } from '#core/schema/pain'
import type { InstrumentChoice } from '#core/guitar/instrument'
import { bpmSchema, deviceTime, localDaySchema, uuidOf, writeId } from './common'
import type { HomeworkRow } from './students'
import type { AgendaItem } from './assignments'

export const startLessonBody = z.strictObject({
  id: writeId,
  studentId: uuidOf('must be a student'),
  /** The planned lesson it is, or null for one out of turn. */
  slot: z.strictObject({ id: uuidOf('must be a planned lesson'), day: localDaySchema }).nullable(),
})

/** A lesson that was begun, or was running already. */
export interface LessonStarted {
  readonly id: string
  /** When an earlier lesson of the student was begun that nobody had ended: it was closed for this one. */
  readonly closed: string | null
}

const stamp = { id: writeId, at: deviceTime }
const bpm = bpmSchema
const assignmentId = uuidOf('must be a drill of this student')
const count = z.int().min(0).max(1_000_000)
const fretting = z.int('must be a finger').min(0, 'must be a finger').max(4, 'must be a finger')
const aboutDrill = { assignmentId, taught: count.optional() }

/** Most drills of one lesson. */
const MOST_ITEMS = 60

export const lessonEventSchema = z.discriminatedUnion('kind', [
  z.strictObject({ ...stamp, kind: z.literal('turn'), ...aboutDrill }),
  z.strictObject({
    ...stamp,
    kind: z.literal('pass'),
    ...aboutDrill,
    revision: count.optional(),
    bpm,
    clean: z.boolean(),
  }),
  z.strictObject({
    ...stamp,
    kind: z.literal('fault'),
    ...aboutDrill,
    fault: z.enum(ALL_FAULTS, { error: 'must be a fault of the list' }),
    finger: fretting.optional(),
    instead: fretting.optional(),
  }),
  z.strictObject({ ...stamp, kind: z.literal('fault-gone'), ...aboutDrill, faultId: uuidOf('must be a fault') }),
  z.strictObject({
    ...stamp,
    kind: z.literal('rating'),
    ...aboutDrill,
    quality: z.int('must be 1 to 5').min(1, 'must be 1 to 5').max(5, 'must be 1 to 5'),
  }),
  z.strictObject({
    ...stamp,
    kind: z.literal('agenda'),
    items: z
      .array(
        z.strictObject({
          assignmentId,
          minutes: z.int('must be whole minutes').min(1, 'must be at least 1').max(240, 'must be at most 240'),
        }),
      )
      .max(MOST_ITEMS, `takes at most ${MOST_ITEMS} drills`)
      .refine(items => new Set(items.map(item => item.assignmentId)).size === items.length, 'names a drill twice'),
  }),
  z.strictObject({
    ...stamp,
    kind: z.literal('note'),
    assignmentId: assignmentId.nullable(),
    text: z.string().trim().min(1, 'enter a note').max(2000, 'must be at most 2000 characters'),
  }),
  z.strictObject({ ...stamp, kind: z.literal('void'), eventId: uuidOf('must be an event of this lesson') }),
  z.strictObject({
    ...stamp,
    kind: z.literal('decision'),
    ...aboutDrill,
    revision: count,
    decision: z.enum(DECISIONS),
    bpm,
    stage: count.optional(),
    offered: z.enum(DECISIONS),
    offeredBpm: bpm,
    offerReason: z.string().max(400),
    reason: z.string().trim().max(400, 'must be at most 400 characters').nullable(),
    supersedes: uuidOf('must be a decision').nullable(),
  }),
  z.strictObject({ ...stamp, kind: z.literal('end') }),
  z.strictObject({ ...stamp, kind: z.literal('reopen') }),
]) satisfies z.ZodType<LessonEvent>

/** The years of {@link deviceTime} as milliseconds: no clock is further off. */
const FURTHEST_OFF_MS = 230 * 366 * 86_400_000

/** One event of the outbox. `deviceOffsetMs` is server time less device time, as last measured. */
export const appendEventBody = z.strictObject({
  event: lessonEventSchema,
  deviceOffsetMs: z.int().min(-FURTHEST_OFF_MS).max(FURTHEST_OFF_MS),
})

/** Answer to an event that was stored, now or before. */
export interface EventStored {
  readonly id: string
  readonly number: number
}

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

/** A lesson with all that is needed to run it. */
export interface LessonDetail {
  readonly id: string
  readonly startedAt: string
  readonly endedAt: string | null
  readonly minutes: number
  readonly zone: string
  readonly student: {
    readonly id: string
    readonly name: string
    readonly instrument: InstrumentChoice
    readonly hand: HandInput
    readonly habits: Habits
    readonly pain: Pain | null
    /** When a pain was last cleared, ISO; null for never. */
    readonly painClearedAt: string | null
  }
  /** Drills set for the student, with what was heard and decided in earlier lessons only. */
  readonly agenda: readonly AgendaItem[]
  /** Events of this lesson, in server order. */
  readonly events: readonly LessonEvent[]
  /** What was given to practise in it, the latest first. */
  readonly homework: readonly HomeworkRow[]
  /** Notes of the lesson before. */
  readonly lastTime: { readonly at: string; readonly notes: readonly string[] } | null
}

/** A lesson of the day, begun or still planned. */
export interface TodayLesson {
  readonly lessonId: string | null
  readonly slot: { readonly id: string; readonly day: string } | null
  readonly student: { readonly id: string; readonly name: string; readonly care: Care | null }
  readonly at: string
  readonly minutes: number
  readonly state: 'planned' | 'running' | 'ended' | 'cancelled'
  /** It was moved here from another day or time. */
  readonly moved: boolean
  /** Why it was moved or cancelled; null where nothing was said. */
  readonly why: string | null
  readonly drills: readonly {
    readonly name: string
    readonly toTempo: boolean
    readonly bpm: number
    readonly targetBpm: number
  }[]
}

/** Something that wants the teacher's attention: a student, or a lesson of theirs that nobody ended. */
export type Need = (Attention | { readonly kind: 'unfinished'; readonly lessonId: string }) & {
  readonly student: { readonly id: string; readonly name: string }
}

export interface TodayPage {
  readonly day: string
  readonly lessons: readonly TodayLesson[]
  readonly needs: readonly Need[]
}
