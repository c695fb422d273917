import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { instrumentOf, midiAt } from '../../guitar/instrument'
import { handOf } from '../../hand/hand'
import { settledCost } from '../model/change'
import type { Choice } from '../model/choice'
import { taskOf, type Task } from '../model/task'
import { lineOf, type Stop } from '../passage.test.data'
import { likelyAssignments } from './assignments'
import { choicesFor } from './choices'
import { graphOf } from './graph'
import { recurrences } from './recurring'

const guitar = instrumentOf({ preset: 'classical' })
const rules = { hand: handOf({ reachMm: 76 }), instrument: guitar, policy: 'until-needed' } as const

/** A cell of chords and single notes, played so many times over; of some notes only the pitch is given. */
function repeated(cell: readonly Stop[], times: number, pitched: readonly boolean[]): Task {
  const line = lineOf(Array.from({ length: times }, () => cell).flat())
  const events = line.events.map((event, i) => {
    if (!pitched[i % pitched.length] || !('string' in event.place)) return event
    const midi = midiAt(guitar, event.place.string, event.place.fret)
    return { ...event, place: { midi }, want: 'free' as const }
  })
  return { ...taskOf({ ...line, events }, { rules, tempo: 80, pins: {}, freedom: 'all' }), keep: 7 }
}

const stop = fc
  .uniqueArray(fc.integer({ min: 1, max: 6 }), { minLength: 1, maxLength: 6 })
  .chain(strings => fc.tuple(...strings.map(string => fc.integer({ min: 0, max: 12 }).map(fret => ({ string, fret })))))
  .map((places): Stop => places)
const task = fc
  .tuple(
    fc.array(stop, { minLength: 1, maxLength: 5 }),
    fc.integer({ min: 1, max: 8 }),
    fc.array(fc.boolean(), { minLength: 1, maxLength: 5 }),
  )
  .map(args => repeated(...args))

const shown = ({ position, places, fingers, fresh, lone, faults, charges, own, tie, broken, placings }: Choice) => ({
  position,
  places,
  fingers,
  fresh,
  lone,
  faults,
  charges,
  own,
  tie,
  broken,
  placings,
})

describe('a drill that is played many times over', () => {
  test('has at each moment the choices it would have were none taken over, and the same costs between them', () => {
    fc.assert(
      fc.property(task, task => {
        const { layers, between } = graphOf(task)
        for (const [i, layer] of layers.entries()) {
          const before = layers[i - 1] ?? []
          expect(layer.map(shown)).toEqual(choicesFor(task, i, before).map(shown))
          const { settled, change, width } = between[i]!
          for (const [at, cost] of settled.entries())
            if (cost < Infinity) expect(cost).toBe(settledCost(change(Math.floor(at / width), at % width)))
        }
      }),
      { numRuns: 30, seed: 1128 },
    )
  })

  test('is thought through but once: its middle bears the names of two playings', () => {
    const cell: Stop[] = [[{ string: 5, fret: 7 }], [{ string: 4, fret: 9 }], [{ string: 3, fret: 6 }]]
    const twelve = repeated(cell, 12, [true])
    const named = recurrences(twelve)!
    const names = new Set(twelve.moments.map((_, i) => named(i, [])))
    // The first note of all is seen by sixteen after it, the end by two before it; between them playings are alike.
    expect(names.size).toBe(1 + 16 + cell.length + 2)
  })

  test('tells apart what only its neighbours tell apart', () => {
    const odd = repeated(
      [[{ string: 5, fret: 7 }], [{ string: 5, fret: 7 }], [{ string: 4, fret: 7 }], [{ string: 5, fret: 7 }]],
      1,
      [false],
    )
    const named = recurrences(odd)!
    expect(named(0, [])).not.toBe(named(1, []))
    expect(named(1, [])).not.toBe(named(3, []))
    expect(named(3, [{ position: 5 } as Choice])).not.toBe(named(3, [{ position: 6 } as Choice]))
  })

  test('with a grip has no names: a grip ends where it will', () => {
    const line = lineOf([[{ string: 5, fret: 3 }]])
    const held = { from: 0, to: 240, contacts: [{ finger: 1 as const, string: 6, fret: 1 }] }
    const gripped = taskOf({ ...line, grips: [held] }, { rules, tempo: 80, pins: {}, freedom: 'all' })
    expect(recurrences(gripped)).toBeNull()
  })
})

describe('fingers for more than can be tried', () => {
  const wanted = [1, 3, 5, 7, 9].map((fret, i) => ({ string: 5 - i, fret, finger: null }))
  const ground = { kept: [], sounding: wanted, rules }

  test('are those that break the fewest laws, or none when even they break too many', () => {
    const likely = likelyAssignments(wanted, ground, 12, Infinity)
    const { faults } = likely[0]!
    // Five frets, four fingers: common practice knows no way.
    expect(faults).toBeGreaterThan(0)
    expect(likely.every(each => each.faults === faults)).toBe(true)
    expect(likelyAssignments(wanted, ground, 12, faults)).toEqual(likely)
    expect(likelyAssignments(wanted, ground, 12, faults - 1)).toEqual([])
  })
})
