import { rungName } from '#core/ladder/names'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { randomUUID } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { readLadderText } from '#core/ladder/built'
import { LADDER_VERSION } from '#core/ladder/ladder'
import { GRADE } from '#core/grade/table'
import type { LessonEvent } from '#core/practice/log/events'
import { weightsBody } from '#shared/contracts/studio/studios'
import { rungs } from '../../db/tables'
import { localEngine } from '../../engine/engine'
import { later, makeStudent, makeTeacher, NOW, openTestDatabase, SPEC } from '../../tests/studio'
import { endAssignment, setSeveral } from '../taught/assignments'
import { readCoverage } from '../taught/coverage'
import { archiveDrill, createDrill, listDrills, saveVersion } from './drills'
import { eraseStudent, exportStudent } from '../people/erasing'
import { fillLadder, readLadder, rungKey, writeLadder } from './ladder'
import { appendEvent } from '../lessons/append-event'
import { readLesson, startLesson } from '../lessons/lessons'
import { listStudents } from '../people/roster'
import { sessionOf } from '../people/sessions'
import { archiveProgramme, changeProgramme, createProgramme, readShelf, setFavourite } from './shelf'
import { readStudent } from '../people/students'
import { setWeights } from '../studio/studio'

const { db, close } = openTestDatabase()
afterAll(close)

/** Two techniques of the ladder, the shortest: what a ladder is does not depend on how long it is. */
const SMALL = readLadderText(readFileSync('core/ladder/ladder.json', 'utf8')).rungs.filter(rung =>
  ['count', 'chords'].includes(rung.column),
)
const body = () => ({ id: randomUUID() })
type Teacher = Awaited<ReturnType<typeof makeTeacher>>
let teacher: Teacher
const ownDrill = async (name: string, spec: object = SPEC, who: Teacher = teacher) =>
  (await createDrill(db, localEngine, who, { ...body(), name, spec }, NOW)).id

beforeAll(async () => {
  await writeLadder(db, SMALL, NOW)
  teacher = await makeTeacher(db)
})

describe('the ladder', () => {
  test('is written once: the same again changes nothing, what is no more is retired, what comes back is there again', async () => {
    const before = await readLadder(db, [])
    const keys = before.map(rung => rung.key)
    expect(new Set(keys).size).toBe(SMALL.length)
    expect(await writeLadder(db, SMALL, later(1))).toEqual({ rungs: SMALL.length, retired: 0 })
    expect(await readLadder(db, [])).toEqual(before)
    const shorter = SMALL.filter(rung => !(rung.column === 'chords' && rung.place > 30))
    const gone = SMALL.filter(rung => !shorter.includes(rung)).map(rung => rungKey(rung.spec))
    expect(await writeLadder(db, shorter, later(2))).toEqual({ rungs: shorter.length, retired: gone.length })
    expect((await readLadder(db, [])).map(rung => rung.key)).not.toEqual(expect.arrayContaining([gone[0]]))
    expect((await readLadder(db, [gone[0]!])).find(rung => rung.key === gone[0])).toMatchObject({ retired: true })
    await writeLadder(db, SMALL, later(3))
    expect(await readLadder(db, [])).toEqual(before)
  })

  test('is filled in where it is missing, of another version or short of a drill, and left alone where it is there', async () => {
    const built = { version: LADDER_VERSION, sources: '', rungs: SMALL }
    expect(await fillLadder(db, built, NOW)).toBe(false)
    await writeLadder(db, SMALL.slice(0, -1), NOW)
    expect(await fillLadder(db, built, NOW)).toBe(true)
    await db.update(rungs).set({ ladderVersion: LADDER_VERSION - 1 })
    expect(await fillLadder(db, built, NOW)).toBe(true)
    expect(await fillLadder(db, built, NOW)).toBe(false)
    expect(await readLadder(db, [])).toHaveLength(SMALL.length)
  })

  test('what should go well first are rungs of it', async () => {
    const rungs = await readLadder(db, [])
    const keys = new Set(rungs.map(rung => rung.key))
    for (const { after, place } of rungs) {
      expect(after.every(key => keys.has(key))).toBe(true)
      expect(after.length > 0).toBe(place > 1)
    }
  })
})

