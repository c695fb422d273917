import { describe, expect, test } from '@jest/globals'
import { stageAfter, type StageDecision } from './stage'

const decided = (id: string, revision: number, stage?: number, supersedes: string | null = null): StageDecision => ({
  id,
  revision,
  at: `2026-01-${String(5 + revision).padStart(2, '0')}T16:00`,
  stage,
  supersedes,
})
const AT_FIRST = { number: 0, from: 0, since: null }

describe('the stage a drill is at', () => {
  test('is the one opened last, from the decision after', () => {
    expect(stageAfter(AT_FIRST, [])).toEqual(AT_FIRST)
    expect(stageAfter(AT_FIRST, [decided('a', 0), decided('b', 1, 1), decided('c', 2)])).toEqual({
      number: 1,
      from: 2,
      since: '2026-01-06T16:00',
    })
  })

  test('is the one before where its opening is taken back, with all that was heard there', () => {
    expect(stageAfter(AT_FIRST, [decided('a', 0, 1), decided('b', 1, 0, 'a')])).toEqual(AT_FIRST)
    expect(stageAfter(AT_FIRST, [decided('a', 0, 1), decided('b', 1, 2), decided('c', 2, 1, 'b')])).toEqual({
      number: 1,
      from: 1,
      since: '2026-01-05T16:00',
    })
  })

  test('is opened anew where something older is taken back', () => {
    expect(stageAfter(AT_FIRST, [decided('a', 0, 1), decided('b', 1, 2), decided('c', 2, 1, 'a')])).toEqual({
      number: 1,
      from: 3,
      since: '2026-01-07T16:00',
    })
  })
})
