import { afterAll, describe, expect, test } from '@jest/globals'
import { randomUUID } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { changesSince } from '#core/wording/engine-changes'
import { ENGINE_VERSION } from '#core/score/score'
import { drillVersions } from '../../db/tables'
import { localEngine } from '../../engine/engine'
import { later, makeStudent, makeTeacher, NOW, openTestDatabase, SPEC } from '../../tests/studio'
import { ownStudent } from '../../policy/access'
import {
  archiveDrill,
  createDrill,
  duplicateDrill,
  listDrills,
  readDrill,
  renameDrill,
  saveVersion,
} from '../drills/drills'
import { hashPassword, isPassword, passwordCost, USUAL_COST } from '../people/password'
import { archiveInstrument, changeInstrument, createInstrument, listInstruments } from '../people/instruments'
import { listStudents } from '../people/roster'
import { endAssignment, setPins } from '../taught/assignments'
import { setSlot } from '../lessons/slots'
import { changeStudent, readStudent } from '../people/students'

const { db, close } = openTestDatabase()
afterAll(close)

describe('passwords', () => {
  test('a hash holds its salt and cost, differs each time, and only its password fits', async () => {
    // The tests' own cost is lower; a studio has the usual one.
    const [a, b] = [await hashPassword('spruce', USUAL_COST), await hashPassword('spruce', USUAL_COST)]
    expect(a).not.toBe(b)
    expect(a).toMatch(/^scrypt\$65536\$8\$2\$/)
    expect(passwordCost('')).toBe(USUAL_COST)
    expect(passwordCost('1024')).toMatchObject({ N: 1024, r: 8 })
    expect(() => passwordCost('1000')).toThrow('power of two')
    expect(await isPassword('spruce', a)).toBe(true)
    expect(await isPassword('cedar', a)).toBe(false)
  })
})

describe('drills', () => {
  test('saving again makes a version; earlier ones stay as they were', async () => {
    const teacher = await makeTeacher(db)
    const { id, version } = await createDrill(
      db,
      localEngine,
      teacher,
      { id: randomUUID(), name: 'One', spec: SPEC },
      NOW,
    )
    await saveVersion(db, localEngine, teacher, id, { id: randomUUID(), spec: { ...SPEC, tempo: 80 } }, later(1))
    const drill = await readDrill(db, localEngine, teacher, id)
    expect(drill.versions.map(each => [each.number, each.spec.tempo])).toEqual([
      [2, 80],
      [1, 72],
    ])
    expect(drill.versions[1]).toEqual(version)
  })

  test('a drill kept before the engine changed says what changed, unless its sheet is the same', async () => {
    const teacher = await makeTeacher(db)
    const { id } = await createDrill(db, localEngine, teacher, { id: randomUUID(), name: 'Old', spec: SPEC }, NOW)
    expect((await readDrill(db, localEngine, teacher, id)).anew).toEqual([])
    // The third is the last that worked it out otherwise.
    const before = 3
    await db.update(drillVersions).set({ engineVersion: before }).where(eq(drillVersions.drillId, id))
    expect((await readDrill(db, localEngine, teacher, id)).anew).toEqual([])
    await db
      .update(drillVersions)
      .set({ scoreHash: '0'.repeat(64) })
      .where(eq(drillVersions.drillId, id))
    expect((await readDrill(db, localEngine, teacher, id)).anew).toEqual(changesSince(before))
    expect(changesSince(before).length).toBeGreaterThan(0)
    expect(changesSince(ENGINE_VERSION)).toEqual([])
  })

  test("a student's account sees its own student and no other", async () => {
    const teacher = await makeTeacher(db)
    const [{ studentId }, other] = [await makeStudent(db, teacher), await makeStudent(db, teacher)]
    const themself = { ...teacher, userId: randomUUID(), role: 'student' as const, studentId }
    expect((await ownStudent(db, themself, studentId)).id).toBe(studentId)
    await expect(ownStudent(db, themself, other.studentId)).rejects.toMatchObject({ code: 'not-found' })
    await expect(ownStudent(db, { ...themself, studentId: null }, studentId)).rejects.toMatchObject({
      code: 'not-found',
    })
    await expect(ownStudent(db, { ...themself, studioId: randomUUID() }, studentId)).rejects.toMatchObject({
      code: 'not-found',
    })
  })

  test('versions saved at once get numbers of their own', async () => {
    const teacher = await makeTeacher(db)
    const { id } = await createDrill(db, localEngine, teacher, { id: randomUUID(), name: 'One', spec: SPEC }, NOW)
    await Promise.all(
      [80, 84, 88, 92].map(tempo =>
        saveVersion(db, localEngine, teacher, id, { id: randomUUID(), spec: { ...SPEC, tempo } }, NOW),
      ),
    )
    expect((await readDrill(db, localEngine, teacher, id)).versions.map(each => each.number)).toEqual([5, 4, 3, 2, 1])
  })

  test('an impossible spec is refused with its field, and no empty drill is left behind', async () => {
    const teacher = await makeTeacher(db)
    const id = randomUUID()
    await expect(
      createDrill(db, localEngine, teacher, { id, name: 'Wrong', spec: { ...SPEC, position: 18 } }, NOW),
    ).rejects.toMatchObject({ code: 'invalid', path: 'spec.position' })
    await expect(readDrill(db, localEngine, teacher, id)).rejects.toMatchObject({ code: 'not-found' })
  })

  test('renaming, copying and taking off the shelf', async () => {
    const teacher = await makeTeacher(db)
    const { id } = await createDrill(db, localEngine, teacher, { id: randomUUID(), name: 'One', spec: SPEC }, NOW)
    await renameDrill(db, teacher, id, { id: randomUUID(), name: 'Two' }, NOW)
    const copy = await duplicateDrill(db, localEngine, teacher, id, { id: randomUUID(), name: 'Two (copy)' }, later(1))
    await archiveDrill(db, teacher, id, { id: randomUUID(), archived: true }, NOW)
    const shelf = await listDrills(db, teacher)
    expect(shelf.map(row => [row.name, row.archived])).toEqual([
      ['Two (copy)', false],
      ['Two', true],
    ])
    expect(copy.version.spec).toEqual(shelf[1]!.newest.spec)
    const stranger = await makeTeacher(db)
    // One after the other: a refusal that comes before it is waited for would count as nobody's.
    for (const forbidden of [
      () => renameDrill(db, stranger, id, { id: randomUUID(), name: 'Mine' }, NOW),
      () => duplicateDrill(db, localEngine, stranger, id, { id: randomUUID(), name: 'Mine' }, NOW),
      () => archiveDrill(db, stranger, id, { id: randomUUID(), archived: true }, NOW),
      () => saveVersion(db, localEngine, stranger, id, { id: randomUUID(), spec: SPEC }, NOW),
    ])
      await expect(forbidden()).rejects.toMatchObject({ code: 'not-found' })
  })

  test('the same spec has the same score hash, another tempo another one', async () => {
    const teacher = await makeTeacher(db)
    const hash = async (spec: object) => {
      const { version } = await createDrill(db, localEngine, teacher, { id: randomUUID(), name: 'x', spec }, NOW)
      const [row] = await db
        .select({ hash: drillVersions.scoreHash })
        .from(drillVersions)
        .where(eq(drillVersions.id, version.id))
      return row!.hash
    }
    expect(await hash(SPEC)).toBe(await hash({ ...SPEC, position: 5 }))
    expect(await hash(SPEC)).not.toBe(await hash({ ...SPEC, tempo: 73 }))
  })
})