describe('the shelf', () => {
  test('favourites and collections keep drills and rungs, in order, and are nobody else’s', async () => {
    const [one, two] = [await ownDrill('One'), await ownDrill('Two')]
    const rung = rungKey(SMALL[3]!.spec)
    for (const ref of [one, rung]) await setFavourite(db, teacher, { ...body(), ref, kept: true }, NOW)
    await setFavourite(db, teacher, { ...body(), ref: one, kept: true }, NOW)
    const made = await createProgramme(db, teacher, { ...body(), name: 'Autumn', refs: [two, rung] }, NOW)
    await changeProgramme(db, teacher, made.id, { ...body(), name: 'Autumn term', refs: [rung, one, two] }, NOW)
    const page = await readShelf(db, teacher)
    expect(new Set(page.favourites)).toEqual(new Set([one, rung]))
    expect(page.programmes).toEqual([{ id: made.id, name: 'Autumn term', refs: [rung, one, two] }])
    expect(page.rungs.length).toBe(SMALL.length)
    await setFavourite(db, teacher, { ...body(), ref: one, kept: false }, NOW)
    await archiveProgramme(db, teacher, made.id, { ...body(), archived: true }, NOW)
    expect(await readShelf(db, teacher)).toMatchObject({ favourites: [rung], programmes: [] })
    await archiveProgramme(db, teacher, made.id, { ...body(), archived: false }, NOW)
    expect((await readShelf(db, teacher)).programmes).toHaveLength(1)
    const other = await makeTeacher(db)
    expect(await readShelf(db, other)).toMatchObject({ drills: [], favourites: [], programmes: [] })
    for (const refused of [
      () => changeProgramme(db, other, made.id, { ...body(), name: 'x', refs: [] }, NOW),
      () => archiveProgramme(db, other, made.id, { ...body(), archived: true }, NOW),
      () => setFavourite(db, other, { ...body(), ref: one, kept: true }, NOW),
      () => createProgramme(db, other, { ...body(), name: 'x', refs: [one] }, NOW),
      () => createProgramme(db, other, { ...body(), name: 'x', refs: ['f'.repeat(64)] }, NOW),
    ])
      await expect(refused()).rejects.toMatchObject({ code: 'not-found' })
  })
})

describe('several drills at once', () => {
  test('a rung becomes a drill of one’s own, once; own drills are set as they are now', async () => {
    const who = await makeTeacher(db)
    const [a, b] = [await makeStudent(db, who), await makeStudent(db, who)]
    const own = await ownDrill('Own', { ...SPEC, tempo: 100 }, who)
    await saveVersion(db, localEngine, who, own, { ...body(), spec: { ...SPEC, tempo: 88 } }, NOW)
    const rung = SMALL.find(each => each.column === 'chords' && each.place === 5)!
    const key = rungKey(rung.spec)
    const set = await setSeveral(
      db,
      localEngine,
      who,
      a.studentId,
      { ...body(), refs: [own, key, own], path: false },
      NOW,
    )
    expect(set.ids).toHaveLength(2)
    const page = await readStudent(db, who, a.studentId, NOW)
    expect(
      page.assignments.map(({ drillName, plan, waitsFor }) => [drillName, plan.startBpm, plan.targetBpm, waitsFor]),
    ).toEqual([
      ['A drill', 72, 104, null],
      ['Own', 66, 88, null],
      [rungName(rung.title).slice(0, 160), expect.any(Number), rung.spec.tempo ?? 60, null],
    ])
    await setSeveral(db, localEngine, who, b.studentId, { ...body(), refs: [key], path: false }, NOW)
    const fromLadder = (await listDrills(db, who)).filter(row => row.name === rungName(rung.title).slice(0, 160))
    expect(fromLadder).toMatchObject([{ setFor: 2 }])
    // Taken off the shelf it is made anew rather than brought back behind the teacher's back.
    await archiveDrill(db, who, fromLadder[0]!.id, { ...body(), archived: true }, NOW)
    await setSeveral(db, localEngine, who, b.studentId, { ...body(), refs: [key], path: false }, NOW)
    expect((await listDrills(db, who)).filter(row => row.name === fromLadder[0]!.name)).toHaveLength(2)
  })

  test('the same write twice sets them once; an archived or foreign drill sets nothing', async () => {
    const who = await makeTeacher(db)
    const { studentId } = await makeStudent(db, who)
    const own = await ownDrill('Own', SPEC, who)
    const write = { ...body(), refs: [own], path: true }
    const [first, again] = await Promise.all([
      setSeveral(db, localEngine, who, studentId, write, NOW),
      setSeveral(db, localEngine, who, studentId, write, NOW),
    ])
    expect(again).toEqual(first)
    expect((await readStudent(db, who, studentId, NOW)).assignments).toHaveLength(2)
    const foreign = await ownDrill('Foreign', SPEC, await makeTeacher(db))
    await expect(
      setSeveral(db, localEngine, who, studentId, { ...body(), refs: [own, foreign], path: true }, NOW),
    ).rejects.toMatchObject({ code: 'not-found' })
    expect((await readStudent(db, who, studentId, NOW)).assignments).toHaveLength(2)
  })
})

