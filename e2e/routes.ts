import { DateTime } from 'luxon'
import { readdirSync } from 'node:fs'
import { join } from 'node:path'

/**
 * Who may do something: anybody, whoever was given a secret address, whoever is signed in, a teacher (an owner is
 * one), an owner.
 */
export type Who = 'anybody' | 'whoever has its address' | 'signed-in' | 'teacher' | 'owner'

/**
 * Whose rows a route of the API may be asked about, by the name of the part of its address or body that holds the id.
 */
export type Kind =
  | 'students'
  | 'drills'
  | 'assignments'
  | 'lessons'
  | 'instruments'
  | 'chords'
  | 'accounts'
  | 'programmes'
  | 'practice'
  | 'calendar-links'

export interface Row {
  readonly who: Who
  /** What its address must ask for. */
  readonly query?: string
  /** A body that is taken, given an id for the write and ids of rows of one's own. */
  readonly body?: (id: string, own: Readonly<Record<Kind | 'versions' | 'slots', string>>) => object
  /** Fields of the body that name somebody's row: each is tried with a stranger's. */
  readonly names?: Readonly<Record<string, Kind | 'versions' | 'slots'>>
}

/** A Monday that is still to come, as the slot of these routes is of Mondays. */
const nextMonday = () => DateTime.now().plus({ weeks: 1 }).startOf('week').toISODate()

const SPEC = { version: 1, family: 'order', order: { fingers: [1, 2] } }
const PLAN = { school: 'clean-passes', startBpm: 60, targetBpm: 80 }
const CARD = { name: 'Mine', birthYear: null, instrument: {}, hand: {}, about: '' }

