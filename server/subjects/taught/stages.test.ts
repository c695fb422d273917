import { afterAll, describe, expect, test } from '@jest/globals'
import { randomUUID } from 'node:crypto'
import { asc, eq } from 'drizzle-orm'
import type { LessonEvent } from '#core/practice/log/events'
import { standingOf } from '#core/practice/log/standing'
import type { AgendaItem } from '#shared/contracts/taught/answers'
import { pathBody } from '#shared/contracts/taught/assignments'
import { assignmentRevisions, standings } from '../../db/tables'
import { localEngine } from '../../engine/engine'
import { later, makeStudent, makeTeacher, NOW, openTestDatabase, PLAN } from '../../tests/studio'
import { setPlan } from './assignments'
import { exportStudent } from '../people/erasing'
import { appendEvent } from '../lessons/append-event'
import { readLesson, startLesson } from '../lessons/lessons'
import { standingsOf } from './set-drills'
import { setPath, setVariations } from './stages'
import { readStudent } from '../people/students'

const { db, close } = openTestDatabase()
afterAll(close)

const WEEK = 7 * 24 * 60
const UNTIMED = { school: 'untimed', startBpm: 60, targetBpm: 60 } as const
const FAST = { ...PLAN, startBpm: 60 }
const ALONE = { then: [{ do: 'only', part: 'plucking-hand' }] }

/** A drill on its way: the plucking hand alone, both hands, then staccato; it begins at the first. */
async function onItsWay() {
  const teacher = await makeTeacher(db)
  const made = await makeStudent(db, teacher, {
    change: ALONE,
    after: [
      { name: 'both hands', change: null, plan: FAST },
      { name: 'staccato', change: { sound: { length: 'staccato' } }, plan: { ...FAST, targetBpm: 80 } },
    ],
  })
  return { teacher, ...made }
}
type Made = Awaited<ReturnType<typeof onItsWay>>

async function lessonAt({ teacher, studentId }: Made, minute: number) {
  const { id } = await startLesson(db, teacher, { id: randomUUID(), studentId, slot: null }, later(minute))
  let minutes = minute
  const append = (event: object) => {
    minutes++
    const at = later(minutes)
    const whole = { id: randomUUID(), at: at.toISOString(), ...event } as LessonEvent
    return appendEvent(db, localEngine, teacher, id, { event: whole, deviceOffsetMs: 0 }, at)
  }
  return { id, append }
}

const decided = (made: Made, revision: number, more: object) => ({
  kind: 'decision',
  assignmentId: made.assignmentId,
  revision,
  decision: 'next-stage',
  bpm: 60,
  offered: 'next-stage',
  offeredBpm: 60,
  offerReason: '',
  reason: null,
  supersedes: null,
  ...more,
})

const drillOf = async ({ teacher, studentId }: Made) =>
  (await readStudent(db, teacher, studentId, later(10))).assignments[0]!
const revisionsNow = ({ assignmentId }: Made) =>
  db
    .select()
    .from(assignmentRevisions)
    .where(eq(assignmentRevisions.assignmentId, assignmentId))
    .orderBy(asc(assignmentRevisions.number))
const offerOf = (set: AgendaItem) => {
  const following = set.path[set.path.findIndex(stage => stage.number === set.stageNumber) + 1]
  return standingOf({
    plan: set.plan,
    passes: set.passes,
    decisions: set.decisions,
    lessons: set.lessonLogs,
    stage: set.stageBefore,
    next: following ? { number: following.number, startBpm: following.plan.startBpm } : null,
    now: '2026-02-02T16:00',
  }).offer
}

