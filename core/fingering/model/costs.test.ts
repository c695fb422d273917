import { describe, expect, test } from '@jest/globals'
import { fretDistanceMm } from '../../guitar/geometry'
import { instrumentOf } from '../../guitar/instrument'
import { handOf } from '../../hand/hand'
import type { HandInput, HoldPolicy } from '../../schema/fields'
import { breachInWords } from '../../wording/fingering'
import { costlyNotes } from '../explain/check'
import { finger, fingersByKey, lineBy, otherFingerings } from '../solve/finger'
import { placeCharges } from '../space/landing-charges'
import { lineOf, type Stop } from '../passage.test.data'
import { changeBetween } from './change'
import { COSTS, effortBeside, lawsBroken } from './costs'
import type { TaskOptions } from './task'

const guitar = instrumentOf({ preset: 'classical' })
const rules = (hand: HandInput, policy: HoldPolicy = 'until-needed') => ({
  hand: handOf(hand),
  instrument: guitar,
  policy,
})
const stops = (places: string): Stop[] =>
  places.split(' ').map(stop =>
    stop.split('+').map(place => {
      const [string, fret] = place.split(':').map(Number)
      return { string: string!, fret: fret! }
    }),
  )

function asked(
  places: string,
  {
    hand = {},
    tempo = 60,
    pins = {},
    policy = 'until-needed' as HoldPolicy,
  }: { hand?: HandInput; tempo?: number; pins?: TaskOptions['pins']; policy?: HoldPolicy } = {},
) {
  return finger(lineOf(stops(places)), { rules: rules(hand, policy), tempo, pins, freedom: 'all' })
}
const cost = (...args: Parameters<typeof asked>) => asked(...args).path.cost
const fingers = (...args: Parameters<typeof asked>) => {
  const { task, path } = asked(...args)
  return Object.values(fingersByKey(task, path)).join('')
}
const x = (fret: number) => fretDistanceMm(650, fret)

// Each figure is worked out by hand from the table of costs.
describe('what a fingering costs', () => {
  test('one note costs nothing, and of equal ways the lowest position is taken', () => {
    const { path } = asked('6:5')
    expect([path.cost, path.moves[0]!.choice.position, path.moves[0]!.choice.fingers]).toEqual([0, 2, [4]])
  })

  test('1 2 3 4 in V at two notes a second costs its weak pairs, half of 0.4 and half of 1', () => {
    expect(cost('6:5 6:6 6:7 6:8')).toBeCloseTo(0.2 + 0.5)
  })

  test('from fret 1 to 12 one finger jumps for 4 and guides the shift from I to XII at half of 4 and 1 per 25 mm', () => {
    expect(cost('6:1 6:12')).toBeCloseTo(4 + (4 + (x(12) - x(1)) / 25) / 2)
  })

  test('on another string nothing guides: the shift to IX costs 4 and 1 per 25 mm', () => {
    expect(cost('6:1 5:12')).toBeCloseTo(4 + (x(9) - x(1)) / 25)
  })

  test('the same shift across an open string costs a third', () => {
    expect(cost('6:1 1:0 6:12')).toBeCloseTo((4 + (x(9) - x(1)) / 25) / 3)
  })

  test('at half the quarter of a second it costs twice as much', () => {
    expect(cost('6:1 5:12', { tempo: 240 })).toBeCloseTo(2 * (4 + (x(9) - x(1)) / 25))
  })

  test('a stack on one fret over two strings is a barre of the first finger or two fingers', () => {
    expect(cost('3:5+2:5')).toBeCloseTo(1)
    expect(cost('3:5+2:5', { hand: { barre: false } })).toBeCloseTo(1)
    expect(fingers('3:5+2:5', { hand: { barre: false } })).not.toBe('11')
  })

  test('all four fingers spared, every note costs 2', () => {
    expect(cost('6:5', { hand: { spared: [1, 2, 3, 4] } })).toBe(2)
  })

  test('where only an excluded finger is pinned the cost stays finite', () => {
    expect(cost('6:5', { hand: { excluded: [4] }, pins: { 'p1.n1': 4 } })).toBe(1000)
  })

  test('a finger off its place costs 3 strict and 1.5 loose', () => {
    // Frets 5 and 9 under 1 and 4 of one string, back and forth too fast to shift: one of the two is off its place.
    const wide = {
      tempo: 300,
      hand: { reachMm: 110 },
      pins: { 'p1.n1': 1, 'p1.n2': 4, 'p1.n3': 1 },
      policy: 'lift' as const,
    }
    expect(cost('6:5 6:9 6:5', wide)).toBeCloseTo(3)
    expect(cost('6:5 6:9 6:5', { ...wide, hand: { reachMm: 110, rule: 'loose' } })).toBeCloseTo(1.5)
  })

  test('a slide keeps its finger, for nothing but the shift', () => {
    const line = lineOf(stops('6:5 6:7'))
    const slid = {
      ...line,
      events: line.events.map((event, i) => (i === 1 ? { ...event, slurred: true, via: 'slide' as const } : event)),
    }
    const { task, path } = finger(slid, { rules: rules({}), tempo: 60, pins: {}, freedom: 'all' })
    const played = Object.values(fingersByKey(task, path))
    expect(played[0]).toBe(played[1])
    // Half of the shift's 4 and 1 per 25 mm: the finger guides it, and does not jump.
    expect(path.cost).toBeCloseTo((4 + (x(7) - x(5)) / 25) / 2)
  })

  test('the lower finger of a pull-off lands with the upper one', () => {
    const { path } = finger(lineOf([[{ string: 2, fret: 8 }], [{ string: 2, fret: 5, slurred: true }]]), {
      rules: rules({}, 'lift'),
      tempo: 60,
      pins: {},
      freedom: 'all',
    })
    const [first] = path.moves
    expect(first!.choice.placings[first!.placing]!.ahead.map(landing => landing.fret)).toEqual([5])
    expect(path.cost).toBe(0)
  })

  test('only pitches: the engine keeps C major in one position', () => {
    const line = lineOf(stops('5:3 5:5 4:2 4:3 4:5 3:2 3:4 3:5'))
    const midis = [48, 50, 52, 53, 55, 57, 59, 60]
    const bare = { ...line, events: line.events.map((event, i) => ({ ...event, place: { midi: midis[i]! } })) }
    const { path } = finger(bare, { rules: rules({}), tempo: 60, pins: {}, freedom: 'all' })
    expect(new Set(path.moves.map(move => move.choice.position)).size).toBe(1)
    for (const [i, move] of path.moves.entries()) {
      const { string, fret } = move.choice.places[0]!
      expect(guitar.tuning[6 - string]! + fret).toBe(midis[i])
    }
  })
})

