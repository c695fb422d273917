import { describe, expect, test } from '@jest/globals'
import type { scoreOf } from '../score/score-of.test.data'
import { explainRealised } from '../wording/explain'
import { answer, answerOne, judgedOf } from './door'

const order = (more: object = {}, block: object = {}) => ({
  version: 1,
  family: 'order',
  order: { fingers: [1, 3, 2, 4], ...block },
  strings: { from: 6, to: 4, travel: 'there' },
  ...more,
})

describe('a door', () => {
  const good = order()
  const bad = order({}, { fingers: [2, 2] })

  test('one request has one answer, a list a list of equal length', () => {
    expect(answer(good)).toMatchObject({ kind: 'sheet' })
    expect(answer(bad)).toEqual({ error: { path: 'order.fingers', message: 'finger 2 twice' } })
    expect(answer([good, bad, null])).toMatchObject([
      { kind: 'sheet' },
      { error: { path: 'order.fingers' } },
      { error: { path: '' } },
    ])
    expect(answer([])).toEqual([])
  })

  test.each([
    [{ spec: good, hand: { reachMm: 5 } }, 'hand.reachMm'],
    [{ spec: good, hand: { thumbs: 2 } }, 'hand.thumbs'],
    [{ spec: good, pins: { x: 9 } }, 'pins.x'],
    [{ spec: good, student: 'x' }, 'student'],
    [{ spec: bad }, 'order.fingers'],
  ])(
    'what is wrong beside the spec is named from the request, what is wrong in it without a spec. before it (%#)',
    (request, path) => {
      expect(answer(request)).toMatchObject({ error: { path } })
    },
  )

  test('a hand changes what is reported, never what is played', () => {
    const [small, large] = [
      answer({ spec: good, hand: { reachMm: 60 } }),
      answer({ spec: good, hand: { reachMm: 100 } }),
    ] as [ReturnType<typeof scoreOf>, ReturnType<typeof scoreOf>]
    expect(small.notes).toEqual(large.notes)
    expect(small.report.stretches.length).toBeGreaterThan(large.report.stretches.length)
  })
})

describe('a grade at the doors', () => {
  const graded = (request: unknown) =>
    answerOne(request) as {
      readonly grade: {
        value: number
        parts: readonly { name: string; value: number; why: string; notes: readonly string[] }[]
      }
    }

  test('comes with its ten parts, each with a value, a sentence and the notes that cause it', () => {
    const { grade } = graded({ spec: order({ tempo: 90 }), hand: { reachMm: 60 } })
    expect(grade.value).toBeGreaterThan(1)
    expect(grade.parts).toHaveLength(10)
    for (const { value, why, notes } of grade.parts) {
      expect(why).toMatch(/^[A-Z0-9].+\.$/)
      expect(notes.length > 0).toBe(value > 0)
    }
    expect(grade.parts.find(part => part.name === 'stretch')!.value).toBeGreaterThan(0)
    const large = graded({ spec: order({ tempo: 90 }), hand: { reachMm: 95 } }).grade
    expect(large.parts.find(part => part.name === 'stretch')).toMatchObject({ value: 0, notes: [] })
    expect(large.value).toBeLessThan(grade.value)
  })

  test('of counting is its pulse alone; a warm-up has none', () => {
    const { grade } = graded({ version: 1, family: 'count', count: { tempos: [60, 40] } })
    expect(grade.parts.filter(part => part.value > 0)).toMatchObject([
      { name: 'pulse', notes: [], why: expect.stringContaining('40 a minute') },
    ])
    expect(
      answerOne({ version: 1, family: 'warmup', warmup: { steps: [{ name: 'Shoulders', seconds: 60 }] } }),
    ).not.toHaveProperty('grade')
  })
})

describe('a verdict at the doors', () => {
  const places = [5, 6, 7, 8].map((fret, i) => ({ at: i * 5040, dur: 5040, string: 6, fret }))
  const free = (rule: string, fingers: readonly number[] = []) => ({
    version: 1,
    family: 'free',
    fingering: { rule },
    free: { notes: places.map((place, i) => ({ ...place, ...(fingers[i] && { finger: fingers[i] }) })) },
  })
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
    const spec = {
      version: 1,
      family: 'order',
      order: { fingers: [1, 2, 3, 4] },
      strings: { order: [6], travel: 'there' },
    }
    const pinned = answerOne({ spec, pins: { 'p1.s6.1': 3 } })
    if (!('fingering' in pinned)) throw new Error('not a sheet')
    expect(pinned.notes[0]!.finger).toBe(3)
    expect(pinned.fingering.breaches).toContainEqual(expect.objectContaining({ key: 'p1.s6.1', rule: 'costly' }))
    expect(fingering({ spec }).breaches).toEqual([])
  })

  test('a pin on a note that was left open is judged; the finger found for an open note is not', () => {
    const spec = {
      ...free('given'),
      free: { notes: [{ ...places[0], finger: 1 }, places[1], { ...places[2], finger: 3 }] },
    }
    const costly = (request: unknown) =>
      fingering(request).breaches.flatMap(breach => (breach.rule === 'costly' ? [breach.key] : []))
    expect(costly({ spec })).toEqual([])
    expect(costly({ spec, pins: { 'p1.n2': 4 } })).toEqual(['p1.n2'])
  })

  test('a chord string pinned takes its finger for the whole chord', () => {
    const given = answerOne({
      spec: {
        version: 1,
        family: 'pattern',
        fingering: { rule: 'best' },
        pattern: { chords: [{ frets: 'x02210' }], tokens: 'p:R i:3 m:2 a:1 p:A' },
      },
      pins: { 'p1.n2': 4 },
    })
    if (!('fingering' in given)) throw new Error('not a sheet')
    expect(new Set(given.notes.filter(note => note.string === 3 && note.fret > 0).map(note => note.finger))).toEqual(
      new Set([4]),
    )
  })

  test('only pitches: places are chosen, and a stack of them lies on different strings', () => {
    const given = answerOne({
      version: 1,
      family: 'free',
      fingering: { rule: 'best' },
      free: { notes: [60, 64, 67].map(midi => ({ at: 0, dur: 10080, midi })) },
    })
    if (!('fingering' in given)) throw new Error('not a sheet')
    expect(given.notes.map(note => note.midi).sort()).toEqual([60, 64, 67])
    expect(new Set(given.notes.map(note => note.string)).size).toBe(3)
  })

  test('in plain words the effort and the reasons stand beside the notes', () => {
    const given = judgedOf(free('best'))
    if ('error' in given) throw new Error(given.error.message)
    const told = explainRealised(given)
    expect(told).toContain('0.7 of effort for the fretting hand')
    expect(told).toContain('Why: one finger per fret in V: fret 5 is finger 1’s.')
  })
})
