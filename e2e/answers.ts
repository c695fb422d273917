import type { BoardRow } from '#shared/contracts/board'
import type { StudentProgress } from '#shared/contracts/progress'
import { homeworkBody, type HomeworkRow } from '#shared/contracts/students'
import { specChangeSchema } from '#core/schema/change'
import { DECISIONS, planSchema, SCHOOLS } from '../core/schema/plan-fields'
import { z } from 'zod'
import { familyLookup } from '../core/families/registry'
import { PARTS } from '../core/grade/table'
import { COLUMNS } from '../core/ladder/columns/registry'
import type { Attention } from '../core/practice/attention'
import type { LessonEventOf } from '../core/practice/log/events'
import { ALL_FAULTS } from '../core/practice/log/kinds'
import { handSchema, instrumentSchema, pinsSchema } from '../core/schema/fields'
import { habitsSchema } from '../core/schema/habits'
import { FEELS, HURTS, painSchema } from '../core/schema/pain'
import { parseSpec, type Spec } from '../core/schema/parse'
import { STAFF_ROLES, type AccountRow, type Me } from '../shared/contracts/accounts'
import { CALENDAR_NAMES, type CalendarLinkRow } from '../shared/contracts/calendar'
import { ERROR_CODES, type ErrorAnswer } from '../shared/contracts/common'
import type { DrillDetail, DrillRow, DrillVersion } from '../shared/contracts/drills'
import { lessonEventSchema } from '../shared/contracts/lessons'
import type { StudentFile } from '../shared/contracts/student-file'
import type {
  AgendaItem,
  AssignmentDetail,
  FollowedDrill,
  HistoryDecision,
  PastDrill,
} from '../shared/contracts/assignments'
import { KEPT_KINDS, type KeptChords } from '../shared/contracts/chords'
import type { InstrumentRow } from '../shared/contracts/instruments'
import type { LessonRow, EventStored, LessonDetail, LessonStarted, TodayPage } from '../shared/contracts/lessons'
import type { CoveredDrill } from '../shared/contracts/coverage'
import { weightsSchema, type ProgrammeRow, type RungRow, type ShelfPage } from '../shared/contracts/shelf'
import type { PainRow, Roster, SlotRow, StudentPage, StudentRow } from '../shared/contracts/students'

// What the contract's types promise, held against what is really answered: nothing missing, nothing more.

const id = z.uuid()
const instant = z.iso.datetime()
const day = z.iso.date()
const count = z.int().min(0)
const bpm = z.number().min(10).max(400)
const spec = z.custom<Spec>(value => parseSpec(value, familyLookup).ok)
const pace = z.enum(['at-target', 'on-plan', 'behind', 'stalled', 'open'])
const event = z.union([
  lessonEventSchema,
  z.strictObject({ id, at: instant, kind: z.literal('end'), forgotten: z.literal(true) }),
])
const just = <S extends z.ZodRawShape>(shape: S) => z.strictObject(shape)
const pageOf = <T extends z.ZodType>(row: T) => just({ rows: z.array(row), before: instant.nullable() })

/** What every error answers. */
export const errorAnswer: z.ZodType<ErrorAnswer> = just({
  code: z.enum([...Object.keys(ERROR_CODES), 'failed'] as unknown as [ErrorAnswer['code']]),
  message: z.string().min(3),
  path: z.string().optional(),
  current: z.unknown().optional(),
})

const me: z.ZodType<Me> = just({
  userId: id,
  studioId: id,
  role: z.enum([...STAFF_ROLES, 'student']),
  studentId: id.nullable(),
  name: z.string(),
  studioName: z.string(),
  zone: z.string(),
  weights: weightsSchema.nullable(),
  notice: z.string().nullable(),
})
const account: z.ZodType<AccountRow> = just({
  id,
  name: z.string(),
  signInName: z.string(),
  role: z.enum([...STAFF_ROLES, 'student']),
  suspended: z.boolean(),
})