describe('what notes that belong together cost', () => {
  const two = (a: number, b: number) => ({ 'p1.n1': a, 'p1.n2': b })

  test('one finger that rolls over to the next string costs 0.5 for the first and 2.3 for another, and nothing where notes are cut short', () => {
    expect(cost('5:5 4:5', { pins: two(1, 1) })).toBeCloseTo(0.5)
    expect(cost('5:5 4:5', { pins: two(2, 2) })).toBeCloseTo(2.3)
    expect(
      finger(lineOf(stops('5:5 4:5')), { rules: rules({}), tempo: 60, pins: two(2, 2), freedom: 'all', dry: true }).path
        .cost,
    ).toBe(0)
    expect(cost('5:5 4:5', { pins: two(2, 2), hand: { barre: false } })).toBeCloseTo(4)
  })

  test('the lower finger on the thinner string at one fret costs 2, the other way round nothing', () => {
    // One of the two is a fret off its place, a third of 3 in a broken chord; 2 and 3 are a weak pair, half of 0.4.
    expect(cost('4:7 3:7', { pins: two(3, 2) })).toBeCloseTo(2 + 1 + 0.2)
    expect(cost('4:7 3:7', { pins: two(2, 3) })).toBeCloseTo(1 + 0.2)
    expect(cost('4:7+3:7', { pins: two(3, 2) })).toBeCloseTo(2 + 1)
  })

  test('beside an open string a low fret outside position I costs 1', () => {
    expect(cost('6:0+4:2', { pins: { 'p1.n2': 2 } })).toBeCloseTo(0)
    expect(cost('6:0+4:2', { pins: { 'p1.n2': 1 } })).toBeCloseTo(1)
  })

  test('a barre over a string that is not to sound costs half more', () => {
    expect(cost('4:5+3:5', { pins: two(1, 1) })).toBeCloseTo(1)
    expect(cost('4:5+2:5', { pins: two(1, 1) })).toBeCloseTo(1.5)
  })

  test('a stack keeps its fingers as it moves along its strings', () => {
    expect(fingers('6:3+4:5 6:5+4:7 6:8+4:10')).toBe('131313')
    const kept = cost('6:3+4:5 6:5+4:7', { pins: { 'p1.n1': 1, 'p1.n2': 3, 'p1.n3': 1, 'p1.n4': 3 } })
    expect(kept).toBeCloseTo((4 + (x(5) - x(3)) / 25) / 2)
  })

  test('a finger that sounds on lies down over a further string for what a barre costs and 1.5, and rolls there', () => {
    const line = lineOf(stops('6:5 4:5'))
    const held = {
      ...line,
      events: line.events.map((event, i) => (i === 0 ? { ...event, dur: 4 * event.dur } : event)),
    }
    expect(finger(held, { rules: rules({}), tempo: 60, pins: two(1, 1), freedom: 'all' }).path.cost).toBeCloseTo(
      1 + 1.5 + 0.5,
    )
    expect(
      finger(held, { rules: rules({ barre: false }), tempo: 60, pins: two(1, 1), freedom: 'all' }).path.cost,
    ).toBeGreaterThan(1000)
  })

  test('a finger taken from where it lies to another fret, the hand staying, costs 0.9', () => {
    const pins = { 'p1.n1': 1, 'p1.n2': 3, 'p1.n3': 1 }
    const reached = asked('4:6 3:8 2:5', { pins, tempo: 400, hand: { reachMm: 130 } })
    const entry = reached.path.moves.map(move => move.choice.position)
    expect(new Set(entry).size).toBe(1)
    expect(reached.path.cost).toBeCloseTo(0.9 + 3)
  })

  test('where a position is asked for, pitches are placed in it', () => {
    const line = lineOf(stops('5:3 5:5 4:2'))
    const bare = { ...line, events: line.events.map((event, i) => ({ ...event, place: { midi: [48, 50, 52][i]! } })) }
    const places = (asked: number | null) =>
      finger(bare, { rules: rules({}), tempo: 60, pins: {}, freedom: 'all', asked })
        .path.moves.map(move => `${move.choice.places[0]!.string}:${move.choice.places[0]!.fret}`)
        .join(' ')
    expect(places(null)).toBe('5:3 4:0 4:2')
    expect(places(7)).toBe('6:8 6:10 5:7')
  })
})

