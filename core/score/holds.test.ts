import { describe, expect, test } from '@jest/globals'
import { breachInWords, stretchInWords } from '../wording/fingering'
import type { HandInput } from '../schema/fields'
import { realise } from './realise'
import { scoreOf } from './score-of.test.data'

const SIXTEENTH = 2520

/** Holds as "finger string/fret from-to" in sixteenths, for an order drill on the given strings. */
function holds(fingers: number[], more: Record<string, unknown> = {}, hand?: HandInput) {
  return scoreOf(
    { version: 1, family: 'order', order: { fingers }, strings: { order: [6], travel: 'there' }, ...more },
    { hand },
  ).holds.map(hold => `${hold.finger} ${hold.string}/${hold.fret} ${hold.from / SIXTEENTH}-${hold.to / SIXTEENTH}`)
}

// The cases follow the hold rules of the model one by one: common practice of "leave it down".
describe('until needed', () => {
  test('ascending fingers stay down until the end of the last note', () => {
    expect(holds([1, 2, 3, 4])).toEqual(['1 6/5 0-4', '2 6/6 1-4', '3 6/7 2-4', '4 6/8 3-4'])
  })

  test('a descending run lands all its fingers at once and lifts them one by one', () => {
    expect(holds([4, 3, 2, 1])).toEqual(['1 6/5 0-4', '2 6/6 0-3', '3 6/7 0-2', '4 6/8 0-1'])
  })

  test('a lower note lifts the higher finger on its string', () => {
    expect(holds([1, 3, 2, 4])).toEqual(['1 6/5 0-4', '2 6/6 1-4', '3 6/7 1-2', '4 6/8 3-4'])
  })

  test('on the next string each finger stays until it lands there itself', () => {
    expect(holds([1, 2], { strings: { order: [6, 5], travel: 'there' } })).toEqual([
      '1 6/5 0-2',
      '2 6/6 1-3',
      '1 5/5 2-4',
      '2 5/6 3-4',
    ])
  })

  test('a note two strings away lifts every finger', () => {
    expect(holds([1, 2], { strings: { order: [6, 4], travel: 'there' } })).toEqual([
      '1 6/5 0-2',
      '2 6/6 1-2',
      '1 4/5 2-4',
      '2 4/6 3-4',
    ])
  })

  test('a shift lifts the whole hand', () => {
    const crawling = holds([1, 2], {
      order: { fingers: [1, 2], crawl: 1, crawlEvery: 'string' },
      strings: { order: [6, 5], travel: 'there' },
    })
    expect(crawling).toEqual(['1 6/5 0-2', '2 6/6 1-2', '1 5/6 2-4', '2 5/7 3-4'])
  })

  test('a small hand lets go of finger 1 when the stretch to 4 would pass its limit', () => {
    // Reach 50 mm has its limit at 70 mm; position I on 650 mm spans 97.6 mm.
    expect(holds([1, 4], { position: 1 }, { reachMm: 50 })).toEqual(['1 6/1 0-1', '4 6/4 1-2'])
    expect(holds([1, 4], { position: 1 }, { reachMm: 80 })).toEqual(['1 6/1 0-2', '4 6/4 1-2'])
  })

  test('a small hand does not place a wide descending run all at once', () => {
    expect(holds([4, 1], { position: 1 }, { reachMm: 50 })).toEqual(['4 6/4 0-1', '1 6/1 1-2'])
  })
})

describe('the other policies', () => {
  test('lift: every finger leaves at the end of its own note', () => {
    expect(holds([1, 3, 2, 4], { hold: 'lift' })).toEqual(['1 6/5 0-1', '3 6/7 1-2', '2 6/6 2-3', '4 6/8 3-4'])
  })

  test('legato only: every finger leaves when the next note sounds', () => {
    expect(holds([4, 2, 1], { hold: 'legato-only' })).toEqual(['4 6/8 0-1', '2 6/6 1-2', '1 6/5 2-3'])
  })

  test.each(['lift', 'legato-only'])(
    '%s: for a pull-off the lower finger is down from the onset of the upper note',
    hold => {
      expect(holds([4, 2], { hold, slurs: [2] })).toEqual(['2 6/6 0-2', '4 6/8 0-1'])
    },
  )
})