describe('students', () => {
  test('the roster tells guitar, age, next lesson and where each drill stands', async () => {
    const teacher = await makeTeacher(db)
    const { studentId } = await makeStudent(db, teacher)
    const {
      students: [row],
    } = await listStudents(db, teacher, later(-60))
    expect(row).toMatchObject({
      id: studentId,
      age: 14,
      nextLesson: { at: '2026-01-05T16:00:00.000Z', minutes: 45 },
      lastLessonAt: null,
    })
    expect(row!.drills).toEqual([
      { name: 'A drill', toTempo: true, bpm: 72, targetBpm: 104, state: { kind: 'on-plan' } },
    ])
  })

  test("a lesson that is over gives way to the next week's, at the same wall time in summer", async () => {
    const teacher = await makeTeacher(db)
    await makeStudent(db, teacher)
    expect((await listStudents(db, teacher, later(46))).students[0]!.nextLesson!.at).toBe('2026-01-12T16:00:00.000Z')
    expect((await listStudents(db, teacher, new Date('2026-06-01T10:00:00Z'))).students[0]!.nextLesson!.at).toBe(
      '2026-06-01T15:00:00.000Z',
    )
  })

  test('changing the card and the weekly lesson, taking a drill off the list and putting it back', async () => {
    const teacher = await makeTeacher(db)
    const { studentId, assignmentId } = await makeStudent(db, teacher)
    await changeStudent(
      db,
      localEngine,
      teacher,
      studentId,
      {
        id: randomUUID(),
        name: 'New name',
        birthYear: null,
        instrument: { preset: 'half' },
        hand: { reachMm: 50 },
        about: 'x',
      },
      NOW,
    )
    await setSlot(
      db,
      teacher,
      studentId,
      { id: randomUUID(), weekday: 4, wallTime: '09:15', minutes: 30, everyWeeks: 2 },
      NOW,
    )
    await endAssignment(db, localEngine, teacher, assignmentId, { id: randomUUID(), ended: true }, NOW)
    const page = await readStudent(db, teacher, studentId, NOW)
    expect(page.student).toMatchObject({ name: 'New name', age: null, instrument: { preset: 'half' }, drills: [] })
    expect(page.slot).toMatchObject({ weekday: 4, wallTime: '09:15', everyWeeks: 2 })
    expect(page.assignments).toEqual([])
    expect(page.past).toMatchObject({
      rows: [{ id: assignmentId, drillName: 'A drill', bpm: 72, targetBpm: 104 }],
      before: null,
    })
    await endAssignment(db, localEngine, teacher, assignmentId, { id: randomUUID(), ended: false }, NOW)
    expect((await readStudent(db, teacher, studentId, NOW)).assignments[0]!.ended).toBe(false)
  })
})

