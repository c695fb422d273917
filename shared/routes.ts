import { z } from 'zod'
import { deviceTime, id, list, localDaySchema, pageOf, row } from './contracts/common'
import {
  drillDetail,
  drillRow,
  drillSaved,
  drillVersion,
  keptChords,
  programmeRow,
  shelfPage,
} from './contracts/drills/answers'
import { archiveChordsBody, keepChordsBody } from './contracts/drills/chords'
import {
  archiveDrillBody,
  createDrillBody,
  duplicateDrillBody,
  renameDrillBody,
  saveVersionBody,
} from './contracts/drills/drills'
import { exportBody, exportQuery, paperBody } from './contracts/drills/export'
import { archiveProgrammeBody, favouriteBody, programmeBody } from './contracts/drills/shelf'
import {
  calendarLinkRow,
  eventStored,
  lessonDetail,
  lessonRow,
  lessonStarted,
  slotRow,
  todayPage,
} from './contracts/lessons/answers'
import { calendarLinkBody, calendarQuery, endCalendarLinkBody, subscriptionQuery } from './contracts/lessons/calendar'
import { appendEventBody, startLessonBody } from './contracts/lessons/lessons'
import { endSlotBody, exceptionBody, slotBody } from './contracts/lessons/slots'
import {
  addAccountBody,
  changePasswordBody,
  handOverBody,
  removeBody,
  resetPasswordBody,
  roleBody,
  signInBody,
  STAFF_ROLES,
  suspendBody,
} from './contracts/people/accounts'
import {
  accountRow,
  instrumentRow,
  me,
  roster,
  studentFile,
  studentPage,
  studentsAdded,
} from './contracts/people/answers'
import { archiveInstrumentBody, saveInstrumentBody } from './contracts/people/instruments'
import {
  archiveStudentBody,
  eraseStudentBody,
  saveStudentBody,
  schoolBody,
  severalStudentsBody,
  takeBackStudentsBody,
} from './contracts/people/students'
import { homeworkRow, painSet, practiceLogged } from './contracts/practice/answers'
import { homeworkBody } from './contracts/practice/homework'
import { painBody } from './contracts/practice/pain'
import { practiceBody, takeBackPracticeBody } from './contracts/practice/practice'
import { boardRow, noticeSet, restoreNews, weightsSet } from './contracts/studio/answers'
import { recordsQuery } from './contracts/studio/records'
import { noticeBody, weightsBody } from './contracts/studio/studios'
import {
  endAssignmentBody,
  pathBody,
  pinsBody,
  planBody,
  setAssignmentBody,
  setSeveralBody,
  variationsBody,
} from './contracts/taught/assignments'
import { coveredDrill, pastDrill, severalSet, studentProgress } from './contracts/taught/answers'

/**
 * Who may call a route: anybody, whoever was given a secret address, whoever is signed in, a teacher (an owner is one),
 * an owner.
 */
export type Who = 'anybody' | 'whoever has its address' | 'signed-in' | 'teacher' | 'owner'

/** How large the body of a request may be, bytes, by what it carries. */
export const LIMITS = {
  /** Names, figures, notes. */
  form: 32_000,
  /** A drill, or a finger for every note of one. */
  drill: 400_000,
  /** Many drills for the realise door. */
  drills: 1_000_000,
} as const

/** A route of the API. */
export interface Route {
  readonly who: Who
  readonly query?: z.ZodType
  readonly body?: z.ZodType
  /** How large the body may be; a form's when left out. */
  readonly limit?: keyof typeof LIMITS
  /** What it answers when it does what it is asked; of a file, as text. */
  readonly answer: z.ZodType
  /** The id the body gives what is made: the answer then has status 201, but for a repeat. */
  readonly makes?: 'id' | 'event.id'
}

const ok = row({ ok: z.literal(true) })
const written = row({ id })
const archived = row({ archived: z.boolean() })
const calendar = z.string().startsWith('BEGIN:VCALENDAR')
const pageQuery = z.object({ before: deviceTime.optional() })
const [teacher, owner] = [{ who: 'teacher' }, { who: 'owner' }] as const

