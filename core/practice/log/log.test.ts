import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { LessonEvent } from './events'
import { foldLesson, standingDecisions } from './fold'
import { standingOf, type Past } from './standing'

const at = (minute: number) => new Date(Date.UTC(2026, 0, 5, 16, minute)).toISOString()
const pass = (id: string, minute: number, clean = true): LessonEvent => ({
  id,
  at: at(minute),
  kind: 'pass',
  assignmentId: 'a',
  bpm: 72,
  clean,
})
const PLAN = { school: 'clean-passes', startBpm: 72, targetBpm: 104, step: 4, need: 3, tooMany: 5 } as const

describe('folding a lesson', () => {
  test('an event delivered twice counts once', () => {
    expect(foldLesson([pass('1', 0), pass('2', 1), pass('1', 0)]).passes.map(event => event.id)).toEqual(['1', '2'])
  })

  test('undo voids the last pass, and another undo the one before', () => {
    const events: LessonEvent[] = [pass('1', 0), pass('2', 1, false)]
    expect(foldLesson(events).undoable?.id).toBe('2')
    events.push({ id: '3', at: at(2), kind: 'void', eventId: '2' })
    expect(foldLesson(events).passes.map(event => event.id)).toEqual(['1'])
    expect(foldLesson(events).undoable?.id).toBe('1')
  })

  test('faults stand in the order they were put down, and undo takes the last of whatever it was', () => {
    const events: LessonEvent[] = [
      pass('1', 0),
      { id: '2', at: at(1), kind: 'fault', assignmentId: 'a', fault: 'late-shift' },
      { id: '3', at: at(2), kind: 'note', assignmentId: null, text: 'x' },
    ]
    expect(foldLesson(events).faults.map(event => event.fault)).toEqual(['late-shift'])
    expect(foldLesson([...events, { id: '4', at: at(3), kind: 'void', eventId: '3' }]).undoable?.id).toBe('2')
    expect(foldLesson([...events, { id: '5', at: at(3), kind: 'void', eventId: '2' }])).toMatchObject({
      faults: [],
      undoable: { id: '3' },
    })
  })

  test('of several agendas and ratings the last counts; one taken back gives way to the one before', () => {
    const agenda = (id: string, minutes: number): LessonEvent => ({
      id,
      at: at(0),
      kind: 'agenda',
      items: [{ assignmentId: 'a', minutes }],
    })
    const rating = (id: string, quality: number): LessonEvent => ({
      id,
      at: at(0),
      kind: 'rating',
      assignmentId: 'a',
      quality,
    })
    const events = [agenda('1', 5), rating('2', 3), agenda('3', 9), rating('4', 5)]
    const state = foldLesson(events)
    expect([state.agenda, state.quality.get('a')]).toEqual([[{ assignmentId: 'a', minutes: 9 }], 5])
    const back = foldLesson([
      ...events,
      ...['3', '4'].map(eventId => ({ id: `v${eventId}`, at: at(1), kind: 'void', eventId }) as const),
    ])
    expect([back.agenda, back.quality.get('a')]).toEqual([[{ assignmentId: 'a', minutes: 5 }], 3])
    expect(foldLesson([]).agenda).toBeNull()
  })

  test('minutes are counted per drill from turn to turn and to the end', () => {
    const state = foldLesson([
      { id: '1', at: at(0), kind: 'turn', assignmentId: 'a' },
      { id: '2', at: at(7), kind: 'turn', assignmentId: 'b' },
      { id: '3', at: at(10), kind: 'turn', assignmentId: 'a' },
      { id: '4', at: at(15), kind: 'end' },
    ])
    expect(Object.fromEntries(state.minutes)).toEqual({ a: 12, b: 3 })
    expect(state.currentId).toBe('a')
    expect(state.endedAt).toBe(at(15))
  })

  test('minutes end with the lesson: a note added later adds none, nor does the time until it is taken up again', () => {
    const turn: LessonEvent = { id: '1', at: at(0), kind: 'turn', assignmentId: 'a' }
    const end = (id: string, minute: number): LessonEvent => ({ id, at: at(minute), kind: 'end' })
    const note: LessonEvent = { id: 'n', at: at(90), kind: 'note', assignmentId: null, text: 'Forgot to say.' }
    const minutesOf = (...events: readonly LessonEvent[]) => Object.fromEntries(foldLesson(events).minutes)
    expect(minutesOf(turn, end('2', 15), note)).toEqual({ a: 15 })
    expect(minutesOf(turn, end('2', 15), { id: '3', at: at(60), kind: 'reopen' }, end('4', 65))).toEqual({ a: 20 })
    expect(minutesOf(turn, end('2', 15), { id: '3', at: at(20), kind: 'turn', assignmentId: 'b' })).toEqual({ a: 15 })
    expect(minutesOf(turn, pass('2', 6))).toEqual({ a: 6 })
  })

  test('however often and wherever events are repeated, the tally is the same', () => {
    const events: LessonEvent[] = [
      pass('1', 0),
      pass('2', 1, false),
      { id: '3', at: at(2), kind: 'void', eventId: '2' },
      pass('4', 3),
    ]
    fc.assert(
      fc.property(fc.array(fc.nat({ max: 3 }), { maxLength: 8 }), repeats => {
        const state = foldLesson([...events, ...repeats.map(i => events[i]!)])
        expect(state.passes.map(event => event.id)).toEqual(['1', '4'])
      }),
    )
  })
})