describe('places that the engine takes', () => {
  test('voices lie over each other as their strings do: crossed, or with strings left out, they are charged', () => {
    const line = lineOf(stops('3:5+2:5'))
    const bare = { ...line, events: line.events.map((event, i) => ({ ...event, place: { midi: [60, 64][i]! } })) }
    const { task } = finger(bare, { rules: rules({}), tempo: 60, pins: {}, freedom: 'all' })
    const voices = (lower: number, higher: number) =>
      placeCharges(
        task.moments[0]!,
        [
          { string: lower, fret: 5 },
          { string: higher, fret: 5 },
        ],
        5,
        null,
      ).map(({ kind, amount }) => [kind, amount])
    expect(voices(3, 2)).toEqual([])
    expect(voices(2, 3)).toEqual([['voices', 2]])
    expect(voices(5, 2)).toEqual([['voices', 0.5]])
  })

  test('open strings before the hand is anywhere are in the position it will land in', () => {
    const line = lineOf(stops('6:0 5:0 4:7 4:9'))
    const fingered = finger(line, { rules: rules({}), tempo: 60, pins: {}, freedom: 'all' })
    const positions = lineBy(line, fingered).line.events.map(event => event.position)
    expect(positions[2]).toBeGreaterThan(4)
    expect(positions).toEqual(Array<number>(4).fill(positions[2]!))
  })
})

describe('notes sounding together that move as one shape', () => {
  /** What the fingers of the second stop cost for being others than those of the first. */
  function reshaped(places: string, ...pinned: readonly (1 | 2 | 3 | 4)[]) {
    const pins = Object.fromEntries(pinned.map((finger, i) => [`p1.n${i + 1}`, finger]))
    const { task, path } = asked(places, { pins })
    const [before, after] = path.moves.map(move => move.choice)
    expect([before!, after!].flatMap(choice => choice.fingers)).toEqual(pinned)
    return changeBetween(before!, after!, task.moments[1]!, task).reshaped
  }

  test('keep their fingers: each that changes is charged, and more where none is left to guide the hand', () => {
    expect(reshaped('4:5+3:7 4:7+3:9', 1, 3, 1, 3)).toBe(0)
    expect(reshaped('4:5+3:7 4:7+3:9', 1, 3, 1, 4)).toBe(COSTS.reshaped)
    expect(reshaped('4:5+3:7 4:7+3:9', 1, 3, 2, 4)).toBe(2 * COSTS.reshaped + COSTS.unguided)
  })

  test('where one voice rises and the other falls, or a string changes, it is no one shape', () => {
    expect(reshaped('4:5+3:8 4:6+3:7', 1, 4, 2, 3)).toBe(0)
    expect(reshaped('4:5+3:7 3:7+2:9', 1, 3, 2, 4)).toBe(0)
  })
})

