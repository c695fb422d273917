import { describe, expect, test } from '@jest/globals'
import { toTab } from '../formats/tab'
import { countBar } from './count'
import { answer } from './answer'
import { explainNote, explainRealised, positionAt } from './explain-note'
import { noteInWords } from './note-words'
import { realise } from './realise'
import { scoreOf } from './score-of.test-data'

const order = (more: object = {}, block: object = {}) => ({ version: 1, family: 'order', order: { fingers: [1, 3, 2, 4], ...block }, strings: { from: 6, to: 4, travel: 'there' }, ...more })

describe('the count', () => {
  // As it is said in every beginner's method (common practice).
  test.each([
    [[4, 4], 1, '1 2 3 4'], [[4, 4], 2, '1 & 2 & 3 & 4 &'], [[3, 4], 3, '1 & a 2 & a 3 & a'], [[2, 4], 4, '1 e & a 2 e & a'], [[6, 8], 2, '1 2 3 4 5 6'], [[2, 4], 5, '1 · · · · 2 · · · ·'],
  ] as const)('%p with %i notes to a quarter is counted %s', (meter, perBeat, said) => {
    expect(countBar(meter, perBeat).map(mark => mark.text).join(' ')).toBe(said)
  })
})

describe('notes in words', () => {
  const score = scoreOf(order({ slurs: [2] }))

  test('string, fret, finger and stroke, as a screen reader says them', () => {
    expect(score.notes.slice(0, 2).map(noteInWords)).toEqual(['string 6, fret 5, finger 1, down', 'string 6, fret 7, finger 3, hammered on'])
    const open = scoreOf({ version: 1, family: 'picking', picking: { groups: [{ strings: [3], notes: 1 }] } })
    expect(noteInWords(open.notes[0]!)).toBe('string 3, open, down')
  })

  test('a note explains pitch, length, finger, what stays down and what is kept quiet', () => {
    const told = explainNote(score, score.notes[5]!).join('; ')
    expect(told).toContain('E3, 250 ms, hammered on')
    expect(told).toContain('one finger per fret in V')
    expect(told).toContain('finger 4 stays on string 6, fret 8')
    expect(told).toContain('string 6 kept quiet by the tip of finger 1')
    expect(told).toContain('strings 4, 3, 2, 1 kept quiet by the underside of finger 1')
  })

  test('every string but the sounding ones is kept quiet by something', () => {
    for (const note of score.notes) {
      expect(score.report.quiet.filter(quiet => quiet.key === note.key).map(quiet => quiet.string).sort()).toEqual([1, 2, 3, 4, 5, 6].filter(string => string !== note.string))
    }
  })

  test('the position at a tick follows the shifts', () => {
    const crawling = scoreOf(order({}, { crawl: 2, crawlEvery: 'string' }))
    expect([0, 4, 8].map(i => positionAt(crawling, crawling.notes[i]!.at))).toEqual([5, 7, 9])
  })

  test('a whole drill is told in a line a note; drills without a guitar too', () => {
    const lines = explainRealised(score).split('\n')
    expect(lines[0]).toBe('Order 1 3 2 4, strings 6–4, V')
    expect(lines.filter(line => /^\d+\. string/.test(line))).toHaveLength(12)
    const count = realise({ version: 1, family: 'count', count: { tempos: [60], bars: 2, silentBars: 1 } })
    expect(count.ok && explainRealised(count.value)).toContain('60: 2 bars, 1 of them silent, 8.0 s')
  })
})

describe('text tablature', () => {
  test('frets stand on their strings, strokes above and fingers below', () => {
    const lines = toTab(scoreOf(order({ strings: { order: [6], travel: 'there' } }))).split('\n')
    const at = (start: string) => lines.find(line => line.startsWith(start))!
    expect(lines.filter(line => line.startsWith('E |'))).toHaveLength(2)
    expect(lines.findLast(line => line.startsWith('E |'))).toContain('-5---7---6---8-')
    expect(lines.some(line => line.trim() === 'D   U   D   U')).toBe(true)
    expect(lines.some(line => line.trim() === '1   3   2   4')).toBe(true)
    expect(at('A |')).not.toMatch(/\d/)
  })

  test('long drills break into lines of two bars', () => {
    const tab = toTab(scoreOf({ version: 1, family: 'order', order: { fingers: [1, 2, 3, 4] } }))
    expect(tab.split('\n').filter(line => line.startsWith('B |'))).toHaveLength(2)
  })
})

describe('a door', () => {
  const good = order()
  const bad = order({}, { fingers: [2, 2] })

  test('one request has one answer, a list a list of equal length', () => {
    expect(answer(good)).toMatchObject({ kind: 'sheet' })
    expect(answer(bad)).toEqual({ error: { path: 'order.fingers', message: 'finger 2 twice' } })
    expect(answer([good, bad, null])).toMatchObject([{ kind: 'sheet' }, { error: { path: 'order.fingers' } }, { error: { path: '' } }])
    expect(answer([])).toEqual([])
  })

  test.each([
    [{ spec: good, hand: { reachMm: 5 } }, 'hand.reachMm'], [{ spec: good, hand: { thumbs: 2 } }, 'hand.thumbs'], [{ spec: good, pins: { x: 9 } }, 'pins.x'],
    [{ spec: good, student: 'x' }, 'student'], [{ spec: bad }, 'order.fingers'],
  ])('what is wrong beside the spec is named from the request, what is wrong in it without a spec. before it (%#)', (request, path) => {
    expect(answer(request)).toMatchObject({ error: { path } })
  })

  test('a hand changes what is reported, never what is played', () => {
    const [small, large] = [answer({ spec: good, hand: { reachMm: 60 } }), answer({ spec: good, hand: { reachMm: 100 } })] as [ReturnType<typeof scoreOf>, ReturnType<typeof scoreOf>]
    expect(small.notes).toEqual(large.notes)
    expect(small.report.breaches.length).toBeGreaterThan(large.report.breaches.length)
  })
})