describe('stages of a set drill', () => {
  test('the next is opened by a decision: its plan, its tempo and its sheet from then on', async () => {
    const made = await onItsWay()
    const { append } = await lessonAt(made, 0)
    await append({ kind: 'pass', assignmentId: made.assignmentId, bpm: 72, clean: true })
    await append(decided(made, 0, { stage: 1 }))
    expect(await drillOf(made)).toMatchObject({
      stage: 'both hands',
      stageNumber: 1,
      change: null,
      plan: FAST,
      bpm: 60,
      taught: 1,
      path: [{ name: 'together', change: ALONE }, { name: 'both hands' }, { name: 'staccato' }],
    })
    const [first, second] = await revisionsNow(made)
    expect([first!.stage, second!.stage, second!.bpm]).toEqual([0, 1, 60])
    expect(second!.scoreHash).toMatch(/^[0-9a-f]{64}$/)
    expect(second!.scoreHash).not.toBe(first!.scoreHash)
  })

  test('its plan begins on the day it is opened, not when the drill was set: eight weeks late it is on plan', async () => {
    const made = await onItsWay()
    const standingOn = async (today: string) => {
      const all = await standingsOf(db, [made.studentId], { actor: made.teacher, today })
      return [...all.values()].flat()[0]!.pace
    }
    const { append } = await lessonAt(made, 8 * WEEK)
    expect(await standingOn('2026-03-02')).toBe('behind')
    await append(decided(made, 0, { stage: 1 }))
    expect([await standingOn('2026-03-03'), await standingOn('2026-03-25')]).toEqual(['on-plan', 'behind'])
  })

  test('what was heard at one stage says nothing of the next, in the same lesson and later', async () => {
    const made = await onItsWay()
    const one = await lessonAt(made, 0)
    for (let i = 0; i < 3; i++)
      await one.append({ kind: 'pass', assignmentId: made.assignmentId, bpm: 104, clean: true, revision: 0 })
    await one.append(decided(made, 0, { stage: 1 }))
    await one.append({ kind: 'pass', assignmentId: made.assignmentId, bpm: 60, clean: true, revision: 1 })
    // Sent late by a device that did not know of the decision.
    await one.append({ kind: 'pass', assignmentId: made.assignmentId, bpm: 104, clean: true, revision: 0 })
    await one.append({ kind: 'end' })
    expect((await drillOf(made)).lessons).toMatchObject([{ passes: 5, clean: 5, bestCleanBpm: 60, triedBpm: 60 }])
    const two = await lessonAt(made, WEEK)
    const { agenda } = await readLesson(db, made.teacher, two.id, later(WEEK + 1))
    expect(agenda[0]).toMatchObject({ bestBefore: null, stageBefore: { number: 1, from: 1 } })
    // Two more at the tempo are wanted, though three were clean at the stage before.
    expect(offerOf(agenda[0]!).grounds).toMatchObject({ ground: 'more-wanted', count: 2 })
  })

  test('taken back, the drill is where it was, with all it had there', async () => {
    const made = await onItsWay()
    const { id, append } = await lessonAt(made, 0)
    for (let i = 0; i < 2; i++)
      await append({ kind: 'pass', assignmentId: made.assignmentId, bpm: 72, clean: true, revision: 0 })
    const opened = randomUUID()
    await append(decided(made, 0, { id: opened, stage: 1 }))
    await expect(append(decided(made, 1, { supersedes: opened, decision: 'hold', bpm: 72 }))).rejects.toMatchObject({
      path: 'event.stage',
    })
    await append(decided(made, 1, { supersedes: opened, decision: 'hold', bpm: 72, stage: 0 }))
    expect(await drillOf(made)).toMatchObject({ stageNumber: 0, stageSince: null, change: ALONE, bpm: 72 })
    const [standing] = await db.select().from(standings).where(eq(standings.assignmentId, made.assignmentId))
    expect(standing).toMatchObject({ stageFrom: 0, stageSince: null })
    const { agenda } = await readLesson(db, made.teacher, id, later(20))
    expect(agenda[0]!.stageBefore).toEqual({ number: 0, from: 0, since: null })
  })

  test('how it sounded after a stage was opened counts for that stage, before it for the one before', async () => {
    const made = await onItsWay()
    const one = await lessonAt(made, 0)
    const rated = (quality: number) => ({ kind: 'rating', assignmentId: made.assignmentId, quality })
    await one.append(rated(5))
    await one.append(decided(made, 0, { stage: 1 }))
    await one.append(rated(2))
    await one.append({ kind: 'end' })
    const two = await lessonAt(made, WEEK)
    const [set] = (await readLesson(db, made.teacher, two.id, later(WEEK))).agenda
    expect(set!.lessonLogs.map(log => log.quality)).toEqual([2])
    expect(offerOf({ ...set!, plan: UNTIMED }).used.quality).toEqual([2])
  })

  test('they open in order; who passes over one says why, and an earlier one is opened again at once', async () => {
    const made = await onItsWay()
    const { append } = await lessonAt(made, 0)
    await expect(append(decided(made, 0, { stage: 2 }))).rejects.toMatchObject({
      code: 'invalid',
      path: 'event.reason',
      message: 'both hands comes before staccato: say why it is passed over',
    })
    await append(decided(made, 0, { stage: 2, reason: 'plays it already' }))
    expect((await drillOf(made)).stage).toBe('staccato')
    await append(decided(made, 1, { stage: 0, decision: 'ease' }))
    expect((await drillOf(made)).stage).toBe('together')
    await expect(append(decided(made, 2, { stage: 7 }))).rejects.toMatchObject({ path: 'event.stage' })
  })

  test('a lesson keeps the stage it was taught at', async () => {
    const made = await onItsWay()
    const one = await lessonAt(made, 0)
    await one.append({ kind: 'rating', assignmentId: made.assignmentId, quality: 5 })
    await one.append({ kind: 'end' })
    const two = await lessonAt(made, WEEK)
    await two.append(decided(made, 0, { stage: 1 }))
    await two.append({ kind: 'end' })
    const then = async (id: string) => (await readLesson(db, made.teacher, id, later(2 * WEEK))).agenda[0]!
    expect(await then(one.id)).toMatchObject({ stage: 'together', change: ALONE })
    const file = await exportStudent(db, made.teacher, made.studentId, later(2 * WEEK))
    expect(file.drills[0]!.revisions.map(({ stage, change }) => [stage, change])).toEqual([
      ['together', ALONE],
      ['both hands', null],
    ])
    expect(file.drills[0]!.path.map(stage => stage.name)).toEqual(['together', 'both hands', 'staccato'])
  })

  test('the target reached twice leads to the next stage, and at the last one completes', async () => {
    const made = await onItsWay()
    const { append } = await lessonAt(made, 0)
    await append(decided(made, 0, { stage: 1, reason: null }))
    await append({ kind: 'end' })
    for (const week of [1, 2]) {
      const each = await lessonAt(made, week * WEEK)
      await each.append({ kind: 'pass', assignmentId: made.assignmentId, bpm: 104, clean: true, revision: 1 })
      await each.append({ kind: 'end' })
    }
    const three = await lessonAt(made, 3 * WEEK)
    const [set] = (await readLesson(db, made.teacher, three.id, later(3 * WEEK + 1))).agenda
    expect(offerOf(set!)).toMatchObject({ decision: 'next-stage', bpm: 60, grounds: { ground: 'target-twice' } })
    await three.append(decided(made, 1, { stage: 2 }))
    await three.append({ kind: 'end' })
    const offers: string[] = []
    for (const week of [4, 5, 6]) {
      const each = await lessonAt(made, week * WEEK)
      const [last] = (await readLesson(db, made.teacher, each.id, later(week * WEEK))).agenda
      offers.push(offerOf(last!).decision)
      await each.append({ kind: 'pass', assignmentId: made.assignmentId, bpm: 80, clean: true, revision: 2 })
      await each.append({ kind: 'end' })
    }
    expect(offers).toEqual(['hold', 'hold', 'done'])
  })
})