describe('other fingerings', () => {
  test('at least three, none cheaper than the best, cheapest first, all different', () => {
    const found = asked('6:5 6:6 6:7 6:8 5:5 5:6 5:7 5:8')
    const others = otherFingerings(found, 4)
    expect(others).toHaveLength(4)
    const costs = [found.path.cost, ...others.map(other => other.cost)]
    expect(costs).toEqual([...costs].sort((a, b) => a - b))
    const names = [found.path, ...others].map(path => JSON.stringify(fingersByKey(found.task, path)))
    expect(new Set(names).size).toBe(5)
  })
})

describe('the checker', () => {
  const given = (list: readonly number[]) => Object.fromEntries(list.map((finger, i) => [`p1.n${i + 1}`, finger]))
  const judged = (places: string, list: readonly number[], hand: HandInput = {}) =>
    costlyNotes(lineOf(stops(places)), given(list), { rules: rules(hand), tempo: 60 })!

  test('finds nothing in a fingering that costs next to nothing more', () => {
    expect(judged('6:5 6:6 6:7 6:8', [1, 2, 3, 4])).toEqual([])
  })

  // Common practice: who starts on 2 plays the first notes and is then stuck.
  test('starting on 2 is found out, its consequence named, its repair the plain fingering', () => {
    const [first] = judged('6:5 6:6 6:7 6:8', [2, 3, 4, 4])
    expect(first).toMatchObject({ key: 'p1.n1', rule: 'costly', repair: { fingers: given([1, 2, 3, 4]) } })
    expect(breachInWords(first!)).toMatch(
      /^finger 2 is harder here than finger 1: at fret \d+ of string 6 \(p1\.n\d\) /,
    )
    expect(first!.repair.cost).toBeCloseTo(0.7)
  })

  test('a costly finger late in the line keeps what came before in its repair', () => {
    const found = judged('6:5 6:6 6:7 6:8', [1, 2, 3, 1])
    expect(found.map(note => note.key)).toEqual(['p1.n4'])
    expect(found[0]!.repair.fingers).toEqual(given([1, 2, 3, 4]))
  })

  test('every costly note costs at least 2 more than its repair, note by note', () => {
    const found = judged('6:5 6:7 5:5 5:8 4:6 4:7', [3, 1, 4, 2, 4, 1])
    expect(found.length).toBeGreaterThan(1)
    const pins = given([3, 1, 4, 2, 4, 1])
    for (const note of found) {
      const i = Number(note.key.slice(4))
      const fixed = asked('6:5 6:7 5:5 5:8 4:6 4:7', { pins: Object.fromEntries(Object.entries(pins).slice(0, i)) })
        .path.cost
      expect(fixed - note.repair.cost).toBeGreaterThanOrEqual(2 - 1e-6)
    }
  })
})

describe('a tapped note', () => {
  test('is pulled off to a finger that is down before it sounds', () => {
    const line = lineOf([[{ string: 2, fret: 5 }], [{ string: 2, fret: 12 }], [{ string: 2, fret: 8, slurred: true }]])
    const tapped = {
      ...line,
      events: line.events.map((event, i) =>
        i === 1 ? { ...event, tap: true as const, want: 'free' as const } : event,
      ),
    }
    const { path } = finger(tapped, { rules: rules({}, 'lift'), tempo: 60, pins: {}, freedom: 'all' })
    const tap = path.moves[1]!
    expect(tap.choice.fingers).toEqual([null])
    expect(tap.choice.placings[tap.placing]!.ahead.map(landing => landing.fret)).toEqual([8])
  })
})

describe('an effort beyond the laws of the hand', () => {
  test('counts each law that is broken, and is told beside them', () => {
    const law = COSTS.impossible
    expect([0, law / 2, law, 1.5 * law, 3 * law + 7].map(lawsBroken)).toEqual([0, 0, 1, 1, 3])
    expect([0, 12, law, 3 * law + 7].map(effortBeside)).toEqual([0, 12, 0, 7])
  })
})