const studentRow = just({
  id,
  name: z.string(),
  age: count.nullable(),
  instrument: instrumentSchema,
  instrumentId: id.nullable(),
  hand: handSchema,
  habits: habitsSchema,
  pain: painSchema.nullable(),
  school: z.enum(SCHOOLS).nullable(),
  archived: z.boolean(),
  nextLesson: just({ at: instant, minutes: count, day, moved: z.boolean() }).nullable(),
  lastLessonAt: instant.nullable(),
  drills: z.array(just({ name: z.string(), toTempo: z.boolean(), bpm, targetBpm: bpm, pace })),
}) satisfies z.ZodType<StudentRow>
const decided = z.custom<LessonEventOf<'decision'>>(
  value => lessonEventSchema.safeParse(value).data?.kind === 'decision',
)
const decision: z.ZodType<HistoryDecision> = just({
  id,
  lessonId: id,
  revision: count,
  bpm,
  at: z.string(),
  decision: z.enum(DECISIONS),
  overruled: z.boolean(),
  event: decided,
})
const ownVariation = just({ name: z.string(), change: specChangeSchema })
const stageOfPath = just({ number: count, name: z.string(), change: specChangeSchema.nullable(), plan: planSchema })
const detail = {
  id,
  drillName: z.string(),
  toTempo: z.boolean(),
  plan: planSchema,
  targetOn: day.nullable(),
  bpm,
  pace,
  waitsFor: z.string().nullable(),
  completed: just({ on: day, reviews: count }).nullable(),
  drillId: id,
  versionNumber: count,
  stage: z.string(),
  stageNumber: count,
  stageSince: instant.nullable(),
  path: z.array(stageOfPath),
  change: specChangeSchema.nullable(),
  spec,
  pins: pinsSchema,
  variations: z.array(ownVariation),
  taught: count,
  hand: handSchema,
  habits: habitsSchema,
  setOn: day,
  ended: z.boolean(),
  decisions: z.array(decision),
}
const assignment = just(detail) satisfies z.ZodType<AssignmentDetail>
const reported = { bpm, minutes: count, feel: z.enum(FEELS) }
const practiceEvent = just({
  ...reported,
  at: instant,
  kind: z.literal('practice'),
  hurts: z.enum(HURTS).optional(),
  by: z.literal('student'),
})
const painRow: z.ZodType<PainRow> = just({ pain: painSchema.nullable(), note: z.string().nullable(), at: instant })
const agendaItem: z.ZodType<AgendaItem> = assignment.extend({
  passes: z.array(
    just({
      id,
      lessonId: id,
      at: z.string(),
      kind: z.literal('pass'),
      bpm,
      clean: z.boolean(),
      by: z.enum(['teacher', 'student']),
      revision: count.optional(),
    }),
  ),
  faults: z.array(just({ id, fault: z.enum(ALL_FAULTS), finger: count.optional(), instead: count.optional(), day })),
  lessonLogs: z.array(
    just({ at: z.string(), kind: z.literal('lesson'), quality: count.optional(), faults: z.array(z.enum(ALL_FAULTS)) }),
  ),
  practice: z.array(practiceEvent),
  homePasses: z.array(
    just({ at: instant, kind: z.literal('pass'), bpm, clean: z.boolean(), by: z.literal('student') }),
  ),
  stageBefore: just({ number: count, from: count, since: instant.nullable() }),
  bestBefore: bpm.nullable(),
})
const followed: z.ZodType<FollowedDrill> = assignment.extend({
  lessons: z.array(
    just({ lessonId: id, day, passes: count, clean: count, bestCleanBpm: bpm.nullable(), triedBpm: bpm.nullable() }),
  ),
  course: z.array(just({ day, bpm, overruled: z.boolean(), stage: count.nullable() })),
})
const past: z.ZodType<PastDrill> = just({ id, drillName: z.string(), bpm, targetBpm: bpm, endedAt: instant })
const lessonRow: z.ZodType<LessonRow> = just({
  id,
  startedAt: instant,
  endedAt: instant.nullable(),
  minutes: count,
  passes: count,
  clean: count,
  notes: z.array(z.string()),
})
const slot: z.ZodType<SlotRow> = just({ id, weekday: count, wallTime: z.string(), minutes: count, everyWeeks: count })
const homeworkRow: z.ZodType<HomeworkRow> = just({
  id,
  at: instant,
  lessonId: id.nullable(),
  given: homeworkBody.shape.given,
})
const boardRow: z.ZodType<BoardRow> = just({
  id,
  name: z.string(),
  teacherName: z.string(),
  mine: z.boolean(),
  drills: just({ all: count, onPlan: count, behind: count, stalled: count }),
  needs: z.array(
    z.enum(['pain', 'unfinished', 'review', 'stalled', 'due', 'behind', 'nothing-set', 'review-due', 'silent']),
  ),
  lastLessonOn: day.nullable(),
  lastPracticeOn: day.nullable(),
  lessonMinutes: count,
  homeMinutes: count,
})
const progress: z.ZodType<StudentProgress> = just({
  lessons: z.array(
    just({
      id,
      day,
      faults: z.array(z.enum(ALL_FAULTS)),
      minutes: z.array(just({ assignmentId: id, minutes: z.number().min(0) })),
    }),
  ),
  drills: z.array(just({ id, drillName: z.string(), technique: z.string().nullable(), homeMinutes: count })),
  changes: z.array(
    just({
      at: instant,
      drillName: z.string(),
      what: z.enum(['stage', 'plan', 'fingers', 'hand', 'version']),
      from: z.string(),
      to: z.string(),
    }),
  ),
})
const studentPage: z.ZodType<StudentPage> = just({
  student: studentRow.extend({ birthYear: count.nullable(), about: z.string(), zone: z.string() }),
  slot: slot.nullable(),
  exceptions: z.array(
    just({
      day,
      cancelled: z.boolean(),
      to: just({ day, wallTime: z.string() }).nullable(),
      why: z.string().nullable(),
    }),
  ),
  assignments: z.array(followed),
  past: pageOf(past),
  lessons: pageOf(lessonRow),
  practice: z.array(
    just({
      ...reported,
      id,
      assignmentId: id,
      drillName: z.string(),
      day,
      hurts: z.enum(HURTS).optional(),
      clean: count,
      note: z.string().nullable(),
    }),
  ),
  practiceDays: z.array(just({ day, minutes: count })),
  pains: z.array(painRow),
  homework: z.array(homeworkRow),
})
const roster: z.ZodType<Roster> = just({ students: z.array(studentRow), former: count })
const instrument: z.ZodType<InstrumentRow> = just({
  id,
  name: z.string(),
  choice: instrumentSchema,
  archived: z.boolean(),
  students: count,
})

