import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { randomUUID } from 'node:crypto'
import { eq } from 'drizzle-orm'
import type { LessonEvent } from '#core/practice/log/events'
import { foldLesson } from '#core/practice/log/fold'
import { check } from '#core/schema/problem'
import { appendEventBody } from '#shared/contracts/lessons/lessons'
import { errnoOf } from '../../db/database-errors'
import { decisions, writes } from '../../db/tables'
import { localEngine } from '../../engine/engine'
import type { Actor } from '../../policy/actor'
import { runningLesson } from '../../tests/running-lesson'
import { later, makeTeacher, NOW, openTestDatabase } from '../../tests/studio'
import { appendEvent } from './append-event'
import { readLesson, startLesson } from './lessons'
import { readStudent } from '../people/students'

const { db, close } = openTestDatabase()
afterAll(close)

let teacher: Actor
beforeAll(async () => {
  teacher = await makeTeacher(db)
})

describe('the event log', () => {
  test('the same event sent twice is stored once and answered alike', async () => {
    const { pass, append, log } = await runningLesson(db, teacher)
    const event = pass()
    const first = await append(event)
    const second = await append(event)
    expect(second).toEqual(first)
    expect(await log()).toHaveLength(1)
  })

  test('the same event sent ten times at once is stored once', async () => {
    const { pass, append, log } = await runningLesson(db, teacher)
    const event = pass()
    const answers = await Promise.all(Array.from({ length: 10 }, () => append(event)))
    expect(new Set(answers.map(answer => answer.number))).toEqual(new Set([1]))
    expect(await log()).toHaveLength(1)
  })

  test('the same id with another body is a conflict and changes nothing', async () => {
    const { pass, append, log } = await runningLesson(db, teacher)
    const event = pass()
    await append(event)
    await expect(append({ ...event, clean: false } as LessonEvent)).rejects.toMatchObject({ code: 'conflict' })
    expect((await log()).map(row => (row.body as { clean: boolean }).clean)).toEqual([true])
  })

  test('events sent at once get numbers without gap or double', async () => {
    const { pass, append, log } = await runningLesson(db, teacher)
    await Promise.all(Array.from({ length: 12 }, () => append(pass())))
    expect((await log()).map(row => row.number)).toEqual(Array.from({ length: 12 }, (_, i) => i + 1))
  })

  test('undo is an event; the voided one stays in the log', async () => {
    const { made, lessonId, pass, append, log, stamp } = await runningLesson(db, teacher)
    const slip = pass(false)
    await append(slip)
    await append({ ...stamp(), kind: 'void', eventId: slip.id })
    expect(await log()).toHaveLength(2)
    const { events } = await readLesson(db, teacher, lessonId, NOW)
    expect(foldLesson(events).passes).toHaveLength(0)
    expect((await readStudent(db, teacher, made.studentId, NOW)).assignments[0]!.lessons).toEqual([])
  })

  test('a fault is put down against its drill, and taken back like a pass', async () => {
    const { made, append, log, stamp } = await runningLesson(db, teacher)
    const fault: LessonEvent = {
      ...stamp(),
      kind: 'fault',
      assignmentId: made.assignmentId,
      fault: 'wrong-finger',
      finger: 3,
      instead: 4,
    }
    await append(fault)
    expect((await log()).map(row => [row.kind, row.assignmentId, row.assignmentRevision])).toEqual([
      ['fault', made.assignmentId, 0],
    ])
    await append({ ...stamp(), kind: 'void', eventId: fault.id })
    expect(foldLesson((await log()).map(row => row.body)).faults).toEqual([])
    await expect(append({ ...fault, ...stamp(), assignmentId: randomUUID() } as LessonEvent)).rejects.toMatchObject({
      code: 'not-found',
    })
  })

  test('the next lesson is told of a fault on the day it was heard, however late it was delivered', async () => {
    const { made, lessonId, stamp } = await runningLesson(db, teacher)
    const event: LessonEvent = { ...stamp(), kind: 'fault', assignmentId: made.assignmentId, fault: 'late-shift' }
    await appendEvent(db, localEngine, teacher, lessonId, { event, deviceOffsetMs: 0 }, later(2 * 24 * 60))
    const { id } = await startLesson(
      db,
      teacher,
      { id: randomUUID(), studentId: made.studentId, slot: { id: made.slotId, day: '2026-01-12' } },
      later(7 * 24 * 60),
    )
    const { agenda } = await readLesson(db, teacher, id, later(7 * 24 * 60 + 1))
    expect(agenda[0]!.faults).toEqual([{ id: event.id, fault: 'late-shift', day: '2026-01-05' }])
  })

  test('an event of another lesson cannot be undone from this one', async () => {
    const [{ append, log, stamp }, other] = [await runningLesson(db, teacher), await runningLesson(db, teacher)]
    const elsewhere = other.pass()
    await other.append(elsewhere)
    await expect(append({ ...stamp(), kind: 'void', eventId: elsewhere.id })).rejects.toMatchObject({
      code: 'not-found',
    })
    expect(await log()).toHaveLength(0)
  })

  test('a refused event leaves no trace, so the corrected one may carry the same id', async () => {
    const { made, stamp, append, log } = await runningLesson(db, teacher)
    const { id } = stamp()
    const wrong: LessonEvent = {
      id,
      at: NOW.toISOString(),
      kind: 'pass',
      assignmentId: randomUUID(),
      bpm: 72,
      clean: true,
    }
    await expect(append(wrong)).rejects.toMatchObject({ code: 'not-found' })
    expect(await db.select().from(writes).where(eq(writes.id, id))).toHaveLength(0)
    await append({ ...wrong, assignmentId: made.assignmentId } as LessonEvent)
    expect(await log()).toHaveLength(1)
  })
})

