import { afterAll, expect, test } from '@jest/globals'
import { randomUUID } from 'node:crypto'
import type { LessonEvent } from '#core/practice/log/events'
import { standingOf } from '#core/practice/log/standing'
import { localIso } from '#core/practice/schedule/local-time'
import { nextStage } from '#core/stages/order'
import { groundsInWords } from '#core/wording/decision'
import type { AgendaItem } from '#shared/contracts/taught/answers'
import { localEngine } from '../../engine/engine'
import { makeStudent, makeTeacher, openTestDatabase, PLAN } from '../../tests/studio'
import { appendEvent } from './append-event'
import { readLesson, startLesson } from './lessons'
import { setPain } from '../practice/pains'
import { logPractice } from '../practice/practice'
import { readStudent } from '../people/students'
import { readToday } from './today'

const { db, close } = openTestDatabase()
afterAll(close)

/** The lessons of a term: Mondays at four, from 5 January 2026; British clocks go forward on 29 March. */
const mondayOf = (week: number) => new Date(Date.parse('2026-01-05T16:00:00Z') + week * 7 * 86_400_000)
const dayOf = (week: number, days: number) =>
  new Date(mondayOf(week).getTime() + days * 86_400_000).toISOString().slice(0, 10)
const body = () => ({ id: randomUUID() })

/** A student at a stage of their own, to whom a whole term happens. */
async function aTerm() {
  const teacher = await makeTeacher(db)
  const slurred = { ...PLAN, startBpm: 60, targetBpm: 68 }
  const { studentId, assignmentId } = await makeStudent(db, teacher, {
    before: [
      {
        name: 'plucking hand alone',
        change: { then: [{ do: 'only', part: 'plucking-hand' }] },
        plan: { school: 'untimed', startBpm: 72, targetBpm: 72 },
      },
    ],
    after: [{ name: 'slurred', change: { slurs: [2] }, plan: slurred }],
  })

  /** What the plan offers in a lesson, with what happened in it so far. */
  function offerNow(set: AgendaItem, here: readonly LessonEvent[], now: Date) {
    const at = (iso: string) => localIso(iso, teacher.zone)
    const heard = here.flatMap(event =>
      event.kind === 'pass'
        ? [
            {
              kind: 'pass' as const,
              at: at(event.at),
              bpm: event.bpm,
              clean: event.clean,
              by: 'teacher' as const,
              revision: event.revision,
            },
          ]
        : [],
    )
    const decided = here.flatMap(event => (event.kind === 'decision' ? [{ ...event, at: at(event.at) }] : []))
    const faults = here.flatMap(event => (event.kind === 'fault' ? [event.fault] : []))
    const following = nextStage(set)
    return standingOf({
      plan: set.plan,
      passes: [...set.homePasses, ...set.passes, ...heard],
      decisions: [...set.decisions, ...decided],
      lessons: [
        ...set.lessonLogs,
        ...(faults.length > 0 ? [{ at: at(now.toISOString()), kind: 'lesson' as const, faults }] : []),
      ],
      practice: set.practice,
      completed: set.completed,
      bestBefore: set.bestBefore,
      stage: set.stageBefore,
      next: following && { number: following.number, startBpm: following.plan.startBpm },
      now: at(now.toISOString()),
      ...pain,
    })
  }
  let pain: { pain?: { where: 'wrist'; since: string } | null; clearedAt?: string | null } = {}

  /**
   * A lesson: passes are written `c` and `x`, at the tempo in force or one that is named; the offer is told, and taken
   * unless it is to stay.
   */
  async function lesson(
    week: number,
    passes: string,
    more: { readonly bpm?: number; readonly faults?: readonly string[] } = {},
  ) {
    const start = mondayOf(week)
    const { id } = await startLesson(db, teacher, { ...body(), studentId, slot: null }, start)
    const { agenda } = await readLesson(db, teacher, id, start)
    const set = agenda[0]!
    const here: LessonEvent[] = []
    let minute = 0
    const append = async (event: object) => {
      minute++
      const at = new Date(start.getTime() + minute * 60_000)
      const whole = { id: randomUUID(), at: at.toISOString(), ...event } as LessonEvent
      await appendEvent(db, localEngine, teacher, id, { event: whole, deviceOffsetMs: 0 }, at)
      here.push(whole)
      return at
    }
    const told: string[] = []
    const { bpm: inForce, revision } = offerNow(set, here, start)
    for (const clean of passes)
      await append({ kind: 'pass', assignmentId, bpm: more.bpm ?? inForce, clean: clean === 'c', revision })
    for (const fault of more.faults ?? []) await append({ kind: 'fault', assignmentId, fault })
    const now = new Date(start.getTime() + (minute + 1) * 60_000)
    const { offer } = offerNow(set, here, now)
    told.push(`${offer.decision} ${offer.bpm}`)
    if (offer.decision !== 'hold' && offer.decision !== 'rest')
      await append({
        kind: 'decision',
        assignmentId,
        revision,
        decision: offer.decision,
        bpm: offer.bpm,
        ...(offer.decision === 'next-stage' && { stage: nextStage(set)!.number }),
        offered: offer.decision,
        offeredBpm: offer.bpm,
        offerReason: groundsInWords(offer),
        reason: null,
        supersedes: null,
      })
    await append({ kind: 'end' })
    return told.join(', ')
  }
  /** Days of practice after a lesson, so many minutes each. */
  const practised = (week: number, days: readonly number[], minutes = 10, more: object = {}) =>
    logPractice(
      db,
      teacher,
      studentId,
      {
        ...body(),
        entries: days.map(day => ({
          assignmentId,
          day: dayOf(week, day),
          minutes,
          bpm: 72,
          feel: 'easy' as const,
          clean: 0,
          ...more,
        })),
      },
      mondayOf(week + 1),
    )
  return {
    lesson,
    practised,
    hurts: async (week: number) => {
      const hurt = { where: 'wrist' as const, since: dayOf(week, 0) }
      await setPain(db, teacher, studentId, { ...body(), pain: { ...hurt, reviewOn: null } as never }, mondayOf(week))
      pain = { pain: hurt }
    },
    cleared: async (week: number) => {
      await setPain(db, teacher, studentId, { ...body(), pain: null, note: 'seen and gone' }, mondayOf(week))
      pain = { pain: null, clearedAt: localIso(mondayOf(week).toISOString(), teacher.zone) }
    },
    now: async (week: number) => (await readStudent(db, teacher, studentId, mondayOf(week))).assignments[0]!,
    needs: async (week: number) => (await readToday(db, teacher, mondayOf(week))).needs.map(need => need.kind),
  }
}