const keptChords: z.ZodType<KeptChords> = just({
  id,
  kind: z.enum(KEPT_KINDS),
  name: z.string(),
  chords: z.string(),
  fingers: z.string().nullable(),
})

const version: z.ZodType<DrillVersion> = just({ id, number: count, title: z.string(), spec, createdAt: instant })
const drillRow: z.ZodType<DrillRow> = just({
  id,
  name: z.string(),
  family: z.string(),
  archived: z.boolean(),
  setFor: count,
  newest: version,
  marks: just({
    technique: z.string().nullable(),
    parts: z.array(z.number()).nullable(),
    fingers: z.array(z.literal([1, 2, 3, 4])),
    slurred: z.boolean(),
    strings: z.array(count),
  }).nullable(),
  fromRung: z.string().nullable(),
})
const drillDetail: z.ZodType<DrillDetail> = just({
  id,
  name: z.string(),
  archived: z.boolean(),
  mine: z.boolean(),
  versions: z.array(version),
  anew: z.array(z.string()),
})

const lesson: z.ZodType<LessonDetail> = just({
  id,
  startedAt: instant,
  endedAt: instant.nullable(),
  minutes: count,
  zone: z.string(),
  student: just({
    id,
    name: z.string(),
    instrument: instrumentSchema,
    hand: handSchema,
    habits: habitsSchema,
    pain: painSchema.nullable(),
    painClearedAt: instant.nullable(),
  }),
  agenda: z.array(agendaItem),
  events: z.array(event),
  homework: z.array(homeworkRow),
  lastTime: just({ at: instant, notes: z.array(z.string()) }).nullable(),
})
const started: z.ZodType<LessonStarted> = just({ id, closed: instant.nullable() })
const stored: z.ZodType<EventStored> = just({ id, number: count })

const care = just({
  excluded: z.array(count),
  spared: z.array(count),
  reviewOn: day.nullable(),
  pain: painSchema.nullable(),
})
const who = { student: just({ id, name: z.string() }) }
const tempo = { assignmentId: id, drillName: z.string(), bpm, targetBpm: bpm }
const need: z.ZodType<
  (Attention | { readonly kind: 'unfinished'; readonly lessonId: string }) & {
    readonly student: { readonly id: string; readonly name: string }
  }
> = z.discriminatedUnion('kind', [
  just({ kind: z.literal('review'), since: day, ...who }),
  just({ kind: z.literal('nothing-set'), ...who }),
  just({ kind: z.literal('stalled'), ...tempo, ...who }),
  just({ kind: z.literal('due'), ...tempo, on: day, late: z.boolean(), ...who }),
  just({ kind: z.literal('behind'), ...tempo, ...who }),
  just({ kind: z.literal('review-due'), assignmentId: id, drillName: z.string(), since: day, ...who }),
  just({ kind: z.literal('silent'), since: z.string(), ...who }),
  just({ kind: z.literal('unfinished'), lessonId: id, ...who }),
])
const today: z.ZodType<TodayPage> = just({
  day,
  lessons: z.array(
    just({
      lessonId: id.nullable(),
      slot: just({ id, day }).nullable(),
      student: just({ id, name: z.string(), care: care.nullable() }),
      at: instant,
      minutes: count,
      state: z.enum(['planned', 'running', 'ended', 'cancelled']),
      moved: z.boolean(),
      why: z.string().nullable(),
      drills: z.array(just({ name: z.string(), toTempo: z.boolean(), bpm, targetBpm: bpm })),
    }),
  ),
  needs: z.array(need),
})

