import { z } from 'zod'
import { specChangeSchema } from '#core/schema/change'
import { handSchema, instrumentSchema, pinsSchema } from '#core/schema/fields'
import { habitsSchema } from '#core/schema/habits'
import { lessonEventSchema } from '#core/schema/lesson-event'
import { HURTS, painSchema } from '#core/schema/pain'
import { planSchema, SCHOOLS } from '#core/schema/plan-fields'
import { bpmSchema, count, id, instant, list, localDaySchema, pageOf, row } from '../common'
import { specSchema } from '../drills/answers'
import { exceptionRow, lessonRow, slotRow } from '../lessons/answers'
import { homeworkRow, painRow, practiceDay, practiceRow, reported } from '../practice/answers'
import { weightsSchema } from '../studio/studios'
import { drillState, followedDrill, ownVariation, pastDrill, stageOfPath } from '../taught/answers'
import { STAFF_ROLES } from './accounts'

const role = z.enum([...STAFF_ROLES, 'student'])

/** Who is signed in. */
export const me = row({
  userId: id,
  studioId: id,
  role,
  /** Whom the account is of, for a student's. */
  studentId: id.nullable(),
  name: z.string(),
  studioName: z.string(),
  /** IANA zone of the studio. */
  zone: z.string(),
  /** What each part of a grade counts for in the studio; null for the program's own. */
  weights: weightsSchema.nullable(),
  /** What the studio says to its students and their parents; null for what the program says. */
  notice: z.string().nullable(),
})
export type Me = z.infer<typeof me>

/** An account as the owner sees it. */
export const accountRow = row({ id, name: z.string(), signInName: z.string(), role, suspended: z.boolean() })
export type AccountRow = z.infer<typeof accountRow>

const student = {
  id,
  name: z.string(),
  age: count.nullable(),
  instrument: instrumentSchema,
  instrumentId: id.nullable(),
  hand: handSchema,
  habits: habitsSchema,
  pain: painSchema.nullable(),
  /** The school their drills are set by; null for the usual one. */
  school: z.enum(SCHOOLS).nullable(),
  archived: z.boolean(),
  /** The next lesson: its start and length, the local day the rule puts it on, and whether it was moved from there. */
  nextLesson: row({ at: instant, minutes: count, day: localDaySchema, moved: z.boolean() }).nullable(),
  lastLessonAt: instant.nullable(),
  drills: list(
    row({ name: z.string(), toTempo: z.boolean(), bpm: bpmSchema, targetBpm: bpmSchema, state: drillState }),
  ),
}
/** A student as every list shows them. */
const studentRow = row(student)
export type StudentRow = z.infer<typeof studentRow>

/** The roster: who comes now, or who came once. */
export const roster = row({ students: list(studentRow), former: count })
export type Roster = z.infer<typeof roster>

/** Everything the student's page shows. */
export const studentPage = row({
  student: row({ ...student, birthYear: count.nullable(), about: z.string(), zone: z.string() }),
  slot: slotRow.nullable(),
  /** Lessons moved or cancelled, of the last weeks and to come, in order. */
  exceptions: list(exceptionRow),
  assignments: list(followedDrill),
  past: pageOf(pastDrill),
  lessons: pageOf(lessonRow),
  /** Practice at home of the last weeks, the latest first. */
  practice: list(practiceRow),
  /** Minutes of practice by local day, of the last weeks, oldest first. */
  practiceDays: list(practiceDay),
  /** What hurt and was cleared, the latest first. */
  pains: list(painRow),
  /** What was given to practise, the latest first. */
  homework: list(homeworkRow),
})
export type StudentPage = z.infer<typeof studentPage>

/** A guitar of the teacher's own, and how many students play it. */
export const instrumentRow = row({
  id,
  name: z.string(),
  choice: instrumentSchema,
  archived: z.boolean(),
  students: count,
})
export type InstrumentRow = z.infer<typeof instrumentRow>

export const studentsAdded = row({ id, ids: list(id) })

/** Everything kept of a student, as one JSON file; times are instants in UTC, `zone` is the studio's. */
export const studentFile = row({
  format: z.literal('fidactyl-student'),
  version: z.literal(6),
  writtenAt: instant,
  zone: z.string(),
  student: row({
    id,
    name: z.string(),
    birthYear: count.nullable(),
    about: z.string(),
    instrument: instrumentSchema,
    hand: handSchema,
    habits: habitsSchema,
    pain: painSchema.nullable(),
    school: student.school,
    since: instant,
    formerSince: instant.nullable(),
  }),
  weeklyLessons: list(
    row({
      weekday: count,
      everyWeeks: count,
      wallTime: z.string(),
      minutes: count,
      zone: z.string(),
      startsOn: localDaySchema,
      endsOn: localDaySchema.nullable(),
    }),
  ),
  drills: list(
    row({
      id,
      name: z.string(),
      version: count,
      title: z.string(),
      spec: specSchema,
      /** Name of the stage it is at, and the stages in order. */
      stage: z.string(),
      path: list(stageOfPath),
      plan: planSchema,
      pins: pinsSchema,
      variations: list(ownVariation),
      targetOn: localDaySchema.nullable(),
      /** The drill of this list that is to be passed first; null where it is open at once. */
      opensAfter: id.nullable(),
      setAt: instant,
      endedAt: instant.nullable(),
      /** What was taught with it, oldest first; a log entry names its number. */
      revisions: list(
        row({
          number: count,
          at: instant,
          version: count,
          stage: z.string(),
          /** What that stage plays otherwise than the drill; null for nothing. */
          change: specChangeSchema.nullable(),
          plan: planSchema,
          pins: pinsSchema,
          hand: handSchema,
          habits: habitsSchema,
          instrument: instrumentSchema,
          bpm: bpmSchema,
          engineVersion: count,
          scoreHash: z.string().length(64).nullable(),
        }),
      ),
    }),
  ),
  /** Practice at home as it was reported, oldest first; `drill` is the id of one of the list. */
  practice: list(
    row({
      ...reported,
      drill: id,
      day: localDaySchema,
      hurts: z.enum(HURTS).nullable(),
      clean: count,
      note: z.string().nullable(),
      receivedAt: instant,
      /** Null: it counts. */
      takenBackAt: instant.nullable(),
    }),
  ),
  /** What hurt and when it was cleared, oldest first. */
  pains: list(painRow),
  /** What was given to practise, oldest first. */
  homework: list(homeworkRow),
  lessons: list(
    row({
      id,
      startedAt: instant,
      endedAt: instant.nullable(),
      minutes: count,
      /** Everything that happened, in server order. */
      log: list(
        row({
          number: count,
          receivedAt: instant,
          deviceOffsetMs: z.int(),
          taught: count.nullable(),
          event: lessonEventSchema,
        }),
      ),
    }),
  ),
})
export type StudentFile = z.infer<typeof studentFile>
