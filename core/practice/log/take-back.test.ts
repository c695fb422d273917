import { describe, expect, test } from '@jest/globals'
import type { LessonEventOf } from './events'
import { takenBack, type DecidedDrill } from './take-back'

const plan = { school: 'clean-passes', startBpm: 60, targetBpm: 90, step: 4, need: 3, tooMany: 5 } as const
const drill: DecidedDrill = {
  decisions: [],
  stageBefore: { number: 1, from: 1, since: null },
  path: [
    { number: 0, plan: { ...plan, startBpm: 50 } },
    { number: 1, plan },
    { number: 2, plan: { ...plan, startBpm: 72 } },
  ],
  plan,
}
const decided = (id: string, revision: number, bpm: number, stage?: number): LessonEventOf<'decision'> => ({
  id,
  at: `2026-01-05T16:0${revision}:00.000Z`,
  kind: 'decision',
  assignmentId: 'drill',
  revision,
  decision: stage === undefined ? 'raise' : 'next-stage',
  bpm,
  ...(stage !== undefined && { stage }),
  offered: 'hold',
  offeredBpm: 60,
  offerReason: '',
  reason: null,
  supersedes: null,
})

describe('a decision taken back', () => {
  test('leads to the tempo of the decision before it in the lesson', () => {
    const here = [decided('a', 0, 64), decided('b', 1, 68)]
    expect(takenBack(here[1]!, here, drill)).toMatchObject({ bpm: 64, revision: 2, supersedes: 'b', decision: 'hold' })
  })

  test('else to that of the last one before the lesson', () => {
    const here = [decided('a', 3, 84)]
    expect(takenBack(here[0]!, here, { ...drill, decisions: [{ bpm: 76 }, { bpm: 80 }] })).toMatchObject({ bpm: 80 })
  })

  test('else to the start of the stage it was at when the lesson began', () => {
    const here = [decided('a', 0, 64)]
    expect(takenBack(here[0]!, here, { ...drill, stageBefore: { number: 0, from: 0, since: null } })).toMatchObject({
      bpm: 50,
    })
  })

  test('goes back to the stage from before it, where it opened one, and names none where it did not', () => {
    const here = [decided('a', 0, 64), decided('b', 1, 72, 2)]
    expect(takenBack(here[1]!, here, drill)).toMatchObject({ stage: 1, bpm: 64 })
    expect(takenBack(here[0]!, here, drill)).not.toHaveProperty('stage')
  })

  test('supersedes the last decision, whichever is taken back; one that is none of the lesson leads nowhere', () => {
    const here = [decided('a', 0, 64), decided('b', 1, 68)]
    expect(takenBack(here[0]!, here, drill)).toMatchObject({ bpm: 60, supersedes: 'b', revision: 2 })
    expect(takenBack(decided('z', 9, 99), here, drill)).toBeNull()
  })
})
