import { beforeEach, describe, expect, jest, test } from '@jest/globals'
import { ref } from 'vue'
import type { LessonEvent } from '#core/practice/log/events'
import { planSchema } from '#core/schema/plan-fields'
import type { LessonDetail } from '#shared/contracts/lessons/answers'
import { inScope, until } from '../base/tests/composables'

const PLAN = planSchema.parse({ school: 'clean-passes', startBpm: 72, targetBpm: 80 })
const set = (id: string, more: object = {}) => ({
  id,
  drillName: `Drill ${id}`,
  plan: PLAN,
  taught: 2,
  pace: 'on-plan',
  targetOn: null,
  completed: null,
  spec: { version: 1, family: 'order', order: { fingers: [1, 2] } },
  hand: {},
  passes: [],
  homePasses: [],
  faults: [],
  lessonLogs: [],
  practice: [],
  bestBefore: null,
  stage: 'together',
  stageNumber: 0,
  stageSince: null,
  stageBefore: { number: 0, from: 0, since: null },
  path: [{ number: 0, name: 'together', change: null, plan: PLAN }],
  change: null,
  decisions: [],
  ...more,
})
const detail = (more: object = {}) =>
  ({
    id: 'lesson',
    student: { name: 'Ida', pain: null, painClearedAt: null },
    minutes: 45,
    zone: 'Europe/London',
    startedAt: '2026-01-05T16:00:00.000Z',
    endedAt: null,
    agenda: [set('a'), set('b')],
    events: [],
    lastTime: null,
    ...more,
  }) as unknown as LessonDetail

let served: LessonDetail
let kept: { event: LessonEvent }[]
let said: { text: string; action?: { run: () => void } }[]
let waitingEvents: { kind: 'event'; lessonId: string; event: LessonEvent; refused?: string }[]
let offsetMs = 0
/** Until when the device takes to keep something. */
let keeping: Promise<void>
const waiting = ref(0)
let refuse: (told: {
  entry: { kind: 'event'; lessonId: string; event: { kind: string } }
  answer: { message: string; current?: unknown }
}) => Promise<void>
jest.unstable_mockModule('../base/useApi', () => ({ useApi: () => ({ call: async () => served }), ApiError: Error }))
jest.unstable_mockModule('../base/stores/session', () => ({ useSession: () => ({ me: { userId: 'wren' } }) }))
jest.unstable_mockModule('../base/stores/toasts', () => ({
  useToasts: () => ({
    say: (text: string, more: { action?: { run: () => void } } = {}) => said.push({ text, ...more }),
  }),
}))
jest.unstable_mockModule('../base/stores/outbox', () => ({
  useOutbox: () => ({
    get entries() {
      return waitingEvents
    },
    get offsetMs() {
      return offsetMs
    },
    get waiting() {
      return waiting.value
    },
    refresh: async () => {},
    add: async (entry: { event: LessonEvent }) => {
      kept.push(entry)
      await keeping
    },
    refusals: {
      on: (run: typeof refuse) => {
        refuse = run
        return () => {}
      },
    },
  }),
}))
const { useLesson } = await import('./useLesson')
const { useLessonRun } = await import('./useLessonRun')

async function open() {
  const { value: lesson } = inScope(() => useLesson('lesson'))
  await lesson.load()
  return { lesson, run: inScope(() => useLessonRun(lesson)).value }
}
beforeEach(() => {
  served = detail()
  kept = []
  said = []
  waitingEvents = []
  keeping = Promise.resolve()
})
const kinds = () => kept.map(({ event }) => event.kind)

