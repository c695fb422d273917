import { describe, expect, test } from '@jest/globals'
import { AGREED, answerTo, isAccepted } from '../fingering/agreement.test.data'
import { scoreOf } from './score-of.test.data'

/** What the engine answers for every passage of the agreement set. */
const ANSWERS = AGREED.map(passage => {
  const answer = answerTo(passage, scoreOf(passage.spec).notes)
  return {
    name: passage.name,
    kind: passage.kind,
    answer,
    wanted: passage.places ?? passage.accepted ?? [],
    agrees: isAccepted(passage, answer),
  }
})

describe('fingerings that teachers accept', () => {
  test('the set is large enough to mean something', () => {
    expect(AGREED.length).toBeGreaterThanOrEqual(180)
    expect(new Set(AGREED.map(({ name }) => name)).size).toBe(AGREED.length)
  })

  const rate = (answers: typeof ANSWERS) => answers.filter(answer => answer.agrees).length / answers.length
  const missed = (answers: typeof ANSWERS) =>
    answers
      .filter(answer => !answer.agrees)
      .map(({ name, answer, wanted }) => `${name}: ${answer}, not ${wanted.join(' or ')}`)
      .join('\n')

  test('the engine finds at least nineteen of twenty', () => {
    if (rate(ANSWERS) < 0.95) throw new Error(missed(ANSWERS))
    expect(rate(ANSWERS)).toBeGreaterThanOrEqual(0.95)
  })

  test.each([...new Set(AGREED.map(({ kind }) => kind))])('and of each kind seventeen of twenty: %s', kind => {
    const own = ANSWERS.filter(answer => answer.kind === kind)
    if (rate(own) < 0.85) throw new Error(missed(own))
    expect(own.length).toBeGreaterThanOrEqual(8)
  })
})