const studentFile: z.ZodType<StudentFile> = just({
  format: z.literal('fidactyl-student'),
  version: z.literal(6),
  writtenAt: instant,
  zone: z.string(),
  student: just({
    id,
    name: z.string(),
    birthYear: count.nullable(),
    about: z.string(),
    instrument: instrumentSchema,
    hand: handSchema,
    habits: habitsSchema,
    pain: painSchema.nullable(),
    school: z.enum(SCHOOLS).nullable(),
    since: instant,
    formerSince: instant.nullable(),
  }),
  weeklyLessons: z.array(
    just({
      weekday: count,
      everyWeeks: count,
      wallTime: z.string(),
      minutes: count,
      zone: z.string(),
      startsOn: day,
      endsOn: day.nullable(),
    }),
  ),
  drills: z.array(
    just({
      id,
      name: z.string(),
      version: count,
      title: z.string(),
      spec,
      stage: z.string(),
      path: z.array(stageOfPath),
      plan: planSchema,
      pins: pinsSchema,
      variations: z.array(ownVariation),
      targetOn: day.nullable(),
      opensAfter: id.nullable(),
      setAt: instant,
      endedAt: instant.nullable(),
      revisions: z.array(
        just({
          number: count,
          at: instant,
          version: count,
          stage: z.string(),
          change: specChangeSchema.nullable(),
          plan: planSchema,
          pins: pinsSchema,
          hand: handSchema,
          habits: habitsSchema,
          instrument: instrumentSchema,
          bpm,
          engineVersion: count,
          scoreHash: z.string().length(64).nullable(),
        }),
      ),
    }),
  ),
  practice: z.array(
    just({
      ...reported,
      drill: id,
      day,
      hurts: z.enum(HURTS).nullable(),
      clean: count,
      note: z.string().nullable(),
      receivedAt: instant,
      takenBackAt: instant.nullable(),
    }),
  ),
  pains: z.array(painRow),
  homework: z.array(homeworkRow),
  lessons: z.array(
    just({
      id,
      startedAt: instant,
      endedAt: instant.nullable(),
      minutes: count,
      log: z.array(
        just({ number: count, receivedAt: instant, deviceOffsetMs: z.int(), taught: count.nullable(), event }),
      ),
    }),
  ),
})

const rung: z.ZodType<RungRow> = just({
  key: z.string().length(64),
  technique: z.enum(COLUMNS.map(column => column.name) as [string, ...string[]]),
  place: count,
  grade: z.number().min(1).max(8),
  parts: z.array(z.number().min(0).max(100)).length(PARTS.length),
  spec: z.record(z.string(), z.unknown()),
  title: z.string(),
  purpose: z.string(),
  signature: z.custom<RungRow['signature']>(value => Object.keys(value as object).join() === 'fingers,ways,strings'),
  demand: z.custom<RungRow['demand']>(value => value === null || Object.hasOwn(value as object, 'entry')),
  after: z.array(z.string().length(64)),
  retired: z.boolean(),
})
const programme: z.ZodType<ProgrammeRow> = just({ id, name: z.string(), refs: z.array(z.string()) })
const shelf: z.ZodType<ShelfPage> = just({
  drills: z.array(drillRow),
  rungs: z.array(rung),
  favourites: z.array(z.string()),
  programmes: z.array(programme),
})
const covered: z.ZodType<CoveredDrill> = just({
  id,
  drillName: z.string(),
  spec,
  startBpm: bpm,
  targetBpm: bpm,
  cleanBpm: bpm.nullable(),
  ended: z.boolean(),
})

const calendarLink: z.ZodType<CalendarLinkRow> = just({
  id,
  name: z.string(),
  names: z.enum(CALENDAR_NAMES),
  createdAt: instant,
  path: z.string().startsWith('/api/lessons.ics?of='),
})

const [ok, justId, archived] = [just({ ok: z.literal(true) }), just({ id }), just({ archived: z.boolean() })]

