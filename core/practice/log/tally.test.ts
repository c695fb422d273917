import { describe, expect, test } from '@jest/globals'
import { overrules, type LessonEvent } from './events'
import { tallyOf, unheard } from './tally'

const AT = '2026-01-05T16:00:00.000Z'
const pass = (bpm: number, clean: boolean, id: string): LessonEvent => ({
  id,
  at: AT,
  kind: 'pass',
  assignmentId: 'a',
  bpm,
  clean,
})
const undo = (eventId: string): LessonEvent => ({ id: `u${eventId}`, at: AT, kind: 'void', eventId })
const decide = (bpm: number, decision = 'raise') =>
  ({ kind: 'decision', assignmentId: 'a', decision, bpm }) as LessonEvent
const told = (...events: readonly (readonly [string, LessonEvent])[]) =>
  tallyOf(
    60,
    events.map(([lessonId, event]) => ({ lessonId, event })),
  )

describe("what a drill's history comes to", () => {
  test('the fastest clean pass of a lesson counts, and an undone one not', () => {
    const { hearings: heard } = told(
      ['l', pass(60, true, '1')],
      ['l', pass(72, true, '2')],
      ['l', pass(80, false, '3')],
      ['l', undo('2')],
    )
    expect(heard.get('l')).toEqual({ passes: 2, clean: 1, bestCleanBpm: 60, triedBpm: 80, rises: 0 })
  })

  test('of a lesson that left the drill at another stage, its tempos are those of that stage', () => {
    const opens = { ...decide(56), revision: 0, stage: 1, supersedes: null } as LessonEvent
    const heard = (...more: readonly (readonly [string, LessonEvent])[]) =>
      told(['l', pass(72, true, '1')], ['l', opens], ...more).hearings.get('l')
    expect(heard()).toEqual({ passes: 1, clean: 1, bestCleanBpm: null, triedBpm: null, rises: 0 })
    expect(heard(['l', pass(56, true, '2')])).toMatchObject({ passes: 2, bestCleanBpm: 56, triedBpm: 56 })
  })

  test('lessons are counted since the tempo last rose above all it had been', () => {
    const lesson = (id: string, ...more: readonly LessonEvent[]) =>
      [[id, pass(60, true, id)], ...more.map(event => [id, event])] as [string, LessonEvent][]
    expect(told(...lesson('1'), ...lesson('2')).standing.lessonsSinceRise).toBe(2)
    // The lesson of the rise itself is none since.
    expect(told(...lesson('1'), ...lesson('2', decide(64))).standing).toMatchObject({
      bpm: 64,
      bestBpm: 64,
      rises: 1,
      lessonsSinceRise: 0,
    })
    expect(told(...lesson('1', decide(64)), ...lesson('2'), ...lesson('3')).standing.lessonsSinceRise).toBe(2)
    // Eased and brought back to where it was is no rise.
    expect(
      told(...lesson('1', decide(64)), ...lesson('2', decide(60)), ...lesson('3', decide(64))).standing,
    ).toMatchObject({ bpm: 64, rises: 1, lessonsSinceRise: 2, revision: 3 })
    // A lesson whose only pass was undone was none.
    expect(told(...lesson('1'), ['2', pass(60, true, 'x')], ['2', undo('x')]).standing.lessonsSinceRise).toBe(1)
  })

  test('a drill that was just set stands at its start, with nothing heard or decided', () => {
    expect(told()).toEqual({
      standing: {
        bpm: 60,
        revision: 0,
        decided: null,
        bestBpm: 60,
        rises: 0,
        risenInLesson: null,
        lessonsSinceRise: 0,
        stageFrom: 0,
      },
      hearings: new Map(),
    })
    expect(unheard(3)).toEqual({ passes: 0, clean: 0, bestCleanBpm: null, triedBpm: null, rises: 3 })
  })

  test('a decision to stay is no rise, and each is counted', () => {
    expect(told(['1', decide(64)], ['1', decide(60, 'ease')]).standing.decided).toBe('ease')
    expect(told(['1', decide(60)]).standing).toMatchObject({
      bpm: 60,
      bestBpm: 60,
      revision: 1,
      rises: 0,
      risenInLesson: null,
    })
    expect(told(['1', decide(64)], ['1', decide(68)]).standing).toMatchObject({
      bpm: 68,
      revision: 2,
      rises: 2,
      risenInLesson: '1',
    })
  })

  test('a slip is tried and not clean; the fastest of each is kept, in whatever order they come', () => {
    expect(
      told(['l', pass(80, false, '1')], ['l', pass(64, true, '2')], ['l', pass(60, true, '3')]).hearings.get('l'),
    ).toEqual({ passes: 3, clean: 2, bestCleanBpm: 64, triedBpm: 80, rises: 0 })
  })

  test('a second undo of one pass, an undo of something else and a note change nothing', () => {
    const once = told(['l', pass(60, true, '1')], ['l', pass(64, true, '2')], ['l', undo('2')])
    expect(
      told(
        ['l', pass(60, true, '1')],
        ['l', pass(64, true, '2')],
        ['l', undo('2')],
        ['l', undo('2')],
        ['l', undo('nothing')],
        ['l', { id: 'n', at: AT, kind: 'note', assignmentId: 'a', text: 'x' }],
      ),
    ).toEqual(once)
  })

  test('a lesson is counted under the rises before its first pass, even when a rise follows in it', () => {
    const { hearings: heard, standing } = told(
      ['1', pass(60, true, 'a')],
      ['1', decide(64)],
      ['1', pass(64, true, 'b')],
      ['2', pass(64, true, 'c')],
      ['1', pass(64, true, 'd')],
    )
    expect([heard.get('1')!.rises, heard.get('2')!.rises, standing.lessonsSinceRise]).toEqual([0, 1, 1])
    // Taken back and heard anew after the rise, it is a lesson of the rise.
    expect(
      told(['1', pass(60, true, 'a')], ['1', undo('a')], ['2', decide(64)], ['1', pass(64, true, 'b')]).standing
        .lessonsSinceRise,
    ).toBe(1)
  })
})

describe('overruling', () => {
  const offered = {
    id: 'd',
    at: AT,
    kind: 'decision',
    assignmentId: 'a',
    revision: 0,
    offered: 'raise',
    offeredBpm: 64,
    offerReason: '',
    reason: null,
    supersedes: null,
  } as const

  test("is another decision or another tempo than the offer; taking one's own back is none", () => {
    expect(overrules({ ...offered, decision: 'raise', bpm: 64 })).toBe(false)
    expect(overrules({ ...offered, decision: 'raise', bpm: 66 })).toBe(true)
    expect(overrules({ ...offered, decision: 'hold', bpm: 64 })).toBe(true)
    expect(overrules({ ...offered, decision: 'hold', bpm: 60, supersedes: 'e' })).toBe(false)
  })
})
