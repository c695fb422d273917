import { describe, expect, test } from '@jest/globals'
import { readFileSync } from 'node:fs'
import { demandInWords } from '../wording/demand'
import { columnOf } from './columns/registry'
import type { Rung } from './ladder'
import { markedBy } from './marks'
import { rowOfGrade } from './rows'
import { searchRank, searchWords, type Searched } from './search'

const rungs = (JSON.parse(readFileSync('core/ladder/ladder.json', 'utf8')) as { rungs: readonly Rung[] }).rungs
const drills = rungs.map((rung): Searched & { readonly column: string } => ({
  column: rung.column,
  name: rung.title,
  title: rung.title,
  about: [rung.purpose, ...(rung.demand ? [demandInWords(rung.demand)] : [])],
  technique: columnOf(rung.spec as never)!.label,
  spec: rung.spec,
  ...markedBy(rung.signature),
  grade: rowOfGrade(rung.grade),
}))
const found = (typed: string) => {
  const words = searchWords(typed)
  return drills
    .flatMap(drill => {
      const rank = searchRank(drill, words)
      return rank === null ? [] : [{ drill, rank }]
    })
    .sort((a, b) => a.rank - b.rank)
    .map(({ drill }) => drill)
}
type Drill = (typeof drills)[number]
const of =
  (...columns: readonly string[]) =>
  (drill: Drill) =>
    columns.includes(drill.column)
const playing = (pattern: RegExp) => (drill: Drill) => pattern.test(JSON.stringify(drill.spec))

/** What teachers type, and what is right (common practice). */
const TYPED: readonly (readonly [string, (drill: Drill) => boolean])[] = [
  ['spider', of('orders')],
  ['1234', of('orders', 'shifts')],
  ['1 3 2 4', playing(/1,3,2,4/)],
  ['finger independence', of('orders', 'pairs', 'held')],
  ['chromatic', of('shifts')],
  ['position shift', of('shifts')],
  ['hammer-on', drill => drill.slurred],
  ['hammer ons', drill => drill.slurred],
  ['pull off', drill => drill.slurred],
  ['pull-offs', drill => drill.slurred],
  ['hammer on pull off', drill => drill.slurred],
  ['legato', drill => drill.slurred],
  ['slur', drill => drill.slurred],
  ['slurs grade 3', drill => drill.column === 'slurs' && drill.grade === 3],
  ['trill', of('trills')],
  ['trills 2 3', playing(/"fingers":\[2,3\]/)],
  ['tapping', of('tapping')],
  ['two hand tapping', of('tapping')],
  ['barre', playing(/133211|x13321|355333/)],
  ['barre chords', of('chords')],
  ['F chord', of('chords', 'patterns')],
  ['chord changes', of('chords')],
  ['C to G', of('chords', 'thumb')],
  ['Am', of('chords', 'patterns', 'thumb', 'shapes')],
  ['alternate picking', of('picking', 'orders', 'pairs', 'shifts', 'threes', 'scales')],
  ['economy picking', playing(/economy/)],
  ['sweep', playing(/swe(ep|pt)/)],
  ['sweep picking', playing(/swe(ep|pt)/)],
  ['hybrid picking', playing(/hybrid/)],
  ['string skipping', playing(/skip|\[\d,1\]/)],
  ['string crossing', of('picking')],
  ['downstrokes', playing(/"down"/)],
  ['fingerpicking', of('patterns', 'thumb')],
  ['fingerstyle', of('patterns', 'thumb')],
  ['p i m a', of('patterns')],
  ['alternating thumb', of('thumb')],
  ['travis', of('thumb')],
  ['right hand', playing(/"pattern"|"pima"|"im"/)],
  ['arpeggio', of('shapes', 'patterns', 'diagonals')],
  ['arpeggios Em', of('shapes', 'patterns')],
  ['rake', playing(/rake/)],
  ['scale', of('scales')],
  ['C major', playing(/"C","type":"major"/)],
  ['A minor', of('scales', 'chords', 'shapes')],
  ['pentatonic', playing(/pentatonic/)],
  ['three notes per string', of('threes', 'scales')],
  ['thirds', of('scales')],
  ['triplets', playing(/"perBeat":3/)],
  ['eighth notes', playing(/"perBeat":2/)],
  ['pedal tone', of('pedal')],
  ['drone', of('pedal', 'scales')],
  ['counting', of('count')],
  ['metronome', of('count')],
  ['silent bars', of('count')],
  ['pinky', drill => drill.fingers.includes(4)],
  ['finger 4', drill => drill.fingers.includes(4)],
  ['one string', drill => drill.strings.length === 1],
  ['string 6', drill => drill.strings.includes(6)],
  ['grade 1', drill => drill.grade === 1],
  ['fifth position', drill => drill.spec.position === 5 || /\bV\b/.test(drill.title)],
  ['hold finger 1', of('held')],
  ['stretch', of('diagonals', 'threes')],
]

describe('the words teachers type', () => {
  test('57 of 60 and more find something right among the first five', () => {
    const missed = TYPED.filter(([typed, right]) => !found(typed).slice(0, 5).some(right)).map(([typed]) => typed)
    expect(TYPED.length).toBeGreaterThanOrEqual(60)
    // The ladder has no economy picking and no trill of fingers 2 and 3.
    expect(missed).toEqual(['trills 2 3', 'economy picking'])
  })

  test.each(TYPED.filter(([typed]) => /hammer|pull|sweep|barre|grade|spider|string 6/.test(typed)))(
    'every one of the first five for “%s” is right',
    (typed, right) => {
      expect(
        found(typed)
          .slice(0, 5)
          .filter(drill => !right(drill))
          .map(({ title }) => title),
      ).toEqual([])
    },
  )
})

describe('how words are found', () => {
  const drill = (more: Partial<Searched> = {}): Searched => ({
    name: 'Odd fingers first',
    title: 'Order 1 3 2 4, strings 6–1, V',
    about: [],
    technique: 'Finger orders',
    spec: { family: 'order', position: 5 },
    slurred: false,
    strings: [6, 5],
    fingers: [1, 2, 3, 4],
    grade: 3,
    ...more,
  })
  const ranked = (typed: string, more?: Partial<Searched>) => searchRank(drill(more), searchWords(typed))

  test('each by itself, in any order, without accents or capitals', () => {
    expect(ranked('first ODD fíngers')).not.toBeNull()
    expect(ranked('odd slurs')).toBeNull()
    expect(ranked('')).toBeLessThan(1)
  })

  test('short words and numbers whole, longer ones as a beginning or with one slip of the pen', () => {
    expect([ranked('o'), ranked('od'), ranked('odd')]).toEqual([null, null, expect.any(Number)])
    expect([ranked('15'), ranked('3')]).toEqual([null, expect.any(Number)])
    expect(ranked('finge')).not.toBeNull()
    expect(ranked('fingrs')).not.toBeNull()
    expect(ranked('fings')).toBeNull()
  })

  test('what a drill is called comes before what it is, and that before what is said of it', () => {
    const said = { about: ['As loud as a spider.'], spec: { family: 'scale' } }
    expect(ranked('spider', { name: 'Spider' })!).toBeLessThan(ranked('spider')!)
    expect(ranked('spider')!).toBeLessThan(ranked('spider', said)!)
  })

  test('by grade, string, finger and position', () => {
    for (const typed of ['grade 3', 'string 6', 'finger 4', 'position V', '5th position'])
      expect([typed, ranked(typed)]).toEqual([typed, expect.any(Number)])
    for (const typed of ['grade 4', 'string 1', 'position VI']) expect([typed, ranked(typed)]).toEqual([typed, null])
  })
})