/** Every route of the API. Handlers, the app's calls and the tests of access and answers all read this table. */
export const ROUTES = {
  'GET /api/alive': { who: 'anybody', answer: ok },
  'GET /api/health': { who: 'anybody', answer: ok },
  'POST /api/sign-in': { who: 'anybody', body: signInBody, answer: me },
  'GET /api/me': { who: 'signed-in', answer: me },
  'POST /api/sign-out': { who: 'signed-in', answer: ok },
  'POST /api/me/password': { who: 'signed-in', body: changePasswordBody, answer: ok },
  'GET /api/accounts': { ...owner, answer: list(accountRow) },
  'POST /api/accounts': { ...owner, body: addAccountBody, answer: written, makes: 'id' },
  'POST /api/accounts/:id/remove': { ...owner, body: removeBody, answer: row({ removed: z.literal(true) }) },
  'PUT /api/accounts/:id/suspended': { ...owner, body: suspendBody, answer: row({ suspended: z.boolean() }) },
  'PUT /api/accounts/:id/role': { ...owner, body: roleBody, answer: row({ role: z.enum(STAFF_ROLES) }) },
  'PUT /api/accounts/:id/password': { ...owner, body: resetPasswordBody, answer: written },
  'GET /api/students': {
    ...teacher,
    query: z.object({ former: z.enum(['true', 'false']).optional() }),
    answer: roster,
  },
  'POST /api/students': { ...teacher, body: saveStudentBody, answer: written, makes: 'id' },
  'POST /api/students/several': {
    ...teacher,
    body: severalStudentsBody,
    limit: 'drill',
    answer: studentsAdded,
    makes: 'id',
  },
  'POST /api/students/several/take-back': { ...teacher, body: takeBackStudentsBody, answer: written },
  'GET /api/students/:id': { ...teacher, answer: studentPage },
  'PUT /api/students/:id': { ...teacher, body: saveStudentBody, answer: written },
  'PUT /api/students/:id/school': { ...teacher, body: schoolBody, answer: written },
  'POST /api/students/:id/archive': { ...teacher, body: archiveStudentBody, answer: archived },
  'POST /api/students/:id/hand-over': { ...owner, body: handOverBody, answer: written },
  'GET /api/students/:id/export': { ...teacher, answer: studentFile },
  'POST /api/students/:id/erase': { ...teacher, body: eraseStudentBody, answer: row({ erased: z.literal(true) }) },
  'GET /api/instruments': { ...teacher, answer: list(instrumentRow) },
  'POST /api/instruments': { ...teacher, body: saveInstrumentBody, answer: written, makes: 'id' },
  'PUT /api/instruments/:id': { ...teacher, body: saveInstrumentBody, answer: written },
  'POST /api/instruments/:id/archive': { ...teacher, body: archiveInstrumentBody, answer: archived },
  'GET /api/drills': { ...teacher, answer: list(drillRow) },
  'POST /api/drills': { ...teacher, body: createDrillBody, limit: 'drill', answer: drillSaved, makes: 'id' },
  // A spec, a spec with its context, or an array of them; what comes of each is the same as by the command line.
  'POST /api/drills/realise': {
    ...teacher,
    body: z.unknown(),
    limit: 'drills',
    answer: z.looseObject({ kind: z.literal('sheet') }),
  },
  'POST /api/drills/export': { ...teacher, body: exportBody, limit: 'drill', answer: z.string() },
  'GET /api/drills/:id': { ...teacher, answer: drillDetail },
  'POST /api/drills/:id/archive': { ...teacher, body: archiveDrillBody, answer: archived },
  'POST /api/drills/:id/duplicate': { ...teacher, body: duplicateDrillBody, answer: drillSaved, makes: 'id' },
  'PUT /api/drills/:id/name': { ...teacher, body: renameDrillBody, answer: row({ name: z.string() }) },
  'POST /api/drills/:id/versions': {
    ...teacher,
    body: saveVersionBody,
    limit: 'drill',
    answer: drillVersion,
    makes: 'id',
  },
  'GET /api/drills/:id/versions/:number/export': { ...teacher, query: exportQuery, answer: z.string() },
  'POST /api/paper': { ...teacher, body: paperBody, limit: 'drills', answer: z.string().startsWith('%PDF-1.') },
  'GET /api/shelf': { ...teacher, answer: shelfPage },
  'PUT /api/shelf/favourites': { ...teacher, body: favouriteBody, answer: row({ kept: z.boolean() }) },
  'POST /api/programmes': { ...teacher, body: programmeBody, answer: programmeRow, makes: 'id' },
  'PUT /api/programmes/:id': { ...teacher, body: programmeBody, answer: programmeRow },
  'POST /api/programmes/:id/archive': { ...teacher, body: archiveProgrammeBody, answer: archived },
  'GET /api/chords': { ...teacher, answer: list(keptChords) },
  'POST /api/chords': { ...teacher, body: keepChordsBody, answer: written, makes: 'id' },
  'POST /api/chords/:id/archive': { ...teacher, body: archiveChordsBody, answer: archived },
  'POST /api/assignments': { ...teacher, body: setAssignmentBody, limit: 'drill', answer: written, makes: 'id' },
  'POST /api/assignments/:id/end': { ...teacher, body: endAssignmentBody, answer: row({ ended: z.boolean() }) },
  'PUT /api/assignments/:id/pins': { ...teacher, body: pinsBody, limit: 'drill', answer: written },
  'PUT /api/assignments/:id/path': { ...teacher, body: pathBody, limit: 'drill', answer: written },
  'PUT /api/assignments/:id/variations': { ...teacher, body: variationsBody, limit: 'drill', answer: written },
  'PUT /api/assignments/:id/plan': { ...teacher, body: planBody, answer: written },
  'POST /api/students/:id/drills': { ...teacher, body: setSeveralBody, answer: severalSet, makes: 'id' },
  'GET /api/students/:id/past-drills': { ...teacher, query: pageQuery, answer: pageOf(pastDrill) },
  'GET /api/students/:id/coverage': { ...teacher, answer: list(coveredDrill) },
  'GET /api/students/:id/progress': { ...teacher, answer: studentProgress },
  'GET /api/today': { ...teacher, query: z.object({ day: localDaySchema.optional() }), answer: todayPage },
  'POST /api/lessons': { ...teacher, body: startLessonBody, answer: lessonStarted, makes: 'id' },
  'GET /api/lessons/:id': { ...teacher, answer: lessonDetail },
  'POST /api/lessons/:id/events': { ...teacher, body: appendEventBody, answer: eventStored, makes: 'event.id' },
  'GET /api/students/:id/lessons': { ...teacher, query: pageQuery, answer: pageOf(lessonRow) },
  'PUT /api/students/:id/slot': { ...teacher, body: slotBody, answer: slotRow },
  'PUT /api/students/:id/slot/exception': { ...teacher, body: exceptionBody, answer: written },
  'POST /api/students/:id/slot/end': { ...teacher, body: endSlotBody, answer: row({ ended: z.literal(true) }) },
  'GET /api/calendar': { ...teacher, query: calendarQuery, answer: calendar },
  'GET /api/lessons.ics': { who: 'whoever has its address', query: subscriptionQuery, answer: calendar },
  'GET /api/calendar-links': { ...teacher, answer: list(calendarLinkRow) },
  'POST /api/calendar-links': { ...teacher, body: calendarLinkBody, answer: written, makes: 'id' },
  'POST /api/calendar-links/:id/end': { ...teacher, body: endCalendarLinkBody, answer: row({ ended: z.boolean() }) },
  'POST /api/students/:id/practice': { ...teacher, body: practiceBody, answer: practiceLogged, makes: 'id' },
  'POST /api/students/:id/practice/take-back': { ...teacher, body: takeBackPracticeBody, answer: written },
  'PUT /api/students/:id/pain': { ...teacher, body: painBody, answer: painSet },
  'POST /api/students/:id/homework': { ...teacher, body: homeworkBody, answer: homeworkRow, makes: 'id' },
  'GET /api/board': { ...teacher, answer: list(boardRow) },
  'GET /api/records': { ...teacher, query: recordsQuery, answer: z.string() },
  'GET /api/studio/backup': { ...owner, answer: z.string().startsWith('PK') },
  'GET /api/studio/restore': { ...owner, answer: row({ empty: z.boolean() }) },
  // Answers line by line as it goes on.
  'POST /api/studio/restore': { ...owner, answer: restoreNews },
  'PUT /api/studio/notice': { ...owner, body: noticeBody, answer: noticeSet },
  'PUT /api/studio/weights': { ...owner, body: weightsBody, answer: weightsSet },
} as const satisfies Readonly<Record<string, Route>>

type Routes = typeof ROUTES
/** Method and path of a route. */
export type RouteName = keyof Routes
/** What a route answers. */
export type AnswerOf<N extends RouteName> = z.output<Routes[N]['answer']>
/** What a route is asked with, before and after it is checked; undefined where it takes none. */
export type BodyOf<N extends RouteName> = Routes[N] extends { readonly body: infer B extends z.ZodType }
  ? z.input<B>
  : undefined
export type CheckedBodyOf<N extends RouteName> = Routes[N] extends { readonly body: infer B extends z.ZodType }
  ? z.output<B>
  : undefined
export type QueryOf<N extends RouteName> = Routes[N] extends { readonly query: infer Q extends z.ZodType }
  ? z.output<Q>
  : undefined
/** A query as it is sent. */
export type QueryInputOf<N extends RouteName> = Routes[N] extends { readonly query: infer Q extends z.ZodType }
  ? z.input<Q>
  : undefined