describe('breaches', () => {
  test('position I passes the comfort of a 78 mm reach and says by how much', () => {
    const score = scoreOf(
      { version: 1, family: 'order', position: 1, order: { fingers: [1, 2, 3, 4] } },
      { hand: { reachMm: 78 } },
    )
    expect(score.report.breaches).toEqual([])
    expect(score.report.stretches.map(stretchInWords)).toContain(
      'fingers 1–4 over frets 1–4: 97.6 mm, comfortable 78.0 mm',
    )
  })

  test('a reach of 55 mm cannot keep 1 down under 4 in position I: the finger lifts, and that is counted', () => {
    const score = scoreOf(
      {
        version: 1,
        family: 'order',
        position: 1,
        strings: { from: 6, to: 6, travel: 'there' },
        order: { fingers: [1, 4] },
      },
      { hand: { reachMm: 55 } },
    )
    expect(score.report).toMatchObject({ breaches: [], widestSpanMm: 0, liftedEarly: 1 })
  })

  test('held down it is a breach', () => {
    const score = scoreOf(
      {
        version: 1,
        family: 'held',
        position: 1,
        held: { held: [{ finger: 1, string: 6 }], moving: { fingers: [4], strings: [1] } },
      },
      { hand: { reachMm: 55 } },
    )
    expect(score.report.breaches).toEqual([expect.objectContaining({ key: 'p1.s1.1', rule: 'reach' })])
    expect(score.report.breaches.map(each => breachInWords(each))).toEqual([
      'fingers 1–4 over frets 1–4: 97.6 mm, limit 77.0 mm',
    ])
  })

  test('a barre is a breach for a hand that is to take none, and says which strings', () => {
    const blocks = { version: 1, family: 'blocks', blocks: { chords: [{ frets: '133211' }] } }
    const { breaches } = scoreOf(blocks, { hand: { barre: false } }).report
    expect(breaches).toEqual([{ key: 'p1.s2.1', rule: 'barre', finger: 1, fret: 1, strings: [6, 2, 1] }])
    expect(breachInWords(breaches[0]!)).toBe(
      'finger 1 lies across strings 6, 2 and 1 at fret 1: this hand plays no barres',
    )
    expect(scoreOf(blocks).report.breaches).toEqual([])
  })

  // The default hand is an adult's of 80 mm: what every method begins with is within it (common practice).
  test.each([
    'x32010',
    'x02220',
    '320003',
    '022100',
    'xx0232',
    'x02210',
    '133211',
    'x13331',
    'x35553',
    '577655',
    '355333',
    '244222',
    'x24432',
  ])('the default hand plays %s without a breach of reach', frets => {
    const score = scoreOf({ version: 1, family: 'blocks', blocks: { chords: [{ frets }] } })
    expect(score.report.breaches).toEqual([])
    expect(score.cues.some(cue => cue.about === 'beyond-limit')).toBe(false)
  })

  test.each([
    [1, 2],
    [1, 3],
    [2, 4],
    [1, 4],
  ])('nor does a whole step between %i and %i in V', (a, b) => {
    const score = scoreOf({
      version: 1,
      family: 'free',
      fingering: { rule: 'given' },
      free: {
        notes: [
          { at: 0, dur: 10080, string: 3, fret: 5, finger: a },
          { at: 0, dur: 10080, string: 2, fret: 7, finger: b },
        ],
      },
    })
    expect(score.report.breaches).toEqual([])
  })

  test('a spared finger is reported and never refused', () => {
    const score = scoreOf({ version: 1, family: 'order', order: { fingers: [1, 4] } }, { hand: { spared: [4] } })
    expect(score.report.breaches.map(breach => breach.rule)).toEqual(['spared'])
  })

  test('a pinned finger that crosses one still down lifts it and is told', () => {
    const score = scoreOf(
      { version: 1, family: 'order', strings: { order: [6], travel: 'there' }, order: { fingers: [3, 4] } },
      { pins: { 'p1.s6.2': 2 } },
    )
    expect(score.report.breaches[0]).toMatchObject({ key: 'p1.s6.2', rule: 'crossing' })
    expect(score.holds.map(hold => [hold.finger, hold.from, hold.to])).toEqual([
      [3, 0, SIXTEENTH],
      [2, SIXTEENTH, 2 * SIXTEENTH],
    ])
  })

  test('a pin on no note is an error that names it', () => {
    const result = realise({ version: 1, family: 'order', order: { fingers: [3, 4] } }, { pins: { 'p9.s6.2': 2 } })
    expect(!result.ok && result.error.path).toBe('pins.p9.s6.2')
  })

  test('so is one on a note that the plucking hand taps, and on an open string', () => {
    const wrong = (spec: object, key: string) => {
      const result = realise({ version: 1, family: 'free', ...spec }, { pins: { [key]: 2 } })
      return result.ok ? null : `${result.error.path}: ${result.error.message}`
    }
    const notes = [
      { at: 0, dur: SIXTEENTH, string: 1, fret: 5 },
      { at: SIXTEENTH, dur: SIXTEENTH, string: 1, fret: 12, via: 'tap' },
      { at: 2 * SIXTEENTH, dur: SIXTEENTH, string: 1, fret: 0 },
    ]
    expect(wrong({ free: { notes } }, 'p1.n1')).toBeNull()
    expect(wrong({ free: { notes } }, 'p1.n2')).toBe('pins.p1.n2: this note is tapped by the plucking hand')
    expect(wrong({ free: { notes } }, 'p1.n3')).toBe('pins.p1.n3: this note is an open string')
  })
})
