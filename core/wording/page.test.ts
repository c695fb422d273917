import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { LessonEvent } from '../practice/log/events'
import { standingOf, type DecisionMade, type PassHeard } from '../practice/log/standing'
import { tallyOf } from '../practice/log/tally'
import { attentionOf } from '../practice/attention'
import { dayPlus } from '../practice/schedule/local-time'
import { drillStateOf, type DrillFollowed } from '../practice/tempo/drill-state'
import { forecastOf } from '../practice/tempo/forecast'
import { paceOf, STALLED_LESSONS } from '../practice/tempo/pace'
import { completedIn } from '../practice/tempo/review'
import { goalBpm } from '../practice/tempo/target'
import { planSchema, type Plan } from '../schema/plan-fields'
import { attentionInWords } from './attention'
import { drillStateInWords } from './drill-state'
import { expectedInWords, pacingInWords } from './forecast'

const FIRST = '2026-01-05'

/** A lesson: its passes, clean or not, at the tempo in force and above it; what is done with the offer. */
const lesson = fc.record({
  passes: fc.array(
    fc.record({ clean: fc.constantFrom(true, true, true, false), above: fc.constantFrom(0, 0, 0, 4, -8) }),
    { maxLength: 8 },
  ),
  answer: fc.constantFrom('accept', 'accept', 'leave', 'raise', 'ease'),
})
const history = fc.record({
  plan: fc.record({
    school: fc.constantFrom('clean-passes', 'creep', 'staged', 'slow-down'),
    step: fc.constantFrom(1, 2, 4),
    span: fc.constantFrom(4, 36),
  }),
  lessons: fc.array(lesson, { maxLength: 14 }),
  wantedAfter: fc.option(fc.integer({ min: 7, max: 400 })),
  seenAfter: fc.integer({ min: 0, max: 60 }),
})

/** Everything a page says of a drill after a history. */
function told({
  plan: { span, ...raw },
  lessons,
  wantedAfter,
  seenAfter,
}: typeof history extends fc.Arbitrary<infer T> ? T : never) {
  const [startBpm, targetBpm] = raw.school === 'slow-down' ? [90, 90 - span] : [60, 60 + span]
  const plan: Plan = planSchema.parse({ ...raw, startBpm, targetBpm })
  const passes: PassHeard[] = []
  const decisions: DecisionMade[] = []
  const events: { lessonId: string; event: LessonEvent }[] = []
  let bpm = startBpm
  const dayOf = (i: number) => dayPlus(FIRST, 7 * i)
  lessons.forEach(({ passes: heard, answer }, i) => {
    const at = (minute: number) => `${dayOf(i)}T16:${String(minute).padStart(2, '0')}:00.000+00:00`
    const lessonId = `lesson ${i}`
    const record = (event: object) => events.push({ lessonId, event: event as LessonEvent })
    heard.forEach(({ clean, above }, n) => {
      const pass = { kind: 'pass' as const, at: at(n), bpm: bpm + above, clean, revision: decisions.length }
      passes.push({ ...pass, by: 'teacher' })
      record({ ...pass, id: `${i} ${n}`, assignmentId: 'a' })
    })
    if (heard.length === 0 || answer === 'leave') return
    const { offer } = standingOf({ plan, passes, decisions, now: at(30) })
    const wanted =
      answer === 'accept' ? offer : { decision: answer, bpm: bpm + (answer === 'raise' ? raw.step : -raw.step) }
    bpm = wanted.bpm
    decisions.push({ decision: wanted.decision, bpm, at: at(40), revision: decisions.length })
    record({ kind: 'decision', id: `${i} d`, assignmentId: 'a', decision: wanted.decision, bpm, at: at(40) })
  })
  const today = dayPlus(dayOf(Math.max(0, lessons.length - 1)), seenAfter)
  const targetOn = wantedAfter === null ? null : dayPlus(FIRST, wantedAfter)
  const { standing, hearings } = tallyOf(startBpm, events)
  const drill: DrillFollowed = {
    id: 'a',
    drillName: 'Spider',
    bpm,
    bestBpm: standing.bestBpm,
    plan,
    targetOn,
    pace: paceOf(plan, bpm, FIRST, targetOn, today, standing.lessonsSinceRise),
    completed: completedIn(decisions),
  }
  const points = [...hearings].flatMap(([id, { bestCleanBpm }]) =>
    bestCleanBpm === null ? [] : [{ day: dayOf(Number(id.split(' ')[1])), bpm: bestCleanBpm }],
  )
  return {
    plan,
    today,
    drill,
    decisions,
    lessons,
    state: drillStateOf(drill, today),
    forecast: forecastOf({ plan, points, targetOn, today, completed: drill.completed !== null }),
    attention: attentionOf({ drills: [drill], pain: null, reviewOn: null, lastLessonOn: undefined, today }),
    offer: standingOf({ plan, passes, decisions, now: `${today}T17:00:00.000+00:00` }).offer,
  }
}
type Told = ReturnType<typeof told>