describe('decisions', () => {
  test('a raise moves the tempo of the drill and its revision', async () => {
    const { made, decision, append } = await runningLesson(db, teacher)
    await append(decision(0))
    const [set] = (await readStudent(db, teacher, made.studentId, NOW)).assignments
    expect(set!.decisions.map(({ revision, bpm, overruled }) => [revision, bpm, overruled])).toEqual([[0, 76, false]])
  })

  test('of two decisions on one revision the second is told what stands, and nothing of it is stored', async () => {
    const { made, decision, append, log } = await runningLesson(db, teacher)
    const results = await Promise.allSettled([append(decision(0, 76)), append(decision(0, 80))])
    const lost = results.filter(result => result.status === 'rejected')
    expect(lost).toHaveLength(1)
    expect(lost[0]).toMatchObject({ reason: { code: 'conflict', current: { revision: 1, bpm: expect.any(Number) } } })
    expect(await db.select().from(decisions).where(eq(decisions.assignmentId, made.assignmentId))).toHaveLength(1)
    expect(await log()).toHaveLength(1)
  })

  test('the database itself refuses a second decision on a revision', async () => {
    const { made, decision, append } = await runningLesson(db, teacher)
    await append(decision(0))
    const [row] = await db.select().from(decisions).where(eq(decisions.assignmentId, made.assignmentId))
    const insert = db.insert(decisions).values({ ...row!, id: randomUUID() })
    await expect(insert.catch((error: unknown) => errnoOf(error))).resolves.toBe(1062)
  })

  test('overruling and its reason stay in the history; taking back names what it takes back', async () => {
    const { made, decision, append } = await runningLesson(db, teacher)
    const overruled = { ...decision(0, 72), decision: 'hold', reason: 'not easy yet' } as LessonEvent
    await append(overruled)
    await append({ ...decision(1, 72), decision: 'hold', supersedes: overruled.id } as LessonEvent)
    const drill = async () => (await readStudent(db, teacher, made.studentId, NOW)).assignments[0]!
    const { decisions: made_ } = await drill()
    expect(made_[0]).toMatchObject({ overruled: true, event: { reason: 'not easy yet', offered: 'raise' } })
    expect(made_[1]).toMatchObject({ overruled: false, event: { supersedes: overruled.id } })
    // Told are the last few, drawn are all of them.
    await append(decision(2, 76))
    await append(decision(3, 80))
    const { decisions: told, course } = await drill()
    expect(told.map(({ revision, event }) => [revision, event.bpm])).toEqual([
      [1, 72],
      [2, 76],
      [3, 80],
    ])
    expect(course.map(({ bpm, overruled: against, stage }) => [bpm, against, stage])).toEqual([
      [72, true, null],
      [72, false, null],
      [76, false, null],
      [80, true, null],
    ])
    expect(new Set(course.map(({ day }) => day))).toEqual(new Set([told[0]!.at.slice(0, 10)]))
  })
})