describe('hearing passes', () => {
  test('a pass heard while the lesson is fetched anew stays in sight, and stands once', async () => {
    const { run, lesson } = await open()
    run.choose('a')
    const fetching = lesson.load()
    run.pass(true)
    await fetching
    expect(run.passesHere.value.map(pass => pass.clean)).toEqual([true])
    served = detail({ events: kept.map(({ event }) => event) })
    await lesson.load()
    expect(run.passesHere.value).toHaveLength(1)
  })

  test('looking at a lesson puts nothing down; the first pass takes the drill up', async () => {
    const { run } = await open()
    expect(kept).toEqual([])
    run.pass(true)
    run.pass(false)
    expect(kinds()).toEqual(['turn', 'pass', 'pass'])
    expect(run.passesHere.value.map(pass => pass.clean)).toEqual([true, false])
  })

  test('three clean passes in a row offer the raise, and a slip in between does not', async () => {
    const { run } = await open()
    for (const clean of [true, true, false, true, true]) run.pass(clean)
    expect(run.standing.value!.offer.decision).toBe('hold')
    run.pass(true)
    expect(run.standing.value!.offer).toMatchObject({ decision: 'raise', bpm: 76 })
  })

  test('a pass is heard at the tempo the metronome has, and only those at the set tempo count', async () => {
    const { run } = await open()
    run.tempo.value = 60
    for (let i = 0; i < 3; i++) run.pass(true)
    expect(kept.at(-1)!.event).toMatchObject({ bpm: 60 })
    expect(run.standing.value!.offer.decision).toBe('hold')
  })

  test('undo takes back the last pass, then the one before, and says which', async () => {
    const { run } = await open()
    run.pass(true)
    run.pass(false)
    run.undo()
    run.undo()
    run.undo()
    expect(kinds()).toEqual(['turn', 'pass', 'pass', 'void', 'void'])
    expect(said.map(({ text }) => text)).toEqual(['Undone: slip at 72.', 'Undone: clean pass at 72.'])
    expect(run.passesHere.value).toEqual([])
  })

  test('undo goes back through the whole lesson: decisions, tempos and turns as well, each once', async () => {
    const { run } = await open()
    for (let i = 0; i < 3; i++) run.pass(true)
    run.decide({ decision: 'raise', bpm: 76, reason: null })
    run.tempo.value = 77
    run.tempo.value = 78
    run.choose('b')
    run.note('Thumb lower.', 'drill')
    said = []
    while (run.canUndo.value) run.undo()
    expect(said.map(({ text }) => text)).toEqual([
      'Undone: note.',
      'Back to Drill a.',
      'Tempo 76 again.',
      'Undone: raise.',
      ...Array.from({ length: 3 }, () => 'Undone: clean pass at 72.'),
    ])
    expect([run.current.value!.id, run.setBpm.value, run.tempo.value]).toEqual(['a', 72, 72])
    run.undo()
    expect(said).toHaveLength(7)
  })

  test('decisions are taken back one after the other, also when more follow', async () => {
    const { run } = await open()
    for (const bpm of [76, 80]) {
      for (let i = 0; i < 3; i++) run.pass(true)
      run.decide({ decision: 'raise', bpm, reason: null })
    }
    for (let i = 0; i < 4; i++) run.undo()
    expect(run.setBpm.value).toBe(76)
    run.undo()
    expect(run.setBpm.value).toBe(72)
    const decisions = kept.flatMap(({ event }) => (event.kind === 'decision' ? [event] : []))
    // Each names the one before it, as the server asks.
    expect(decisions.map(event => [event.revision, event.bpm, event.supersedes])).toEqual([
      [0, 76, null],
      [1, 80, null],
      [2, 76, decisions[1]!.id],
      [3, 72, decisions[2]!.id],
    ])
  })

  test('a stage opened here is taught at once: its plan, its sheet, its counts; taken back it is gone', async () => {
    const slurred = { ...PLAN, startBpm: 60, targetBpm: 72 }
    const path = [
      { number: 0, name: 'together', change: null, plan: PLAN },
      { number: 3, name: 'slurred', change: { slurs: [2] }, plan: slurred },
    ]
    served = detail({ agenda: [set('a', { path })] })
    const { run } = await open()
    for (let i = 0; i < 3; i++) run.pass(true)
    run.rate(5)
    run.decide({ decision: 'next-stage', bpm: 60, stage: 3, reason: 'ready' })
    expect(said.at(-1)!.text).toBe('Now: slurred.')
    expect(run.current.value).toMatchObject({ stage: 'slurred', plan: slurred, change: { slurs: [2] } })
    expect([run.setBpm.value, run.tempo.value]).toEqual([60, 60])
    // Three more are wanted: those before were of another stage.
    expect(run.standing.value!.offer.grounds).toMatchObject({ ground: 'more-wanted', count: 3 })
    run.pass(true)
    // The server knows the newest revision; this page does not.
    expect(kept.at(-1)!.event).toMatchObject({ kind: 'pass', revision: 1 })
    expect(kept.at(-1)!.event).not.toHaveProperty('taught')
    run.undo()
    run.undo()
    expect(kept.at(-1)!.event).toMatchObject({ kind: 'decision', decision: 'hold', bpm: 72, stage: 0 })
    expect(run.current.value).toMatchObject({ stage: 'together', stageNumber: 0 })
    run.pass(true)
    expect(kept.at(-1)!.event).toMatchObject({ taught: 2 })
  })

  test('the next and the previous drill; the ends do not join', async () => {
    const { run } = await open()
    run.step(-1)
    expect(run.current.value!.id).toBe('a')
    run.step(1)
    run.step(1)
    expect(run.current.value!.id).toBe('b')
    run.step(-1)
    expect(run.current.value!.id).toBe('a')
  })

  test('turning to another drill has its own passes and tempo', async () => {
    served = detail({
      agenda: [set('a'), set('b', { decisions: [{ revision: 0, bpm: 76, at: '2026-01-01T10:00:00Z' }] })],
    })
    const { run } = await open()
    run.pass(true)
    run.choose('b')
    expect(run.current.value!.id).toBe('b')
    expect(run.setBpm.value).toBe(76)
    expect(run.passesHere.value).toEqual([])
  })
})

