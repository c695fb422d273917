import { DateTime } from 'luxon'
import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { ROUTES, type RouteName } from '../shared/routes'

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

/** How a route is asked by the tests. */
export interface Example {
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

/** An example of every route that takes more than its path. */
const EXAMPLES: { readonly [N in RouteName]?: Example } = {
  'POST /api/sign-in': { body: () => ({ name: 'nobody-there', password: 'wrong' }) },
  'POST /api/me/password': {
    body: () => ({ presentPassword: 'not the present one', newPassword: 'cedar and rosewood' }),
  },
  'POST /api/students': { body: id => ({ id, ...CARD }), names: { instrumentId: 'instruments' } },
  'POST /api/students/several': {
    body: id => ({ id, students: [{ ...CARD, name: 'Listed', slot: null }] }),
    names: { 'students.0.instrumentId': 'instruments' },
  },
  'POST /api/students/several/take-back': {
    body: (id, own) => ({ id, studentIds: [own.students] }),
    names: { 'studentIds.0': 'students' },
  },
  'GET /api/records': { query: '?of=roster' },
  'PUT /api/students/:id': { body: id => ({ id, ...CARD }), names: { instrumentId: 'instruments' } },
  'PUT /api/students/:id/pain': { body: id => ({ id, pain: null, note: 'gone' }) },
  'PUT /api/students/:id/school': { body: id => ({ id, school: 'creep' }) },
  'POST /api/students/:id/practice': {
    body: (id, own) => ({
      id,
      entries: [{ assignmentId: own.assignments, day: '2026-01-05', minutes: 5, bpm: 60, feel: 'easy' }],
    }),
    names: { 'entries.0.assignmentId': 'assignments' },
  },
  'POST /api/students/:id/practice/take-back': {
    body: (id, own) => ({ id, entryIds: [own.practice] }),
    names: { 'entryIds.0': 'practice' },
  },
  'POST /api/students/:id/archive': { body: id => ({ id, archived: false }) },
  'POST /api/students/:id/hand-over': {
    body: (id, own) => ({ id, teacherId: own.accounts }),
    names: { teacherId: 'accounts' },
  },
  'POST /api/students/:id/erase': { body: id => ({ id, name: 'Not the name' }) },
  'POST /api/students/:id/homework': {
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
  'PUT /api/students/:id/slot': { body: id => ({ id, weekday: 1, wallTime: '16:00', minutes: 30, everyWeeks: 1 }) },
  'PUT /api/students/:id/slot/exception': {
    // The slot of these routes is of Mondays.
    body: (id, own) => ({ id, slotId: own.slots, day: nextMonday(), cancelled: true, to: null, why: null }),
    names: { slotId: 'slots' },
  },
  'POST /api/students/:id/slot/end': { body: id => ({ id }) },
  'POST /api/drills': { body: id => ({ id, name: 'Mine', spec: SPEC }) },
  'POST /api/drills/realise': { body: () => SPEC },
  'POST /api/drills/:id/archive': { body: id => ({ id, archived: false }) },
  'POST /api/drills/:id/duplicate': { body: id => ({ id, name: 'Mine' }) },
  'PUT /api/drills/:id/name': { body: id => ({ id, name: 'Mine' }) },
  'POST /api/drills/:id/versions': { body: id => ({ id, spec: SPEC }) },
  'POST /api/drills/export': { body: () => ({ as: 'tab', name: 'Mine', spec: SPEC }) },
  'GET /api/drills/:id/versions/:number/export': { query: '?as=tab' },
  'POST /api/paper': { body: () => ({ form: 'compact', heading: 'Mine', drills: [{ name: 'Mine', spec: SPEC }] }) },
  'POST /api/assignments': {
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
  'POST /api/assignments/:id/end': { body: id => ({ id, ended: false }) },
  'PUT /api/assignments/:id/pins': { body: id => ({ id, pins: {} }) },
  'PUT /api/assignments/:id/path': {
    body: id => ({ id, stages: [{ number: 0, name: 'slowly', change: null, plan: PLAN }] }),
  },
  'PUT /api/assignments/:id/variations': {
    body: id => ({ id, variations: [{ name: 'muted', change: { sound: { length: 'muted' } } }] }),
  },
  'PUT /api/assignments/:id/plan': { body: id => ({ id, plan: PLAN, targetOn: null }) },
  'PUT /api/shelf/favourites': { body: (id, own) => ({ id, ref: own.drills, kept: true }), names: { ref: 'drills' } },
  'POST /api/programmes': {
    body: (id, own) => ({ id, name: 'Mine', refs: [own.drills] }),
    names: { 'refs.0': 'drills' },
  },
  'PUT /api/programmes/:id': {
    body: (id, own) => ({ id, name: 'Mine', refs: [own.drills] }),
    names: { 'refs.0': 'drills' },
  },
  'POST /api/programmes/:id/archive': { body: id => ({ id, archived: false }) },
  'POST /api/students/:id/drills': {
    body: (id, own) => ({ id, refs: [own.drills], path: false }),
    names: { 'refs.0': 'drills' },
  },
  'GET /api/calendar': { query: '?names=initials' },
  'GET /api/lessons.ics': { query: '?of=a-guess' },
  'POST /api/calendar-links': { body: id => ({ id, name: 'Mine', names: 'none' }) },
  'POST /api/calendar-links/:id/end': { body: id => ({ id, ended: false }) },
  'PUT /api/studio/notice': { body: id => ({ id, notice: null }) },
  'PUT /api/studio/weights': { body: id => ({ id, weights: null }) },
  'POST /api/instruments': { body: id => ({ id, name: 'Mine', choice: {} }) },
  'PUT /api/instruments/:id': { body: id => ({ id, name: 'Mine', choice: {} }) },
  'POST /api/instruments/:id/archive': { body: id => ({ id, archived: false }) },
  'POST /api/chords': { body: id => ({ id, kind: 'progression', name: 'Mine', chords: 'C Am F G', fingers: null }) },
  'POST /api/chords/:id/archive': { body: id => ({ id, archived: false }) },
  'POST /api/lessons': {
    body: (id, own) => ({ id, studentId: own.students, slot: null }),
    names: { 'studentId': 'students', 'slot.id': 'slots' },
  },
  'POST /api/lessons/:id/events': {
    body: (id, own) => ({
      event: { id, at: '2026-01-05T16:00:00Z', kind: 'turn', assignmentId: own.assignments },
      deviceOffsetMs: 0,
    }),
    names: { 'event.assignmentId': 'assignments' },
  },
  'POST /api/accounts': {
    body: id => ({
      id,
      signInName: `made-${id.slice(0, 8)}`,
      displayName: 'Made',
      password: 'cedar and rosewood',
      role: 'teacher',
    }),
  },
  'POST /api/accounts/:id/remove': { body: id => ({ id }) },
  'PUT /api/accounts/:id/suspended': { body: id => ({ id, suspended: false }) },
  'PUT /api/accounts/:id/role': { body: id => ({ id, role: 'teacher' }) },
  'PUT /api/accounts/:id/password': { body: id => ({ id, password: 'cedar and rosewood' }) },
}

/** Every route of the table. */
export const ROUTE_NAMES = Object.keys(ROUTES) as RouteName[]
export const exampleOf = (name: RouteName): Example => EXAMPLES[name] ?? {}

/** Routes as the folder defines them, without the one that takes everything else. */
export function routesInFolder(): readonly string[] {
  const folder = join(process.cwd(), 'server/api')
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter(entry => entry.isFile() && entry.name !== '[...].ts')
    .map(entry => {
      const file = join(entry.parentPath, entry.name).slice(folder.length + 1)
      const [, path, method] = /^(.*?)\.(get|post|put|delete)\.ts$/.exec(file)!
      return `${method!.toUpperCase()} /api/${path!.replace(/\/?index$/, '')}`
        .replace(/\/$/, '')
        .replaceAll(/\[(\w+)\]/g, ':$1')
    })
}

export const methodOf = (route: RouteName) => route.split(' ')[0]!
/** The address of a route: with an id, the first version where one is asked for, and what it must be asked with. */
export const pathOf = (route: RouteName, id: string) =>
  route.split(' ')[1]!.replace(':id', id).replace(':number', '1') + (EXAMPLES[route]?.query ?? '')

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
