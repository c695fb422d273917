import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { instrumentOf, midiAt } from '../../guitar/instrument'
import { handOf } from '../../hand/hand'
import type { HandInput, HoldPolicy } from '../../schema/fields'
import { accountOf } from '../explain/account'
import { bruteForceCost } from './brute-force.test.data'
import { explicitGraph, shortestPathCost } from './explicit-graph.test.data'
import { finger } from './finger'
import { liftSets } from './search'
import { brokenLineOf, lineOf, type Stop } from '../passage.test.data'
import type { TaskOptions } from '../model/task'

const guitar = instrumentOf({ preset: 'classical' })
const options = (hand: HandInput, policy: HoldPolicy, tempo: number, pins = {}): TaskOptions => ({
  rules: { hand: handOf(hand), instrument: guitar, policy },
  tempo,
  pins,
  freedom: 'all',
})

const fret = (low: number) => fc.integer({ min: low, max: low + 5 })
const single = (low: number) =>
  fc
    .record({
      string: fc.integer({ min: 3, max: 5 }),
      fret: fc.oneof({ weight: 5, arbitrary: fret(low) }, { weight: 1, arbitrary: fc.constant(0) }),
    })
    .map((place): Stop => [place])
const double = (low: number) =>
  fc.tuple(fret(low), fret(low), fc.integer({ min: 2, max: 4 })).map(([a, b, string]): Stop => [
    { string: string + 1, fret: a },
    { string, fret: b },
  ])
const slurred = (stops: readonly Stop[], which: readonly number[]) =>
  stops.map((stop, i): Stop =>
    which.includes(i) &&
    i > 0 &&
    stop.length === 1 &&
    stops[i - 1]!.length === 1 &&
    stops[i - 1]![0]!.string === stop[0]!.string
      ? [{ ...stop[0]!, slurred: true }]
      : stop,
  )

const passage = fc
  .integer({ min: 1, max: 9 })
  .chain(low =>
    fc.tuple(
      fc.oneof(
        fc.array(single(low), { minLength: 2, maxLength: 4 }),
        fc.array(fc.oneof({ weight: 2, arbitrary: single(low) }, { weight: 1, arbitrary: double(low) }), {
          minLength: 2,
          maxLength: 3,
        }),
      ),
      fc.subarray([1, 2, 3]),
    ),
  )
  .map(([stops, which]) => slurred(stops, which))

const hand: fc.Arbitrary<HandInput & { reachMm: number }> = fc.record({
  reachMm: fc.constantFrom(50, 65, 80, 95),
  excluded: fc.constantFrom<number[][]>([], [], [4], [2]),
  spared: fc.constantFrom<number[][]>([], [], [3]),
  barre: fc.boolean(),
  rule: fc.constantFrom('strict' as const, 'loose' as const),
})
const policies = fc.constantFrom<HoldPolicy[]>('until-needed', 'until-needed', 'legato-only', 'lift')
const tempi = fc.constantFrom(40, 60, 140)

