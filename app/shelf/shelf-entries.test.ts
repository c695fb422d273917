import { describe, expect, test } from '@jest/globals'
import { partsOf, type Free } from '#core/families/free'
import { GRADE } from '#core/grade/table'
import { marksOf } from '#core/ladder/marks'
import { signatureOf } from '#core/ladder/signature'
import { realise } from '#core/score/realise'
import type { DrillRow, RungRow, ShelfPage } from '#shared/contracts/drills/answers'
import { chosenOf, countsOf, entriesOf, matching, NO_QUERY, routineOfEntries, type ShelfQuery } from './shelf-entries'

const realised = (spec: object) => {
  const result = realise({ version: 1, ...spec })
  if (!result.ok) throw new Error(result.error.message)
  return result.value
}
const rung = (key: string, spec: object, more: Partial<RungRow> = {}): RungRow => {
  const value = realised(spec)
  const { technique, parts } = marksOf(value)
  return {
    key,
    technique: technique!,
    place: 1,
    grade: 0,
    parts: parts!,
    spec: value.spec,
    title: value.title,
    purpose: value.purpose,
    signature: value.kind === 'sheet' ? signatureOf(value) : { fingers: [], ways: [], strings: [] },
    demand: null,
    after: [],
    retired: false,
    ...more,
  }
}
const drill = (id: string, name: string, spec: object, more: Partial<DrillRow> = {}): DrillRow => {
  const value = realised(spec)
  return {
    id,
    name,
    family: value.spec.family,
    archived: false,
    setFor: 0,
    newest: { id, number: 1, title: value.title, spec: value.spec, createdAt: '2026-01-05T00:00:00.000Z' },
    marks: marksOf(value),
    fromRung: null,
    ...more,
  }
}

const order = { family: 'order', tempo: 80, order: { fingers: [1, 2, 3, 4] } }
const trill = { family: 'pair', tempo: 80, pair: { fingers: [1, 2], reps: 4, trill: true } }
const count = { family: 'count', count: { tempos: [60] } }
const page = (more: Partial<ShelfPage> = {}): ShelfPage => ({
  drills: [drill('own-1', 'Größe drill', order)],
  rungs: [
    rung('a', { ...order, tempo: 120 }),
    rung('b', trill, { demand: { entry: 'slurRow', before: 1, now: 7 } }),
    rung('c', count),
  ],
  favourites: [],
  programmes: [],
  ...more,
})
const find = (query: Partial<ShelfQuery>, of = page(), suiting: ReadonlySet<string> | null = null) =>
  matching(entriesOf(of), { ...NO_QUERY, ...query }, { favourites: new Set(of.favourites), suiting }).map(
    each => each.ref,
  )

describe('what is on the shelf', () => {
  test('own drills first; one taken off is not there, nor a rung one has a drill of, nor one that is retired', () => {
    expect(entriesOf(page()).map(each => each.ref)).toEqual(['own-1', 'a', 'b', 'c'])
    const gone = page({
      drills: [drill('x', 'X', order, { archived: true }), drill('y', 'Y', order, { fromRung: 'a' })],
    })
    expect(entriesOf(gone).map(each => each.ref)).toEqual(['y', 'b', 'c'])
    expect(entriesOf(page({ rungs: [rung('r', order, { retired: true })] })).map(each => each.ref)).toEqual(['own-1'])
  })

  test('a drill kept before there were marks is marked now', () => {
    const marked = entriesOf(page())[0]!
    expect(entriesOf(page({ drills: [drill('own-1', 'Größe drill', order, { marks: null })] }))[0]).toEqual({
      ...marked,
      own: expect.objectContaining({ marks: null }),
    })
  })

  test('grades follow the weights of the studio', () => {
    const grade = (weights?: Parameters<typeof entriesOf>[1]) => entriesOf(page(), weights)[0]!.grade!
    expect(grade({ ...GRADE.weights })).toBe(grade())
    expect(grade({ ...GRADE.weights, 'plucking hand': 1.5 })).toBeGreaterThan(grade())
  })
})

describe('what is looked for', () => {
  test.each<[string, Partial<ShelfQuery>, string[]]>([
    ['everything', {}, ['own-1', 'a', 'b', 'c']],
    ['letters it does not have', { search: 'grosse' }, []],
    ['a word of its name without its accent', { search: 'GROßE' }, ['own-1']],
    ['two words, both of them', { search: 'order strings' }, ['own-1', 'a']],
    ['a technique by its name', { search: 'trills' }, ['b']],
    ['what it newly asks for', { search: 'slurs in a row' }, ['b']],
    ['nothing there is', { search: 'zither' }, []],
    ['own ones', { source: 'own' }, ['own-1']],
    ['of the ladder', { source: 'ladder' }, ['a', 'b', 'c']],
    ['with slurs', { slurs: 'with' }, ['b']],
    ['without slurs', { slurs: 'without' }, ['own-1', 'a', 'c']],
    ['fingers three and four', { fingers: [3, 4] }, ['own-1', 'a']],
    ['for the fretting hand', { hand: 'fretting' }, ['b']],
    ['for the plucking hand', { hand: 'plucking' }, ['own-1', 'a']],
    ['without a guitar', { withoutGuitar: true }, ['c']],
    ['on few strings', { mostStrings: 2 }, []],
  ])('%s', (_, query, refs) => {
    expect(find(query)).toEqual(refs)
  })

  test('favourites, and what suits a student', () => {
    expect(find({ source: 'favourites' }, page({ favourites: ['b'] }))).toEqual(['b'])
    expect(find({}, page(), new Set(['a', 'c']))).toEqual(['a', 'c'])
  })

  test('counted by technique and grade, and one cell from easy to hard', () => {
    const entries = entriesOf(page())
    const counts = countsOf(entries)
    expect([...counts.values()].reduce((a, b) => a + b)).toBe(4)
    const row = entries[0]!.row!
    expect(counts.get(`orders ${row}`)).toBe(chosenOf(entries, { technique: 'orders', row, search: '' }).length)
    const grades = chosenOf(entries, { technique: null, row: null, search: '' }).map(each => each.grade!)
    expect(grades).toEqual(grades.toSorted((a, b) => a - b))
    expect(chosenOf(entries, { technique: 'count', row: null, search: '' }).map(each => each.ref)).toEqual(['c'])
  })
})

describe('drills in a row as one sheet', () => {
  const order = { name: 'Order', spec: { version: 1, family: 'order', order: { fingers: [1, 2] } } }

  test('are a routine in their order; what has no sheet is named', () => {
    const routine = routineOfEntries([order, { ...order, name: 'Again' }])
    expect(routine.ok && partsOf((routine.spec.free as Free).notes).map(({ title }) => title)).toEqual([
      'Order',
      'Again',
    ])
    const counting = { name: 'Counting', spec: { version: 1, family: 'count', count: { tempos: [60] } } }
    expect(routineOfEntries([order, counting])).toEqual({ ok: false, why: '“Counting” has no sheet' })
  })
})
