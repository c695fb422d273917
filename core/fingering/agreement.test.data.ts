/** A passage, and the fingerings that teachers accept for it; all sources are from memory. */
export interface Agreed {
  readonly name: string
  readonly source: string
  readonly spec: Readonly<Record<string, unknown>>
  /** Digits by note, in time order, thick string first. */
  readonly accepted: readonly string[]
}

const EIGHTH = 5040

/** Own music from places such as `6:8 6:10 5:7+4:7`, in eighths. */
const passage = (places: string) => ({
  version: 1,
  family: 'free',
  fingering: { rule: 'best' },
  free: {
    notes: places.split(' ').flatMap((stop, i) => stop.split('+').map((place) => {
      const [string, fret] = place.split(':').map(Number)
      return { at: i * EIGHTH, dur: EIGHTH, string, fret }
    })),
  },
})

const HANDBOOK = 'handbook scale positions, from memory'
const SCALES: readonly (readonly [string, string, string])[] = [
  ['C major in II', '5:3 5:5 4:2 4:3 4:5 3:2 3:4 3:5', '24124134'],
  ['C major in VII', '6:8 6:10 5:7 5:8 5:10 4:7 4:9 4:10 3:7 3:9 3:10 2:8 2:10 1:7 1:8', '241241341342412'],
  ['G major in II', '6:3 6:5 5:2 5:3 5:5 4:2 4:4 4:5 3:2 3:4 3:5 2:3 2:5 1:2 1:3', '241241341342412'],
  ['A major in IV', '6:5 6:7 5:4 5:5 5:7 4:4 4:6 4:7 3:4 3:6 3:7 2:5 2:7 1:4 1:5', '241241341342412'],
  ['D major in IV', '5:5 5:7 4:4 4:5 4:7 3:4 3:6 3:7', '24124134'],
  ['B flat major in V', '6:6 6:8 5:5 5:6 5:8 4:5 4:7 4:8 3:5 3:7 3:8 2:6 2:8 1:5 1:6', '241241341342412'],
  ['C major in V', '6:8 5:5 5:7 5:8 4:5 4:7 4:9 3:5 3:7 2:5 2:6 2:8 1:5 1:7 1:8', '413413413124134'],
  ['A minor in V', '6:5 6:7 6:8 5:5 5:7 5:8 4:5 4:7 4:9 3:5 3:7 2:5 2:6 2:8 1:5', '134134134131241'],
  ['D minor in V', '5:5 5:7 5:8 4:5 4:7 4:8 3:5 3:7', '13413413'],
  ['A harmonic minor in IV', '6:5 6:7 5:3 5:5 5:7 4:3 4:6 4:7 3:4 3:5 3:7 2:5 2:6 1:4 1:5', '241241341242312'],
  ['A harmonic minor in V', '6:5 6:7 6:8 5:5 5:7 5:8 4:6 4:7 4:9 3:5 3:7 2:5 2:6 2:9 1:5', '134134234131241'],
  ['A melodic minor in IV', '6:5 6:7 5:3 5:5 5:7 4:4 4:6 4:7 3:4 3:5 3:7 2:5 2:7 1:4 1:5', '241241341242412'],
  ['A minor pentatonic in V', '6:5 6:8 5:5 5:7 4:5 4:7 3:5 3:7 2:5 2:8 1:5 1:8', '141313131414'],
  ['A blues in V', '6:5 6:8 5:5 5:6 5:7 4:5 4:7 3:5 3:7 3:8 2:5 2:8 1:5 1:8', '14123131341414'],
  ['G major pentatonic in II', '6:3 6:5 5:2 5:5 4:2 4:5 3:2 3:4 2:3 2:5 1:3 1:5', '241414132424'],
  ['D dorian in V', '5:5 5:7 5:8 4:5 4:7 4:9 3:5 3:7', '13413413'],
  ['E phrygian in VII', '5:7 5:8 5:10 4:7 4:9 4:10 3:7 3:9', '12413413'],
  ['C major in the first position', '5:3 4:0 4:2 4:3 3:0 3:2 2:0 2:1', '30230201'],
  ['G major in the first position', '6:3 5:0 5:2 5:3 4:0 4:2 4:4 3:0 3:2 2:0 2:1 2:3 1:0 1:2 1:3', '302302402013023'],
  ['A minor in the first position', '5:0 5:2 5:3 4:0 4:2 4:3 3:0 3:2', '02302302'],
  ['E minor in the first position', '6:0 6:2 6:3 5:0 5:2 5:3 4:0 4:2 4:4 3:0 3:2 2:0 2:1 2:3 1:0', '023023024020130'],
  ['F major in the first position', '6:1 6:3 5:0 5:1 5:3 4:0 4:2 4:3 3:0 3:2 3:3 2:1 2:3 1:0 1:1', '130130230231301'],
  ['D major in the first position', '4:0 4:2 4:4 3:0 3:2 2:0 2:2 2:3', '02402023'],
  ['A major in the first position', '5:0 5:2 5:4 4:0 4:2 4:4 3:1 3:2', '02402412'],
  ['E major in the first position', '6:0 6:2 6:4 5:0 5:2 5:4 4:1 4:2', '02402412'],
  ['C major in II, downwards', '3:5 3:4 3:2 4:5 4:3 4:2 5:5 5:3', '43142142'],
  ['A minor pentatonic in V, downwards', '1:8 1:5 2:8 2:5 3:7 3:5 4:7 4:5 5:7 5:5 6:8 6:5', '414131313141'],
]

