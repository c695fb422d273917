/** A passage, and the fingerings that teachers accept for it; all sources are from memory. */
export interface Agreed {
  readonly name: string
  /** What kind of passage it is, for the rate by kind. */
  readonly kind: string
  readonly source: string
  readonly spec: Readonly<Record<string, unknown>>
  /** Digits by note, in time order, thick string first; left out where any fingers on the right places will do. */
  readonly accepted?: readonly string[]
  /** Places accepted where only pitches are given, `string:fret` by note. */
  readonly places?: readonly string[]
}

const EIGHTH = 5040

/** Own music from places such as `6:8 6:10 5:7+4:7`, in eighths. */
const passage = (places: string) => ({
  version: 1,
  family: 'free',
  fingering: { rule: 'best' },
  free: {
    notes: places.split(' ').flatMap((stop, i) =>
      stop.split('+').map(place => {
        const [string, fret] = place.split(':').map(Number)
        return { at: i * EIGHTH, dur: EIGHTH, string, fret }
      }),
    ),
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
const ORDERS = [1, 2, 3, 4].flatMap(a =>
  [1, 2, 3, 4].flatMap(b =>
    [1, 2, 3, 4].flatMap(c => [1, 2, 3, 4].filter(d => new Set([a, b, c, d]).size === 4).map(d => [a, b, c, d])),
  ),
)

const order = (fingers: readonly number[]): Agreed => ({
  kind: 'finger orders',
  name: `order ${fingers.join('')} in V`,
  source: PRESCRIBED,
  spec: {
    version: 1,
    family: 'order',
    fingering: { rule: 'best' },
    strings: { order: [6, 5, 4], travel: 'there' },
    order: { fingers },
  },
  accepted: [fingers.join('').repeat(3)],
})

const cell = (kind: string, position: number, fingers: string): Agreed => ({
  kind: 'cells, chromatics and slurs',
  name: `cell ${kind} in ${position}`,
  source: 'three notes to a string, from memory',
  spec: {
    version: 1,
    family: 'cell',
    position,
    fingering: { rule: 'best' },
    strings: { travel: 'there' },
    cell: { cell: kind },
  },
  accepted: [fingers.repeat(6)],
})

const DRILLS: readonly Omit<Agreed, 'kind'>[] = [
  {
    name: 'chromatic on one string, there',
    source: 'four fingers to a placing, from memory',
    spec: {
      version: 1,
      family: 'chromatic',
      fingering: { rule: 'best' },
      chromatic: { strings: [1], fromOpen: true, travel: 'there' },
    },
    accepted: ['0123412341234'],
  },
  {
    name: 'chromatic on one string, back',
    source: 'four fingers to a placing, from memory',
    spec: { version: 1, family: 'chromatic', fingering: { rule: 'best' }, chromatic: { strings: [1], travel: 'back' } },
    accepted: ['432143214321', '4321432143210'],
  },
  {
    name: 'chromatic across the strings',
    source: 'first position, from memory',
    spec: {
      version: 1,
      family: 'chromatic',
      fingering: { rule: 'best' },
      chromatic: { strings: [6, 5, 4, 3, 2, 1], positions: [1], fromOpen: true, line: 'across', travel: 'there' },
    },
    accepted: ['01234012340123401230123401234'],
  },
  {
    name: 'slur study in V',
    source: 'slur studies, from memory',
    spec: {
      version: 1,
      family: 'slur',
      position: 5,
      fingering: { rule: 'best' },
      slur: {
        string: 2,
        groups: [
          [2, 1],
          [4, 1],
          [4, 2],
          [1, 2, 4],
        ],
        slurred: 4,
      },
    },
    accepted: ['214142124'],
  },
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

/** Own music of pitches alone, in eighths, from numbers such as `48 50 52+55`; a position where one is asked for. */
const pitched = (midis: string, position?: number) => ({
  version: 1,
  family: 'free',
  fingering: { rule: 'best' },
  ...(position !== undefined && { position }),
  free: {
    notes: midis
      .split(' ')
      .flatMap((stop, i) => stop.split('+').map(midi => ({ at: i * EIGHTH, dur: EIGHTH, midi: Number(midi) }))),
  },
})

/** Own music in eighths over a bass that sounds to the end. */
const overBass = (bass: string, melody: string) => {
  const upper = passage(melody).free.notes
  const [string, fret] = bass.split(':').map(Number)
  return {
    ...passage(melody),
    free: { notes: [{ at: 0, dur: Math.max(...upper.map(note => note.at)) + EIGHTH, string, fret }, ...upper] },
  }
}

/** A chord broken in eighths, every note sounding to the end. */
const ringing = (places: string) => {
  const { free, ...rest } = passage(places)
  const end = Math.max(...free.notes.map(note => note.at)) + EIGHTH
  return { ...rest, free: { notes: free.notes.map(note => ({ ...note, dur: end - note.at })) } }
}

const swept = (places: string) => ({
  ...passage(places),
  instrument: { preset: 'electric' },
  plucking: { system: 'sweep' },
})

const PRACTICE = 'common practice, from memory'

const DOUBLES: readonly (readonly [string, string, readonly string[]])[] = [
  [
    'thirds on 3 and 2 in C',
    '3:5+2:5 3:7+2:6 3:9+2:8 3:10+2:10',
    ['23212123', '11212111', '12212112', '33212133', '22212122', '11212123', '12212123', '12212134'],
  ],
  [
    'thirds on 2 and 1 in C',
    '2:1+1:0 2:3+1:1 2:5+1:3 2:6+1:5',
    ['10313121', '10314121', '10212121', '10312121', '10313143', '10313132'],
  ],
  [
    'thirds on 4 and 3 in G',
    '4:5+3:4 4:7+3:5 4:9+3:7 4:10+3:9',
    ['21313121', '21214121', '21313132', '21414121', '32313132', '21212121', '21313143'],
  ],
  [
    'thirds on 5 and 4 in C',
    '5:3+4:2 5:5+4:3 5:7+4:5 5:8+4:7',
    ['21313121', '21414121', '21313132', '32313132', '21212121', '21313143'],
  ],
  ['minor third, major third on 3 and 2', '3:2+2:3 3:4+2:5', ['1212', '23']],
  [
    'thirds on 2 and 1, down',
    '2:8+1:7 2:6+1:5 2:5+1:3 2:3+1:1',
    ['21213131', '32213131', '21214141', '43213131', '32323131'],
  ],
  [
    'sixths on 3 and 1 in G',
    '3:4+1:3 3:5+1:5 3:7+1:7 3:9+1:8',
    ['21232321', '21222221', '21121121', '21111121', '21333321', '21232343'],
  ],
  [
    'sixths on 4 and 2 in C',
    '4:2+2:1 4:3+2:3 4:5+2:5 4:7+2:6',
    ['21232321', '21333321', '21343421', '21222221', '21111121', '32111132', '21232343'],
  ],
  [
    'sixths on 3 and 1 in E',
    '3:1+1:0 3:2+1:2 3:4+1:4 3:6+1:5',
    ['10232321', '10121221', '10111121', '10222221', '20232321', '10121121', '10232343'],
  ],
  [
    'sixths on 5 and 3 in D',
    '5:5+3:4 5:7+3:6 5:9+3:7 5:10+3:9',
    ['21213121', '32323132', '21214121', '21213132', '21212121', '32213121'],
  ],
  ['octaves on 6 and 4', '6:3+4:5 6:5+4:7 6:7+4:9 6:8+4:10', ['13131313', '14141414']],
  ['octaves on 5 and 3', '5:3+3:5 5:5+3:7 5:7+3:9', ['131313', '141414']],
  ['octaves on 4 and 2', '4:2+2:5 4:4+2:7 4:5+2:8', ['141414', '131313']],
  ['octaves on 3 and 1', '3:2+1:5 3:4+1:7 3:5+1:8', ['141414', '131313']],
  [
    'tenths on 6 and 3 in G',
    '6:3+3:4 6:5+3:5 6:7+3:7 6:8+3:9',
    ['12111112', '12222212', '23222223', '23111123', '12111112', '12212112', '12122312', '12121212'],
  ],
  [
    'tenths on 5 and 2 in C',
    '5:3+2:5 5:5+2:6 5:7+2:8 5:8+2:10',
    ['13121213', '14121214', '24232324', '13121214', '14131314', '24121214', '24232324'],
  ],
]

const POWER: readonly (readonly [string, string, readonly string[]])[] = [
  ['power chords on 6 and 5', '6:1+5:3 6:3+5:5 6:5+5:7 6:8+5:10 6:10+5:12', ['1313131313', '1414141414']],
  ['power chords on 5 and 4', '5:3+4:5 5:5+4:7 5:7+4:9 5:2+4:4', ['13131313', '14141414']],
  ['power chords of three notes', '6:3+5:5+4:5 6:5+5:7+4:7 6:8+5:10+4:10', ['134134134', '133133133']],
  ['power chords of three notes on 5', '5:3+4:5+3:5 5:5+4:7+3:7 5:7+4:9+3:9', ['134134134', '133133133']],
  ['power chords that cross from 6 to 5', '6:3+5:5 5:3+4:5', ['1313', '1414']],
  ['open power chords', '6:0+5:2 5:0+4:2 4:0+3:2', ['010101', '020202', '030303']],
  ['power chord with its fourth', '6:5+5:7 6:5+5:5 6:5+5:7', ['131113']],
  ['power chords down a fret', '6:8+5:10 6:7+5:9 6:6+5:8', ['131313', '141414']],
]

const BASSES: readonly (readonly [string, string, string, readonly string[]])[] = [
  ['C bass held', '5:3', '2:1 2:3 1:0 1:1 1:3', ['314014', '314013']],
  ['F bass held', '4:3', '2:1 1:1 2:1 1:3', ['31114']],
  ['G bass held', '6:3', '2:0 2:1 2:3 1:0', ['30140', '20140', '30120', '40120', '20130']],
  ['A bass open', '5:0', '3:2 2:2 3:2 2:2', ['01212', '02323', '01313']],
  ['E bass open', '6:0', '3:1 2:0 3:2 3:1', ['01021']],
  ['D bass open', '4:0', '3:2 2:3 1:2 2:3', ['01323']],
  ['G bass held, chord tones', '6:3', '4:0 3:0 2:0 1:3', ['30004', '20003', '20004']],
  ['F sharp bass held', '6:2', '3:2 2:3 1:2', ['2143', '1132', '1143', '2132', '1243', '1121']],
  ['B bass held', '5:2', '3:4 2:3 1:2', ['1432', '1421', '1321', '1432']],
  ['C bass held, down', '5:3', '1:3 1:1 1:0 2:3 2:1', ['341041', '341031', '341041']],
  ['E bass on 4 held', '4:2', '2:0 2:1 2:3 1:0', ['20140', '30140', '20130', '20140']],
  ['A bass open, scale above', '5:0', '2:1 2:3 1:0 1:1 1:3', ['013013', '014014', '013014']],
  ['E bass open, scale above', '6:0', '3:1 3:2 2:0 2:1 2:3', ['012013', '012014']],
  ['B bass held under G', '5:2', '2:0 2:1 2:3 1:3', ['20134', '20133', '20144', '10134']],
  ['D bass open, down', '4:0', '1:2 2:3 3:2 2:3', ['02313', '01323', '02312']],
  ['E bass open, from II', '6:0', '1:4 1:2 1:0', ['0310', '0420', '0410']],
  ['A bass held in V', '6:5', '3:6 2:5 1:5 1:7', ['12114', '12113', '13114']],
]

const BROKEN: readonly (readonly [string, string, readonly string[]])[] = [
  ['C rings', '5:3 4:2 3:0 2:1 1:0', ['32010']],
  ['Am rings', '5:0 4:2 3:2 2:1 1:0', ['02310']],
  ['E rings', '6:0 5:2 4:2 3:1 2:0 1:0', ['023100']],
  ['D rings', '4:0 3:2 2:3 1:2', ['0132']],
  ['G rings', '6:3 5:2 4:0 3:0 2:0 1:3', ['320004', '210003', '320003']],
  ['Dm rings', '4:0 3:2 2:3 1:1', ['0231', '0241']],
  ['A rings', '5:0 4:2 3:2 2:2 1:0', ['01230', '02340', '01110', '02130']],
  ['F rings, barre', '6:1 5:3 4:3 3:2 2:1 1:1', ['134211']],
  ['Bm rings, barre', '5:2 4:4 3:4 2:3 1:2', ['13421']],
  ['F rings, small', '4:3 3:2 2:1 1:1', ['3211']],
  ['Em rings', '6:0 5:2 4:2 3:0 2:0 1:0', ['023000', '012000']],
  ['Fmaj7 rings', '4:3 3:2 2:1 1:0', ['3210']],
]

const SWEPT: readonly (readonly [string, string, readonly string[]])[] = [
  ['A minor on five strings', '5:12 4:10 3:9 2:10 1:8 1:12', ['432314', '432414', '421314', '432314']],
  ['A minor on five strings, with the low A', '5:7 5:12 4:10 3:9 2:10 1:8 1:12', ['1432314', '1432414']],
  [
    'C major on five strings',
    '5:3 5:7 4:5 3:5 2:5 1:3 1:8',
    ['1421314', '1433314', '1433214', '1422214', '1423414', '1432114', '1422114', '1423314'],
  ],
  [
    'D major on five strings, its first form',
    '5:5 5:9 4:7 3:7 2:7 1:5 1:10',
    ['1422214', '1433314', '1423414', '1432114'],
  ],
  ['E minor on three strings', '3:12 2:12 1:12 1:15', ['1114', '2114', '2224']],
  ['A minor on three strings', '3:9 2:10 1:8 1:12', ['2314', '2414', '2314']],
  ['C major on three strings', '3:9 2:8 1:8 1:12', ['2114', '2114']],
  ['A major on three strings', '3:6 2:5 1:5 1:9', ['2114']],
  ['A minor on six strings', '6:5 6:8 5:7 4:7 3:5 2:5 1:5 1:8', ['14331114', '14341114', '14331114']],
  ['diminished on four strings', '4:4 3:5 2:3 1:4', ['2314', '2413', '2312']],
  ['D minor on three strings', '3:7 2:6 1:5 1:10', ['3214', '3214']],
  ['G major on three strings', '3:4 2:3 1:3 1:7', ['2114']],
  ['D minor on four strings', '4:7 3:7 2:6 1:5 1:10', ['33214', '34214', '43214']],
  ['E minor on four strings', '4:9 3:9 2:8 1:7 1:12', ['33214', '34214', '43214']],
  ['F major on three strings', '3:10 2:10 1:8 1:13', ['3314', '2314', '3414']],
  ['E major rolled over five strings', '5:7 4:6 3:4 2:5 1:4 1:7', ['431214', '431214', '321214']],
]

const PLACED: readonly (readonly [string, string, number | undefined, readonly string[]])[] = [
  ['C major, C3 to C4', '48 50 52 53 55 57 59 60', undefined, ['5:3 4:0 4:2 4:3 3:0 3:2 2:0 2:1']],
  [
    'G major, two octaves',
    '43 45 47 48 50 52 54 55 57 59 60 62 64 66 67',
    undefined,
    ['6:3 5:0 5:2 5:3 4:0 4:2 4:4 3:0 3:2 2:0 2:1 2:3 1:0 1:2 1:3'],
  ],
  ['E minor, one octave', '40 42 43 45 47 48 50 52', undefined, ['6:0 6:2 6:3 5:0 5:2 5:3 4:0 4:2']],
  ['A minor, A2 to A3', '45 47 48 50 52 53 55 57', undefined, ['5:0 5:2 5:3 4:0 4:2 4:3 3:0 3:2']],
  ['D major, D3 to D4', '50 52 54 55 57 59 61 62', undefined, ['4:0 4:2 4:4 3:0 3:2 2:0 2:2 2:3']],
  ['F major, F3 to F4', '53 55 57 58 60 62 64 65', undefined, ['4:3 3:0 3:2 3:3 2:1 2:3 1:0 1:1']],
  ['C major in VII by pitches', '48 50 52 53 55 57 59 60', 7, ['6:8 6:10 5:7 5:8 5:10 4:7 4:9 4:10']],
  ['G major in II by pitches', '43 45 47 48 50 52 54 55', 2, ['6:3 6:5 5:2 5:3 5:5 4:2 4:4 4:5']],
  [
    'a tune from C4',
    '60 62 64 60 64 65 67 64',
    undefined,
    ['2:1 2:3 1:0 2:1 1:0 1:1 1:3 1:0', '3:5 2:3 2:5 3:5 2:5 2:6 1:3 2:5', '3:5 3:7 2:5 3:5 2:5 2:6 2:8 2:5'],
  ],
  ['a tune from E4', '64 64 65 67 67 65 64 62', undefined, ['1:0 1:0 1:1 1:3 1:3 1:1 1:0 2:3']],
  ['a tune from G3', '55 57 59 55 59 60 62', undefined, ['3:0 3:2 2:0 3:0 2:0 2:1 2:3']],
  ['C chord', '48+52+55+60+64', undefined, ['5:3 4:2 3:0 2:1 1:0']],
  ['D chord', '50+57+62+66', undefined, ['4:0 3:2 2:3 1:2']],
  ['E chord', '40+47+52+56+59+64', undefined, ['6:0 5:2 4:2 3:1 2:0 1:0']],
  ['G chord', '43+47+50+55+59+67', undefined, ['6:3 5:2 4:0 3:0 2:0 1:3']],
  ['Am chord', '45+52+57+60+64', undefined, ['5:0 4:2 3:2 2:1 1:0']],
  ['F chord', '53+57+60+65', undefined, ['4:3 3:2 2:1 1:1']],
  [
    'thirds from C4',
    '60+64 62+65 64+67 65+69',
    undefined,
    ['2:1 1:0 2:3 1:1 2:5 1:3 2:6 1:5', '3:5 2:5 3:7 2:6 3:9 2:8 3:10 2:10', '3:5 1:0 3:7 2:6 3:9 2:8 3:10 2:10'],
  ],
  ['thirds from G3', '55+59 57+60 59+62', undefined, ['3:0 2:0 3:2 2:1 3:4 2:3', '4:5 3:4 4:7 3:5 4:9 3:7']],
  [
    'E phrygian up the first string',
    '64 65 67 69 71 72 74 76',
    undefined,
    [
      '1:0 1:1 1:3 1:5 1:7 1:8 1:10 1:12',
      '2:5 2:6 2:8 1:5 1:7 1:8 1:10 1:12',
      '1:0 1:1 1:3 2:10 1:7 1:8 1:10 1:12',
      '3:9 3:10 2:8 2:10 1:7 1:8 1:10 1:12',
      '2:5 2:6 1:3 1:5 1:7 1:8 1:10 1:12',
    ],
  ],
]

const EXTENDED: readonly (readonly [string, string, readonly string[]])[] = [
  ['diminished seventh on 4 3 2 1', 'xx1212', ['1324', '1213']],
  ['diminished seventh on 5 4 3 2', 'x2313x', ['2314', '2413', '2314']],
  ['half diminished on 5', 'x2323x', ['1324', '1213']],
  ['C9', 'x32333', ['21333', '21334', '21444']],
  ['B9', 'x21222', ['21333', '21334', '21444']],
  ['seventh with sharp ninth', 'x7678x', ['2134']],
  ['major seventh on 5', 'x3545x', ['1324']],
  ['minor seventh on 5', 'x35343', ['13121', '13141']],
  ['minor seventh on 6', '5x555x', ['2333', '1111', '2345', '1222', '2444', '1234', '1333', '1243']],
  ['major seventh on 6', '3x443x', ['1342', '1341', '1231', '1342']],
  ['dominant on 5, barre', 'x24242', ['13141', '12131', '13141']],
  ['dominant thirteenth on 6', '3x345x', ['1234', '1123', '1134']],
  ['augmented on 4', 'xx3221', ['4231', '3221', '4231', '3221']],
  ['six nine on 5', 'x32233', ['21133', '21134', '32244', '21134']],
  ['suspended fourth on 4', 'xx0233', ['0134', '0133', '0123', '0244', '0234']],
  ['Am with its ninth', 'x02410', ['02410', '01410', '02310', '02410']],
]

const passages = (
  kind: string,
  list: readonly (readonly [string, string, readonly string[]])[],
  spec: (places: string) => object,
): readonly Agreed[] =>
  list.map(([name, places, accepted]) => ({
    name,
    kind,
    source: PRACTICE,
    spec: { ...spec(places) },
    accepted: [...new Set(accepted)],
  }))

/** The agreement set: passages whose fingering teachers accept. */
export const AGREED: readonly Agreed[] = [
  ...ORDERS.map(order),
  ...SCALES.map(([name, places, fingers]): Agreed => ({
    name,
    kind: 'scales',
    source: HANDBOOK,
    spec: passage(places),
    accepted: [fingers],
  })),
  ...CHORDS.map(([name, frets, accepted]): Agreed => ({
    name,
    kind: 'chords',
    source: METHOD,
    spec: {
      version: 1,
      family: 'blocks',
      fingering: { rule: 'best' },
      blocks: { chords: [{ frets }], stage: 'block' },
    },
    accepted,
  })),
  ...CHANGES.map(([name, frets, accepted]): Agreed => ({
    name: `change ${name}`,
    kind: 'chord changes',
    source: METHOD,
    spec: {
      version: 1,
      family: 'blocks',
      fingering: { rule: 'best' },
      blocks: { chords: frets.map(each => ({ frets: each })), stage: 'block' },
    },
    accepted,
  })),
  ...[5, 7, 9].flatMap(position => [
    cell('WW', position, '124'),
    cell('HW', position, '124'),
    cell('WH', position, '134'),
  ]),
  ...DRILLS.map((drill): Agreed => ({ ...drill, kind: 'cells, chromatics and slurs' })),
  ...passages('double stops', DOUBLES, passage),
  ...passages('power chords', POWER, places => ({ ...passage(places), instrument: { preset: 'electric' } })),
  ...BASSES.map(([name, bass, melody, accepted]): Agreed => ({
    name,
    kind: 'held bass',
    source: PRACTICE,
    spec: overBass(bass, melody),
    accepted,
  })),
  ...passages('broken chords that ring', BROKEN, ringing),
  ...passages('swept arpeggios', SWEPT, swept),
  ...PLACED.map(([name, midis, position, places]): Agreed => ({
    name,
    kind: 'pitches alone',
    source: PRACTICE,
    spec: pitched(midis, position),
    places,
  })),
  ...passages('extended and diminished chords', EXTENDED, frets => ({
    version: 1,
    family: 'blocks',
    fingering: { rule: 'best' },
    blocks: { chords: [{ frets }], stage: 'block' },
  })),
]

/** What the engine plays in a passage: its fingers, or where only pitches are given its places. */
export function answerTo(
  { places }: Agreed,
  notes: readonly { readonly string: number; readonly fret: number; readonly finger: number | null }[],
): string {
  return places ? notes.map(note => `${note.string}:${note.fret}`).join(' ') : notes.map(note => note.finger).join('')
}

/** Whether teachers accept an answer. */
export const isAccepted = ({ accepted, places }: Agreed, answer: string) => (places ?? accepted ?? []).includes(answer)