test('a term of one student: raises, an easing, home, a plateau, pain, clearing, faults, a stage, the target, reviews', async () => {
  const { lesson, practised, hurts, cleared, now, needs } = await aTerm()

  // Three clean in a row raise; a slip resets; two are too few.
  expect(await lesson(0, 'ccc')).toBe('raise 76')
  expect(await lesson(1, 'ccxcc')).toBe('hold 76')
  // The count goes on over lessons until it is decided on: two, and one more.
  expect(await lesson(2, 'c')).toBe('raise 80')
  // Five slips among the last eight ease it.
  expect(await lesson(3, 'xcxxcxx')).toBe('ease 76')
  // Passes from home alone only propose: the lesson confirms.
  await practised(3, [1, 2], 10, { bpm: 76, clean: 3 })
  expect(await lesson(4, '')).toBe('hold 76')
  expect(await lesson(5, 'c')).toBe('raise 80')

  // Three lessons with three days of practice each and no rise: a plateau.
  for (const week of [5, 6, 7]) {
    await practised(week, [1, 2, 4])
    expect(await lesson(week + 1, 'xc', { bpm: 76 })).toBe(week === 7 ? 'vary 80' : 'hold 80')
  }

  // Pain: rest, whatever is played, and told on Today; cleared, it goes on.
  await hurts(9)
  expect(await needs(9)).toContain('pain')
  expect(await lesson(9, 'ccc')).toBe('rest 80')
  await cleared(10)
  expect(await needs(10)).not.toContain('pain')
  expect(await lesson(10, 'ccc')).toBe('raise 84')

  // The same fault in two of three lessons holds, though the passes are clean.
  expect(await lesson(11, 'ccc', { faults: ['late-shift'] })).toBe('raise 88')
  expect(await lesson(12, 'ccc', { faults: ['late-shift'] })).toBe('hold 88')

  // The clocks have gone forward. At the target in two lessons running, the stage is passed and the next opens.
  expect(await lesson(13, 'c')).toBe('hold 88')
  expect(await lesson(14, 'x')).toBe('hold 88')
  expect(await lesson(15, 'c', { bpm: 104 })).toBe('hold 88')
  expect(await lesson(16, 'c', { bpm: 104 })).toBe('next-stage 60')
  expect(await now(17)).toMatchObject({ stage: 'slurred', bpm: 60, completed: null })

  // What was fast before says nothing of it; its own target twice completes it.
  expect(await lesson(17, 'c')).toBe('hold 60')
  expect(await lesson(18, 'ccc', { bpm: 68 })).toBe('hold 60')
  expect(await lesson(19, 'c', { bpm: 68 })).toBe('done 60')
  expect((await now(19)).completed).toMatchObject({ reviews: 0 })

  // Reviews after one, three and eight weeks; kept while the tempo stands, opened again when it fell by a tenth.
  expect(await needs(19)).not.toContain('review-due')
  expect(await needs(20)).toContain('review-due')
  expect(await lesson(20, 'c', { bpm: 68 })).toBe('done 60')
  expect(await needs(21)).not.toContain('review-due')
  expect(await needs(22)).toContain('review-due')
  expect(await lesson(22, 'xc', { bpm: 60 })).toBe('ease 60')
  expect((await now(23)).completed).toBeNull()
})
