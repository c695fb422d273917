import { afterAll, describe, expect, test } from '@jest/globals'
import { randomUUID } from 'node:crypto'
import { weeksOfLessons } from '../../tests/weeks-of-lessons'
import { NOW, openTestDatabase, PLAN } from '../../tests/studio'
import { setPlan } from './assignments'
import { detailsOf, standingsOf } from './set-drills'

const { db, close } = openTestDatabase()
afterAll(close)
const { aStudent, withPath, aLesson } = weeksOfLessons(db)
const WEEK = 7 * 24 * 60
type Made = Awaited<ReturnType<typeof aStudent>>
const standingOn = async ({ teacher, studentId }: Made, today: string) =>
  (await standingsOf(db, [studentId], { actor: teacher, today })).get(studentId)!

describe('a set drill against its plan', () => {
  // From 72 on 5 January to 104 on 1 April: equal shares of tempo a day, one step of 4 behind is still on plan.
  test.each([
    ['the day it is set', '2026-01-05', '2026-04-01', 'on-plan'],
    ['a week on, where the plan asks for 74', '2026-01-12', '2026-04-01', 'on-plan'],
    ['six weeks on, where it asks for 86', '2026-02-16', '2026-04-01', 'behind'],
    ['six weeks on, wanted by no day', '2026-02-16', null, 'open'],
    ['after the day it is wanted on', '2026-05-01', '2026-04-01', 'behind'],
  ])('%s', async (_, today, targetOn, pace) => {
    const made = await aStudent()
    await setPlan(db, made.teacher, made.assignmentId, { id: randomUUID(), plan: PLAN, targetOn } as never, NOW)
    expect((await standingOn(made, today)).map(each => each.pace)).toEqual([pace])
  })

  test('is stalled after four lessons without a rise, and at its target wherever the plan is', async () => {
    const made = await aStudent()
    const pass = { kind: 'pass', assignmentId: made.assignmentId, bpm: 72, clean: false, revision: 0 }
    for (let week = 0; week < 5; week++) {
      await aLesson(made, week * WEEK, pass, { kind: 'end' })
      const [standing] = await standingOn(made, '2026-01-06')
      expect([week, standing!.pace]).toEqual([week, week < 3 ? 'on-plan' : 'stalled'])
    }
    const raised = { kind: 'decision', assignmentId: made.assignmentId, revision: 0, decision: 'raise', bpm: 104 }
    const rest = { offered: 'hold', offeredBpm: 72, offerReason: '', reason: 'plays it', supersedes: null }
    await aLesson(made, 5 * WEEK, { ...raised, ...rest }, { kind: 'end' })
    expect(await standingOn(made, '2026-02-10')).toMatchObject([{ bpm: 104, pace: 'at-target' }])
  })

  test('a drill that waits for another stands in no list, and names it where all are told', async () => {
    const made = await withPath()
    expect((await standingOn(made, '2026-01-06')).map(each => each.drillName)).toEqual(['A drill', 'First'])
    const all = await detailsOf(db, made.studentId, { actor: made.teacher, today: '2026-01-06' })
    expect(all.map(({ drill: { drillName, waitsFor } }) => [drillName, waitsFor])).toEqual([
      ['A drill', null],
      ['First', null],
      ['Second', 'First'],
    ])
  })
})
