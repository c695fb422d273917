import { combinations, ELECTRIC, rhythm, STEEL, TEMPOS, type Base, type Column } from '../column'

/** Whether the thumb goes between the root and another bass. */
const hasAlternatingThumb = ({ pattern }: Base) => /p:R.*p:A/.test((pattern as { readonly tokens: string }).tokens)

const OPEN_CHORDS = [
  [{ name: 'Em', frets: '022000' }],
  [{ name: 'Am', frets: 'x02210' }],
  [{ name: 'C', frets: 'x32010' }],
  [
    { name: 'Am', frets: 'x02210' },
    { name: 'E', frets: '022100' },
  ],
  [
    { name: 'C', frets: 'x32010' },
    { name: 'G', frets: '320003' },
  ],
  [
    { name: 'C', frets: 'x32010' },
    { name: 'Am', frets: 'x02210' },
    { name: 'F', frets: '133211' },
    { name: 'G', frets: '320003' },
  ],
]

/** Arpeggios of the plucking hand on held chords. */
export const pluckingPatterns: Column = {
  name: 'patterns',
  label: 'Plucking patterns',
  guitar: true,
  after: ['thumb', 'chords'],
  from: 1.2,
  to: 7.25,
  tempos: TEMPOS,
  has: spec => spec.family === 'pattern' && !hasAlternatingThumb(spec),
  *bases() {
    const tokens = [
      'p:R/q i:3/q m:2/q a:1/q',
      'p:R i:3 m:2 i:3',
      'p:R i:3 m:2 a:1',
      'p:R a:1 m:2 i:3',
      'p:R i:3 m:2 a:1 m:2 i:3',
      'p:R i:3 m:2 i:3 a:1 i:3 m:2 i:3',
      'p:R+a:1 i:3 m:2 i:3',
      'p:R i:3+m:2+a:1',
      'p:R/q i:3+m:2+a:1/q',
      'p:R/s i:3/s m:2/s a:1/s',
      'p:R/s a:1/s m:2/s i:3/s',
      'p:R/t i:3/t m:2/t a:1/t m:2/t i:3/t',
      'p:R/s i:3/s m:2/s i:3/s a:1/s i:3/s m:2/s i:3/s',
      'p:R/s a:1/s m:1/s i:1/s',
      'p:R+a:1/s i:3/s m:2/s i:3/s',
    ]
    for (const { chords, pattern, barsPerChord } of combinations({
      chords: OPEN_CHORDS,
      pattern: tokens,
      barsPerChord: [1, 2],
    }))
      yield { version: 1, family: 'pattern', times: 2, pattern: { chords, tokens: pattern, barsPerChord } }
  },
}

/** The thumb in turn on two basses, alone and with fingers. */
export const alternatingThumb: Column = {
  name: 'thumb',
  label: 'Alternating thumb',
  guitar: true,
  after: ['chords'],
  from: 1.1,
  to: 6.4,
  tempos: TEMPOS,
  has: spec => spec.family === 'pattern' && hasAlternatingThumb(spec),
  *bases() {
    const tokens = [
      'p:R/h p:A/h',
      'p:R/q p:A/q',
      'p:R p:A',
      'p:R/q i:3/q p:A/q i:3/q',
      'p:R i:3 p:A i:3',
      'p:R m:2 p:A i:3',
      'p:R i:3 p:A m:2',
      'p:R m:1 p:A i:2',
      'p:R a:1 p:A m:2',
      'p:R+m:1/q p:A/q',
      'p:R+m:1/q p:A+i:2/q',
      'p:R+a:1/q p:A+m:2/q',
      'p:R+m:1 i:3 p:A i:3',
      'p:R+a:1 i:3 p:A m:2',
      'p:R/s i:3/s p:A/s m:2/s',
      'p:R+a:1/s i:3/s p:A/s m:2/s',
    ]
    for (const { chords, pattern, barsPerChord } of combinations({
      chords: OPEN_CHORDS,
      pattern: tokens,
      barsPerChord: [1, 2],
    }))
      yield { version: 1, family: 'pattern', ...STEEL, times: 2, pattern: { chords, tokens: pattern, barsPerChord } }
  },
}

/** The plucking hand alone. */
export const pickingLines: Column = {
  name: 'picking',
  label: 'Picking',
  guitar: true,
  after: [],
  from: 1.1,
  to: 7.05,
  tempos: TEMPOS,
  has: ({ family }) => family === 'picking',
  *bases() {
    const routes: readonly { readonly strings: readonly number[]; readonly notes: number; readonly times: number }[][] =
      [
        [{ strings: [1], notes: 16, times: 4 }],
        [{ strings: [3], notes: 16, times: 4 }],
        [
          { strings: [3], notes: 4, times: 2 },
          { strings: [2], notes: 4, times: 2 },
        ],
        [{ strings: [3, 2], notes: 8, times: 8 }],
        [{ strings: [2, 3], notes: 8, times: 8 }],
        [{ strings: [4, 3, 2], notes: 12, times: 4 }],
        [{ strings: [4, 3, 2, 3], notes: 16, times: 4 }],
        [{ strings: [3, 1], notes: 8, times: 8 }],
        [{ strings: [4, 1], notes: 8, times: 8 }],
        [{ strings: [5, 1], notes: 8, times: 8 }],
        [{ strings: [6, 5, 4, 3, 2, 1], notes: 12, times: 4 }],
        [6, 5, 4, 3, 2, 1].map(string => ({ strings: [string], notes: 4, times: 1 })),
        [6, 5, 4, 3, 2, 1].map(string => ({ strings: [string], notes: 3, times: 1 })),
        [6, 5, 4, 3, 2, 1].map(string => ({ strings: [string], notes: 2, times: 2 })),
      ]
    const pluckings = [
      { system: 'alternate', start: 'D' },
      { system: 'alternate', start: 'U' },
      { system: 'down' },
      { system: 'im', start: 'i' },
      { system: 'hybrid' },
    ]
    for (const { groups, plucking, perBeat } of combinations({
      groups: routes,
      plucking: pluckings,
      perBeat: [1, 2, 3, 4],
    }))
      yield {
        version: 1,
        family: 'picking',
        ...ELECTRIC,
        ...rhythm(perBeat),
        plucking,
        times: Math.max(1, Math.ceil(32 / groups.reduce((sum, each) => sum + each.notes * each.times, 0))),
        picking: { groups, fret: 0 },
      }
  },
}

/** One string sounding on against the others. */
export const pedalLines: Column = {
  name: 'pedal',
  label: 'Pedal string',
  guitar: true,
  after: ['picking', 'held'],
  from: 1.15,
  to: 7.4,
  tempos: TEMPOS,
  has: ({ family }) => family === 'pedal',
  *bases() {
    for (const { string, finger, strings, fingers, start, perBeat } of combinations({
      string: [1, 6],
      finger: [0, 1],
      strings: [[2], [3], [2, 3], [2, 3, 4], [4, 5], [5, 4, 3]],
      fingers: [[2], [2, 4], [2, 3, 4], [4, 3, 2, 3]],
      start: ['pedal', 'moving'],
      perBeat: [1, 2, 4],
    })) {
      yield {
        version: 1,
        family: 'pedal',
        ...ELECTRIC,
        position: 7,
        ...rhythm(perBeat),
        times: Math.max(1, Math.ceil(16 / (strings.length * fingers.length))),
        pedal: { string, fingers: [finger], start, moving: { strings, fingers } },
      }
    }
  },
}