const METHOD = 'open and barre chords of most method books, from memory'
const CHORDS: readonly (readonly [string, string, readonly string[]])[] = [
  ['C', 'x32010', ['32010']],
  ['A', 'x02220', ['01230', '01110', '02340', '02130']],
  ['G', '320003', ['320004', '210003', '320003']],
  ['E', '022100', ['023100']],
  ['D', 'xx0232', ['0132']],
  ['Am', 'x02210', ['02310']],
  ['Em', '022000', ['023000', '012000']],
  ['Dm', 'xx0231', ['0231', '0241']],
  ['F', '133211', ['134211']],
  ['Fmaj7', 'xx3210', ['3210']],
  ['Bm', 'x24432', ['13421']],
  ['B7', 'x21202', ['21304']],
  ['E7', '020100', ['020100']],
  ['A7', 'x02020', ['02030', '01020']],
  ['D7', 'xx0212', ['0213']],
  ['G7', '320001', ['320001']],
  ['C7', 'x32310', ['32410']],
  ['F#m', '244222', ['134111']],
  ['Gm', '355333', ['134111']],
  ['B flat', 'x13331', ['12341', '13331']],
  ['A barre', '577655', ['134211']],
  ['Cadd9', 'x32030', ['21030', '32040']],
  ['Dmaj7', 'xx0222', ['0111', '0123']],
  ['A7sus', 'x02030', ['01030', '01040', '02040', '02030']],
  ['Am7', 'x02010', ['02010']],
  ['D/F sharp with A', '2x0232', ['20143', '10243']],
]

const PRESCRIBED = 'the family’s own prescription, one finger per fret'
const ORDERS = [1, 2, 3, 4].flatMap(a => [1, 2, 3, 4].flatMap(b => [1, 2, 3, 4].flatMap(c => [1, 2, 3, 4].filter(d => new Set([a, b, c, d]).size === 4).map(d => [a, b, c, d]))))

const order = (fingers: readonly number[]): Agreed => ({
  name: `order ${fingers.join('')} in V`,
  source: PRESCRIBED,
  spec: { version: 1, family: 'order', fingering: { rule: 'best' }, strings: { order: [6, 5, 4], travel: 'there' }, order: { fingers } },
  accepted: [fingers.join('').repeat(3)],
})

const cell = (kind: string, position: number, fingers: string): Agreed => ({
  name: `cell ${kind} in ${position}`,
  source: 'three notes to a string, from memory',
  spec: { version: 1, family: 'cell', position, fingering: { rule: 'best' }, strings: { travel: 'there' }, cell: { cell: kind } },
  accepted: [fingers.repeat(6)],
})

const DRILLS: readonly Agreed[] = [
  { name: 'chromatic on one string, there', source: 'four fingers to a placing, from memory', spec: { version: 1, family: 'chromatic', fingering: { rule: 'best' }, chromatic: { strings: [1], fromOpen: true, travel: 'there' } }, accepted: ['0123412341234'] },
  { name: 'chromatic on one string, back', source: 'four fingers to a placing, from memory', spec: { version: 1, family: 'chromatic', fingering: { rule: 'best' }, chromatic: { strings: [1], travel: 'back' } }, accepted: ['432143214321', '4321432143210'] },
  { name: 'chromatic across the strings', source: 'first position, from memory', spec: { version: 1, family: 'chromatic', fingering: { rule: 'best' }, chromatic: { strings: [6, 5, 4, 3, 2, 1], positions: [1], fromOpen: true, line: 'across', travel: 'there' } }, accepted: ['01234012340123401230123401234'] },
  { name: 'slur study in V', source: 'slur studies, from memory', spec: { version: 1, family: 'slur', position: 5, fingering: { rule: 'best' }, slur: { string: 2, groups: [[2, 1], [4, 1], [4, 2], [1, 2, 4]], slurred: 4 } }, accepted: ['214142124'] },
]

const CHANGES: readonly (readonly [string, readonly string[], readonly string[]])[] = [
  ['C Am', ['x32010', 'x02210'], ['3201002310']],
  ['C Am F C', ['x32010', 'x02210', '133211', 'x32010'], ['320100231013421132010']],
  ['G C', ['320003', 'x32010'], ['32000432010', '21000332010']],
  ['E Am', ['022100', 'x02210'], ['02310002310']],
  ['Em Am', ['022000', 'x02210'], ['02300002310', '01200002310']],
  ['Dm G7', ['xx0231', '320001'], ['0231320001']],
  ['Am E', ['x02210', '022100'], ['02310023100']],
  ['D G', ['xx0232', '320003'], ['0132320004', '0132210003']],
]

/** The agreement set: passages whose fingering teachers accept. */
export const AGREED: readonly Agreed[] = [
  ...ORDERS.map(order),
  ...SCALES.map(([name, places, fingers]): Agreed => ({ name, source: HANDBOOK, spec: passage(places), accepted: [fingers] })),
  ...CHORDS.map(([name, frets, accepted]): Agreed => ({ name, source: METHOD, spec: { version: 1, family: 'blocks', fingering: { rule: 'best' }, blocks: { chords: [{ frets }], stage: 'block' } }, accepted })),
  ...CHANGES.map(([name, frets, accepted]): Agreed => ({ name: `change ${name}`, source: METHOD, spec: { version: 1, family: 'blocks', fingering: { rule: 'best' }, blocks: { chords: frets.map(each => ({ frets: each })), stage: 'block' } }, accepted })),
  ...[5, 7, 9].flatMap(position => [cell('WW', position, '124'), cell('HW', position, '124'), cell('WH', position, '134')]),
  ...DRILLS,
]