/** What each route answers when it does what it is asked. */
export const ANSWERS: Readonly<Record<string, z.ZodType>> = {
  'GET /api/alive': ok,
  'GET /api/health': ok,
  'POST /api/sign-in': me,
  'GET /api/me': me,
  'POST /api/sign-out': ok,
  'POST /api/me/password': ok,
  'GET /api/today': today,
  'GET /api/students': roster,
  'POST /api/students': justId,
  'POST /api/students/several': just({ id, ids: z.array(id) }),
  'POST /api/students/several/take-back': justId,
  'GET /api/records': z.string().startsWith('name,birth year,'),
  'GET /api/students/[id]': studentPage,
  'PUT /api/students/[id]': justId,
  'PUT /api/students/[id]/pain': just({ pain: painSchema.nullable() }),
  'PUT /api/students/[id]/school': justId,
  'POST /api/students/[id]/practice': just({ id, ids: z.array(id) }),
  'POST /api/students/[id]/practice/take-back': justId,
  'POST /api/students/[id]/archive': archived,
  'GET /api/students/[id]/lessons': pageOf(lessonRow),
  'GET /api/students/[id]/past-drills': pageOf(past),
  'GET /api/board': z.array(boardRow),
  'POST /api/students/[id]/hand-over': justId,
  'GET /api/calendar': z.string().startsWith('BEGIN:VCALENDAR'),
  'GET /api/lessons.ics': z.string().startsWith('BEGIN:VCALENDAR'),
  'GET /api/calendar-links': z.array(calendarLink),
  'POST /api/calendar-links': justId,
  'POST /api/calendar-links/[id]/end': just({ ended: z.boolean() }),
  'GET /api/studio/backup': z.string().startsWith('PK'),
  'GET /api/studio/restore': just({ empty: z.boolean() }),
  'POST /api/studio/restore': just({ refused: z.string() }),
  'PUT /api/studio/notice': just({ notice: z.string().nullable() }),
  'GET /api/students/[id]/progress': progress,
  'GET /api/students/[id]/export': studentFile,
  'POST /api/students/[id]/erase': just({ erased: z.literal(true) }),
  'PUT /api/students/[id]/slot/exception': justId,
  'POST /api/students/[id]/homework': homeworkRow,
  'PUT /api/students/[id]/slot': slot,
  'POST /api/students/[id]/slot/end': just({ ended: z.literal(true) }),
  'GET /api/drills': z.array(drillRow),
  'POST /api/drills': just({ id, version }),
  // The same as the command line, whose own test holds it.
  'POST /api/drills/realise': z.looseObject({ kind: z.literal('sheet') }),
  'GET /api/drills/[id]': drillDetail,
  'POST /api/drills/[id]/archive': archived,
  'POST /api/drills/[id]/duplicate': just({ id, version }),
  'PUT /api/drills/[id]/name': just({ name: z.string() }),
  'POST /api/drills/[id]/versions': version,
  // Files: what is in them is checked where they are written.
  'POST /api/drills/export': z.string().regex(/^Mine\n60 quarters a minute/),
  'GET /api/drills/[id]/versions/[number]/export': z.string().regex(/quarters a minute · columns to scale/),
  'POST /api/paper': z.string().startsWith('%PDF-1.'),
  'POST /api/assignments': justId,
  'POST /api/assignments/[id]/end': just({ ended: z.boolean() }),
  'PUT /api/assignments/[id]/pins': justId,
  'PUT /api/assignments/[id]/path': justId,
  'PUT /api/assignments/[id]/variations': justId,
  'PUT /api/assignments/[id]/plan': justId,
  'GET /api/shelf': shelf,
  'PUT /api/shelf/favourites': just({ kept: z.boolean() }),
  'POST /api/programmes': programme,
  'PUT /api/programmes/[id]': programme,
  'POST /api/programmes/[id]/archive': archived,
  'POST /api/students/[id]/drills': just({ id, ids: z.array(id) }),
  'GET /api/students/[id]/coverage': z.array(covered),
  'PUT /api/studio/weights': just({ weights: weightsSchema.nullable() }),
  'GET /api/instruments': z.array(instrument),
  'POST /api/instruments': justId,
  'PUT /api/instruments/[id]': justId,
  'POST /api/instruments/[id]/archive': archived,
  'GET /api/chords': z.array(keptChords),
  'POST /api/chords': justId,
  'POST /api/chords/[id]/archive': archived,
  'POST /api/lessons': started,
  'GET /api/lessons/[id]': lesson,
  'POST /api/lessons/[id]/events': stored,
  'GET /api/accounts': z.array(account),
  'POST /api/accounts': justId,
  'POST /api/accounts/[id]/remove': just({ removed: z.literal(true) }),
  'PUT /api/accounts/[id]/suspended': just({ suspended: z.boolean() }),
  'PUT /api/accounts/[id]/role': just({ role: z.enum(STAFF_ROLES) }),
  'PUT /api/accounts/[id]/password': justId,
}
