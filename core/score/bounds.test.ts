import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { answerOne, type Answer } from '../formats/door'
import { MOST_NOTES } from '../line/budget'
import { MOST_TITLE } from '../schema/title'
import { mutatedRequest } from './mutated-spec.test.data'
import { scoreOf } from './score-of.test.data'

/** A few hundred of the requests that `npm run fuzz` makes by the ten thousand. */
const REQUESTS = fc.sample(mutatedRequest, { seed: 20261126, numRuns: 200 })

// The schema library's own sentences, which nobody should have to read.
const LIBRARY =
  /Invalid input|Invalid option|Unrecognized key|Too (small|big)|expected (string|number|object|array|boolean|int)/

describe('whatever is asked at the door', () => {
  const answers: { readonly request: unknown; readonly answer: Answer; readonly cpuMs: number }[] = []

  test('is answered: nothing throws', () => {
    for (const request of REQUESTS) {
      const before = process.cpuUsage()
      const answer = answerOne(request)
      const { user } = process.cpuUsage(before)
      answers.push({ request, answer, cpuMs: user / 1000 })
    }
    expect(answers).toHaveLength(REQUESTS.length)
    const refused = answers.filter(({ answer }) => 'error' in answer).length
    // Both ways are tried: of five at least one is played and one refused.
    expect([refused > REQUESTS.length / 5, REQUESTS.length - refused > REQUESTS.length / 5]).toEqual([true, true])
  })

  test('a refusal says which field, and in our own words', () => {
    for (const { request, answer } of answers) {
      if (!('error' in answer)) continue
      const { path, message } = answer.error
      if (LIBRARY.test(message) || typeof path !== 'string' || message.length === 0 || message.length > 600)
        throw new Error(`${path}: ${message}\nfor ${JSON.stringify(request).slice(0, 500)}`)
    }
  })

  test('an answer is no larger than a page can hold, and its figures are figures', () => {
    for (const { answer } of answers) {
      if ('error' in answer || answer.kind !== 'sheet') continue
      expect(answer.notes.length).toBeLessThanOrEqual(MOST_NOTES)
      expect(answer.title.length).toBeLessThanOrEqual(MOST_TITLE)
      expect(Number.isFinite(answer.fingering.cost)).toBe(true)
      expect(JSON.stringify(answer).length).toBeLessThan(4_000_000)
    }
  })

  // The bound itself is one second, measured by `npm run fuzz` on a quiet machine; a loaded one, and code that the
  // loader of the tests has wrapped, take several times as long.
  test('none takes anywhere near for ever', () => {
    const slow = Number(process.env.TEST_SLOW_FACTOR ?? 1)
    expect(Math.max(...answers.map(({ cpuMs }) => cpuMs))).toBeLessThan(8000 * slow)
  })
})

describe('the title of a drill', () => {
  const over = (count: number) =>
    scoreOf({
      version: 1,
      family: 'pattern',
      pattern: {
        chords: Array.from({ length: count }, (_, i) => ({ name: `Chord${i}sus4`, frets: 'x32010' })),
        tokens: 'p:R i:3 m:2 a:1',
      },
    }).title

  test('is never longer than the name it is offered as may be, and is cut between words', () => {
    expect(over(2)).toBe('Pattern p i m a over Chord0sus4 Chord1sus4')
    const long = over(32)
    expect(long.length).toBeLessThanOrEqual(MOST_TITLE)
    expect(long).toMatch(/^Pattern p i m a over Chord0sus4 .* Chord\d+sus4…$/)
  })

  test('a single word without end is cut too', () => {
    const { title } = scoreOf({
      version: 1,
      family: 'pattern',
      pattern: {
        chords: [{ name: 'C'.repeat(40), frets: 'x32010' }],
        tokens: Array.from({ length: 60 }, () => 'p:R').join(' '),
      },
    })
    expect(title.length).toBeLessThanOrEqual(MOST_TITLE)
  })
})
