import { combinations, type Column } from '../column'

/** Counting without the guitar: the slower the click, the harder. */
export const counting: Column = {
  name: 'count',
  label: 'Counting',
  guitar: false,
  after: [],
  from: 1.2,
  to: 3.0,
  tempos: [60],
  has: ({ family }) => family === 'count',
  *bases() {
    const ways = [
      [120],
      [100],
      [90],
      [80],
      [72],
      [66],
      [60],
      [54],
      [50],
      [46],
      [42],
      [40],
      [100, 80],
      [80, 60],
      [72, 56, 44],
      [60, 48, 40],
    ]
    for (const { tempos, silentBars, perBeat } of combinations({
      tempos: ways,
      silentBars: [0, 1, 2, 3],
      perBeat: [4, 2, 1],
    }))
      yield { version: 1, family: 'count', count: { tempos, perBeat, bars: 4, silentBars } }
  },
}
