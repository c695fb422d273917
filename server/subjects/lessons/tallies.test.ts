import { afterAll, describe, expect, test } from '@jest/globals'
import { randomUUID } from 'node:crypto'
import { localEngine } from '../../engine/engine'
import { and, asc, eq, inArray, not } from 'drizzle-orm'
import fc from 'fast-check'
import type { LessonEvent } from '#core/practice/log/events'
import { hearings, lessonEvents, lessons, standings } from '../../db/tables'
import { makeStudent, makeTeacher, NOW, openTestDatabase, PLAN } from '../../tests/studio'
import { appendEvent } from './append-event'
import { startLesson } from './lessons'
import { rebuildMissing, rebuildTallies } from './rebuild'

const { db, close } = openTestDatabase()
afterAll(close)

/** What is kept beside the log for some lessons and drills. */
async function kept(assignmentIds: readonly string[], lessonIds: readonly string[]) {
  return {
    standings: await db
      .select()
      .from(standings)
      .where(inArray(standings.assignmentId, [...assignmentIds]))
      .orderBy(asc(standings.assignmentId)),
    hearings: await db
      .select()
      .from(hearings)
      .where(inArray(hearings.assignmentId, [...assignmentIds]))
      .orderBy(asc(hearings.assignmentId), asc(hearings.lessonId)),
    lessons: await db
      .select({ id: lessons.id, passes: lessons.passes, clean: lessons.clean, lastNumber: lessons.lastNumber })
      .from(lessons)
      .where(inArray(lessons.id, [...lessonIds]))
      .orderBy(asc(lessons.id)),
    takenBack: await db
      .select({ id: lessonEvents.id })
      .from(lessonEvents)
      .where(and(inArray(lessonEvents.lessonId, [...lessonIds]), eq(lessonEvents.voided, true)))
      .orderBy(asc(lessonEvents.id)),
  }
}

const happening = fc.oneof(
  {
    weight: 6,
    arbitrary: fc.record({
      kind: fc.constant('pass' as const),
      bpm: fc.constantFrom(60, 64, 68, 72),
      clean: fc.boolean(),
    }),
  },
  { weight: 2, arbitrary: fc.record({ kind: fc.constant('void' as const), which: fc.nat(20) }) },
  {
    weight: 2,
    arbitrary: fc.record({
      kind: fc.constant('decision' as const),
      bpm: fc.constantFrom(56, 60, 64, 68, 72, 76),
      stage: fc.constantFrom(undefined, undefined, 0, 1, 2),
      takesBack: fc.boolean(),
    }),
  },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant('note' as const) }) },
)

describe('what is kept beside the log', () => {
  test('is, event by event, what the whole log makes of it', async () => {
    const teacher = await makeTeacher(db)
    const histories = fc.sample(fc.array(fc.array(happening, { maxLength: 12 }), { minLength: 1, maxLength: 5 }), {
      seed: 20261126,
      numRuns: 12,
    })
    const [assignmentIds, lessonIds]: [string[], string[]] = [[], []]
    for (const history of histories) {
      const { studentId, assignmentId } = await makeStudent(db, teacher, {
        after: ['slurred', 'staccato'].map(name => ({ name, change: null, plan: PLAN })),
      })
      assignmentIds.push(assignmentId)
      let revision = 0
      let last: string | null = null
      for (const [week, happenings] of history.entries()) {
        const at = (minute: number) => new Date(NOW.getTime() + week * 7 * 86_400_000 + minute * 60_000)
        const { id: lessonId } = await startLesson(db, teacher, { id: randomUUID(), studentId, slot: null }, at(0))
        lessonIds.push(lessonId)
        const passes: string[] = []
        const append = (minute: number, event: object) =>
          appendEvent(
            db,
            localEngine,
            teacher,
            lessonId,
            {
              event: { id: randomUUID(), at: at(minute).toISOString(), assignmentId, ...event } as LessonEvent,
              deviceOffsetMs: 0,
            },
            at(minute),
          )
        for (const [minute, each] of happenings.entries()) {
          if (each.kind === 'pass') {
            const id = randomUUID()
            passes.push(id)
            await append(minute + 1, { ...each, id })
          } else if (each.kind === 'note') await append(minute + 1, { kind: 'note', text: 'x' })
          else if (each.kind === 'decision') {
            const { kind, bpm, stage = 0, takesBack } = each
            const id = randomUUID()
            const opens = each.stage !== undefined || (takesBack && last !== null)
            await append(minute + 1, {
              id,
              kind,
              bpm,
              ...(opens && { stage }),
              decision: bpm > 64 ? 'raise' : 'hold',
              revision: revision++,
              offered: 'hold',
              offeredBpm: each.bpm,
              offerReason: '',
              reason: 'to see',
              supersedes: takesBack ? last : null,
            })
            last = id
          } else if (passes.length > 0) {
            const [undone] = passes.splice(each.which % passes.length, 1)
            await append(minute + 1, { kind: 'void', eventId: undone, assignmentId: undefined })
          }
        }
        await append(59, { kind: 'end', assignmentId: undefined })
      }
    }
    const written = await kept(assignmentIds, lessonIds)
    expect(written.hearings.length).toBeGreaterThan(20)
    expect(written.takenBack.length).toBeGreaterThan(5)
    // Thrown away and made anew by the command's own code.
    await db.delete(hearings).where(inArray(hearings.assignmentId, assignmentIds))
    await db.delete(standings).where(inArray(standings.assignmentId, assignmentIds))
    const wrong = not(lessonEvents.voided)
    await db.update(lessonEvents).set({ voided: wrong }).where(inArray(lessonEvents.lessonId, lessonIds))
    await db.update(lessons).set({ passes: 99, clean: 98, lastNumber: 97 }).where(inArray(lessons.id, lessonIds))
    await rebuildMissing(db)
    expect(await kept(assignmentIds, lessonIds)).toEqual(written)
    const counted = await rebuildTallies(db)
    expect(counted.lessons).toBeGreaterThanOrEqual(lessonIds.length)
    expect(await kept(assignmentIds, lessonIds)).toEqual(written)
  })

  test('a database where nothing is missing is left alone', async () => {
    const teacher = await makeTeacher(db)
    const { assignmentId } = await makeStudent(db, teacher)
    await db.update(standings).set({ bpm: 61 }).where(eq(standings.assignmentId, assignmentId))
    let asked = 0
    await rebuildMissing(db, () => asked++)
    expect(asked).toBe(0)
    await db.update(standings).set({ bpm: 72 }).where(eq(standings.assignmentId, assignmentId))
  })
})