describe('decisions that stand', () => {
  const decided = (id: string, assignmentId: string, supersedes: string | null = null): LessonEvent => ({
    id,
    at: at(1),
    kind: 'decision',
    assignmentId,
    revision: 0,
    decision: 'hold',
    bpm: 72,
    offered: 'hold',
    offeredBpm: 72,
    offerReason: 'x',
    reason: null,
    supersedes,
  })
  const ids = (events: readonly LessonEvent[]) => standingDecisions(foldLesson(events).decisions).map(({ id }) => id)

  test('one that was taken back is gone with what took it back, of its own drill only', () => {
    expect(ids([decided('1', 'a'), decided('2', 'b'), decided('3', 'a')])).toEqual(['1', '3', '2'])
    expect(ids([decided('1', 'a'), decided('2', 'b'), decided('3', 'a', '1')])).toEqual(['2'])
  })

  test('taking back again takes the one before', () => {
    const twice = [decided('1', 'a'), decided('2', 'a'), decided('3', 'a', '2')]
    expect(ids(twice)).toEqual(['1'])
    expect(ids([...twice, decided('4', 'a', '3')])).toEqual([])
  })
})

describe('where a drill stands', () => {
  const heard = (minute: number, revision?: number) =>
    ({ at: at(minute), kind: 'pass', bpm: 72, clean: true, by: 'teacher', revision }) as const

  const held = (revision: number, minute = 30) => ({ revision, bpm: 72, at: at(minute), decision: 'hold' }) as const
  const standing = (passes: Past['passes'], decisions: Past['decisions'] = [], more: Partial<Past> = {}) =>
    standingOf({ plan: PLAN, passes, decisions, now: at(59), ...more })

  test('before any decision it is at the start tempo, revision 0', () => {
    expect(standing([heard(0), heard(1)])).toMatchObject({ revision: 0, bpm: 72, offer: { decision: 'hold' } })
    expect(standing([heard(0), heard(1), heard(2)]).offer).toMatchObject({ decision: 'raise', bpm: 76 })
  })

  test('after a decision to hold the count begins anew', () => {
    const passes = [heard(0, 0), heard(1, 0), heard(2, 0), heard(4, 1), heard(5, 1)]
    const decisions = [held(0, 3)]
    expect(standing(passes, decisions)).toMatchObject({ revision: 1, bpm: 72, offer: { decision: 'hold' } })
    expect(standing([...passes, heard(6, 1)], decisions).offer.decision).toBe('raise')
  })

  test('which passes came after a decision they say themselves, whatever the clocks of the devices say', () => {
    const decisions = [held(0)]
    const before = [heard(40, 0), heard(41, 0), heard(42, 0)]
    expect(standing(before, decisions).offer.decision).toBe('hold')
    expect(standing([...before, heard(1, 1), heard(2, 1), heard(3, 1)], decisions).offer.decision).toBe('raise')
  })

  test('at a stage counts what was heard under it, whatever the clocks say; what says nothing, by its time', () => {
    const stage = { from: 1, since: at(30) }
    const decisions = [held(0)]
    const offered = (passes: Past['passes']) => standing(passes, decisions, { stage }).offer.decision
    expect(offered([heard(10, 1), heard(11, 1), heard(12, 1)])).toBe('raise')
    expect(offered([heard(40, 0), heard(41, 0), heard(42, 0)])).toBe('hold')
    expect(offered([heard(40), heard(41), heard(42)])).toBe('raise')
    expect(offered([heard(10), heard(11), heard(12)])).toBe('hold')
  })

  test('a pass of a device that said nothing counts with the present tempo', () => {
    expect(standing([heard(0), heard(1), heard(2)], [held(4)]).offer.decision).toBe('raise')
  })

  test('what was told of lessons and from home counts as it lies in time', () => {
    const fault = (minute: number) => ({ at: at(minute), kind: 'lesson', faults: ['late-shift'] }) as const
    expect(standing([], [], { lessons: [fault(1), fault(2)] }).offer).toMatchObject({
      decision: 'hold',
      grounds: { ground: 'fault-again', fault: 'late-shift' },
    })
    const home = [heard(0), heard(1), heard(2)].map(pass => ({ ...pass, by: 'student' as const }))
    expect(standing(home).offer.used.proposes).toBe('raise')
  })

  test('what was counted at home before a decision does not count after it', () => {
    const home = (minute: number) => ({ ...heard(minute), by: 'student' as const })
    const decisions = [held(0, 30)]
    expect(standing([home(10), home(11), home(12)], decisions).offer.used.proposes).toBeUndefined()
    expect(standing([home(40), home(41), home(42)], decisions).offer.used.proposes).toBe('raise')
  })

  test('a pain on the card means rest, sore fingertips do not', () => {
    const pain = (where: 'wrist' | 'fingertip-skin') => ({ where, since: '2026-01-02' })
    expect(standing([], [], { pain: pain('wrist') }).offer).toMatchObject({
      decision: 'rest',
      grounds: { ground: 'pain', hurts: 'wrist', day: '2026-01-02' },
    })
    expect(standing([], [], { pain: pain('fingertip-skin') }).offer.decision).toBe('hold')
    expect(standing([], [], { pain: null }).offer.decision).toBe('hold')
  })
})
