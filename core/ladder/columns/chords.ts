import { combinations, STEEL, TEMPOS, type Column } from '../column'

const SHAPES = {
  Em: '022000',
  E: '022100',
  Am: 'x02210',
  A: 'x02220',
  D: 'xx0232',
  Dm: 'xx0231',
  C: 'x32010',
  G: '320003',
  F4: 'xx3211',
  F: '133211',
  Bm: 'x24432',
  Gm: '355333',
  Bbm: 'x13321',
} as const

/** Chord changes. */
export const chordChanges: Column = {
  name: 'chords',
  label: 'Chord changes',
  guitar: true,
  after: [],
  from: 1.2,
  to: 6.2,
  tempos: TEMPOS,
  has: ({ family }) => family === 'blocks',
  *bases() {
    const progressions: readonly (readonly (keyof typeof SHAPES)[])[] = [
      ['E', 'Am'],
      ['Em', 'Am'],
      ['Em', 'C'],
      ['Am', 'C'],
      ['A', 'D'],
      ['C', 'G'],
      ['D', 'G'],
      ['A', 'E'],
      ['D', 'A', 'E', 'A'],
      ['C', 'Am', 'Dm', 'G'],
      ['C', 'F4'],
      ['Am', 'F4', 'C', 'G'],
      ['Am', 'F'],
      ['C', 'F'],
      ['F', 'G'],
      ['D', 'Bm'],
      ['F', 'Bbm'],
      ['F', 'Gm'],
      ['Bm', 'Gm'],
      ['F', 'Bbm', 'Gm', 'F'],
    ]
    for (const { names, barsPerChord, stage, meter } of combinations({
      names: progressions,
      barsPerChord: [2, 1],
      stage: ['block', 'sequential', 'strum'],
      meter: [
        [4, 4],
        [2, 4],
        [3, 4],
      ],
    })) {
      if (stage === 'strum' && meter[0] !== 4) continue
      const chords = (names.length > 2 ? names : [...names, ...names]).map(name => ({
        name: name === 'F4' ? 'F' : name,
        frets: SHAPES[name],
      }))
      yield {
        version: 1,
        family: 'blocks',
        ...STEEL,
        rhythm: { meter },
        times: 2,
        blocks: { chords, stage, barsPerChord },
      }
    }
  },
}