describe('another path', () => {
  const stagesOf = async (made: Made) =>
    (await drillOf(made)).path.map(({ number, ...stage }) => ({ ...stage, number }))
  const put = (made: Made, stages: readonly object[]) =>
    setPath(db, localEngine, made.teacher, made.assignmentId, { id: randomUUID(), stages: stages as never }, later(3))

  test('stages come, go, and change their order and plans', async () => {
    const made = await onItsWay()
    const [first, second, third] = await stagesOf(made)
    const legato = { number: null, name: 'slower, legato', change: { sound: { length: 'legato' } }, plan: UNTIMED }
    await put(made, [first!, legato, { ...third!, plan: FAST }])
    expect((await drillOf(made)).path).toMatchObject([
      { number: 0, name: 'together' },
      { number: 3, name: 'slower, legato', plan: UNTIMED },
      { number: 2, name: 'staccato', plan: FAST },
    ])
    // What was taken off the path cannot be opened; what is on it can.
    const { append } = await lessonAt(made, 5)
    await expect(append(decided(made, 0, { stage: second!.number }))).rejects.toMatchObject({ path: 'event.stage' })
    await append(decided(made, 0, { stage: 3 }))
    expect((await drillOf(made)).stage).toBe('slower, legato')
  })

  test('the stage it is at stays on it, and keeps its start', async () => {
    const made = await onItsWay()
    const [first, second] = await stagesOf(made)
    await expect(put(made, [second!])).rejects.toMatchObject({ code: 'conflict' })
    await expect(put(made, [{ ...first!, plan: { ...PLAN, startBpm: 50 } }])).rejects.toMatchObject({
      path: 'stages.0.plan.startBpm',
    })
  })

  test('changed in what it plays, the present stage is another from now on', async () => {
    const made = await onItsWay()
    const [first, ...rest] = await stagesOf(made)
    await put(made, [{ ...first!, change: { then: [{ do: 'only', part: 'fretting-hand' }] } }, ...rest])
    const [before, after] = await revisionsNow(made)
    expect([before!.stage, after!.stage]).toEqual([0, 3])
    expect(after!.scoreHash).not.toBe(before!.scoreHash)
  })

  test('a stage that cannot be played is refused by its field, with the reason', async () => {
    const made = await onItsWay()
    const [first] = await stagesOf(made)
    const impossible = { number: null, name: 'up high', change: { position: 24 }, plan: PLAN }
    await expect(put(made, [first!, impossible])).rejects.toMatchObject({
      code: 'invalid',
      path: 'stages.1.change.position',
      message: expect.stringMatching(/^up high cannot be played: /),
    })
  })

  test('two stages of one name, and none at all, are refused', () => {
    const stage = { number: null, name: 'slow', change: null, plan: PLAN }
    const problems = (stages: object[]) =>
      pathBody.safeParse({ id: randomUUID(), stages }).error?.issues.map(issue => issue.message)
    expect(problems([stage, stage])).toEqual(['two stages have the same name'])
    expect(problems([])).toEqual(['a drill has at least one stage'])
  })

  test('a plan changed while a stage is worked is the one it has when it is opened again', async () => {
    const made = await onItsWay()
    const longer = { ...PLAN, targetBpm: 120 }
    await setPlan(db, made.teacher, made.assignmentId, { id: randomUUID(), plan: longer, targetOn: null }, NOW)
    const { append } = await lessonAt(made, 0)
    await append(decided(made, 0, { stage: 1 }))
    await append(decided(made, 1, { stage: 0, decision: 'ease', bpm: 72 }))
    expect(await drillOf(made)).toMatchObject({ stage: 'together', plan: longer, bpm: 72 })
  })
})