describe('after the end', () => {
  /** A lesson with how it ends, and how it refuses what comes after. */
  async function ending() {
    const lesson = await runningLesson(db, teacher)
    const { append, lessonId, present, stamp } = lesson
    return {
      ...lesson,
      end: () => append({ ...stamp(), kind: 'end' }),
      refused: (event: LessonEvent, at = present()) =>
        appendEvent(db, localEngine, teacher, lessonId, { event, deviceOffsetMs: 0 }, at).then(
          () => null,
          (error: { code: string; message: string }) => [error.code, error.message],
        ),
    }
  }

  test('no pass and no decision is taken until the lesson is taken up again; a note is any time', async () => {
    const { made, lessonId, stamp, pass, decision, append, end, refused } = await ending()
    const heard = pass()
    await append(heard)
    await end()
    expect(await refused(pass())).toEqual(['conflict', 'this lesson has ended: take it up again first'])
    expect(await refused(decision(0))).toEqual(['conflict', 'this lesson has ended: take it up again first'])
    expect(await refused({ ...stamp(), kind: 'void', eventId: heard.id })).toEqual([
      'conflict',
      'this lesson has ended: take it up again first',
    ])
    expect(await refused({ ...stamp(), kind: 'end' })).toEqual(['conflict', 'this lesson has ended already'])
    await append({ ...stamp(), kind: 'note', assignmentId: null, text: 'Forgot to say.' })
    await append({ ...stamp(), kind: 'reopen' })
    await append(pass())
    const detail = await readLesson(db, teacher, lessonId, NOW)
    expect([detail.endedAt, foldLesson(detail.events).passes.length, foldLesson(detail.events).endedAt]).toEqual([
      null,
      2,
      null,
    ])
    expect(detail.agenda.map(set => set.id)).toEqual([made.assignmentId])
    await end()
    expect((await readLesson(db, teacher, lessonId, NOW)).endedAt).not.toBeNull()
  })

  test('a lesson is taken up again on its own day only, and only when it has ended', async () => {
    const { stamp, end, refused } = await ending()
    expect(await refused({ ...stamp(), kind: 'reopen' })).toEqual(['conflict', 'this lesson is open already'])
    await end()
    expect(await refused({ ...stamp(), kind: 'reopen' }, later(24 * 60))).toMatchObject([
      'conflict',
      expect.stringContaining('on its own day only'),
    ])
  })

  test('its own day is the local one, wherever the server is', async () => {
    // Monday 16:00 in London is Tuesday 5:00 in Auckland: the lesson's own day ends there at 11:00 in London.
    const elsewhere = { ...teacher, zone: 'Pacific/Auckland' }
    const { stamp, lessonId, end } = await ending()
    await end()
    const reopen = (at: Date) => {
      const event: LessonEvent = { ...stamp(), kind: 'reopen' }
      return appendEvent(db, localEngine, elsewhere, lessonId, { event, deviceOffsetMs: 0 }, at)
    }
    await expect(reopen(new Date('2026-01-06T11:30:00Z'))).rejects.toMatchObject({ code: 'conflict' })
    await reopen(new Date('2026-01-06T10:30:00Z'))
  })

  test('a pass is taken back once', async () => {
    const { stamp, pass, append, log, refused } = await ending()
    const slip = pass(false)
    await append(slip)
    await append({ ...stamp(), kind: 'void', eventId: slip.id })
    expect(await refused({ ...stamp(), kind: 'void', eventId: slip.id })).toEqual([
      'conflict',
      'this pass was taken back already',
    ])
    expect(await log()).toHaveLength(2)
  })

  test('the summary of an ended lesson shows what it dealt with, and the tempo each drill came in at', async () => {
    const { made, lessonId, decision, append, end } = await ending()
    await append(decision(0, 76))
    await end()
    const week = 7 * 24 * 60
    const { id: next } = await startLesson(
      db,
      teacher,
      { id: randomUUID(), studentId: made.studentId, slot: null },
      later(week),
    )
    await appendEvent(db, localEngine, teacher, next, { event: decision(1, 80), deviceOffsetMs: 0 }, later(week + 1))
    const [first, second] = [
      await readLesson(db, teacher, lessonId, later(week)),
      await readLesson(db, teacher, next, later(week)),
    ]
    expect(first.agenda[0]!.decisions).toEqual([])
    expect(second.agenda[0]!.decisions.map(each => each.bpm)).toEqual([76])
  })
})