/** Every route of the API, and who may ask it what. A route without its row fails the tests. */
export const ROUTES: Readonly<Record<string, Row>> = {
  'GET /api/alive': { who: 'anybody' },
  'GET /api/health': { who: 'anybody' },
  'POST /api/sign-in': { who: 'anybody', body: () => ({ name: 'nobody-there', password: 'wrong' }) },
  'GET /api/me': { who: 'signed-in' },
  'POST /api/sign-out': { who: 'signed-in' },
  'POST /api/me/password': {
    who: 'signed-in',
    body: () => ({ presentPassword: 'not the present one', newPassword: 'cedar and rosewood' }),
  },
  'GET /api/today': { who: 'teacher' },
  'GET /api/students': { who: 'teacher' },
  'POST /api/students': { who: 'teacher', body: id => ({ id, ...CARD }), names: { instrumentId: 'instruments' } },
  'POST /api/students/several': {
    who: 'teacher',
    body: id => ({ id, students: [{ ...CARD, name: 'Listed', slot: null }] }),
    names: { 'students.0.instrumentId': 'instruments' },
  },
  'POST /api/students/several/take-back': {
    who: 'teacher',
    body: (id, own) => ({ id, studentIds: [own.students] }),
    names: { 'studentIds.0': 'students' },
  },
  'GET /api/records': { who: 'teacher', query: '?of=roster' },
  'GET /api/students/[id]': { who: 'teacher' },
  'PUT /api/students/[id]': { who: 'teacher', body: id => ({ id, ...CARD }), names: { instrumentId: 'instruments' } },
  'PUT /api/students/[id]/pain': { who: 'teacher', body: id => ({ id, pain: null, note: 'gone' }) },
  'PUT /api/students/[id]/school': { who: 'teacher', body: id => ({ id, school: 'creep' }) },
  'POST /api/students/[id]/practice': {
    who: 'teacher',
    body: (id, own) => ({
      id,
      entries: [{ assignmentId: own.assignments, day: '2026-01-05', minutes: 5, bpm: 60, feel: 'easy' }],
    }),
    names: { 'entries.0.assignmentId': 'assignments' },
  },
  'POST /api/students/[id]/practice/take-back': {
    who: 'teacher',
    body: (id, own) => ({ id, entryIds: [own.practice] }),
    names: { 'entryIds.0': 'practice' },
  },
  'POST /api/students/[id]/archive': { who: 'teacher', body: id => ({ id, archived: false }) },
  'GET /api/students/[id]/lessons': { who: 'teacher' },
  'GET /api/students/[id]/past-drills': { who: 'teacher' },
  'POST /api/students/[id]/hand-over': {
    who: 'owner',
    body: (id, own) => ({ id, teacherId: own.accounts }),
    names: { teacherId: 'accounts' },
  },
  'GET /api/students/[id]/progress': { who: 'teacher' },
  'GET /api/students/[id]/export': { who: 'teacher' },
  'POST /api/students/[id]/erase': { who: 'teacher', body: id => ({ id, name: 'Not the name' }) },
  'POST /api/students/[id]/homework': {
    who: 'teacher',
    body: (id, own) => ({
      id,
      lessonId: own.lessons ?? null,
      given: {
        form: 'compact',
        minutesADay: 5,
        drills: [
          {
            assignmentId: own.assignments,
            taught: 0,
            drillName: 'Mine',
            stage: 'together',
            bpm: 60,
            targetBpm: 80,
            minutes: 5,
          },
        ],
        note: null,
      },
    }),
    names: { 'lessonId': 'lessons', 'given.drills.0.assignmentId': 'assignments' },
  },
  'PUT /api/students/[id]/slot': {
    who: 'teacher',
    body: id => ({ id, weekday: 1, wallTime: '16:00', minutes: 30, everyWeeks: 1 }),
  },
  'PUT /api/students/[id]/slot/exception': {
    who: 'teacher',
    // The slot of these routes is of Mondays.
    body: (id, own) => ({ id, slotId: own.slots, day: nextMonday(), cancelled: true, to: null, why: null }),
    names: { slotId: 'slots' },
  },
  'POST /api/students/[id]/slot/end': { who: 'teacher', body: id => ({ id }) },
  'GET /api/drills': { who: 'teacher' },
  'POST /api/drills': { who: 'teacher', body: id => ({ id, name: 'Mine', spec: SPEC }) },
  'POST /api/drills/realise': { who: 'teacher', body: () => SPEC },
  'GET /api/drills/[id]': { who: 'teacher' },
  'POST /api/drills/[id]/archive': { who: 'teacher', body: id => ({ id, archived: false }) },
  'POST /api/drills/[id]/duplicate': { who: 'teacher', body: id => ({ id, name: 'Mine' }) },
  'PUT /api/drills/[id]/name': { who: 'teacher', body: id => ({ id, name: 'Mine' }) },
  'POST /api/drills/[id]/versions': { who: 'teacher', body: id => ({ id, spec: SPEC }) },
  'POST /api/drills/export': { who: 'teacher', body: () => ({ as: 'tab', name: 'Mine', spec: SPEC }) },
  'GET /api/drills/[id]/versions/[number]/export': { who: 'teacher', query: '?as=tab' },
  'POST /api/paper': {
    who: 'teacher',
    body: () => ({ form: 'compact', heading: 'Mine', drills: [{ name: 'Mine', spec: SPEC }] }),
  },
  'POST /api/assignments': {
    who: 'teacher',
    body: (id, own) => ({
      id,
      studentId: own.students,
      drillVersionId: own.versions,
      stage: 'together',
      plan: PLAN,
      targetOn: null,
    }),
    names: { studentId: 'students', drillVersionId: 'versions' },
  },
  'POST /api/assignments/[id]/end': { who: 'teacher', body: id => ({ id, ended: false }) },
  'PUT /api/assignments/[id]/pins': { who: 'teacher', body: id => ({ id, pins: {} }) },
  'PUT /api/assignments/[id]/path': {
    who: 'teacher',
    body: id => ({ id, stages: [{ number: 0, name: 'slowly', change: null, plan: PLAN }] }),
  },
  'PUT /api/assignments/[id]/variations': {
    who: 'teacher',
    body: id => ({ id, variations: [{ name: 'muted', change: { sound: { length: 'muted' } } }] }),
  },
  'PUT /api/assignments/[id]/plan': { who: 'teacher', body: id => ({ id, plan: PLAN, targetOn: null }) },
  'GET /api/shelf': { who: 'teacher' },
  'PUT /api/shelf/favourites': {
    who: 'teacher',
    body: (id, own) => ({ id, ref: own.drills, kept: true }),
    names: { ref: 'drills' },
  },
  'POST /api/programmes': {
    who: 'teacher',
    body: (id, own) => ({ id, name: 'Mine', refs: [own.drills] }),
    names: { 'refs.0': 'drills' },
  },
  'PUT /api/programmes/[id]': {
    who: 'teacher',
    body: (id, own) => ({ id, name: 'Mine', refs: [own.drills] }),
    names: { 'refs.0': 'drills' },
  },
  'POST /api/programmes/[id]/archive': { who: 'teacher', body: id => ({ id, archived: false }) },
  'POST /api/students/[id]/drills': {
    who: 'teacher',
    body: (id, own) => ({ id, refs: [own.drills], path: false }),
    names: { 'refs.0': 'drills' },
  },
  'GET /api/students/[id]/coverage': { who: 'teacher' },
  'GET /api/board': { who: 'teacher' },
  'GET /api/calendar': { who: 'teacher', query: '?names=initials' },
  'GET /api/lessons.ics': { who: 'whoever has its address', query: '?of=a-guess' },
  'GET /api/calendar-links': { who: 'teacher' },
  'POST /api/calendar-links': { who: 'teacher', body: id => ({ id, name: 'Mine', names: 'none' }) },
  'POST /api/calendar-links/[id]/end': { who: 'teacher', body: id => ({ id, ended: false }) },
  'GET /api/studio/backup': { who: 'owner' },
  'GET /api/studio/restore': { who: 'owner' },
  'POST /api/studio/restore': { who: 'owner' },
  'PUT /api/studio/notice': { who: 'owner', body: id => ({ id, notice: null }) },
  'PUT /api/studio/weights': { who: 'owner', body: id => ({ id, weights: null }) },
  'GET /api/instruments': { who: 'teacher' },
  'POST /api/instruments': { who: 'teacher', body: id => ({ id, name: 'Mine', choice: {} }) },
  'PUT /api/instruments/[id]': { who: 'teacher', body: id => ({ id, name: 'Mine', choice: {} }) },
  'POST /api/instruments/[id]/archive': { who: 'teacher', body: id => ({ id, archived: false }) },
  'GET /api/chords': { who: 'teacher' },
  'POST /api/chords': {
    who: 'teacher',
    body: id => ({ id, kind: 'progression', name: 'Mine', chords: 'C Am F G', fingers: null }),
  },
  'POST /api/chords/[id]/archive': { who: 'teacher', body: id => ({ id, archived: false }) },
  'POST /api/lessons': {
    who: 'teacher',
    body: (id, own) => ({ id, studentId: own.students, slot: null }),
    names: { 'studentId': 'students', 'slot.id': 'slots' },
  },
  'GET /api/lessons/[id]': { who: 'teacher' },
  'POST /api/lessons/[id]/events': {
    who: 'teacher',
    body: (id, own) => ({
      event: { id, at: '2026-01-05T16:00:00Z', kind: 'turn', assignmentId: own.assignments },
      deviceOffsetMs: 0,
    }),
    names: { 'event.assignmentId': 'assignments' },
  },
  'GET /api/accounts': { who: 'owner' },
  'POST /api/accounts': {
    who: 'owner',
    body: id => ({
      id,
      signInName: `made-${id.slice(0, 8)}`,
      displayName: 'Made',
      password: 'cedar and rosewood',
      role: 'teacher',
    }),
  },
  'POST /api/accounts/[id]/remove': { who: 'owner', body: id => ({ id }) },
  'PUT /api/accounts/[id]/suspended': { who: 'owner', body: id => ({ id, suspended: false }) },
  'PUT /api/accounts/[id]/role': { who: 'owner', body: id => ({ id, role: 'teacher' }) },
  'PUT /api/accounts/[id]/password': { who: 'owner', body: id => ({ id, password: 'cedar and rosewood' }) },
}

