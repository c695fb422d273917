import { describe, expect, test } from '@jest/globals'
import { toTab } from '../formats/tab'
import { countBar } from './count'
import { answer, answerOne } from './answer'
import { explainNote, explainRealised, positionAt } from './explain-note'
import { byNumber, noteInWords } from './note-words'
import { realise } from './realise'
import { scoreOf } from './score-of.test.data'

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
    expect(told).toContain('string 6 kept quiet by the easing pressure of finger 4')
    expect(told).toContain('strings 4, 3, 2, 1 kept quiet by the underside of finger 1')
  })

  test('keys in a message are told by number, others stay', () => {
    expect(byNumber('at fret 8 of string 5 (p1.s5.4) the finger jumps (p1.s6.2)', score.notes)).toBe('at fret 8 of string 5 (note 8) the finger jumps (note 2)')
    expect(byNumber('nothing here (p9.s1.1) or (there)', score.notes)).toBe('nothing here (p9.s1.1) or (there)')
  })

  test('every string but the sounding ones is kept quiet by something', () => {
    for (const note of score.notes) {
      expect(score.report.quiet.filter(quiet => quiet.key === note.key).map(quiet => quiet.string).sort()).toEqual([1, 2, 3, 4, 5, 6].filter(string => string !== note.string))
    }
  })

  test('the report says what keeps a string quiet as what it is, beside the words', () => {
    const open = scoreOf({ version: 1, family: 'picking', picking: { groups: [{ strings: [3], notes: 1 }] } })
    const quieters = (each: typeof score) => new Set(each.report.quiet.map(({ how }) => how))
    expect(quieters(score)).toEqual(new Set(['tip', 'underside', 'hand', 'easing']))
    expect(quieters(open)).toEqual(new Set(['hand', 'fingers']))
  })

  // A stroke across a string that is not to sound: the finger beside it leans on it or touches it (common practice).
  test.each([
    ['3x0003', '2----3', 5, 'the underside of finger 2'],
    ['x3x010', '-3--1-', 4, 'the underside of finger 3'],
    ['1x3211', '1-3211', 5, 'the underside of finger 1'],
    ['0xx200', '---1--', 4, 'the tip of finger 1'],
    ['0xx200', '---1--', 5, 'nothing: no finger is beside it'],
    ['xx0x32', '----21', 3, 'the tip of finger 2'],
  ])('strummed as %s, fingers %s, string %i is kept quiet by %s', (frets, fingers, string, by) => {
    const strummed = scoreOf({ version: 1, family: 'blocks', blocks: { chords: [{ frets, fingers }] } })
    expect(strummed.report.quiet.find(quiet => quiet.string === string)?.by).toBe(by)
    const cues = strummed.cues.filter(cue => cue.text.startsWith(`String ${string} `))
    expect(cues).toHaveLength(by.startsWith('nothing') ? 1 : 0)
    const plucked = scoreOf({ version: 1, family: 'blocks', plucking: { system: 'pima' }, blocks: { chords: [{ frets, fingers }] } })
    expect(plucked.report.quiet.some(quiet => quiet.by.startsWith('nothing'))).toBe(false)
  })

  test('the position at a tick follows the shifts', () => {
    const crawling = scoreOf(order({}, { crawl: 2, crawlEvery: 'string' }))
    expect([0, 4, 8].map(i => positionAt(crawling, crawling.notes[i]!.at))).toEqual([5, 7, 9])
  })

  test('a whole drill is told in a line a note; drills without a guitar too', () => {
    const lines = explainRealised(score).split('\n')
    expect(lines[0]).toBe('Order 1 3 2 4, strings 6–4, V, slurred on 2')
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
    expect(small.report.stretches.length).toBeGreaterThan(large.report.stretches.length)
  })
})

describe('a verdict at the doors', () => {
  const places = [5, 6, 7, 8].map((fret, i) => ({ at: i * 5040, dur: 5040, string: 6, fret }))
  const free = (rule: string, fingers: readonly number[] = []) => ({ version: 1, family: 'free', fingering: { rule }, free: { notes: places.map((place, i) => ({ ...place, ...(fingers[i] && { finger: fingers[i] }) })) } })
  const fingering = (request: unknown) => {
    const given = answerOne(request)
    if (!('fingering' in given)) throw new Error(JSON.stringify(given))
    return given.fingering
  }

  test('best: a finite cost, a reason for every note, at least three others that cost more', () => {
    const { cost, reasons, breaches, alternatives } = fingering(free('best'))
    expect(cost).toBeCloseTo(0.7)
    expect(Object.keys(reasons)).toEqual(['p1.n1', 'p1.n2', 'p1.n3', 'p1.n4'])
    expect(reasons['p1.n3']).toContain('one finger per fret in V: fret 7 is finger 3’s')
    expect(breaches).toEqual([])
    expect(alternatives.length).toBeGreaterThanOrEqual(3)
    for (const other of alternatives) expect(other.cost).toBeGreaterThanOrEqual(cost)
  })

  test('given: every costly finger is named with its repair, and the best stands first among the others', () => {
    const { cost, breaches, alternatives } = fingering(free('given', [2, 3, 4, 4]))
    expect(breaches.filter(breach => breach.rule === 'costly').map(breach => breach.key)).toEqual(['p1.n1', 'p1.n4'])
    for (const breach of breaches.filter(each => each.rule === 'costly')) expect(breach.repair!.cost).toBeLessThan(cost)
    expect(alternatives[0]!.fingers).toEqual({ 'p1.n1': 1, 'p1.n2': 2, 'p1.n3': 3, 'p1.n4': 4 })
  })

  test('a pin stands, and is judged', () => {
    const spec = { version: 1, family: 'order', order: { fingers: [1, 2, 3, 4] }, strings: { order: [6], travel: 'there' } }
    const pinned = answerOne({ spec, pins: { 'p1.s6.1': 3 } })
    if (!('fingering' in pinned)) throw new Error('not a sheet')
    expect(pinned.notes[0]!.finger).toBe(3)
    expect(pinned.fingering.breaches).toContainEqual(expect.objectContaining({ key: 'p1.s6.1', rule: 'costly' }))
    expect(fingering({ spec }).breaches).toEqual([])
  })

  test('a chord string pinned takes its finger for the whole chord', () => {
    const given = answerOne({ spec: { version: 1, family: 'pattern', fingering: { rule: 'best' }, pattern: { chords: [{ frets: 'x02210' }], tokens: 'p:R i:3 m:2 a:1 p:A' } }, pins: { 'p1.n2': 4 } })
    if (!('fingering' in given)) throw new Error('not a sheet')
    expect(new Set(given.notes.filter(note => note.string === 3 && note.fret > 0).map(note => note.finger))).toEqual(new Set([4]))
  })

  test('only pitches: places are chosen, and a stack of them lies on different strings', () => {
    const given = answerOne({ version: 1, family: 'free', fingering: { rule: 'best' }, free: { notes: [60, 64, 67].map(midi => ({ at: 0, dur: 10080, midi })) } })
    if (!('fingering' in given)) throw new Error('not a sheet')
    expect(given.notes.map(note => note.midi).sort()).toEqual([60, 64, 67])
    expect(new Set(given.notes.map(note => note.string)).size).toBe(3)
  })

  test('in plain words the effort and the reasons stand beside the notes', () => {
    const given = answerOne(free('best'))
    if ('error' in given) throw new Error(given.error.message)
    const told = explainRealised(given)
    expect(told).toContain('0.7 of effort for the fretting hand')
    expect(told).toContain('Why: one finger per fret in V: fret 5 is finger 1’s.')
  })
})
