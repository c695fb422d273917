import { describe, expect, test } from '@jest/globals'
import { graded, part, type Written } from './grading.test.data'
import type { PartName } from './table'

/** Guitars, tempos and hands over which every ordering has to hold. */
const CONTEXTS = [
  { instrument: { preset: 'electric' }, tempo: 60, reachMm: 85 },
  { instrument: { preset: 'classical' }, tempo: 72, reachMm: 75 },
  { instrument: { preset: 'steel' }, tempo: 100, reachMm: 80 },
  { instrument: { preset: 'electric' }, tempo: 144, reachMm: 70 },
] as const

const lines = { from: 6, to: 1, travel: 'there-and-back' }
const sixteenths = { rhythm: { meter: [4, 4], perBeat: 4 } }
const eighths = { rhythm: { meter: [4, 4], perBeat: 2 } }
const order = (fingers: readonly number[], more: Written = {}) => ({
  family: 'order',
  position: 7,
  ...sixteenths,
  strings: lines,
  order: { fingers },
  ...more,
})
const pair = (fingers: readonly number[], more: Written = {}, block: Written = {}) => ({
  family: 'pair',
  position: 7,
  ...eighths,
  pair: { fingers, reps: 2, ...block },
  ...more,
})
const held = (down: readonly { finger: number; string: number }[], fingers: readonly number[]) => ({
  family: 'held',
  position: 7,
  ...eighths,
  held: { held: down, moving: { fingers, strings: [3, 2, 1] } },
})
const slur = (groups: readonly (readonly number[])[], slurred: number) => ({
  family: 'slur',
  position: 7,
  ...eighths,
  slur: { string: 2, groups, slurred },
})
const chords = (frets: readonly string[], more: Written = {}) => ({
  family: 'blocks',
  ...sixteenths,
  blocks: { chords: frets.map(each => ({ frets: each })), stage: 'block', ...more },
})
const scale = (more: Written) => ({
  family: 'scale',
  position: 5,
  ...sixteenths,
  scale: { tonic: 'A', type: 'major', layout: 'position', ...more },
})
const pattern = (tokens: string) => ({
  family: 'pattern',
  plucking: { system: 'pima' },
  pattern: { chords: [{ name: 'C', frets: 'x32010' }], tokens, barsPerChord: 2 },
})
/** So many strokes a string, from the thickest to the thinnest. */
const picking = (notes: number) => ({
  family: 'picking',
  ...sixteenths,
  picking: { groups: [6, 5, 4, 3, 2, 1].map(string => ({ strings: [string], notes, times: 1 })), fret: 0 },
})
const tap = (cycle: readonly Written[]) => ({ family: 'tap', ...sixteenths, tap: { string: 2, cycle, times: 8 } })

/** Harder first, each with the next; in one part where the ordering names one, else in the grade. */
interface Ordering {
  readonly name: string
  readonly of: readonly (readonly Written[])[]
  readonly part?: PartName
}

