/** Drills that every teacher knows, by which the effect of other weights is shown. */
export const KNOWN_DRILLS: readonly { readonly name: string; readonly spec: Readonly<Record<string, unknown>> }[] = [
  {
    name: 'Fingers 1 2, eighths at 60',
    spec: { version: 1, family: 'order', rhythm: { perBeat: 2 }, strings: { from: 2 }, order: { fingers: [1, 2] } },
  },
  {
    name: '1 2 3 4 over six strings, sixteenths at 60',
    spec: { version: 1, family: 'order', order: { fingers: [1, 2, 3, 4] } },
  },
  {
    name: '1 2 3 4 over six strings, sixteenths at 120',
    spec: { version: 1, family: 'order', tempo: 120, order: { fingers: [1, 2, 3, 4] } },
  },
  {
    name: '2 4 1 3 over six strings, sixteenths at 120',
    spec: { version: 1, family: 'order', tempo: 120, order: { fingers: [2, 4, 1, 3] } },
  },
  {
    name: 'Finger 3 held, 4 2 moving, sixteenths at 80',
    spec: {
      version: 1,
      family: 'held',
      position: 7,
      tempo: 80,
      held: { held: [{ finger: 3, string: 4 }], moving: { fingers: [4, 2], strings: [3, 2, 1] } },
    },
  },
  {
    name: 'Trill 3 4, sixteenths at 100',
    spec: {
      version: 1,
      family: 'pair',
      position: 7,
      tempo: 100,
      strings: { from: 3 },
      pair: { fingers: [3, 4], reps: 4, trill: true },
    },
  },
  {
    name: 'Chromatic on the first string to the twelfth fret, eighths at 80',
    spec: {
      version: 1,
      family: 'chromatic',
      rhythm: { perBeat: 2 },
      tempo: 80,
      chromatic: { strings: [1], fromOpen: true },
    },
  },
  {
    name: 'p i m a on C, eighths at 80',
    spec: {
      version: 1,
      family: 'pattern',
      tempo: 80,
      pattern: { chords: [{ name: 'C', frets: 'x32010' }], tokens: 'p:R i:3 m:2 a:1', barsPerChord: 2 },
    },
  },
  {
    name: 'Change C to G, a bar each at 60',
    spec: {
      version: 1,
      family: 'blocks',
      blocks: { chords: ['x32010', '320003', 'x32010', '320003'].map(frets => ({ frets })), stage: 'block' },
    },
  },
  {
    name: 'A major, three to a string, sixteenths at 120',
    spec: {
      version: 1,
      family: 'scale',
      instrument: { preset: 'electric' },
      tempo: 120,
      scale: { tonic: 'A', type: 'major', layout: 'three-per-string', range: 'full' },
    },
  },
]
