import { describe, expect, test } from '@jest/globals'
import { AGREED } from '../fingering/agreement.test.data'
import { scoreOf } from './score-of.test.data'

/** What the engine answers for every passage of the agreement set. */
const ANSWERS = AGREED.map(({ name, spec, accepted }) => {
  const fingers = scoreOf(spec).notes.map(note => note.finger).join('')
  return { name, fingers, accepted, agrees: accepted.includes(fingers) }
})

describe('fingerings that teachers accept', () => {
  test('the set is large enough to mean something', () => {
    expect(AGREED.length).toBeGreaterThanOrEqual(60)
    expect(new Set(AGREED.map(({ name }) => name)).size).toBe(AGREED.length)
  })

  test('the engine finds at least nine of ten', () => {
    const missed = ANSWERS.filter(answer => !answer.agrees)
    if (missed.length > ANSWERS.length / 10) throw new Error(missed.map(({ name, fingers, accepted }) => `${name}: ${fingers}, not ${accepted.join(' or ')}`).join('\n'))
    expect(1 - missed.length / ANSWERS.length).toBeGreaterThanOrEqual(0.9)
  })
})
