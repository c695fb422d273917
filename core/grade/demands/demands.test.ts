import { describe, expect, test } from '@jest/globals'
import { graded, part, type Written } from '../grading.test.data'
import type { PartName } from '../table'

// What each part of the grade counts (common practice), one rule a row: the first drill asks for more of it than the
// second, by that rule alone.

const EIGHTH = 5040
interface Note {
  readonly string: number
  readonly fret: number
  readonly finger?: number
  readonly via?: string
  readonly pluck?: string
}
/** Notes one after another, of equal length, with the fingers they are given. */
const line = (notes: readonly Note[], more: Written = {}, dur = EIGHTH): Written => ({
  family: 'free',
  tempo: 100,
  position: 5,
  fingering: { rule: 'given' },
  free: { notes: notes.map((note, i) => ({ at: i * dur, dur, ...note })) },
  ...more,
})
/** One string, finger after finger, each with its fret. */
const on = (string: number, ...stops: readonly (readonly [finger: number, fret: number])[]): readonly Note[] =>
  stops.map(([finger, fret]) => ({ string, finger, fret }))
/** Open strings, which ask nothing of the fretting hand. */
const open = (strings: readonly number[], more: Written = {}) =>
  line(
    strings.map(string => ({ string, fret: 0 })),
    more,
  )
const repeat = <T>(times: number, ...items: readonly T[]): readonly T[] =>
  Array.from({ length: times }, () => items).flat()
const picked = (system: string, start = 'D') => ({ plucking: { system, start } })
const slurs = (groups: readonly (readonly number[])[], slurred = groups.length): Written => ({
  family: 'slur',
  tempo: 80,
  position: 7,
  slur: { string: 2, groups, slurred },
})
const chords = (...frets: readonly string[]): Written => ({
  family: 'blocks',
  tempo: 80,
  rhythm: { perBeat: 1 },
  blocks: { chords: frets.map(each => ({ frets: each })), stage: 'block' },
})