/** Routes as the folder defines them, without the one that takes everything else. */
export function routesInFolder(): readonly string[] {
  const folder = join(process.cwd(), 'server/api')
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter(entry => entry.isFile() && entry.name !== '[...].ts')
    .map(entry => {
      const file = join(entry.parentPath, entry.name).slice(folder.length + 1)
      const [, path, method] = /^(.*?)\.(get|post|put|delete)\.ts$/.exec(file)!
      return `${method!.toUpperCase()} /api/${path!.replace(/\/?index$/, '')}`.replace(/\/$/, '')
    })
}

export const methodOf = (route: string) => route.split(' ')[0]!
/** The address of a route: with an id, the first version where one is asked for, and what it must be asked with. */
export const pathOf = (route: string, id: string) =>
  route.split(' ')[1]!.replace('[id]', id).replace('[number]', '1') + (ROUTES[route]?.query ?? '')

/** A copy of a body with the field at a dotted path set; of a list by its place. */
export function withAt(body: object, path: string, value: unknown): object {
  const [first, ...rest] = path.split('.')
  const inner = (body as Record<string, unknown>)[first!]
  const put =
    rest.length === 0 ? value : withAt(typeof inner === 'object' && inner !== null ? inner : {}, rest.join('.'), value)
  return Array.isArray(body)
    ? body.map((each: unknown, i) => (String(i) === first ? put : each))
    : { ...body, [first!]: put }
}