describe('a path', () => {
  test('opens the next drill when the one before is passed, and closes it when that pass is taken back', async () => {
    const who = await makeTeacher(db)
    const { studentId, assignmentId } = await makeStudent(db, who)
    await endAssignment(db, localEngine, who, assignmentId, { ...body(), ended: true }, NOW)
    const refs = [
      await ownDrill('First', SPEC, who),
      await ownDrill('Second', SPEC, who),
      await ownDrill('Third', SPEC, who),
    ]
    const { ids } = await setSeveral(db, localEngine, who, studentId, { ...body(), refs, path: true }, NOW)
    const waiting = async () =>
      (await readStudent(db, who, studentId, NOW)).assignments.map(each => [each.drillName, each.waitsFor])
    expect(await waiting()).toEqual([
      ['First', null],
      ['Second', 'First'],
      ['Third', 'Second'],
    ])
    const { id: lessonId } = await startLesson(db, who, { ...body(), studentId, slot: null }, NOW)
    const agenda = async () => (await readLesson(db, who, lessonId, NOW)).agenda.map(each => each.drillName)
    expect(await agenda()).toEqual(['First'])
    expect((await listStudents(db, who, NOW)).students[0]!.drills.map(each => each.name)).toEqual(['First'])
    const append = (event: object) =>
      appendEvent(
        db,
        localEngine,
        who,
        lessonId,
        { event: { ...body(), at: NOW.toISOString(), ...event } as LessonEvent, deviceOffsetMs: 0 },
        later(1),
      )
    await append({ kind: 'pass', assignmentId: ids[0], bpm: 70, clean: true })
    await append({ kind: 'pass', assignmentId: ids[0], bpm: 72, clean: false })
    expect(await agenda()).toEqual(['First'])
    const passed = randomUUID()
    await append({ id: passed, kind: 'pass', assignmentId: ids[0], bpm: 72, clean: true })
    expect(await agenda()).toEqual(['First', 'Second'])
    await append({ kind: 'void', eventId: passed })
    expect(await agenda()).toEqual(['First'])
    await append({ kind: 'pass', assignmentId: ids[0], bpm: 76, clean: true })
    expect(await waiting()).toEqual([
      ['First', null],
      ['Second', null],
      ['Third', 'Second'],
    ])
    // Taken off the list, a drill holds nothing back: what waited for it waits for what it waited for itself.
    await endAssignment(db, localEngine, who, ids[1]!, { ...body(), ended: true }, NOW)
    expect(await waiting()).toEqual([
      ['First', null],
      ['Third', null],
    ])
    const file = await exportStudent(db, who, studentId, NOW)
    expect(file.drills.find(drill => drill.id === ids[2])!.opensAfter).toBe(ids[0])
    await eraseStudent(db, who, studentId, { ...body(), name: 'Student' }, NOW)
    await expect(readStudent(db, who, studentId, NOW)).rejects.toMatchObject({ code: 'gone' })
  })
})

