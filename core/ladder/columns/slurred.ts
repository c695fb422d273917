import { combinations, isTrill, ELECTRIC, rhythm, ROUTES, TEMPOS, type Column } from '../column'

const PAIRS = [
  [1, 2],
  [1, 3],
  [2, 3],
  [1, 4],
  [2, 4],
  [3, 4],
] as const

/** Hammer-ons and pull-offs in groups on one string. */
export const slurGroups: Column = {
  name: 'slurs',
  label: 'Slurs',
  guitar: true,
  after: ['pairs'],
  from: 1.2,
  to: 7.0,
  tempos: TEMPOS,
  has: ({ family }) => family === 'slur',
  *bases() {
    const cells = [
      ...PAIRS.map(([a, b]) => [[a, b]]),
      ...PAIRS.map(([a, b]) => [[b, a]]),
      ...PAIRS.map(([a, b]) => [
        [0, a],
        [0, b],
      ]),
      [[1, 2, 4]],
      [[1, 3, 4]],
      [[4, 2, 1]],
      [[4, 3, 1]],
      [[1, 2, 3, 4]],
      [[4, 3, 2, 1]],
      [[1, 2, 1]],
      [[1, 3, 1]],
      [[3, 4, 3]],
      [
        [2, 1],
        [4, 1],
        [4, 2],
        [1, 2, 4],
      ],
      [
        [1, 2],
        [1, 3],
        [1, 4],
      ],
      [
        [4, 3],
        [4, 2],
        [4, 1],
      ],
    ]
    for (const { cell, share, perBeat, string } of combinations({
      cell: cells,
      share: [0.5, 1],
      perBeat: [1, 2, 3, 4],
      string: [2, 5],
    })) {
      const groups = Array.from({ length: Math.ceil(8 / cell.length) }, () => cell).flat()
      yield {
        version: 1,
        family: 'slur',
        position: 7,
        ...rhythm(perBeat),
        slur: { string, groups, slurred: Math.ceil(groups.length * share) },
      }
    }
  },
}

/** Two fingers in turn, plucked once. */
export const trills: Column = {
  name: 'trills',
  label: 'Trills',
  guitar: true,
  after: ['slurs', 'pairs'],
  from: 1.5,
  to: 6.6,
  tempos: TEMPOS,
  has: spec => spec.family === 'pair' && isTrill(spec),
  *bases() {
    for (const { fingers, reps, strings, perBeat } of combinations({
      fingers: [...PAIRS, ...PAIRS.map(([a, b]) => [b, a] as const)],
      reps: [2, 4, 8],
      strings: [{ order: [3] }, { order: [2, 1] }, ROUTES[1]],
      perBeat: [2, 3, 4],
    }))
      yield {
        version: 1,
        family: 'pair',
        position: 7,
        ...rhythm(perBeat),
        strings,
        pair: { fingers, reps, trill: true },
      }
  },
}

const fretted = (fret: number, finger: number) => ({ fret, finger })
const tapped = (fret: number, tap: string) => ({ fret, tap })

/** Taps answered by hammer-ons and pull-offs. */
export const tapping: Column = {
  name: 'tapping',
  label: 'Tapping',
  guitar: true,
  after: ['slurs', 'trills'],
  from: 2.15,
  to: 7.25,
  tempos: TEMPOS,
  has: ({ family }) => family === 'tap',
  *bases() {
    const cycles = [
      [fretted(7, 1), tapped(12, 'm')],
      [fretted(7, 1), fretted(8, 2), tapped(12, 'm')],
      [fretted(7, 1), fretted(10, 4), tapped(14, 'm')],
      [fretted(7, 1), fretted(9, 3), tapped(14, 'm')],
      [tapped(14, 'm'), fretted(7, 1), fretted(10, 4)],
      [fretted(7, 1), fretted(10, 4), tapped(14, 'm'), fretted(10, 4)],
      [fretted(7, 1), fretted(8, 2), fretted(10, 4), tapped(14, 'm')],
      [tapped(14, 'm'), fretted(10, 4), fretted(8, 2), fretted(7, 1)],
      [fretted(7, 1), tapped(12, 'm'), fretted(7, 1), tapped(14, 'a')],
      [fretted(7, 1), tapped(12, 'i'), tapped(13, 'm'), tapped(14, 'a')],
      [fretted(7, 1), fretted(10, 4), tapped(12, 'm'), tapped(14, 'a')],
      [fretted(7, 1), tapped(12, 'i'), fretted(8, 2), tapped(13, 'm')],
      [fretted(7, 1), tapped(12, 'i'), fretted(8, 2), tapped(13, 'm'), fretted(9, 3), tapped(14, 'a')],
      [
        fretted(7, 1),
        tapped(12, 'i'),
        fretted(8, 2),
        tapped(13, 'm'),
        fretted(9, 3),
        tapped(14, 'a'),
        fretted(10, 4),
        tapped(15, 'c'),
      ],
      [fretted(5, 1), fretted(8, 4), tapped(12, 'm'), fretted(8, 4), fretted(5, 1), tapped(15, 'm')],
    ]
    for (const { cycle, string, perBeat } of combinations({
      cycle: cycles,
      string: [1, 2, 3],
      perBeat: [1, 2, 3, 4, 6],
    }))
      yield {
        version: 1,
        family: 'tap',
        ...ELECTRIC,
        ...rhythm(perBeat),
        tap: { string, cycle, times: Math.max(4, Math.ceil(32 / cycle.length)) },
      }
  },
}