describe('the engine is exact', () => {
  test('its cost is that of brute force on random short passages', () => {
    fc.assert(
      fc.property(passage, hand, policies, tempi, (stops, measures, policy, tempo) => {
        const line = lineOf(stops)
        const { task, path } = finger(line, options(measures, policy, tempo))
        expect(path.cost).toBeCloseTo(bruteForceCost(task), 6)
      }),
      { numRuns: 400 },
    )
  })

  // Reference: Dijkstra's algorithm in the general-purpose library dijkstrajs, on every hand written out.
  test('its cost is that of a general shortest-path library on the explicit graph', () => {
    fc.assert(
      fc.property(passage, hand, policies, tempi, (stops, measures, policy, tempo) => {
        const { task, path } = finger(lineOf(stops), options(measures, policy, tempo))
        expect(path.cost).toBeCloseTo(shortestPathCost(explicitGraph(task)), 4)
      }),
      { numRuns: 40 },
    )
  })

  // Strings an octave apart and eleven frets, so that a pitch has one place: the same frets then lie two strings apart
  // or three, for which the way costs otherwise.
  const octaves = instrumentOf({ preset: 'electric', frets: 11, tuning: [4, 16, 28, 40, 52, 64] })
  const leaps = fc.array(fc.record({ string: fc.integer({ min: 1, max: 6 }), fret: fc.constantFrom(0, 3, 5) }), {
    minLength: 3,
    maxLength: 6,
  })
  test('nor does it cost otherwise where only pitches are given', () => {
    fc.assert(
      fc.property(leaps, policies, tempi, (places, policy, tempo) => {
        const line = lineOf(places.map((place): Stop => [place]))
        const pitched = {
          ...line,
          events: line.events.map((event, i) => ({
            ...event,
            want: 'free' as const,
            place: { midi: midiAt(octaves, places[i]!.string, places[i]!.fret) },
          })),
        }
        const { task, path } = finger(pitched, {
          ...options({ reachMm: 80 }, policy, tempo),
          rules: { hand: handOf({ reachMm: 80 }), instrument: octaves, policy },
        })
        expect(path.cost).toBeCloseTo(shortestPathCost(explicitGraph(task)), 4)
      }),
      {
        numRuns: 60,
        examples: [
          [
            [
              { string: 4, fret: 5 },
              { string: 1, fret: 3 },
              { string: 3, fret: 5 },
              { string: 1, fret: 3 },
            ],
            'lift',
            60,
          ],
        ],
      },
    )
  })

  const held = fc
    .integer({ min: 1, max: 8 })
    .chain(low =>
      fc.record({
        places: fc.uniqueArray(fc.record({ string: fc.integer({ min: 1, max: 5 }), fret: fret(low) }), {
          minLength: 2,
          maxLength: 3,
          selector: place => place.string,
        }),
        order: fc.array(fc.nat(2), { minLength: 2, maxLength: 3 }),
      }),
    )
  const brokenChords = fc.array(held, { minLength: 2, maxLength: 3 })
  test('nor where chords are held that one hand can play in several positions', () => {
    fc.assert(
      fc.property(brokenChords, policies, tempi, (chords, policy, tempo) => {
        const { task, path } = finger(brokenLineOf(chords), options({ reachMm: 80 }, policy, tempo))
        expect(path.cost).toBeCloseTo(shortestPathCost(explicitGraph(task)), 4)
      }),
      { numRuns: 60 },
    )
  })

  test('what it charges moment by moment adds up to its cost', () => {
    fc.assert(
      fc.property(passage, hand, policies, tempi, (stops, measures, policy, tempo) => {
        const { task, path } = finger(lineOf(stops), options(measures, policy, tempo))
        expect(accountOf(task, path).reduce((sum, entry) => sum + entry.cost, 0)).toBeCloseTo(path.cost, 6)
      }),
      { numRuns: 100 },
    )
  })
})

