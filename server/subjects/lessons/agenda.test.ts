import { afterAll, describe, expect, test } from '@jest/globals'
import { randomUUID } from 'node:crypto'
import { localEngine } from '../../engine/engine'
import { weeksOfLessons } from '../../tests/weeks-of-lessons'
import { later, NOW, openTestDatabase } from '../../tests/studio'
import { endAssignment, setPlan } from '../taught/assignments'
import { readLesson } from './lessons'

const { db, close } = openTestDatabase()
afterAll(close)
const { aStudent, withPath, aLesson, offered } = weeksOfLessons(db)
const WEEK = 7 * 24 * 60

type Made = Awaited<ReturnType<typeof withPath>>
const namesIn = async ({ teacher }: Made, lesson: string, minutes: number) =>
  (await readLesson(db, teacher, lesson, later(minutes))).agenda.map(set => set.drillName)
const pass = (assignmentId: string, bpm = 72, clean = true) => ({ kind: 'pass', assignmentId, bpm, clean, revision: 0 })
const takeOff = ({ teacher }: Made, id: string) =>
  endAssignment(db, localEngine, teacher, id, { id: randomUUID(), ended: true }, NOW)

describe('which drills a lesson has', () => {
  test.each<readonly [string, (made: Made) => Promise<readonly object[]>, readonly string[]]>([
    ['all that is set, but for what waits for another', async () => [], ['A drill', 'First']],
    ['what waits, too, once it was played', async ({ second }) => [pass(second)], ['A drill', 'First', 'Second']],
    [
      'none that was taken off',
      async made => {
        await takeOff(made, made.first)
        return []
      },
      ['A drill', 'Second'],
    ],
  ])('a running lesson: %s', async (_, prepare, expected) => {
    const made = await withPath()
    const lesson = await aLesson(made, 5, ...(await prepare(made)))
    expect(await namesIn(made, lesson, 8)).toEqual(expected)
  })

  test('one that is taken off while its lesson runs stays where it was dealt with', async () => {
    const made = await withPath()
    const lesson = await aLesson(made, 5, pass(made.first))
    await takeOff(made, made.first)
    expect(await namesIn(made, lesson, 8)).toEqual(['A drill', 'Second', 'First'])
  })

  test('one that has ended has what it dealt with, and nothing else', async () => {
    const made = await withPath()
    const lesson = await aLesson(made, 5, pass(made.first), { kind: 'end' })
    expect(await namesIn(made, lesson, 8)).toEqual(['First'])
    expect(await namesIn(made, await aLesson(made, 20, { kind: 'end' }), 25)).toEqual([])
  })

  test('a lesson that has ended shows the plan that was taught in it, whatever it is now', async () => {
    const made = await aStudent()
    const lesson = await aLesson(made, 5, pass(made.assignmentId), { kind: 'end' })
    const { plan } = (await readLesson(db, made.teacher, lesson, later(6))).agenda[0]!
    await setPlan(
      db,
      made.teacher,
      made.assignmentId,
      { id: randomUUID(), plan: { ...plan, targetBpm: 132 }, targetOn: null } as never,
      later(10),
    )
    expect((await readLesson(db, made.teacher, lesson, later(12))).agenda[0]!.plan.targetBpm).toBe(104)
    const next = await aLesson(made, WEEK)
    expect((await readLesson(db, made.teacher, next, later(WEEK + 1))).agenda[0]!.plan.targetBpm).toBe(132)
  })
})

describe('what a decision in it looks back on', () => {
  test.each([
    ['three clean passes of the week before', [true, true, true], 'raise'],
    ['two of them', [true, true], 'hold'],
    ['three, and then a slip', [true, true, true, false], 'hold'],
    ['five slips among them', [false, false, true, false, false, false], 'ease'],
  ])('%s', async (_, passes, decision) => {
    const made = await aStudent()
    await aLesson(made, 0, ...passes.map(clean => pass(made.assignmentId, 72, clean)), { kind: 'end' })
    const lesson = await aLesson(made, WEEK)
    expect((await offered(made, lesson, WEEK + 2)).decision).toBe(decision)
  })
})