describe('deciding', () => {
  test('a raise names what was offered and the revision it saw; the tempo follows, and the count begins anew', async () => {
    const { run } = await open()
    for (let i = 0; i < 3; i++) run.pass(true)
    run.decide({ decision: 'raise', bpm: 76, reason: null })
    // Everything names the form of the drill that was taught, and how often its tempo had been decided.
    expect(kept.filter(({ event }) => event.kind === 'pass').map(({ event }) => event)).toMatchObject(
      Array.from({ length: 3 }, () => ({ taught: 2, revision: 0 })),
    )
    expect(kept.at(-1)!.event).toMatchObject({
      kind: 'decision',
      taught: 2,
      revision: 0,
      decision: 'raise',
      bpm: 76,
      offered: 'raise',
      offeredBpm: 76,
      supersedes: null,
    })
    expect(run.setBpm.value).toBe(76)
    expect(run.standing.value).toMatchObject({ revision: 1, offer: { decision: 'hold' } })
    expect(said.at(-1)!.text).toBe('Raised to 76.')
  })

  test('an overruling keeps its reason', async () => {
    const { run } = await open()
    run.decide({ decision: 'raise', bpm: 80, reason: 'ready for more' })
    expect(kept.at(-1)!.event).toMatchObject({ offered: 'hold', reason: 'ready for more' })
  })

  test('taking a decision back is a decision of its own that names the one it replaces', async () => {
    const { run } = await open()
    for (let i = 0; i < 3; i++) run.pass(true)
    run.decide({ decision: 'raise', bpm: 76, reason: null })
    const { id } = kept.at(-1)!.event
    said.at(-1)!.action!.run()
    expect(kept.at(-1)!.event).toMatchObject({
      kind: 'decision',
      revision: 1,
      decision: 'hold',
      bpm: 72,
      supersedes: id,
    })
    expect(run.setBpm.value).toBe(72)
  })

  test('a decision that came second is shown again with what stands now', async () => {
    const { lesson } = await open()
    served = detail({ agenda: [set('a', { decisions: [{ revision: 0, bpm: 80, at: '2026-01-05T16:10:00Z' }] })] })
    await refuse({
      entry: { kind: 'event', lessonId: 'lesson', event: { kind: 'decision' } },
      answer: { message: 'another decision came first', current: { bpm: 80 } },
    })
    expect(said.at(-1)!.text).toBe(
      'another decision came first: it stands at 80 now. Your decision is kept above; decide again.',
    )
    expect(lesson.standing(lesson.detail.value!.agenda[0]!).bpm).toBe(80)
  })
})

describe('notes and the end', () => {
  test('a note belongs to the drill in hand or to the lesson', async () => {
    const { run, lesson } = await open()
    run.note('Thumb lower.', 'drill')
    run.note('Tired today.', 'lesson')
    expect(lesson.state.value.notes.map(note => [note.text, note.assignmentId])).toEqual([
      ['Thumb lower.', 'a'],
      ['Tired today.', null],
    ])
  })

  test('after the end nothing more is heard or taken back', async () => {
    const { run } = await open()
    run.pass(true)
    run.end()
    expect(run.ended.value).toBe(true)
    run.pass(true)
    run.undo()
    expect(kinds()).toEqual(['turn', 'pass', 'end'])
  })

  test('a lesson without drills can still be noted and ended', async () => {
    served = detail({ agenda: [] })
    const { run } = await open()
    run.pass(true)
    run.note('Talked about the guitar.', 'drill')
    run.end()
    expect(kept.map(({ event }) => ('assignmentId' in event ? event.assignmentId : event.kind))).toEqual([null, 'end'])
  })
})

