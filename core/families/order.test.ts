import { describe, expect, test } from '@jest/globals'
import { problemOf as problem, scoreOf as score } from '../score/score-of.test.data'

const drill = (more: object = {}, block: object = {}) => ({
  version: 1,
  family: 'order',
  order: { fingers: [1, 2, 3, 4], ...block },
  ...more,
})
function permutations(items: readonly number[]): number[][] {
  return items.length === 0
    ? [[]]
    : items.flatMap(first => permutations(items.filter(item => item !== first)).map(rest => [first, ...rest]))
}

describe('finger orders', () => {
  test('1234 in V over six strings there and back is 48 notes in 12 beats', () => {
    const { notes, bars, seconds } = score(drill())
    expect(notes).toHaveLength(48)
    expect(bars).toBe(3)
    expect(seconds).toBe(12)
    expect(notes.at(-1)!.at + notes.at(-1)!.dur).toBe(12 * 10080)
  })

  test('there are 24 orders of four fingers, and each plays frets 5 to 8 in its own order', () => {
    const orders = permutations([1, 2, 3, 4])
    expect(new Set(orders.map(String)).size).toBe(24)
    for (const fingers of orders) {
      const first = score(drill({}, { fingers })).notes.slice(0, 4)
      expect(first.map(note => note.fret)).toEqual(fingers.map(finger => finger + 4))
      expect(first.map(note => note.finger)).toEqual(fingers)
    }
  })

  test('the way back mirrors the order, or repeats it', () => {
    expect(
      score(drill({}, { fingers: [1, 3, 2, 4] }))
        .notes.slice(24, 28)
        .map(note => note.finger),
    ).toEqual([4, 2, 3, 1])
    expect(
      score(drill({}, { fingers: [1, 3, 2, 4], back: 'same' }))
        .notes.slice(24, 28)
        .map(note => note.finger),
    ).toEqual([1, 3, 2, 4])
  })

  test('skipping a string from 6 to 1 goes 6 4 5 3 4 2 3 1', () => {
    const { notes } = score(drill({ strings: { order: 'skip', travel: 'there' } }))
    expect(notes.filter((_, i) => i % 4 === 0).map(note => note.string)).toEqual([6, 4, 5, 3, 4, 2, 3, 1])
  })

  test('the turning string is played once when it is not repeated', () => {
    expect(score(drill({ strings: { repeatTurn: false } })).notes).toHaveLength(44)
    expect(
      score(drill({ strings: { order: [6, 3, 1] } }))
        .notes.filter((_, i) => i % 4 === 0)
        .map(note => note.string),
    ).toEqual([6, 3, 1, 1, 3, 6])
  })

  test('keys tell pass, string visit and note', () => {
    const keys = score(drill({ times: 2 })).notes.map(note => note.key)
    expect(new Set(keys).size).toBe(96)
    expect(keys[0]).toBe('p1.s6.1')
    expect(keys[6]).toBe('p1.s5.3')
    expect(keys[24]).toBe('p1.s1v2.1')
    expect(keys[48]).toBe('p2.s6.1')
  })

  test('crawling moves the hand per pass, or per string and on the way back too', () => {
    const perPass = score(drill({ times: 3 }, { crawl: 1 }))
    expect(perPass.shifts.map(({ from, to }) => [from, to])).toEqual([
      [5, 6],
      [6, 7],
    ])
    expect(perPass.shifts[0]!.at).toBe(12 * 10080)
    const perString = score(drill({ strings: { from: 6, to: 5 } }, { crawl: 1, crawlEvery: 'string' }))
    // On the way back the mirrored order begins with finger 4, three frets above the position.
    expect(perString.notes.filter((_, i) => i % 4 === 0).map(note => note.fret)).toEqual([5, 6, 7 + 3, 8 + 3])
  })

  test('alternate strokes run over plucked notes only; a slurred note has none', () => {
    const { notes } = score(drill({ slurs: [2, 4], strings: { to: 5, travel: 'there' } }))
    expect(notes.map(note => note.pluck)).toEqual(['D', null, 'U', null, 'D', null, 'U', null])
    expect(notes.map(note => note.via)).toEqual([
      'pluck',
      'hammer',
      'pluck',
      'hammer',
      'pluck',
      'hammer',
      'pluck',
      'hammer',
    ])
    expect(score(drill({ plucking: { system: 'down' } })).notes.every(note => note.pluck === 'D')).toBe(true)
  })

  test('starting up, four to a string, every crossing upwards is outside; starting down, inside', () => {
    expect(score(drill({ strings: { travel: 'there' } })).report.crossings).toEqual({ outside: 0, inside: 5 })
    expect(score(drill({ strings: { travel: 'there' }, plucking: { start: 'U' } })).report.crossings).toEqual({
      outside: 5,
      inside: 0,
    })
  })

  test('the worked example plays 5 7 6 8 with alternate strokes at 72', () => {
    const worked = score({
      version: 1,
      family: 'order',
      instrument: { preset: 'classical' },
      position: 5,
      strings: { order: 'adjacent', from: 6, to: 1, travel: 'there-and-back', repeatTurn: true },
      rhythm: { meter: [4, 4], perBeat: 4 },
      tempo: 72,
      hold: 'until-needed',
      plucking: { system: 'alternate', start: 'D' },
      fingering: { rule: 'one-per-fret' },
      order: { fingers: [1, 3, 2, 4], back: 'mirror', crawl: 0, crawlEvery: 'pass' },
    })
    expect(worked.notes.slice(0, 4).map(note => note.fret)).toEqual([5, 7, 6, 8])
    expect(worked.notes.slice(0, 4).map(note => note.midi)).toEqual([45, 47, 46, 48])
    expect(worked.notesPerSecond).toBeCloseTo(4.8, 9)
    expect(worked.seconds).toBe(10)
    expect(worked.report.widestSpanMm).toBeCloseTo(77.5, 1)
    expect(worked.title).toBe('Order 1 3 2 4, strings 6–1 and back, V')
  })

  test.each([
    [drill({}, { fingers: [1, 3, 3, 4] }), 'order.fingers', /finger 3 twice/],
    [drill({}, { fingers: [] }), 'order.fingers', /at least 1 finger/],
    [drill({}, { fingers: [5] }), 'order.fingers.0', /at most 4/],
    [drill({ position: 17 }), 'position', /fret 20 is beyond the neck: the last fret is 19/],
    [drill({ instrument: { preset: 'classical', capo: 4 }, position: 13 }), 'position', /last fret is 15/],
    [drill({ times: 20 }, { crawl: 1 }), 'order.crawl', /beyond the neck/],
    [drill({ times: 9 }, { crawl: -1 }), 'order.crawl', /below the first fret/],
    [drill({ strings: { from: 7 } }), 'strings.from', /string 7 is not on a guitar of 6 strings/],
    [drill({ strings: { order: [6, 8] } }), 'strings.order', /string 8/],
    [drill({ strings: { order: 'skip', from: 2, to: 1 } }), 'strings.order', /at least three strings/],
    [drill({ slurs: [1] }), 'slurs.0', /no note before it/],
    [drill({}, { foo: 1 }), 'order.foo', /unknown/],
    [drill({ foo: 1 }), 'foo', /unknown/],
    [drill({ pair: {} }), 'pair', /unknown/],
    [{ version: 1, family: 'order' }, 'order', /missing/],
    [{ family: 'order', order: { fingers: [1] } }, 'version', /missing/],
    [{ version: 1, family: 'waltz', waltz: {} }, 'family', /no family is called "waltz"/],
    [[], '', /object/],
    [drill({ then: [{ do: 'rotate', n: 99 }] }), 'then.0.n', /the drill has 48/],
    [drill({ then: [{ do: 'reverse' }, { do: 'position', to: 18 }] }), 'then.1.to', /beyond the neck/],
    [drill({ then: [{ do: 'fly' }] }), 'then.0.do', /unknown transform "fly"/],
    [drill({ rhythm: { perBeat: 9 } }), 'rhythm.perBeat', /at most 8/],
  ])('a bad spec names the field and the rule (%#)', (spec, path, reason) => {
    expect(problem(spec)).toEqual({ path, message: expect.stringMatching(reason) })
  })
})
