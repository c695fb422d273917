import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { readFileSync } from 'node:fs'
import { FAMILIES } from '../families/registry'
import { openingOf } from '../families/opening'
import { gradeOf, partValues } from '../grade/grade'
import { realise } from '../score/realise'
import { combinations } from './column'
import { COLUMNS, columnOf } from './columns/registry'
import { ladderText, readLadderText } from './built'
import { buildLadder, WIDEST_GAP } from './ladder'
import { demandBetween, differences, signatureOf, signatureOfCount } from './signature'
import type { Score } from '../score/score'
import { demandInWords } from '../wording/demand'

const sheet = (spec: Readonly<Record<string, unknown>>) => {
  const result = realise({ version: 1, ...spec })
  if (!result.ok) throw new Error(`${result.error.path}: ${result.error.message}`)
  return result.value as Score
}

describe('what a drill asks for by name', () => {
  const order = { family: 'order', position: 7, order: { fingers: [1, 3, 2, 4] } }

  test('tempo, position and notes to the beat are no part of it', () => {
    const own = signatureOf(sheet(order))
    expect(signatureOf(sheet({ ...order, tempo: 132, position: 5, rhythm: { perBeat: 2 } }))).toEqual(own)
    expect(own).toMatchObject({ changes: ['13', '23', '24', '31', '32', '42'], fingers: [1, 2, 3, 4], leaps: [1] })
  })

  test('the first entry that differs names the difference', () => {
    const held = (finger: number, strings: readonly number[]) =>
      signatureOf(
        sheet({
          family: 'held',
          position: 7,
          held: { held: [{ finger, string: 4 }], moving: { fingers: [4, 2], strings } },
        }),
      )
    expect(demandBetween(held(1, [3]), held(3, [3, 1]))).toEqual({ entry: 'anchors', before: [1], now: [3] })
    expect(demandBetween(held(3, [3]), held(3, [3, 1]))).toMatchObject({ entry: 'leaps', now: [2] })
    expect(demandBetween(held(3, [3]), held(3, [3]))).toBeNull()
  })

  test('slurs, shifts, pauses, barres and stacks are read', () => {
    const trill = signatureOf(sheet({ family: 'pair', pair: { fingers: [1, 2], reps: 4, trill: true } }))
    expect(trill.slurRow).toBe(7)
    expect(trill.ways).toEqual(['hammer', 'pluck', 'pull'])
    const shifting = (shiftPause: number) =>
      signatureOf(sheet({ family: 'chromatic', chromatic: { strings: [1], positions: [1, 5], shiftPause } }))
    expect(shifting(0)).toMatchObject({ shifts: [4], pauses: false })
    expect(shifting(2)).toMatchObject({ shifts: [4], pauses: true })
    expect(signatureOf(sheet({ family: 'blocks', blocks: { chords: [{ frets: '133211' }] } }))).toMatchObject({
      barre: 3,
      stacks: [6],
    })
  })

  test('every combination comes once', () => {
    expect([...combinations({ a: [1, 2], b: ['x', 'y'] })]).toEqual([
      { a: 1, b: 'x' },
      { a: 1, b: 'y' },
      { a: 2, b: 'x' },
      { a: 2, b: 'y' },
    ])
  })
})

/** Techniques that are built in a second or two, and need no other. */
const QUICK: readonly string[] = ['count', 'picking']