/** Pairs of sentences that exclude each other: none of them may ever be on one page. */
const EXCLUDED: Readonly<Record<string, (page: Told) => boolean>> = {
  'completed, and a forecast': ({ drill, forecast }) =>
    drill.completed !== null && forecast.expected.kind !== 'no-forecast',
  'completed, and raised or eased': ({ drill, offer }) =>
    // A review that fell opens it again: that is said of a drill that was completed.
    drill.completed !== null && offer.grounds.ground !== 'fell' && ['raise', 'ease', 'vary'].includes(offer.decision),
  'completed, and behind or stalled': ({ drill, state }) =>
    drill.completed !== null && !['completed', 'review-due'].includes(state.kind),
  'no day can be told, and a day is offered': ({ forecast }) =>
    forecast.expected.kind !== 'expected' && (forecast.pacing?.moveDateTo ?? null) !== null,
  'the early end after the likely day, or that after the late end': ({ forecast: { expected } }) =>
    expected.kind === 'expected' &&
    (expected.earliest > expected.on || (expected.latest !== null && expected.latest < expected.on)),
  'not above a tempo for lessons, and raised above it in them': ({ state, decisions }) =>
    state.kind === 'stalled' &&
    decisions.slice(-STALLED_LESSONS).some(each => each.decision === 'raise' && each.bpm > state.bestBpm),
  'at the target, and needing attention': ({ state, attention }) =>
    ['at-target', 'on-plan', 'open', 'completed', 'waiting'].includes(state.kind) &&
    attention.some(need => 'drillName' in need),
  'one state on its line, another on Today': ({ state, attention }) =>
    attention.some(need => 'drillName' in need && need.kind !== state.kind),
  'at the target, and another tempo wanted': ({ state, drill, plan }) =>
    state.kind === 'at-target' &&
    (goalBpm(plan) < plan.startBpm ? drill.bpm > goalBpm(plan) : drill.bpm < goalBpm(plan)),
}

test.each(Object.entries(EXCLUDED))('whatever happened, no page says: %s', (_, contradicts) => {
  fc.assert(
    fc.property(history, given => {
      const page = told(given)
      expect(contradicts(page) ? page : null).toBeNull()
    }),
    { numRuns: 400 },
  )
})

test('every sentence of a page is whole, and the histories bring forth each state', () => {
  const seen = new Set<string>()
  fc.assert(
    fc.property(history, given => {
      const { plan, state, forecast, attention, today } = told(given)
      seen.add(state.kind)
      const sentences = [
        drillStateInWords(state, today),
        expectedInWords(plan, forecast, today),
        pacingInWords(forecast),
        ...attention.map(attentionInWords),
      ].filter(sentence => sentence !== null)
      for (const sentence of sentences) expect(sentence).not.toMatch(/undefined|null|NaN|\s{2}/)
    }),
    { numRuns: 1500, seed: 7 },
  )
  expect([...seen].sort()).toEqual(
    ['at-target', 'behind', 'completed', 'due', 'on-plan', 'open', 'review-due', 'stalled'].sort(),
  )
})
