import { z } from 'zod'
import { ALL_FAULTS } from '#core/schema/faults'
import { handSchema, instrumentSchema } from '#core/schema/fields'
import { habitsSchema } from '#core/schema/habits'
import { lessonEventSchema } from '#core/schema/lesson-event'
import { painSchema } from '#core/schema/pain'
import { bpmSchema, count, id, instant, list, localDaySchema, row } from '../common'
import { homeworkRow } from '../practice/answers'
import { agendaItem } from '../taught/answers'
import { CALENDAR_NAMES } from './calendar'

/** A lesson that was begun, or was running already. */
export const lessonStarted = row({
  id,
  /** When an earlier lesson of the student was begun that nobody had ended: it was closed for this one. */
  closed: instant.nullable(),
})
export type LessonStarted = z.infer<typeof lessonStarted>

/** Answer to an event that was stored, now or before. */
export const eventStored = row({ id, number: count })
export type EventStored = z.infer<typeof eventStored>

/** A lesson as the student's page lists it. */
export const lessonRow = row({
  id,
  startedAt: instant,
  endedAt: instant.nullable(),
  minutes: count,
  passes: count,
  clean: count,
  notes: list(z.string()),
  /** Faults recorded in it and not undone. */
  faults: list(
    row({ assignmentId: id, fault: z.enum(ALL_FAULTS), finger: count.optional(), instead: count.optional() }),
  ),
})
export type LessonRow = z.infer<typeof lessonRow>

/** A lesson with all that is needed to run it. */
export const lessonDetail = row({
  id,
  startedAt: instant,
  endedAt: instant.nullable(),
  minutes: count,
  zone: z.string(),
  student: row({
    id,
    name: z.string(),
    instrument: instrumentSchema,
    hand: handSchema,
    habits: habitsSchema,
    pain: painSchema.nullable(),
    /** When a pain was last cleared; null for never. */
    painClearedAt: instant.nullable(),
    /** The local day since which that pain had hurt. */
    hurtSince: localDaySchema.nullable(),
  }),
  /** Drills set for the student, with what was heard and decided in earlier lessons only. */
  agenda: list(agendaItem),
  /** Events of this lesson, in server order. */
  events: list(lessonEventSchema),
  /** What was given to practise in it, the latest first. */
  homework: list(homeworkRow),
  /** Notes of the lesson before. */
  lastTime: row({ at: instant, notes: list(z.string()) }).nullable(),
})
export type LessonDetail = z.infer<typeof lessonDetail>

const care = row({
  excluded: list(count),
  spared: list(count),
  reviewOn: localDaySchema.nullable(),
  pain: painSchema.nullable(),
})

/** A lesson of the day, begun or still planned. */
export const todayLesson = row({
  lessonId: id.nullable(),
  slot: row({ id, day: localDaySchema }).nullable(),
  student: row({ id, name: z.string(), care: care.nullable() }),
  at: instant,
  minutes: count,
  state: z.enum(['planned', 'running', 'ended', 'cancelled']),
  /** It was moved here from another day or time. */
  moved: z.boolean(),
  /** Why it was moved or cancelled; null where nothing was said. */
  why: z.string().nullable(),
  drills: list(row({ name: z.string(), toTempo: z.boolean(), bpm: bpmSchema, targetBpm: bpmSchema })),
})
export type TodayLesson = z.infer<typeof todayLesson>

const tempo = { assignmentId: id, drillName: z.string(), bpm: bpmSchema, targetBpm: bpmSchema }
const need = <K extends string, S extends z.ZodRawShape>(kind: K, shape: S) =>
  row({ kind: z.literal(kind), ...shape, student: row({ id, name: z.string() }) })

/** Something that needs the teacher's attention: a student, or a lesson of theirs that nobody ended. */
export const needRow = z.discriminatedUnion('kind', [
  need('pain', { pain: painSchema }),
  need('review', { since: localDaySchema }),
  need('nothing-set', {}),
  need('stalled', { ...tempo, bestBpm: bpmSchema }),
  need('due', { ...tempo, on: localDaySchema, late: z.boolean() }),
  need('behind', tempo),
  need('review-due', { assignmentId: id, drillName: z.string(), since: localDaySchema }),
  need('silent', { since: z.string() }),
  need('unfinished', { lessonId: id }),
])
export type Need = z.infer<typeof needRow>

/** A day of the teacher's. */
export const todayPage = row({ day: localDaySchema, lessons: list(todayLesson), needs: list(needRow) })
export type TodayPage = z.infer<typeof todayPage>

/** A weekly lesson. */
export const slotRow = row({ id, weekday: count, wallTime: z.string(), minutes: count, everyWeeks: count })
export type SlotRow = z.infer<typeof slotRow>

/** A weekly lesson that is not where the rule puts it, of late or to come. */
export const exceptionRow = row({
  day: localDaySchema,
  cancelled: z.boolean(),
  to: row({ day: localDaySchema, wallTime: z.string() }).nullable(),
  why: z.string().nullable(),
})
export type ExceptionRow = z.infer<typeof exceptionRow>

/** An address by which a calendar reads a teacher's lessons; its path on this server holds its secret. */
export const calendarLinkRow = row({
  id,
  name: z.string(),
  names: z.enum(CALENDAR_NAMES),
  createdAt: instant,
  path: z.string().startsWith('/api/lessons.ics?of='),
})
export type CalendarLinkRow = z.infer<typeof calendarLinkRow>