describe('what a change of the student or the music does to the cost', () => {
  const long = fc
    .integer({ min: 1, max: 9 })
    .chain(low =>
      fc.array(fc.oneof({ weight: 4, arbitrary: single(low) }, { weight: 1, arbitrary: double(low) }), {
        minLength: 3,
        maxLength: 14,
      }),
    )
  const cost = (stops: readonly Stop[], ...rest: Parameters<typeof options>) =>
    finger(lineOf(stops), options(...rest)).path.cost

  const at = (string: number, fret: number) => ({ string, fret })
  // A finger that is down already and sounds again in a stack over the limit: the stretch is charged once, not with the
  // stack and with what stays.
  const AGAIN: Stop[] = [
    [at(3, 1), at(2, 1)],
    [at(3, 3)],
    [at(4, 6), at(3, 1)],
    [at(3, 1), at(2, 1)],
    [at(3, 1)],
    [at(3, 1)],
  ]
  test('a stretch over the limit to a finger that sounds again costs what brute force says', () => {
    for (const reachMm of [95, 92]) {
      const { task, path } = finger(lineOf(AGAIN), options({ reachMm, barre: false }, 'until-needed', 60))
      expect(path.cost).toBeCloseTo(bruteForceCost(task), 6)
    }
  })

  test('a smaller reach never lowers it', () => {
    fc.assert(
      fc.property(long, hand, policies, fc.integer({ min: 1, max: 25 }), (stops, measures, policy, less) => {
        expect(cost(stops, { ...measures, reachMm: measures.reachMm - less }, policy, 60)).toBeGreaterThanOrEqual(
          cost(stops, measures, policy, 60) - 1e-6,
        )
      }),
      { numRuns: 200, examples: [[AGAIN, { reachMm: 95, barre: false }, 'until-needed', 3]] },
    )
  })

  test('a faster tempo never lowers it', () => {
    fc.assert(
      fc.property(long, hand, policies, fc.integer({ min: 1, max: 200 }), (stops, measures, policy, more) => {
        expect(cost(stops, measures, policy, 40 + more)).toBeGreaterThanOrEqual(
          cost(stops, measures, policy, 40) - 1e-6,
        )
      }),
      { numRuns: 150 },
    )
  })

  // Two ways of one effort whose positions and fingers also add up to the same: where they part, the lower one is
  // taken.
  const TIED: [Stop[], HandInput & { reachMm: number }, HoldPolicy, number] = [
    [
      [at(4, 7)],
      [at(3, 7)],
      [at(3, 7)],
      [at(3, 5), at(2, 9)],
      [at(3, 5)],
      [at(4, 4)],
      [at(3, 4), at(2, 4)],
      [at(3, 0)],
      [at(3, 4)],
      [at(3, 6), at(2, 4)],
    ],
    { reachMm: 50, spared: [3], barre: false, rule: 'loose' },
    'lift',
    3,
  ]
  test('an excluded finger never lowers it, and one that is not used changes nothing', () => {
    fc.assert(
      fc.property(long, hand, policies, fc.constantFrom(1, 2, 3, 4), (stops, measures, policy, banned) => {
        const free = finger(lineOf(stops), options({ ...measures, excluded: [] }, policy, 60))
        const without = finger(lineOf(stops), options({ ...measures, excluded: [banned] }, policy, 60))
        expect(without.path.cost).toBeGreaterThanOrEqual(free.path.cost - 1e-6)
        const used = free.path.moves.some(
          ({ choice, placing }) =>
            choice.fresh.some(touch => touch.finger === banned) ||
            choice.placings[placing]!.ahead.some(landing => landing.finger === banned),
        )
        if (!used)
          expect(without.path.moves.map(move => move.choice.fingers)).toEqual(
            free.path.moves.map(move => move.choice.fingers),
          )
      }),
      { numRuns: 200, examples: [TIED] },
    )
  })

  test('a pin never lowers it', () => {
    fc.assert(
      fc.property(
        long,
        hand,
        policies,
        fc.nat(),
        fc.constantFrom(1, 2, 3, 4),
        (stops, measures, policy, which, pinned) => {
          const line = lineOf(stops)
          const fretted = line.events.filter(event => 'fret' in event.place && event.place.fret > 0)
          fc.pre(fretted.length > 0)
          const pins = { [fretted[which % fretted.length]!.noteId]: pinned }
          expect(finger(line, options(measures, policy, 60, pins)).path.cost).toBeGreaterThanOrEqual(
            cost(stops, measures, policy, 60) - 1e-6,
          )
        },
      ),
      { numRuns: 200 },
    )
  })

  test('moved to another set of strings, frets kept, a passage keeps its fingers', () => {
    fc.assert(
      fc.property(long, hand, policies, (stops, measures, policy) => {
        const fingers = (moved: readonly Stop[]) =>
          finger(lineOf(moved), options(measures, policy, 60)).path.moves.map(move => move.choice.fingers)
        expect(fingers(stops.map(stop => stop.map(place => ({ ...place, string: place.string + 1 }))))).toEqual(
          fingers(stops),
        )
      }),
      { numRuns: 150 },
    )
  })

  test('the same passage gets the same answer again', () => {
    fc.assert(
      fc.property(long, hand, policies, (stops, measures, policy) => {
        const once = () =>
          JSON.stringify(
            finger(lineOf(stops), options(measures, policy, 60)).path.moves.map(move => [
              move.choice.position,
              move.choice.fingers,
              move.lifts,
            ]),
          )
        expect(once()).toBe(once())
      }),
      { numRuns: 50 },
    )
  })
})

describe('fingers that could be lifted', () => {
  test('every set of them once, one bit a finger, and none of nothing', () => {
    expect(liftSets([])).toEqual([])
    expect(liftSets([2])).toEqual([0b100])
    expect(liftSets([3, 1])).toEqual([0b1000, 0b10, 0b1010])
    const sets = liftSets([1, 2, 3, 4])
    expect(sets).toHaveLength(15)
    expect(new Set(sets).size).toBe(15)
    expect(sets.every(set => set > 0 && (set & ~0b11110) === 0)).toBe(true)
  })
})