describe('reopening', () => {
  test('what the server has and what is still on its way are one log, nothing twice', async () => {
    const pass = (id: string): LessonEvent => ({
      id,
      at: '2026-01-05T16:01:00.000Z',
      kind: 'pass',
      assignmentId: 'a',
      bpm: 72,
      clean: true,
    })
    served = detail({ events: [pass('1'), pass('2')] })
    waitingEvents = (
      [
        ['lesson', '2'],
        ['lesson', '3'],
        ['another', '4'],
        ['lesson', '5', 'no'],
      ] as const
    ).map(([lessonId, id, refused]) => ({ kind: 'event', lessonId, event: pass(id), refused }))
    const { lesson } = await open()
    expect(lesson.state.value.passes.map(each => each.id)).toEqual(['1', '2', '3'])
  })

  test('an ended lesson is taken up again, and its whole agenda is asked for once the server knows', async () => {
    const ended: LessonEvent = { id: 'e', at: '2026-01-05T16:30:00.000Z', kind: 'end' }
    served = detail({ agenda: [set('a')], events: [ended], endedAt: ended.at })
    const { lesson, run } = await open()
    expect(run.ended.value).toBe(true)
    run.reopen()
    expect(run.ended.value).toBe(false)
    served = detail({ events: [ended, kept.at(-1)!.event] })
    waiting.value = 1
    await new Promise(resolve => setTimeout(resolve))
    waiting.value = 0
    await until(() => lesson.detail.value!.agenda.length === 2)
    run.pass(true)
    expect(kept.at(-1)!.event).toMatchObject({ kind: 'pass', assignmentId: 'a' })
  })

  test('taken up again while a note is on its way, it is not asked for before the server knows', async () => {
    const ended: LessonEvent = { id: 'e', at: '2026-01-05T16:30:00.000Z', kind: 'end' }
    served = detail({ agenda: [], events: [ended], endedAt: ended.at })
    const { lesson, run } = await open()
    const pause = () => new Promise(resolve => setTimeout(resolve))
    waiting.value = 1
    await pause()
    let isKept = () => {}
    keeping = new Promise<void>(resolve => (isKept = resolve))
    run.reopen()
    // The note is delivered; only then does the device have the other in its outbox.
    waiting.value = 0
    await pause()
    waiting.value = 1
    isKept()
    await pause()
    served = detail({ events: [ended, kept.at(-1)!.event] })
    waiting.value = 0
    await until(() => lesson.detail.value!.agenda.length === 2)
  })

  test('a device whose clock is weeks behind still counts passes as later than what was decided before', async () => {
    served = detail({ agenda: [set('a', { decisions: [{ revision: 0, bpm: 76, at: '2026-01-01T10:00:00Z' }] })] })
    offsetMs = Date.parse('2026-01-05T16:10:00Z') - Date.now()
    const { run } = await open()
    for (let i = 0; i < 3; i++) run.pass(true)
    expect(run.standing.value!.offer).toMatchObject({ decision: 'raise', bpm: 80 })
  })
})

describe('what is said of a drill beside its passes', () => {
  const fault = { id: 'old', fault: 'late-shift', day: '2025-12-29' } as const
  const withFault = () => detail({ agenda: [set('a', { faults: [fault] }), set('b')] })

  test('a fault of last time is answered: gone, or put down again; undo takes either back', async () => {
    served = withFault()
    const { lesson, run } = await open()
    const answer = () => lesson.answerTo(served.agenda[0]!, fault)
    expect(answer()).toBeNull()
    run.faultGone(fault)
    expect(answer()).toBe('gone')
    run.undo()
    expect(answer()).toBeNull()
    run.fault('late-shift', {})
    expect(answer()).toBe('still there')
    expect(kinds()).toEqual(['turn', 'fault-gone', 'void', 'fault'])
  })

  test('the same fault in the last lesson and in this one holds the drill', async () => {
    served = detail({
      agenda: [set('a', { lessonLogs: [{ at: '2025-12-29T16:00:00.000Z', kind: 'lesson', faults: ['tension'] }] })],
    })
    const { run } = await open()
    run.fault('tension', {})
    expect(run.standing.value!.offer).toMatchObject({ decision: 'hold', grounds: { ground: 'fault-again' } })
  })

  test('how it sounded is kept once, the last that was said', async () => {
    const { lesson, run } = await open()
    for (const quality of [3, 4, 4]) run.rate(quality)
    expect(kinds()).toEqual(['turn', 'rating', 'rating'])
    expect(lesson.state.value.quality.get('a')).toBe(4)
  })

  test('a pain that was put down means rest until it is gone', async () => {
    const { lesson, run } = await open()
    lesson.hurts({ where: 'wrist', since: '2026-01-05', reviewOn: null })
    expect(run.standing.value!.offer.decision).toBe('rest')
    lesson.hurts(null)
    expect(run.standing.value!.offer.decision).toBe('hold')
  })

  test('a pain put down as a fault is over once it is cleared in the same lesson', async () => {
    const { lesson, run } = await open()
    run.fault('pain', {})
    expect(run.standing.value!.offer.decision).toBe('rest')
    lesson.hurts(null)
    expect(run.standing.value!.offer.decision).toBe('hold')
  })

  test('a pain of the fretting hand stops no drill on open strings', async () => {
    const open5 = { version: 1, family: 'picking', picking: { groups: [{ strings: [3], notes: 4 }] } }
    served = detail({ agenda: [set('a', { spec: open5 })] })
    const { lesson, run } = await open()
    lesson.hurts({ where: 'joint', hand: 'fretting', since: '2026-01-05', reviewOn: null })
    expect(run.standing.value!.offer.decision).toBe('hold')
    lesson.hurts({ where: 'joint', hand: 'plucking', since: '2026-01-05', reviewOn: null })
    expect(run.standing.value!.offer.decision).toBe('rest')
  })
})