/** What makes a drill harder, all else equal: common practice. */
const ORDERINGS: readonly Ordering[] = [
  { name: 'pair 34 ≥ 23 ≥ 12', of: [[pair([3, 4]), pair([2, 3]), pair([1, 2])]] },
  { name: 'pair 14 ≥ 12', of: [[pair([1, 4]), pair([1, 2])]] },
  {
    name: 'skipped strings ≥ neighbours',
    of: [
      [order([1, 2, 3, 4], { strings: { ...lines, order: 'skip' } }), order([1, 2, 3, 4])],
      [pair([2, 4], { strings: { ...lines, order: 'skip' } }), pair([2, 4])],
    ],
  },
  {
    name: 'more notes a beat ≥ fewer',
    of: [
      [1, 2, 3, 4, 6, 8].toReversed().map(perBeat => order([1, 3, 2, 4], { rhythm: { meter: [4, 4], perBeat } })),
      [2, 3, 4, 5, 6].toReversed().map(perBeat => pair([3, 4], { rhythm: { meter: [4, 4], perBeat } })),
    ],
  },
  {
    name: 'position I ≥ V in stretch',
    part: 'stretch',
    of: [[order([1, 2, 3, 4], { position: 1 }), order([1, 2, 3, 4], { position: 5 })]],
  },
  {
    name: 'the third finger held ≥ any other, the same fingers moving',
    of: [
      [held([{ finger: 3, string: 5 }], [2, 4]), held([{ finger: 1, string: 5 }], [2, 4])],
      [held([{ finger: 3, string: 5 }], [1, 4]), held([{ finger: 2, string: 5 }], [1, 4])],
      [held([{ finger: 3, string: 5 }], [1, 2]), held([{ finger: 4, string: 5 }], [1, 2])],
    ],
  },
  {
    name: 'two fingers held ≥ one',
    of: [
      [
        held(
          [
            { finger: 3, string: 5 },
            { finger: 1, string: 4 },
          ],
          [2, 4],
        ),
        held([{ finger: 3, string: 5 }], [2, 4]),
      ],
    ],
  },
  {
    name: 'more groups slurred ≥ fewer, in the slurs',
    part: 'slurs',
    of: [
      [4, 3, 2, 1, 0].map(slurred =>
        slur(
          [
            [2, 1],
            [4, 1],
            [4, 2],
            [1, 2, 4],
          ],
          slurred,
        ),
      ),
    ],
  },
  {
    name: 'a pull-off by the fourth finger ≥ by the second',
    of: [[slur(Array(8).fill([4, 1]), 8), slur(Array(8).fill([2, 1]), 8)]],
  },
  {
    name: 'three a string, picked in turn ≥ four, in crossings',
    part: 'crossings',
    of: [
      [picking(3), picking(4)],
      [order([1, 2, 4]), order([1, 2, 3, 4])],
    ],
  },
  {
    name: 'three a string, picked in turn ≥ four, for the plucking hand',
    part: 'plucking hand',
    of: [
      [picking(3), picking(4)],
      [order([1, 2, 4]), order([1, 2, 3, 4])],
    ],
  },
  {
    name: 'begun with an up-stroke ≥ with a down-stroke',
    of: [2, 4, 6].map(perBeat => [
      order([1, 2, 3, 4], { rhythm: { meter: [4, 4], perBeat }, plucking: { system: 'alternate', start: 'U' } }),
      order([1, 2, 3, 4], { rhythm: { meter: [4, 4], perBeat }, plucking: { system: 'alternate', start: 'D' } }),
    ]),
  },
  {
    name: 'a full barre ≥ a half barre ≥ none',
    of: [[chords(['x02210', '133211']), chords(['x02210', 'xx3211']), chords(['x02210', 'x32010'])]],
  },
  {
    name: 'a chord change without a guide ≥ with one',
    of: [[chords(['x46xxx', 'xx46xx', 'x46xxx', 'xx46xx']), chords(['x46xxx', 'x57xxx', 'x46xxx', 'x57xxx'])]],
    part: 'chord changes',
  },
  {
    name: 'a shift without a pause ≥ with one',
    of: [
      [0, 1, 2].map(shiftPause => ({
        family: 'chromatic',
        ...sixteenths,
        chromatic: { strings: [1], positions: [1, 5, 9], shiftPause },
      })),
    ],
  },
  {
    name: 'more positions ≥ one',
    of: [
      [[1, 5, 9], [1, 5], [1]].map(positions => ({
        family: 'chromatic',
        ...sixteenths,
        chromatic: { strings: [1], positions },
      })),
    ],
  },
  {
    name: 'skipping strings against a pedal ≥ a single string',
    of: [
      [
        {
          family: 'pedal',
          position: 7,
          ...sixteenths,
          pedal: { string: 1, fingers: [1, 1, 1, 1], moving: { strings: [3, 4], fingers: [4, 3, 2, 3] } },
        },
        {
          family: 'pedal',
          position: 7,
          ...sixteenths,
          pedal: { string: 1, fingers: [1, 1, 1, 1], moving: { strings: [1, 1], fingers: [4, 3, 2, 3] } },
        },
      ],
    ],
  },
  {
    name: 'thumb and finger together ≥ the thumb alone',
    of: [[pattern('p:R+m:1/q p:A+i:2/q'), pattern('p:R/q p:A/q')]],
  },
  { name: 'voices together ≥ one by one', of: [[pattern('p:R+i:3+m:2+a:1/q'), pattern('p:R/q i:3/q m:2/q a:1/q')]] },
  {
    name: 'the whole chord at once ≥ finger after finger, in chord changes',
    part: 'chord changes',
    of: [
      [
        chords(['x32010', '320003', 'x32010', '320003']),
        chords(['x32010', '320003', 'x32010', '320003'], { stage: 'sequential' }),
      ],
      [
        chords(['022100', 'x02210', '022100', 'x02210']),
        chords(['022100', 'x02210', '022100', 'x02210'], { stage: 'sequential' }),
      ],
    ],
  },
  {
    name: 'a trill ≥ two slurs',
    of: [
      [pair([2, 3], sixteenths, { reps: 4, trill: true }), { ...pair([2, 3], sixteenths, { reps: 2 }), slurs: [2, 4] }],
    ],
  },
  {
    name: 'tapping with four fingers ≥ with one',
    of: [
      [
        tap(
          ['i', 'm', 'a', 'c'].flatMap((finger, i) => [
            { fret: 7, finger: 1 },
            { fret: 12 + i, tap: finger },
          ]),
        ),
        tap(
          ['m', 'm', 'm', 'm'].flatMap((finger, i) => [
            { fret: 7, finger: 1 },
            { fret: 12 + i, tap: finger },
          ]),
        ),
      ],
    ],
  },
  {
    name: 'downwards ≥ upwards, for the fretting hand',
    part: 'fretting speed',
    of: [[order([4, 3, 2, 1]), order([1, 2, 3, 4])].map(each => ({ ...each, order: { ...each.order, back: 'same' } }))],
  },
  { name: 'a scale in skips ≥ straight', of: [[scale({ sequence: 'skips' }), scale({ sequence: 'straight' })]] },
  { name: '2413 ≥ 1234', of: [[order([2, 4, 1, 3]), order([1, 2, 3, 4])]] },
  { name: 'four fingers ≥ two of them', of: [[order([1, 2, 3, 4]), order([1, 2])]] },
  {
    name: 'four fingers ≥ any two of them in fretting speed',
    part: 'fretting speed',
    of: [
      [1, 2],
      [2, 3],
      [3, 4],
      [1, 3],
      [2, 4],
      [1, 4],
    ].map(two => [order([1, 2, 3, 4]), order(two)]),
  },
]

