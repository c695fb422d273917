import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { instrumentOf } from '../../guitar/instrument'
import type { HandRules } from '../../hand/advance-hand'
import { handOf } from '../../hand/hand'
import type { HandInput } from '../../schema/fields'
import type { TaskOptions } from '../model/task'
import { lineOf, type Stop } from '../passage.test.data'
import { finger } from '../solve/finger'
import { accountOf, type Entry } from './account'
import { costlyNotes } from './check'
import { chargesOf, reasonsOf } from './reasons'

const options = (hand: HandInput = {}): Omit<TaskOptions, 'pins' | 'freedom'> => ({
  rules: { hand: handOf(hand), instrument: instrumentOf({ preset: 'classical' }), policy: 'until-needed' },
  tempo: 96,
})

const hand = fc.constantFrom<HandInput>(
  {},
  { reachMm: 55, rule: 'strict' },
  { spared: [4] },
  { barre: false },
  { excluded: [2] },
)
const stop = fc
  .uniqueArray(fc.integer({ min: 1, max: 6 }), { minLength: 1, maxLength: 3 })
  .chain(strings =>
    fc.tuple(
      ...strings.map(string =>
        fc.record({ string: fc.constant(string), fret: fc.integer({ min: 0, max: 11 }), slurred: fc.boolean() }),
      ),
    ),
  )
  .map((places): Stop => places)

/** Each charge stands at one note that lands, at one of the finger that causes it where there is one. */
function bornByTheirFingers(entry: Entry, rules: HandRules) {
  const landing = new Map(
    entry.moment.notes.flatMap(({ noteId }, n) => {
      const { string, fret } = entry.choice.places[n]!
      const touch = entry.choice.fresh.find(each => each.string === string && each.fret === fret)
      return touch ? [[noteId, touch.finger] as const] : []
    }),
  )
  const reasons = Object.entries(reasonsOf(entry, rules))
  const told = reasons.flatMap(([, { costs }]) => costs)
  if (landing.size > 0) expect(told).toHaveLength(chargesOf(entry, rules).length)
  for (const [key, { costs }] of reasons) {
    for (const { finger } of costs)
      if (finger !== null && [...landing.values()].some(each => each === finger)) expect(landing.get(key)).toBe(finger)
  }
}

describe('what a moment is charged', () => {
  const charged = fc.tuple(
    fc.array(stop, { minLength: 2, maxLength: 7 }),
    hand,
    fc.array(fc.integer({ min: 1, max: 4 })),
  )

  test('adds up to what it costs: laws broken, shifts, stretches, whatever there is', () => {
    const kinds = new Set<string>()
    let tooFar = 0
    fc.assert(
      fc.property(charged, ([stops, hand, fingers]) => {
        const short = lineOf(stops)
        // Some ring on: a finger that may not leave them can be too far from where the next has to land.
        const line = {
          ...short,
          events: short.events.map((event, i) => (i % 3 === 0 ? { ...event, dur: 3 * event.dur } : event)),
        }
        const fretted = line.events.filter(event => event.want === 'free')
        const pins = Object.fromEntries(fingers.slice(0, fretted.length).map((each, i) => [fretted[i]!.noteId, each]))
        const { rules, tempo } = options(hand)
        const { task, path } = finger(line, { rules, tempo, pins, freedom: 'all' })
        for (const entry of accountOf(task, path)) {
          const charges = chargesOf(entry, rules)
          expect(charges.reduce((sum, { amount }) => sum + amount, 0)).toBeCloseTo(entry.cost, 6)
          expect(charges.map(({ amount }) => amount)).toEqual(charges.map(({ amount }) => amount).sort((a, b) => b - a))
          for (const { what } of charges) kinds.add(what.for)
          if (entry.landed.overLimit > 0) tooFar++
          bornByTheirFingers(entry, rules)
        }
      }),
      { numRuns: 150, seed: 1128 },
    )
    expect(tooFar).toBeGreaterThan(0)
    for (const kind of ['fault', 'shift', 'stretch', 'weak-pair', 'off-place', 'barre', 'spared'])
      expect([...kinds]).toContain(kind)
  })
})

describe('fingers given to some notes of a chord', () => {
  const chord: Stop = [
    { string: 5, fret: 5 },
    { string: 4, fret: 7 },
    { string: 3, fret: 7 },
  ]
  const line = lineOf([chord, [{ string: 2, fret: 6 }]])

  test('are judged though those before them are left to the engine', () => {
    const found = costlyNotes(line, { 'p1.n3': 2 }, options())!
    expect(found.map(note => note.key)).toEqual(['p1.n3'])
    const { finger: now, cheaper, repair, extra } = found[0]!
    expect(now).toBe(2)
    expect(repair.fingers['p1.n3']).toBe(cheaper)
    const free = finger(line, { ...options(), pins: {}, freedom: 'all' }).path.cost
    const pinned = finger(line, { ...options(), pins: { 'p1.n3': 2 }, freedom: 'all' }).path.cost
    expect(repair.cost).toBeCloseTo(free, 6)
    expect(extra).toBeCloseTo(pinned - free, 6)
  })

  test('are fine where they are what the engine would take', () => {
    const free = finger(line, { ...options(), pins: {}, freedom: 'all' })
    const best = free.path.moves[0]!.choice.fingers[2]!
    expect(costlyNotes(line, { 'p1.n3': best }, options())).toEqual([])
  })
})