describe('other ways to play a set drill, kept for a standstill', () => {
  const keep = (made: Made, variations: unknown) =>
    setVariations(
      db,
      localEngine,
      made.teacher,
      made.assignmentId,
      { id: randomUUID(), variations: variations as never },
      later(5),
    )

  test('are in every lesson, in the student’s file, and taken away again', async () => {
    const made = await onItsWay()
    const muted = { name: 'On muted strings', change: { sound: { length: 'muted' } } }
    await keep(made, [muted])
    const { id } = await lessonAt(made, 10)
    const { agenda } = await readLesson(db, made.teacher, id, later(11))
    expect(agenda[0]!.variations).toEqual([muted])
    const file = await exportStudent(db, made.teacher, made.studentId, later(12))
    expect(file.drills[0]!.variations).toEqual([muted])
    await keep(made, [])
    expect((await readLesson(db, made.teacher, id, later(13))).agenda[0]!.variations).toEqual([])
  })

  test('one that cannot be played is refused by its field, and the others stay as they were', async () => {
    const made = await onItsWay()
    await expect(
      keep(made, [{ name: 'Off the guitar', change: { then: [{ do: 'string-set', by: 7 }] } }]),
    ).rejects.toMatchObject({ code: 'invalid', path: expect.stringContaining('variations.0.change') })
  })
})
