import { z } from 'zod'
import { ALL_FAULTS } from './faults'
import { DECISIONS } from './plan-fields'
import { bpmSchema, deviceTime, uuidOf, writeId } from './values'

/** `id` is made by the device: the same id is the same event however often it is sent. `at` is the device's time. */
const stamp = { id: writeId, at: deviceTime }
const assignmentId = uuidOf('must be a drill of this student')
const count = z.int().min(0).max(1_000_000)
const fretting = z.int('must be a finger').min(0, 'must be a finger').max(4, 'must be a finger')
/**
 * About a set drill, in the form the device showed it. `taught`: revision of the set drill; the newest when left out.
 */
const aboutDrill = { assignmentId, taught: count.optional() }

/** Most drills of one lesson. */
const MOST_ITEMS = 60
/** The bounds of a rating. */
const RATING = { least: 1, most: 5 } as const
const ratingRule = `must be ${RATING.least} to ${RATING.most}`

const event = <K extends string, S extends z.ZodRawShape>(kind: K, shape: S) =>
  z.strictObject({ ...stamp, kind: z.literal(kind), ...shape }).readonly()

/** What a device tells of a lesson. Events are only ever added; an undo names the event it voids. */
export const sentEventSchema = z.discriminatedUnion('kind', [
  /** The teacher turned to a drill. */
  event('turn', aboutDrill),
  /** `revision`: decisions on the drill's tempo made before it, as the device knew; the present count when left out. */
  event('pass', { ...aboutDrill, revision: count.optional(), bpm: bpmSchema, clean: z.boolean() }),
  /** `finger` and, for a wrong one, `instead` of which. */
  event('fault', {
    ...aboutDrill,
    fault: z.enum(ALL_FAULTS, { error: 'must be a fault of the list' }),
    finger: fretting.optional(),
    instead: fretting.optional(),
  }),
  /** A fault of an earlier lesson is gone. */
  event('fault-gone', { ...aboutDrill, faultId: uuidOf('must be a fault') }),
  /** How the drill sounded; the last one of a lesson counts. */
  event('rating', {
    ...aboutDrill,
    quality: z.int(ratingRule).min(RATING.least, ratingRule).max(RATING.most, ratingRule),
  }),
  /** What the lesson is made of, in order, as the teacher arranged it; the last one counts. */
  event('agenda', {
    items: z
      .array(
        z
          .strictObject({
            assignmentId,
            minutes: z.int('must be whole minutes').min(1, 'must be at least 1').max(240, 'must be at most 240'),
          })
          .readonly(),
      )
      .max(MOST_ITEMS, `takes at most ${MOST_ITEMS} drills`)
      .refine(items => new Set(items.map(item => item.assignmentId)).size === items.length, 'names a drill twice')
      .readonly(),
  }),
  event('note', {
    assignmentId: assignmentId.nullable(),
    text: z.string().trim().min(1, 'enter a note').max(2000, 'must be at most 2000 characters'),
  }),
  event('void', { eventId: uuidOf('must be an event of this lesson') }),
  event('decision', {
    ...aboutDrill,
    /** Decisions made before it, as the teacher saw; each revision of the tempo can be decided once. */
    revision: count,
    decision: z.enum(DECISIONS),
    bpm: bpmSchema,
    /** The stage it opens: the next, or an earlier one again; left out where the drill stays at its stage. */
    stage: count.optional(),
    /** What the product offered at that moment, kept whether it was taken or overruled. */
    offered: z.enum(DECISIONS),
    offeredBpm: bpmSchema,
    offerReason: z.string().max(400),
    /** Why the teacher overruled the offer. */
    reason: z.string().trim().max(400, 'must be at most 400 characters').nullable(),
    /** A decision taken back by this one. */
    supersedes: uuidOf('must be a decision').nullable(),
  }),
  event('end', {}),
  /** An ended lesson taken up again. */
  event('reopen', {}),
])

/** What is kept of a lesson: what devices told, and ends that nobody told. */
export const lessonEventSchema = z.union([
  sentEventSchema,
  /** Nobody ended it; it was closed when the next began. */
  event('end', { forgotten: z.literal(true) }),
])

/** What can happen in a lesson. */
export type LessonEvent = z.infer<typeof lessonEventSchema>