test('a path goes on over a drill that was taken off before its turn', async () => {
  const who = await makeTeacher(db)
  const { studentId } = await makeStudent(db, who)
  const refs = [
    await ownDrill('First', SPEC, who),
    await ownDrill('Second', SPEC, who),
    await ownDrill('Third', SPEC, who),
  ]
  const { ids } = await setSeveral(db, localEngine, who, studentId, { ...body(), refs, path: true }, NOW)
  await endAssignment(db, localEngine, who, ids[1]!, { ...body(), ended: true }, NOW)
  const { assignments } = await readStudent(db, who, studentId, NOW)
  expect(assignments.map(each => [each.drillName, each.waitsFor])).toEqual([
    ['A drill', null],
    ['First', null],
    ['Third', 'First'],
  ])
  await endAssignment(db, localEngine, who, ids[0]!, { ...body(), ended: true }, NOW)
  expect((await readStudent(db, who, studentId, NOW)).assignments.at(-1)).toMatchObject({
    drillName: 'Third',
    waitsFor: null,
  })
})

describe('what a student knows', () => {
  test('is told from every drill ever set, with its fastest clean pass', async () => {
    const who = await makeTeacher(db)
    const { studentId, assignmentId } = await makeStudent(db, who)
    const drill = await ownDrill('Later', SPEC, who)
    await setSeveral(db, localEngine, who, studentId, { ...body(), refs: [drill], path: false }, NOW)
    for (const bpm of [76, 80]) {
      const { id } = await startLesson(db, who, { ...body(), studentId, slot: null }, later(bpm))
      const event = { ...body(), at: NOW.toISOString(), kind: 'pass', assignmentId, bpm, clean: true } as LessonEvent
      await appendEvent(db, localEngine, who, id, { event, deviceOffsetMs: 0 }, later(bpm + 1))
    }
    await endAssignment(db, localEngine, who, assignmentId, { ...body(), ended: true }, NOW)
    expect(await readCoverage(db, who, studentId)).toMatchObject([
      { id: assignmentId, drillName: 'A drill', startBpm: 72, targetBpm: 104, cleanBpm: 80, ended: true },
      { drillName: 'Later', startBpm: 54, targetBpm: 72, cleanBpm: null, ended: false },
    ])
    await expect(readCoverage(db, await makeTeacher(db), studentId)).rejects.toMatchObject({ code: 'not-found' })
  })
})

describe('weights of a studio', () => {
  test('go with the session, and back to the program’s own', async () => {
    const who = await makeTeacher(db)
    const weights = { ...GRADE.weights, stretch: 0.9 }
    const own = async () => (await sessionOf(db, { userId: who.userId, epoch: 0 }))!.weights
    expect(await own()).toBeNull()
    await setWeights(db, who, { ...body(), weights }, NOW)
    expect(await own()).toEqual(weights)
    await setWeights(db, who, { ...body(), weights: null }, NOW)
    expect(await own()).toBeNull()
  })

  test('are refused by name where one is missing, too great or none of the parts', () => {
    const paths = (weights: unknown) =>
      weightsBody.safeParse({ ...body(), weights }).error?.issues.map(issue => [issue.path.join('.'), issue.message])
    expect(paths({ ...GRADE.weights, stretch: 2 })).toEqual([['weights.stretch', 'must be at most 1.5']])
    expect(paths({ ...GRADE.weights, stretch: undefined })).toEqual([['weights.stretch', 'must be a number']])
    expect(paths({ ...GRADE.weights, luck: 1 })).toHaveLength(1)
  })
})