describe('clocks and calendars that are wrong', () => {
  const WEEKS = 40 * 86_400_000

  test('a device whose clock is weeks off is believed as far as its offset, and never beyond the server', async () => {
    const { made, lessonId, present, append, log, stamp } = await runningLesson(db, teacher)
    for (const [offset, shown] of [
      [WEEKS, 'behind'],
      [-WEEKS, 'ahead'],
    ] as const) {
      const { id: passId, at: heardAt } = stamp()
      const at = new Date(Date.parse(heardAt) - offset).toISOString()
      await appendEvent(
        db,
        localEngine,
        teacher,
        lessonId,
        {
          event: {
            id: passId,
            at,
            kind: 'pass',
            assignmentId: made.assignmentId,
            bpm: 72.5,
            clean: shown === 'behind',
          },
          deviceOffsetMs: offset,
        },
        present(),
      )
      expect([shown, (await log()).at(-1)!.deviceOffsetMs]).toEqual([shown, offset])
    }
    await append({ ...stamp(), kind: 'end' })
    const { id } = await startLesson(
      db,
      teacher,
      { id: randomUUID(), studentId: made.studentId, slot: null },
      later(7 * 24 * 60),
    )
    const { agenda } = await readLesson(db, teacher, id, later(7 * 24 * 60))
    expect(agenda[0]!.passes.map(({ at, bpm, clean }) => [at.slice(0, 10), bpm, clean])).toEqual([
      ['2026-01-05', 72.5, true],
      ['2026-01-05', 72.5, false],
    ])
  })

  test.each([
    ['the year 0000', '0000-01-01T00:00:00Z'],
    ['the year 9999', '9999-12-31T23:59:59Z'],
    ['no time', 'yesterday'],
    ['a time with an offset', '2026-01-05T16:00:00+01:00'],
  ])('an event of %s is refused in words', (_, at) => {
    const checked = check(appendEventBody, { event: { id: randomUUID(), at, kind: 'end' }, deviceOffsetMs: 0 })
    expect(checked).toMatchObject({
      ok: false,
      error: { path: 'event.at', message: expect.stringMatching(/^at must be .*, not "/) },
    })
  })

  test('a clock that stands at the beginning of its time is taken', () => {
    expect(
      check(appendEventBody, {
        event: { id: randomUUID(), at: '1970-01-01T00:00:07Z', kind: 'end' },
        deviceOffsetMs: Date.parse('2026-01-05'),
      }),
    ).toMatchObject({ ok: true })
  })
})
