import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { drills } from '../score/corpus.test.data'
import { realise } from '../score/realise'
import { gradeFrom, gradeOf, regrade } from './grade'
import { graded, part } from './grading.test.data'
import { partValue, soft } from './part'
import { GRADE, PARTS, type PartName } from './table'

const values = (of: Partial<Record<PartName, number>>) => PARTS.map(name => of[name] ?? 0)

/** Random drills of every family with a sheet, fingered one to a fret. */
const DRILLS = drills('plain').slice(0, 300)

describe('a part', () => {
  test('soft rises, never passes 1, and is the figure itself where it is small', () => {
    expect(soft(1, 4)).toBeCloseTo(2 ** -0.25, 12)
    expect(soft(0.1, 8)).toBeCloseTo(0.1, 8)
    expect(soft(0, 4)).toBe(0)
    for (const x of [0.2, 0.9, 1.5, 4]) {
      expect(soft(x, 4)).toBeLessThan(Math.min(1, x))
      expect(soft(x * 1.1, 4)).toBeGreaterThan(soft(x, 4))
    }
  })

  test('by hand: 32 onsets of 0.5 are peak 0.5 and sustained 0.5', () => {
    expect(partValue(Array(32).fill(0.5))).toBeCloseTo(100 * soft(0.5, 4), 10)
  })

  test('by hand: 8 onsets of 0.5 keep three quarters of what lasts', () => {
    expect(partValue(Array(8).fill(0.5))).toBeCloseTo(100 * soft(0.6 * 0.5 + 0.4 * 0.75 * 0.5, 4), 10)
  })

  test('by hand: one hard onset among easy ones counts whole where single onsets do', () => {
    const demands = [0, 0, 0.8, 0, 0, 0]
    expect(partValue(demands)).toBeCloseTo(100 * soft(0.6 * 0.2 + (0.4 * 0.75 * 4 * 0.8) / 32, 4), 10)
    expect(partValue(demands, { single: true, full: 3 })).toBeCloseTo(100 * soft(0.6 * 0.8 + (0.4 * 0.8) / 3, 4), 10)
  })

  test('an easy tail never lowers it, whatever stands before', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 3, noNaN: true }), { minLength: 1, maxLength: 80 }),
        fc.integer({ min: 1, max: 60 }),
        fc.boolean(),
        (demands, tail, single) =>
          partValue([...demands, ...Array<number>(tail).fill(0)], { single }) >= partValue(demands, { single }) - 1e-9,
      ),
      { seed: 1 },
    )
  })
})

describe('a grade', () => {
  test('by hand: one part of 50 that weighs 0.6', () => {
    expect(gradeFrom(values({ 'fretting speed': 50 }))).toBeCloseTo(1 + 7 * soft(1.2 * 0.3 ** 1.4, 8), 10)
  })

  test('is 1 where nothing is asked and never reaches 8', () => {
    expect(gradeFrom(values({}))).toBe(1)
    expect(gradeFrom(PARTS.map(() => 100))).toBeLessThan(8)
  })

  test('under other weights is told from the parts alone', () => {
    const grade = graded({ family: 'order', order: { fingers: [1, 2, 3, 4] }, tempo: 100 })
    expect(regrade(grade, GRADE.weights)).toBe(grade.value)
    expect(regrade(grade, { ...GRADE.weights, 'fretting speed': 0 })).toBeLessThan(grade.value)
    const own = gradeOf(
      (
        realise({ version: 1, family: 'order', order: { fingers: [1, 2, 3, 4] }, tempo: 100 }) as never as {
          value: never
        }
      ).value,
      undefined,
      { ...GRADE.weights, crossings: 1.2 },
    )
    expect(own!.value).toBe(regrade(grade, { ...GRADE.weights, crossings: 1.2 }))
  })

  test('a warm-up has none', () => {
    const steps = realise({ version: 1, family: 'warmup', warmup: { steps: [{ name: 'Shoulders', seconds: 30 }] } })
    expect(steps.ok && gradeOf(steps.value)).toBeNull()
  })

  test('every part that asks for something names its notes and its figures; one that asks for nothing has neither', () => {
    for (const { score } of DRILLS) {
      const keys = new Set(score.notes.map(note => note.key))
      for (const { name, value, cause, notes } of gradeOf(score)!.parts) {
        expect(Number.isFinite(value)).toBe(true)
        expect([name, value > 0, cause !== null, notes.length > 0]).toEqual([name, value > 0, value > 0, value > 0])
        expect(notes.every(key => keys.has(key))).toBe(true)
        if (cause) expect(cause.part).toBe(name)
      }
    }
  })

  test('faster is never easier, in any part, for any family', () => {
    for (const { spec } of DRILLS) {
      const own = spec as { tempo?: number }
      let before = graded({ ...spec, tempo: 30 })
      for (const tempo of [own.tempo ?? 60, 120, 200, 400].filter(each => each > 30).sort((a, b) => a - b)) {
        const now = graded({ ...spec, tempo })
        for (const name of PARTS) {
          const rises = part(now, name) >= part(before, name) - 1e-9
          if (!rises) throw new Error(`${name} falls at ${tempo}: ${JSON.stringify(spec)}`)
        }
        before = now
      }
    }
  })

  test('a smaller hand never finds it easier, one finger to a fret', () => {
    for (const { spec } of DRILLS.filter((_, i) => i % 2 === 0)) {
      let before = 0
      for (const reachMm of [120, 90, 80, 74, 68, 62, 55, 45]) {
        const { value } = graded(spec, { reachMm })
        if (value < before - 1e-9) throw new Error(`easier with ${reachMm} mm: ${JSON.stringify(spec)}`)
        before = value
      }
    }
  })

  test('fingers that are used less are freer: the third is the least independent, the first the most', () => {
    // Häger-Ross and Schieber, "Quantifying the independence of human finger movements", J. Neurosci. 20 (2000)
    // 8542–8550, from memory: thumb, index and little finger move most on their own, the ring finger least, the middle
    // finger between. What weighs on a finger here follows that order: kept down while others move, index, then middle,
    // then ring; the little finger between them, since it is free but weak.
    const { anchors, pairs } = GRADE.independence
    expect(anchors[3]).toBe(Math.max(...anchors))
    expect(anchors[1]).toBe(Math.min(...anchors.slice(1)))
    const withFinger = (finger: number) =>
      Object.entries(pairs)
        .filter(([pair]) => pair.includes(String(finger)))
        .reduce((sum, [, weight]) => sum + weight, 0)
    expect(withFinger(1)).toBe(Math.min(...[1, 2, 3, 4].map(withFinger)))
    expect(pairs[34]).toBeGreaterThan(pairs[23]!)
    expect(pairs[23]).toBeGreaterThan(pairs[12]!)
  })
})
