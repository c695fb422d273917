import { describe, expect, test } from '@jest/globals'
import { OPENINGS, randomScores } from '../../formats/writers.test.data'
import { measuresOf } from '../../notation/measures'
import { scoreOf } from '../../score/score-of.test.data'
import type { Score } from '../../score/score'
import { layOut, type SheetLayout, type System } from '../layout'
import { engraver } from './engrave'
import { STAFF_GAP } from './room'

// Facts of staff notation (common practice): the treble clef of guitar music sounds an octave lower than it is written,
// so the open strings from the sixth are written E3 A3 D4 G4 B4 E5, and E4 lies on the bottom line.

interface Box {
  readonly left: number
  readonly right: number
  readonly top: number
  readonly bottom: number
}
/** The outlines of what is filled, each with the room it takes. */
function outlines(d: string): readonly Box[] {
  return d
    .split(/(?=M)/)
    .filter(Boolean)
    .map(part => {
      const numbers = [...part.replace(/A[^A-Z]*/g, '').matchAll(/-?\d+(?:\.\d+)?/g)].map(Number)
      const [xs, ys] = [numbers.filter((_, i) => i % 2 === 0), numbers.filter((_, i) => i % 2 === 1)]
      return { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) }
    })
}
/** Full heads are as high as a space and a little wider; nothing else is. */
const isHead = ({ left, right, top, bottom }: Box) =>
  Math.abs(right - left - 1.18 * STAFF_GAP) < 0.4 && Math.abs(bottom - top - STAFF_GAP) < 0.6

function heads(score: Score, layout: SheetLayout, system: System) {
  const filled = engraver(score, layout)(system).find(shape => shape.as === 'staff')
  return filled?.kind === 'path'
    ? outlines(filled.d)
        .filter(isHead)
        .map(({ left, right, top, bottom }) => ({ x: (left + right) / 2, y: (top + bottom) / 2 }))
    : []
}
const own = (notes: readonly object[], more: object = {}) =>
  scoreOf({ version: 1, family: 'free', rhythm: { meter: [4, 4], perBeat: 1 }, free: { notes }, ...more })
const quarters = (places: readonly (readonly [string: number, fret: number])[]) =>
  own(places.map(([string, fret], i) => ({ at: i * 10080, dur: 10080, string, fret })))
const laidOut = (score: Score, width = 900) => layOut(score, { width, lanes: false, staff: true })