describe('guitars of the teacher’s own', () => {
  const choice = { preset: 'classical' as const, scaleLengthMm: 600 }

  test('a student on one plays by its figures, and follows when it changes', async () => {
    const teacher = await makeTeacher(db)
    const { studentId } = await makeStudent(db, teacher)
    const guitar = await createInstrument(db, teacher, { id: randomUUID(), name: 'Short one', choice }, NOW)
    const card = {
      id: randomUUID(),
      name: 'Student',
      birthYear: null,
      instrument: { preset: 'electric' as const },
      instrumentId: guitar.id,
      hand: {},
      habits: { anchor: 'float' as const },
      about: '',
    }
    await changeStudent(db, localEngine, teacher, studentId, card, NOW)
    expect((await readStudent(db, teacher, studentId, NOW)).student).toMatchObject({
      instrumentId: guitar.id,
      instrument: choice,
      habits: { anchor: 'float' },
    })
    await changeInstrument(
      db,
      teacher,
      guitar.id,
      { id: randomUUID(), name: 'Shorter one', choice: { ...choice, scaleLengthMm: 580 } },
      NOW,
    )
    expect((await readStudent(db, teacher, studentId, NOW)).student.instrument.scaleLengthMm).toBe(580)
    expect(await listInstruments(db, teacher)).toEqual([
      expect.objectContaining({ name: 'Shorter one', students: 1, archived: false }),
    ])
  })

  test('it is put away only when nobody plays it, and taken out again', async () => {
    const teacher = await makeTeacher(db)
    const { studentId } = await makeStudent(db, teacher)
    const guitar = await createInstrument(db, teacher, { id: randomUUID(), name: 'Short one', choice }, NOW)
    const card = { name: 'Ada', birthYear: null, instrument: { preset: 'classical' as const }, hand: {}, about: '' }
    await changeStudent(
      db,
      localEngine,
      teacher,
      studentId,
      { ...card, id: randomUUID(), instrumentId: guitar.id },
      NOW,
    )
    await expect(
      archiveInstrument(db, teacher, guitar.id, { id: randomUUID(), archived: true }, NOW),
    ).rejects.toMatchObject({ code: 'conflict', message: expect.stringContaining('Ada plays it') })
    await changeStudent(db, localEngine, teacher, studentId, { ...card, id: randomUUID() }, NOW)
    expect(await archiveInstrument(db, teacher, guitar.id, { id: randomUUID(), archived: true }, NOW)).toEqual({
      archived: true,
    })
    expect(await archiveInstrument(db, teacher, guitar.id, { id: randomUUID(), archived: false }, NOW)).toEqual({
      archived: false,
    })
  })

  test('another teacher’s guitar does not exist', async () => {
    const [teacher, other] = [await makeTeacher(db), await makeTeacher(db)]
    const guitar = await createInstrument(db, teacher, { id: randomUUID(), name: 'Short one', choice }, NOW)
    expect(await listInstruments(db, other)).toEqual([])
    await expect(
      changeInstrument(db, other, guitar.id, { id: randomUUID(), name: 'Mine', choice }, NOW),
    ).rejects.toMatchObject({ code: 'not-found' })
    const { studentId } = await makeStudent(db, other)
    await expect(
      changeStudent(
        db,
        localEngine,
        other,
        studentId,
        {
          id: randomUUID(),
          name: 'x',
          birthYear: null,
          instrument: { preset: 'classical' },
          instrumentId: guitar.id,
          hand: {},
          about: '',
        },
        NOW,
      ),
    ).rejects.toMatchObject({ code: 'not-found' })
  })
})

describe('fingers set for a student', () => {
  test('are kept with the set drill, changed, and refused on a note that is not there', async () => {
    const teacher = await makeTeacher(db)
    const { studentId, assignmentId } = await makeStudent(db, teacher)
    const pinsOf = async () => (await readStudent(db, teacher, studentId, NOW)).assignments[0]!.pins
    expect(await pinsOf()).toEqual({})
    await setPins(db, localEngine, teacher, assignmentId, { id: randomUUID(), pins: { 'p1.s6.2': 4 } }, NOW)
    expect(await pinsOf()).toEqual({ 'p1.s6.2': 4 })
    await expect(
      setPins(db, localEngine, teacher, assignmentId, { id: randomUUID(), pins: { 'p9.s6.2': 4 } }, NOW),
    ).rejects.toMatchObject({ code: 'invalid', message: 'no note has this key' })
    expect(await pinsOf()).toEqual({ 'p1.s6.2': 4 })
  })
})