const DEMANDS: readonly (readonly [part: PartName, rule: string, more: Written, less: Written])[] = [
  [
    'fretting speed',
    'a step to a lower finger costs more than one to a higher',
    line([6, 5, 4, 3].flatMap(string => on(string, [2, 5], [1, 7]))),
    line([6, 5, 4, 3].flatMap(string => on(string, [1, 5], [2, 7]))),
  ],
  [
    'fretting speed',
    'fingers that land before their notes are counted',
    line(repeat(2, ...on(2, [4, 8], [3, 7], [2, 6], [1, 5]))),
    line(repeat(2, ...on(2, [1, 5], [2, 6], [3, 7], [4, 8]))),
  ],
  [
    'fretting speed',
    'the more fingers are in use, the more it is',
    line(on(2, [1, 5], [2, 6], [3, 7], [4, 8])),
    line(on(2, [1, 5], [2, 6], [1, 7], [2, 8])),
  ],
  ['fretting speed', 'open strings ask for none', line(on(2, [1, 5], [2, 6])), open([2, 2])],
  ['slurs', 'a pull-off counts the finger that pulls, not the one it lands on', slurs([[4, 1]]), slurs([[2, 1]])],
  ['slurs', 'a hammer-on counts the finger that comes down', slurs([[1, 4]]), slurs([[1, 2]])],
  [
    'slurs',
    'the further along the row, the more',
    slurs([[1, 2, 3, 4]]),
    slurs([
      [1, 2],
      [2, 3],
      [3, 4],
    ]),
  ],
  ['slurs', 'a plucked note is none', slurs([[1, 2]]), slurs([[1, 2]], 0)],
  ['plucking hand', 'over a skipped string is further', open([6, 4, 6, 4]), open([6, 5, 6, 5])],
  [
    'plucking hand',
    'an up-stroke on the beat is harder',
    open([6, 6, 6, 6], picked('alternate', 'U')),
    open([6, 6, 6, 6]),
  ],
  [
    'plucking hand',
    'inside the strings is harder than outside',
    open(repeat(4, 6, 5), picked('alternate', 'U')),
    open(repeat(4, 6, 5), picked('alternate', 'D')),
  ],
  [
    'plucking hand',
    'the same finger again at speed is harder than another',
    open(repeat(8, 3), { ...picked('thumb'), tempo: 200 }),
    open(repeat(8, 3), { ...picked('im'), tempo: 100 }),
  ],
  [
    'plucking hand',
    'more fingers are harder to tell apart',
    open(repeat(4, 4, 3, 2, 1), picked('pima')),
    open(repeat(8, 3, 3), picked('im')),
  ],
  ['crossings', 'the further the string, the more', open([6, 3, 6, 3]), open([6, 5, 6, 5])],
  ['crossings', 'one string asks for none', open([6, 5]), open([6, 6])],
  [
    'coordination',
    'a finger that lands as its string is plucked is two hands at once',
    line(on(2, [1, 5], [2, 6], [1, 5], [2, 6])),
    open([2, 2, 2, 2]),
  ],
  [
    'coordination',
    'at a change of string more than on one',
    line([6, 5, 6, 5].flatMap(string => on(string, [1, 5]))),
    line(repeat(2, ...on(2, [1, 5], [2, 6]))),
  ],
  ['coordination', 'what the fretting hand sounds alone is none', slurs([[1, 2, 1, 2]], 0), slurs([[1, 2, 1, 2]])],
  ['pulse', 'triplets are harder than eighths', line(repeat(6, { string: 6, fret: 0 }), {}, 3360), open(repeat(6, 6))],
  [
    'finger independence',
    'the third and fourth fingers are the least free of each other',
    line(repeat(3, ...on(2, [3, 7], [4, 8]))),
    line(repeat(3, ...on(2, [1, 5], [2, 6]))),
  ],
  [
    'finger independence',
    'across strings a pair is freer than on one',
    line(repeat(3, ...on(2, [2, 6], [4, 8]))),
    line(repeat(3, ...on(2, [2, 6]), ...on(1, [4, 8]))),
  ],
  ['finger independence', 'one finger alone is free', line(on(2, [1, 5], [3, 7])), line(on(2, [1, 5], [1, 7]))],
  ['shifts', 'the longer the way, the more', line(on(2, [1, 1], [1, 9])), line(on(2, [1, 1], [1, 5]))],
  [
    'shifts',
    'on a longer string the same frets are further',
    line(on(2, [1, 1], [1, 5]), { instrument: { preset: 'classical' } }),
    line(on(2, [1, 1], [1, 5]), { instrument: { preset: 'half' } }),
  ],
  [
    'shifts',
    'the less time there is, the more',
    line(on(2, [1, 1], [1, 5]), { tempo: 160 }),
    line(on(2, [1, 1], [1, 5])),
  ],
  ['shifts', 'in one position there are none', line(on(2, [1, 1], [1, 5])), line(on(2, [1, 5], [3, 7]))],
  [
    'stretch',
    'frets lie wider near the nut',
    { tempo: 100, family: 'order', position: 1, order: { fingers: [1, 2, 3, 4] } },
    { tempo: 100, family: 'order', position: 9, order: { fingers: [1, 2, 3, 4] } },
  ],
  [
    'chord changes',
    'the more fingers come down, the more',
    chords('022100', 'x02210', '022100'),
    chords('022000', 'x02200', '022000'),
  ],
  [
    'chord changes',
    'a finger that slides along its string guides the others',
    chords('x46xxx', 'xx46xx', 'x46xxx'),
    chords('x46xxx', 'x57xxx', 'x46xxx'),
  ],
  ['chord changes', 'a full barre is harder than a half one', chords('x02210', '133211'), chords('x02210', 'xx3211')],
  ['chord changes', 'a chord that is kept is no change', chords('x32010', '320003'), chords('x32010', 'x32010')],
]

const valueOf = (spec: Written, name: PartName) => part(graded(spec), name)

describe('what a part of the grade counts (common practice)', () => {
  test.each(DEMANDS)('%s: %s', (name, _, more, less) => {
    expect(valueOf(more, name)).toBeGreaterThan(valueOf(less, name))
  })

  test('a pull-off by one finger counts the same wherever it lands', () => {
    expect(valueOf(slurs([[4, 1]]), 'slurs')).toBeCloseTo(valueOf(slurs([[4, 2]]), 'slurs'), 9)
  })

  test('a hand that reaches further is asked for less of a stretch, and for nothing else', () => {
    const spec = { family: 'order', tempo: 100, position: 3, order: { fingers: [1, 2, 3, 4] } }
    const [small, large] = [graded(spec, { reachMm: 62 }), graded(spec, { reachMm: 90 })]
    expect(part(small, 'stretch')).toBeGreaterThan(part(large, 'stretch'))
    expect(part(small, 'crossings')).toBe(part(large, 'crossings'))
  })

  test('the beat divided now so, now so, is harder than one division kept', () => {
    const notes = (lengths: readonly number[]) => {
      let at = 0
      return lengths.map(dur => ({ at: (at += dur) - dur, dur, string: 6, fret: 0 }))
    }
    const of = (lengths: readonly number[]) =>
      valueOf({ family: 'free', tempo: 60, free: { notes: notes(lengths) } }, 'pulse')
    const [eighths, triplets] = [repeat(2, 5040), repeat(3, 3360)]
    expect(of([...eighths, ...triplets, ...eighths, ...triplets])).toBeGreaterThan(
      of([...triplets, ...triplets, ...triplets, ...triplets]),
    )
    // A syncopation holds over the beat.
    expect(of([5040, 10080, 10080, 5040])).toBeGreaterThan(of([10080, 5040, 5040, 10080]))
  })
})