describe('a drill in standard notation', () => {
  test('has the open strings on their places of the staff', () => {
    const score = quarters([6, 5, 4, 3, 2, 1].map(string => [string, 0] as const))
    const layout = laidOut(score)
    const bottom = layout.frame.rows.staff! + 4 * STAFF_GAP
    const found = layout.systems.flatMap(system => heads(score, layout, system))
    // Steps of the scale above the bottom line, E4: E3 A3 D4 G4 B4 E5.
    expect(found.map(({ y }) => Math.round((bottom - y) / (STAFF_GAP / 2)))).toEqual([-7, -4, -1, 2, 4, 7])
  })

  test('has every note right over its fret, in every family and in random drills', () => {
    let seen = 0
    for (const score of [...OPENINGS.map(([, each]) => each), ...randomScores(30)]) {
      const layout = laidOut(score)
      for (const system of layout.systems) {
        const full = new Set(
          system.notes.filter(({ note }) => !note.marks.includes('muted') && note.dur < 20160).map(({ x }) => x),
        )
        const there = heads(score, layout, system)
        for (const x of full) {
          // Seconds and voices that meet stand beside each other.
          expect([score.title, x, there.some(head => Math.abs(head.x - x) < 12)]).toEqual([score.title, x, true])
          if (there.some(head => Math.abs(head.x - x) < 1)) seen++
        }
      }
    }
    expect(seen).toBeGreaterThan(1000)
  })

  test('draws every system of 200 random drills, with no figure that is none', () => {
    for (const score of randomScores(200)) {
      const layout = laidOut(score, 640)
      const engraved = engraver(score, layout)
      for (const system of layout.systems) {
        const shapes = engraved(system)
        expect(shapes.map(({ as }) => as)).toEqual(['staff line', 'staff'])
        for (const shape of shapes) expect(shape.kind === 'path' && shape.d).not.toMatch(/NaN|undefined|Infinity/)
      }
    }
  })

  test('gives each pitch that the bar has altered before its sign again, and no other', () => {
    const signs = (places: readonly (readonly [number, number])[]) => {
      const score = quarters(places)
      const plain = quarters(places.map(() => [1, 0] as const))
      const count = (each: Score) => {
        const layout = laidOut(each)
        const filled = engraver(each, layout)(layout.systems[0]!).find(({ as }) => as === 'staff')
        return filled?.kind === 'path' ? outlines(filled.d).filter(box => !isHead(box)).length : 0
      }
      return count(score) - count(plain)
    }
    const natural = signs([
      [2, 1],
      [2, 1],
      [2, 1],
      [2, 1],
    ])
    expect(natural).toBe(0)
    // F sharp, told once; then F sharp and F natural.
    const once = signs([
      [1, 2],
      [1, 2],
      [1, 2],
      [1, 2],
    ])
    expect(once).toBeGreaterThan(0)
    expect(
      signs([
        [1, 2],
        [1, 1],
        [1, 1],
        [1, 1],
      ]),
    ).toBeGreaterThan(once)
  })

  test('is as written music is everywhere: rests fill, what rings over a bar line is tied', () => {
    const score = own([{ at: 30240, dur: 20160, string: 1, fret: 0 }])
    const layout = laidOut(score)
    expect(measuresOf(score).flatMap(({ voices }) => voices[0]!.pieces.map(({ tiedTo }) => tiedTo))).toContain(true)
    expect(layout.systems.flatMap(system => heads(score, layout, system)).length).toBeGreaterThanOrEqual(2)
  })

  test('beams eighths by half a bar of four and a whole one of three, sixteenths by the beat', () => {
    const beams = (perBeat: number, beats: number) => {
      const step = 10080 / perBeat
      const notes = Array.from({ length: perBeat * beats }, (_, i) => ({ at: i * step, dur: step, string: 1, fret: 1 }))
      const score = scoreOf({ version: 1, family: 'free', rhythm: { meter: [beats, 4], perBeat }, free: { notes } })
      const layout = laidOut(score)
      const filled = engraver(score, layout)(layout.systems[0]!).find(({ as }) => as === 'staff')
      return filled?.kind === 'path'
        ? filled.d.split(/(?=M)/).filter(part => /^M[^C]*(L[^C]*){3}Z$/.test(part) && !part.includes('C')).length
        : 0
    }
    expect(beams(2, 4)).toBe(2)
    expect(beams(2, 3)).toBe(1)
    // Two beams over each of four beats.
    expect(beams(4, 4)).toBe(8)
  })

  test('takes no room where none is asked for', () => {
    const score = quarters([[1, 0]])
    const without = layOut(score, { width: 900, lanes: false })
    expect(without.frame.rows.staff).toBeNull()
    expect(engraver(score, without)(without.systems[0]!)).toEqual([])
    expect(laidOut(score).frame.height).toBeGreaterThan(without.frame.height + 90)
  })

  test('has a staff that is high enough for the highest and the lowest note', () => {
    const score = own([
      { at: 0, dur: 10080, string: 1, fret: 19 },
      { at: 10080, dur: 10080, string: 6, fret: 0 },
    ])
    const layout = laidOut(score)
    const there = heads(score, layout, layout.systems[0]!)
    expect(Math.min(...there.map(({ y }) => y))).toBeGreaterThan(STAFF_GAP)
    expect(Math.max(...there.map(({ y }) => y))).toBeLessThan(layout.frame.rows.count - 18)
  })
})
