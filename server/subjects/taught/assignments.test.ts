import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { randomUUID } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { assignments } from '../../db/tables'
import { localEngine } from '../../engine/engine'
import { makeStudent, makeTeacher, NOW, openTestDatabase, PLAN, SPEC } from '../../tests/studio'
import { endAssignment, setAssignment, setPins, setPlan, setSeveral } from './assignments'
import { createDrill } from '../drills/drills'
import { archiveStudent } from '../people/students'

const { db, close } = openTestDatabase()
afterAll(close)
const body = () => ({ id: randomUUID() })
type Set = Parameters<typeof setAssignment>[3]
let teacher: Awaited<ReturnType<typeof makeTeacher>>
let made: Awaited<ReturnType<typeof makeStudent>>
let theirs: Awaited<ReturnType<typeof makeStudent>>
beforeAll(async () => {
  teacher = await makeTeacher(db)
  made = await makeStudent(db, teacher)
  theirs = await makeStudent(db, await makeTeacher(db, { studioId: teacher.studioId }))
})
const setting = (more: Partial<Set> = {}): Set => ({
  ...body(),
  studentId: made.studentId,
  drillVersionId: made.versionId,
  stage: 'together',
  plan: PLAN,
  targetOn: null,
  ...more,
})
const outcome = (work: Promise<unknown>) =>
  work.then(
    () => 'set',
    (error: { code?: string; details?: { path?: string }; path?: string }) =>
      [error.code, error.details?.path ?? error.path].filter(Boolean).join(' '),
  )
const UNPLAYABLE = { strings: { from: 9 } }
const stage = (name: string, change: Record<string, unknown> | null) => ({ name, change, plan: PLAN })

describe('setting a drill', () => {
  test.each<readonly [string, () => Partial<Set>, RegExp]>([
    ['of one’s own, for one’s own student', () => ({}), /^set$/],
    ['with fingers on its notes', () => ({ pins: { 'p1.s6.1': 2 } }), /^set$/],
    ['of a colleague', () => ({ drillVersionId: theirs.versionId }), /^not-found/],
    ['for a colleague’s student', () => ({ studentId: theirs.studentId }), /^not-found/],
    ['that is not there', () => ({ drillVersionId: randomUUID() }), /^not-found/],
    ['with a finger on a note it has not', () => ({ pins: { 'p9.s6.1': 2 } }), /^invalid/],
    ['with a stage that cannot be played', () => ({ before: [stage('first', UNPLAYABLE)] }), /^invalid/],
  ])('%s', async (_, more, expected) => {
    expect(await outcome(setAssignment(db, localEngine, teacher, setting(more()), NOW))).toMatch(expected)
  })

  test('nothing is set for a student who left', async () => {
    const gone = await makeStudent(db, teacher)
    await archiveStudent(db, teacher, gone.studentId, { ...body(), archived: true }, NOW)
    const set = setAssignment(db, localEngine, teacher, setting({ studentId: gone.studentId }), NOW)
    expect(await outcome(set)).toMatch(/^(not-found|conflict)/)
  })

  test('each goes to the end of the list, and begins at the stage it is set at', async () => {
    const own = await makeStudent(db, teacher)
    const id = randomUUID()
    const before = [stage('slowly', null), stage('evenly', null)]
    await setAssignment(db, localEngine, teacher, setting({ id, studentId: own.studentId, before }), NOW)
    const rows = await db.select().from(assignments).where(eq(assignments.studentId, own.studentId))
    expect(rows.map(row => [row.id === id, row.position, row.stage]).toSorted()).toEqual([
      [false, 1, 0],
      [true, 2, 2],
    ])
  })
})

describe('changing what is set', () => {
  test.each<readonly [string, () => Promise<unknown>, RegExp]>([
    [
      'another target',
      () =>
        setPlan(
          db,
          teacher,
          made.assignmentId,
          { ...body(), plan: { ...PLAN, targetBpm: 120 }, targetOn: null } as never,
          NOW,
        ),
      /^set$/,
    ],
    [
      'another start: the tempo is decided in lessons',
      () =>
        setPlan(
          db,
          teacher,
          made.assignmentId,
          { ...body(), plan: { ...PLAN, startBpm: 60 }, targetOn: null } as never,
          NOW,
        ),
      /^invalid.*plan.startBpm/,
    ],
    [
      'a colleague’s plan',
      () => setPlan(db, teacher, theirs.assignmentId, { ...body(), plan: PLAN, targetOn: null } as never, NOW),
      /^not-found/,
    ],
    [
      'fingers on its notes',
      () => setPins(db, localEngine, teacher, made.assignmentId, { ...body(), pins: { 'p1.s6.1': 2 } }, NOW),
      /^set$/,
    ],
    [
      'a finger on no note',
      () => setPins(db, localEngine, teacher, made.assignmentId, { ...body(), pins: { 'p1.s6.99': 2 } }, NOW),
      /^invalid/,
    ],
    [
      'a colleague’s fingers',
      () => setPins(db, localEngine, teacher, theirs.assignmentId, { ...body(), pins: {} }, NOW),
      /^not-found/,
    ],
    [
      'a colleague’s, taken off',
      () => endAssignment(db, localEngine, teacher, theirs.assignmentId, { ...body(), ended: true }, NOW),
      /^not-found/,
    ],
  ])('%s', async (_, change, expected) => {
    expect(await outcome(change())).toMatch(expected)
  })

  test('a path closes over a drill that is taken off: the next waits for the one before it', async () => {
    const own = await makeStudent(db, teacher)
    const drill = async (fingers: readonly number[]) =>
      (
        await createDrill(
          db,
          localEngine,
          teacher,
          { ...body(), name: `Order ${fingers.join(' ')}`, spec: { ...SPEC, order: { fingers } } },
          NOW,
        )
      ).id
    const refs = [await drill([1, 2]), await drill([1, 3]), await drill([1, 4])]
    const set = { ...body(), refs, path: true } as never
    const { ids } = await setSeveral(db, localEngine, teacher, own.studentId, set, NOW)
    const waits = async () => {
      const rows = await db.select().from(assignments).where(eq(assignments.studentId, own.studentId))
      return ids.map(id => ids.indexOf(rows.find(row => row.id === id)!.opensAfter ?? ''))
    }
    expect(await waits()).toEqual([-1, 0, 1])
    await endAssignment(db, localEngine, teacher, ids[1]!, { ...body(), ended: true }, NOW)
    expect(await waits()).toEqual([-1, 0, 0])
  })
})