describe('the ladder', () => {
  const { rungs } = readLadderText(readFileSync('core/ladder/ladder.json', 'utf8'))
  const of = (name: string) => rungs.filter(rung => rung.column === name)

  test('has at least 600 drills, none twice', () => {
    expect(rungs.length).toBeGreaterThanOrEqual(600)
    expect(new Set(rungs.map(rung => JSON.stringify(rung.spec))).size).toBe(rungs.length)
  })

  test.each(COLUMNS.map(column => column.name))(
    '%s: no gap over half a grade from where it starts to where it ends',
    name => {
      const { from, to } = COLUMNS.find(column => column.name === name)!
      const grades = of(name).map(rung => rung.grade)
      expect(grades[0]!).toBeLessThan(from + 0.2)
      expect(grades.at(-1)!).toBeGreaterThan(to - 0.4)
      for (const [i, grade] of grades.slice(1).entries()) {
        expect(grade).toBeGreaterThan(grades[i]!)
        expect(grade - grades[i]!).toBeLessThanOrEqual(WIDEST_GAP)
      }
    },
  )

  test.each(COLUMNS.map(column => column.name))('%s: every grade between its ends has a drill in its row', name => {
    const grades = of(name).map(rung => Math.round(rung.grade))
    for (let row = Math.round(grades[0]!); row <= grades.at(-1)!; row++) expect(grades).toContain(row)
  })

  test('every drill asks for something by name that the one before it does not', () => {
    for (const [i, rung] of rungs.entries()) {
      const before = rungs[i - 1]
      if (before?.column !== rung.column) expect([rung.place, rung.demand]).toEqual([1, null])
      else {
        expect(differences(before.signature, rung.signature).length).toBeGreaterThan(0)
        expect(rung.demand).toEqual(demandBetween(before.signature, rung.signature))
        expect(rung.place).toBe(before.place + 1)
        expect(demandInWords(rung.demand!)).toMatch(/^now (?!.*(undefined|NaN| {2}))\S/)
      }
    }
  })

  // All of them are built anew by `npm run ladder -- --check`, which is part of `npm test`.
  test('a sample of its drills, graded anew, is what the file says, and no hand of 80 mm is asked too much', () => {
    for (const rung of fc.sample(fc.constantFrom(...rungs), { seed: 20261201, numRuns: 120 })) {
      const result = realise(rung.spec)
      if (!result.ok) throw new Error(`${rung.title}: ${result.error.message}`)
      const { value } = result
      if (value.kind === 'steps') throw new Error(`${rung.title} is a warm-up`)
      const { value: grade, parts } = gradeOf(value)!
      const signature = value.kind === 'sheet' ? signatureOf(value) : signatureOfCount(value)
      const { title, purpose } = value
      const now = { ...rung, title, purpose, grade, parts: partValues(parts), signature }
      expect(JSON.parse(JSON.stringify(now))).toEqual(rung)
      if (value.kind === 'sheet') expect(value.report.breaches).toEqual([])
      expect(purpose.length).toBeGreaterThan(10)
    }
  })

  test('techniques that are quick to build, built anew, are what the file says', () => {
    const told: string[] = []
    const quick = COLUMNS.filter(({ name }) => QUICK.includes(name))
    const built = buildLadder(quick, (column, count) => told.push(`${column.name} ${count}`))
    expect(JSON.parse(JSON.stringify(built))).toEqual(quick.flatMap(({ name }) => of(name)))
    expect(told).toEqual(quick.map(({ name }) => `${name} ${of(name).length}`))
  })

  test('its file is refused when another version of the program wrote it', () => {
    const text = ladderText('', rungs.slice(0, 3))
    expect(readLadderText(text).rungs).toEqual(rungs.slice(0, 3))
    expect(() => readLadderText(text.replace('"version":', '"version":9'))).toThrow('run npm run ladder')
  })

  test('what should go well first stands lower, the one before among it', () => {
    const at = (column: string, place: number) => of(column)[place - 1]!
    for (const rung of rungs) {
      for (const { column, place } of rung.after) expect(at(column, place).grade).toBeLessThan(rung.grade)
      expect(rung.after.some(each => each.column === rung.column)).toBe(rung.place > 1)
    }
    expect(
      of('trills')
        .at(-1)!
        .after.map(each => each.column),
    ).toEqual(['trills', 'slurs', 'pairs'])
  })

  test('its drills are of their own technique, and every family but own music and warm-ups has one', () => {
    for (const rung of rungs) expect(columnOf(rung.spec as never)?.name).toBe(rung.column)
    for (const family of FAMILIES)
      expect([family.name, columnOf(openingOf(family) as never) !== null]).toEqual([
        family.name,
        !['free', 'warmup'].includes(family.name),
      ])
  })
})
