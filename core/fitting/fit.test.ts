import { describe, expect, test } from '@jest/globals'
import { familyLookup } from '../families/registry'
import { instrumentOf } from '../guitar/instrument'
import { handOf } from '../hand/hand'
import { comfortableFrom } from '../score/spans'
import { scoreOf } from '../score/score-of.test.data'
import type { HandInput } from '../schema/fields'
import { parseSpec } from '../schema/parse'
import { fitDrill, leftOver } from './fit'
import { fitChangeInWords, unsuitedInWords } from '../wording/fitting'
import { breachInWords } from '../wording/fingering'
import { numbered } from '../wording/note'
import { firstBlocked, habitOf } from './habit'

function spec(raw: object) {
  const parsed = parseSpec({ version: 1, ...raw }, familyLookup)
  if (!parsed.ok) throw new Error(`${parsed.error.path}: ${parsed.error.message}`)
  return parsed.value
}
const order = (more: object = {}, fingers = [1, 2, 3, 4]) => spec({ family: 'order', order: { fingers }, ...more })

describe('fitting a drill to a hand', () => {
  // The lowest comfortable positions of the handbook formula, here found by trying.
  test.each([
    [78, 'classical', 5],
    [85, 'classical', 4],
    [55, 'three-quarter', 9],
    [50, 'half', 10],
  ] as const)(
    'a reach of %i mm on a %s guitar plays four fingers first in position %i',
    (reachMm, preset, position) => {
      expect(fitDrill(order({ instrument: { preset }, position: 1 }), { reachMm }).spec.position).toBe(position)
    },
  )

  test('moved up it names the strain of the old position; moved down it names none, for there was none', () => {
    const moved = (position: number) =>
      fitDrill(order({ instrument: { preset: 'classical' }, position }), { reachMm: 78 }).changes.find(
        each => each.change === 'moved',
      )
    expect(moved(1)).toMatchObject({ from: 1, to: 5, because: { fingers: expect.any(Array) } })
    expect(moved(9)).toMatchObject({ from: 9, to: 5, because: null })
  })

  // The figure on the bench is worked out from the pairs of fingers that are down; fitting tries one position after
  // another: two ways to one answer.
  test.each([
    [[1, 2, 3, 4], 'classical', { reachMm: 78 }],
    [[1, 2], 'half', { reachMm: 50 }],
    [[2, 4], 'electric', { reachMm: 62 }],
    [[1, 3, 4], 'three-quarter', { reachMm: 55, pairsMm: { 34: 18 } }],
    [[1, 2], 'classical', { reachMm: 60, pairsMm: { 12: 24 } }],
  ] as const)('fingers %j on a %s guitar are comfortable from where fitting puts them', (fingers, preset, hand) => {
    const drill = order({ instrument: { preset } }, [...fingers])
    const { holds } = scoreOf(drill, { hand })
    expect(
      comfortableFrom(holds, drill.position, { hand: handOf(hand), instrument: instrumentOf(drill.instrument) }),
    ).toBe(fitDrill(drill, hand).spec.position)
  })

  test('comfortable nowhere, or with nothing to stretch, is said as such', () => {
    const rules = { hand: handOf({ reachMm: 30 }), instrument: instrumentOf({ preset: 'classical' }) }
    expect(comfortableFrom(scoreOf(order()).holds, 5, rules)).toBeNull()
    expect(comfortableFrom(scoreOf(order({}, [1])).holds, 5, rules)).toBeNull()
  })

  test('says what was moved and by which stretch', () => {
    const { changes, left } = fitDrill(order({ position: 1 }), { reachMm: 78 })
    expect(changes.map(fitChangeInWords)).toEqual([
      { what: 'moved from I to V', why: expect.stringContaining('97.6 mm, comfortable 78.0 mm') },
    ])
    expect(left).toEqual([])
  })

  test('a drill that suits is left alone', () => {
    expect(fitDrill(order(), { reachMm: 78 }).changes).toEqual([])
  })

  test('an order loses the finger that is to be spared, a pair takes another', () => {
    expect(fitDrill(order(), { reachMm: 78, spared: [4] })).toMatchObject({
      spec: { order: { fingers: [1, 2, 3] } },
      changes: expect.arrayContaining([{ change: 'other-fingers', fingers: [4], excluded: false }]),
    })
    expect(fitDrill(spec({ family: 'pair', pair: { fingers: [3, 4] } }), { spared: [4] }).spec.pair).toMatchObject({
      fingers: [3, 2],
    })
  })

  test('a scale is fingered anew around an excluded finger, and says so', () => {
    const fit = fitDrill(spec({ family: 'scale', position: 2, scale: { tonic: 'C', type: 'major' } }), {
      excluded: [4],
    })
    expect(fitChangeInWords(fit.changes[0]!)).toEqual({ what: 'fingered anew around it', why: 'finger 4 is not used' })
    expect(scoreOf(fit.spec, { hand: { excluded: [4] } }).notes.some(note => note.finger === 4)).toBe(false)
  })

  test('a position set by a transform stays, and what does not suit is said', () => {
    const { changes, left } = fitDrill(order({ then: [{ do: 'position', to: 1 }] }), { reachMm: 60 })
    expect(changes).toEqual([])
    expect(left.map(unsuitedInWords).join()).toContain('22 times a finger lifts early')
  })

  test('drills without a guitar have nothing to fit', () => {
    expect(fitDrill(spec({ family: 'count', count: { tempos: [60], bars: 2 } }), { reachMm: 50 }).changes).toEqual([])
  })

  test('a smaller hand finds more left over', () => {
    const hands: HandInput[] = [{ reachMm: 100 }, { reachMm: 70 }]
    const [large, small] = hands.map(hand => leftOver(order({ position: 1 }), hand))
    expect(large).toEqual([])
    expect(small!.length).toBeGreaterThan(0)
  })
})

describe('a habit', () => {
  const score = scoreOf(order({ strings: { order: [6], travel: 'there' } }))

  test('is the first finger that is not the sheet’s', () => {
    expect(habitOf(score, { 'p1.s6.1': 1, 'p1.s6.3': 4 })).toEqual({ instead: 3, plays: 4 })
    expect(habitOf(score, { 'p1.s6.1': 1 })).toBeNull()
  })

  test('blocks the first drill where it is paid for, not those where it does no harm', () => {
    const list = [
      { name: 'counting', spec: spec({ family: 'count', count: { tempos: [60], bars: 1 } }) },
      { name: 'two neighbours', spec: order({ strings: { order: [6], travel: 'there' } }, [1, 2]) },
      { name: 'four fingers', spec: order({ strings: { order: [6], travel: 'there' } }) },
    ]
    const blocked = firstBlocked({ instead: 1, plays: 3 }, list, { reachMm: 78 })
    expect(blocked?.name).toBe('four fingers')
    expect(breachInWords(blocked!.breach, numbered(blocked!.notes))).toMatch(/^finger 3 is harder here/)
    expect(firstBlocked({ instead: 1, plays: 2 }, list.slice(0, 2), { reachMm: 78 })).toBeNull()
  })
})