describe('a review', () => {
  const done = (id: string, revision: number) => ({
    id,
    at: '2026-01-05T16:10:00.000Z',
    kind: 'decision',
    assignmentId: 'a',
    revision,
    decision: 'done',
    bpm: 80,
    offered: 'done',
    offeredBpm: 80,
    offerReason: '',
    reason: null,
    supersedes: null,
  })
  const elsewhere = { revision: 3, bpm: 80, at: '2026-01-01T16:00:00.000Z', decision: 'done' as const }
  const nextOn = (run: Awaited<ReturnType<typeof open>>['run']) => {
    const { grounds } = run.standing.value!.offer
    return grounds.ground === 'completed' ? grounds.nextOn : grounds.ground
  }

  test('of this lesson counts once, before and after the page is loaded anew', async () => {
    // Completed on the first of December, one review passed since.
    const a = (reviews: number) => set('a', { decisions: [elsewhere], completed: { on: '2025-12-01', reviews } })
    served = detail({ agenda: [a(1)] })
    const { run } = await open()
    expect(nextOn(run)).toBe('2025-12-22')
    run.decide({ decision: 'done', bpm: 80, reason: null })
    expect(nextOn(run)).toBe('2026-01-26')
    // The server counts it now, and so does the log.
    served = detail({ agenda: [a(2)], events: [done('d', 4)] })
    kept = []
    const again = await open()
    expect(nextOn(again.run)).toBe('2026-01-26')
  })
})

describe('the agenda', () => {
  const minutes = (run: Awaited<ReturnType<typeof open>>['run']) => run.items.value.map(item => [item.id, item.minutes])

  test('is made by need, fills the lesson, and is the order of the drills', async () => {
    served = detail({ agenda: [set('a', { pace: 'at-target' }), set('b', { pace: 'stalled' })] })
    const { run } = await open()
    expect(run.items.value.map(item => item.id)).toEqual(['b', 'a'])
    expect(run.items.value.reduce((all, item) => all + item.minutes, 0)).toBe(45)
    expect(run.agenda.value.map(each => each.id)).toEqual(['b', 'a'])
    expect(run.current.value!.id).toBe('b')
  })

  test('arranged by the teacher it is theirs; undo gives back the one before', async () => {
    const { run } = await open()
    const before = minutes(run)
    run.arrange([{ id: 'a', minutes: 7 }])
    run.arrange([{ id: 'b', minutes: 10 }])
    expect(minutes(run)).toEqual([['b', 10]])
    // What is not today can still be turned to, after the others.
    expect(run.agenda.value.map(each => each.id)).toEqual(['b', 'a'])
    run.undo()
    expect(minutes(run)).toEqual([['a', 7]])
    run.undo()
    expect(minutes(run)).toEqual(before)
    expect(said.at(-1)!.text).toBe('Undone: change of the agenda.')
  })

  test('what happens in the lesson does not turn the list over', async () => {
    const { lesson, run } = await open()
    const before = minutes(run)
    served = detail({ agenda: [set('a', { pace: 'at-target' }), set('b', { pace: 'stalled' })] })
    await lesson.load()
    expect(minutes(run)).toEqual(before)
  })
})