describe('what is harder, all else equal (common practice)', () => {
  test.each(ORDERINGS)('$name', ({ of, part: name }) => {
    for (const { instrument, tempo, reachMm } of CONTEXTS) {
      const value = (spec: Written) => {
        const grade = graded({ instrument, tempo, ...spec }, { reachMm })
        return name ? part(grade, name) : grade.value
      }
      for (const chain of of) {
        const values = chain.map(value)
        for (let i = 1; i < values.length; i++)
          expect([instrument.preset, tempo, i, values[i - 1]! >= values[i]! - 1e-9, values]).toEqual([
            instrument.preset,
            tempo,
            i,
            true,
            values,
          ])
        // An ordering that is never strict would say nothing.
        expect(values[0]).toBeGreaterThan(values.at(-1)!)
      }
    }
  })

  test('counting: slower ≥ faster, and more silence ≥ less', () => {
    const count = (tempo: number, silentBars = 2) =>
      graded({ family: 'count', rhythm: { perBeat: 1 }, count: { tempos: [tempo], bars: 4, silentBars } })
    for (const tempo of [30, 45, 60, 90])
      expect(part(count(tempo), 'pulse')).toBeGreaterThan(part(count(1.5 * tempo), 'pulse'))
    expect(count(60, 3).value).toBeGreaterThan(count(60, 1).value)
    expect(
      count(60)
        .parts.filter(each => each.value > 0)
        .map(each => each.name),
    ).toEqual(['pulse'])
    expect(count(60).parts.flatMap(each => each.notes)).toEqual([])
  })
})
