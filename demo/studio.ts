import type { PresetName } from '#core/guitar/presets'
import type { InstrumentChoice } from '#core/guitar/instrument'
import type { HandInput } from '#core/schema/fields'
import type { Habits } from '#core/schema/habits'

/** A drill on the demo shelf. */
export interface DemoDrill {
  readonly name: string
  readonly spec: Record<string, unknown>
}

/** A drill set for a demo student: which, from which tempo to which, and in how many weeks. */
export interface DemoSet {
  readonly drill: string
  readonly startBpm: number
  readonly targetBpm: number
  readonly weeks: number
  /** Weeks before today on which it was set. */
  readonly setWeeksAgo: number
  /** A stage of the drill's path, or another name for the last. */
  readonly stage: string
  /** Clean passes when left out. */
  readonly school?: 'creep' | 'untimed'
}

export interface DemoStudent {
  readonly name: string
  readonly age: number
  readonly instrument: { readonly preset: PresetName; readonly scaleLengthMm?: number }
  /** Name of one of the studio's own guitars. */
  readonly guitar?: string
  readonly hand: HandInput
  readonly habits?: Habits
  /** Weeks from today in which the spared fingers are looked at again. */
  readonly reviewInWeeks?: number
  readonly about: string
  /** Days from today's weekday on which the weekly lesson falls, and its time. */
  readonly lesson: {
    readonly daysFromToday: number
    readonly wallTime: string
    readonly minutes: number
    readonly everyWeeks: number
  }
  /** Weeks before today on which lessons began. */
  readonly sinceWeeks: number
  /** How fast tempo grows, bpm a week; a slow learner stalls. */
  readonly growth: number
  /** Days a week on which they tell of practice at home, so many minutes each. */
  readonly practises?: { readonly days: number; readonly minutes: number }
  readonly set: readonly DemoSet[]
}

export const STUDIO = { name: 'Alder Yard Guitar Room', zone: 'Europe/London' }
/** The owner and another teacher. */
export const TEACHERS = [
  { signInName: 'wren', displayName: 'Wren Oakhollow' },
  { signInName: 'ivo', displayName: 'Ivo Brackenshaw' },
] as const

const spec = (fingers: readonly number[], more: Record<string, unknown> = {}, block: Record<string, unknown> = {}) => ({
  version: 1,
  family: 'order',
  order: { fingers, ...block },
  ...more,
})

const half = { preset: 'half' }
const threeQuarter = { preset: 'three-quarter' }
const steel = { preset: 'steel' }
const electric = { preset: 'electric' }

/** The studio's own guitars. */
export const GUITARS: readonly { readonly name: string; readonly choice: InstrumentChoice }[] = [
  {
    name: 'The short spruce',
    choice: { preset: 'classical', scaleLengthMm: 615, nutSpacingMm: 8.2, bridgeSpacingMm: 11.2 },
  },
  {
    name: 'Walnut seven-string',
    choice: { preset: 'electric', tuning: [35, 40, 45, 50, 55, 59, 64], frets: 24, scaleLengthMm: 660, bodyFret: 19 },
  },
]

/** A collection of the owner's: what a first year goes through. */
export const FIRST_YEAR = [
  'First steps: 1 2 3 on two strings',
  'Walking fingers in IX',
  'Odd fingers first: 1 3 2 4',
  'Four down to one',
] as const

/** The demo shelf. Positions suit the hands of the students they are set for. */
export const DRILLS: readonly DemoDrill[] = [
  {
    name: 'First steps: 1 2 3 on two strings',
    spec: spec([1, 2, 3], {
      instrument: half,
      position: 9,
      strings: { from: 2, to: 1 },
      rhythm: { perBeat: 1 },
      tempo: 60,
    }),
  },
  {
    name: 'Walking fingers, half-size',
    spec: spec([1, 2, 3, 4], {
      instrument: half,
      position: 10,
      strings: { from: 3, to: 1 },
      rhythm: { perBeat: 2 },
      tempo: 50,
    }),
  },
  {
    name: 'Walking fingers in IX',
    spec: spec([1, 2, 3, 4], { instrument: threeQuarter, position: 9, rhythm: { perBeat: 2 }, tempo: 52 }),
  },
  { name: 'Odd fingers first: 1 3 2 4', spec: spec([1, 3, 2, 4], { position: 5, tempo: 60 }) },
  { name: 'Four down to one', spec: spec([4, 3, 2, 1], { position: 5, tempo: 56, slurs: [] }) },
  { name: 'The awkward one: 2 4 1 3', spec: spec([2, 4, 1, 3], { position: 5, tempo: 52 }) },
  {
    name: 'Skip a string, 1 2 3 4',
    spec: spec([1, 2, 3, 4], {
      instrument: steel,
      position: 5,
      strings: { order: 'skip', from: 6, to: 1, travel: 'there' },
      tempo: 60,
    }),
  },
  {
    name: 'Crawl to the body',
    spec: spec(
      [1, 2, 3, 4],
      { instrument: electric, position: 5, strings: { from: 4, to: 1, travel: 'there' }, times: 5, tempo: 80 },
      { crawl: 1, crawlEvery: 'pass' },
    ),
  },
  {
    name: 'Alternate picking, six to one',
    spec: spec([1, 2, 3, 4], {
      instrument: electric,
      position: 5,
      tempo: 80,
      plucking: { system: 'alternate', start: 'U' },
    }),
  },
  {
    name: 'All down, three fingers',
    spec: spec([1, 2, 4], {
      instrument: steel,
      position: 7,
      rhythm: { perBeat: 3 },
      tempo: 60,
      plucking: { system: 'down' },
    }),
  },
  { name: 'Hammer the second note', spec: spec([1, 2, 3, 4], { position: 5, slurs: [2, 4], tempo: 56 }) },
  {
    name: 'Pull off all the way down',
    spec: spec(
      [4, 3, 2, 1],
      {
        position: 7,
        slurs: [2, 3, 4],
        strings: { from: 3, to: 1, travel: 'there' },
        rhythm: { meter: [3, 4], perBeat: 4 },
        tempo: 50,
      },
      { back: 'same' },
    ),
  },
  {
    name: 'C, A minor, F and back',
    spec: {
      version: 1,
      family: 'blocks',
      fingering: { rule: 'best' },
      tempo: 50,
      blocks: {
        chords: [
          { name: 'C', frets: 'x32010' },
          { name: 'Am', frets: 'x02210' },
          { name: 'F', frets: '133211' },
          { name: 'C', frets: 'x32010' },
        ],
        stage: 'block',
      },
    },
  },
  {
    name: 'A to D with a guide',
    spec: {
      version: 1,
      family: 'blocks',
      instrument: steel,
      tempo: 56,
      blocks: {
        chords: [
          { name: 'A', frets: 'x02220', fingers: '-02130' },
          { name: 'D', frets: 'xx0232' },
        ],
        stage: 'sequential',
      },
    },
  },
  {
    name: 'C major up to the body',
    spec: {
      version: 1,
      family: 'scale',
      position: 7,
      tempo: 60,
      rhythm: { perBeat: 2 },
      fingering: { rule: 'best' },
      scale: { tonic: 'C', type: 'major', layout: 'three-per-string' },
    },
  },
  {
    name: 'Two fingers, quiet hand',
    spec: spec([1, 3], { instrument: steel, position: 7, rhythm: { perBeat: 2 }, tempo: 60 }),
  },
]

/** The owner's students: different age, hand, guitar and handedness. */
export const STUDENTS: readonly DemoStudent[] = [
  {
    name: 'Tilly Marrowby',
    age: 8,
    instrument: { preset: 'half' },
    hand: { reachMm: 50 },
    about: 'Likes to race. Short blocks; sits on the red chair.',
    lesson: { daysFromToday: 0, wallTime: '15:30', minutes: 30, everyWeeks: 1 },
    sinceWeeks: 14,
    growth: 1.6,
    set: [
      {
        drill: 'First steps: 1 2 3 on two strings',
        startBpm: 60,
        targetBpm: 84,
        weeks: 14,
        setWeeksAgo: 14,
        stage: 'together',
      },
      {
        drill: 'Walking fingers, half-size',
        startBpm: 50,
        targetBpm: 72,
        weeks: 16,
        setWeeksAgo: 6,
        stage: 'together',
      },
    ],
  },
  {
    name: 'Osric Fennimoor',
    age: 11,
    instrument: { preset: 'three-quarter' },
    hand: { reachMm: 56 },
    about: 'Plays football on Thursdays: tired hands on Fridays.',
    lesson: { daysFromToday: 1, wallTime: '16:00', minutes: 30, everyWeeks: 1 },
    sinceWeeks: 20,
    growth: 1.9,
    set: [
      { drill: 'Walking fingers in IX', startBpm: 52, targetBpm: 88, weeks: 20, setWeeksAgo: 19, stage: 'together' },
    ],
  },
  {
    name: 'Hazel Tarnbrook',
    age: 12,
    instrument: { preset: 'three-quarter' },
    hand: { reachMm: 58, leftHanded: true },
    about: 'Left-handed guitar. Reads well, counts out loud.',
    lesson: { daysFromToday: 2, wallTime: '15:45', minutes: 45, everyWeeks: 1 },
    sinceWeeks: 16,
    growth: 2.4,
    set: [
      { drill: 'Walking fingers in IX', startBpm: 56, targetBpm: 92, weeks: 16, setWeeksAgo: 15, stage: 'together' },
    ],
  },
  {
    name: 'Juno Pellwether',
    age: 14,
    instrument: { preset: 'classical' },
    hand: { reachMm: 79, pairsMm: { 12: 34, 23: 27, 34: 29 } },
    habits: { anchor: 'float', sounder: 'nails' },
    about: 'Grade pieces in spring. Watch the left shoulder.',
    lesson: { daysFromToday: 0, wallTime: '16:30', minutes: 45, everyWeeks: 1 },
    sinceWeeks: 24,
    growth: 2.2,
    set: [
      {
        drill: 'Odd fingers first: 1 3 2 4',
        startBpm: 60,
        targetBpm: 104,
        weeks: 22,
        setWeeksAgo: 22,
        stage: 'together',
      },
      {
        drill: 'Hammer the second note',
        startBpm: 56,
        targetBpm: 88,
        weeks: 14,
        setWeeksAgo: 8,
        stage: 'first and third group slurred',
      },
      {
        drill: 'Pull off all the way down',
        startBpm: 50,
        targetBpm: 76,
        weeks: 12,
        setWeeksAgo: 3,
        stage: 'slowly, all slurred',
      },
      { drill: 'C, A minor, F and back', startBpm: 50, targetBpm: 72, weeks: 12, setWeeksAgo: 2, stage: 'blocks' },
    ],
  },
  {
    name: 'Bram Ollerthwaite',
    age: 17,
    instrument: { preset: 'electric' },
    hand: { reachMm: 86, rule: 'loose' },
    habits: { anchor: 'anchor', sounder: 'pick' },
    about: 'Wants speed; needs evenness.',
    lesson: { daysFromToday: 0, wallTime: '17:30', minutes: 45, everyWeeks: 1 },
    sinceWeeks: 26,
    growth: 3.4,
    set: [
      {
        drill: 'Alternate picking, six to one',
        startBpm: 80,
        targetBpm: 144,
        weeks: 26,
        setWeeksAgo: 25,
        stage: 'together',
      },
      { drill: 'Crawl to the body', startBpm: 80, targetBpm: 120, weeks: 14, setWeeksAgo: 10, stage: 'together' },
    ],
  },
  {
    name: 'Saskia Vandermoor',
    age: 27,
    instrument: { preset: 'steel' },
    hand: { reachMm: 78, leftHanded: true },
    about: 'Sings and plays; left-handed. Free evenings only.',
    lesson: { daysFromToday: 3, wallTime: '18:15', minutes: 60, everyWeeks: 1 },
    sinceWeeks: 18,
    growth: 2.0,
    practises: { days: 3, minutes: 15 },
    set: [
      { drill: 'Skip a string, 1 2 3 4', startBpm: 60, targetBpm: 92, weeks: 18, setWeeksAgo: 17, stage: 'together' },
      {
        drill: 'All down, three fingers',
        startBpm: 60,
        targetBpm: 84,
        weeks: 12,
        setWeeksAgo: 9,
        stage: 'together',
        school: 'creep',
      },
      { drill: 'A to D with a guide', startBpm: 56, targetBpm: 80, weeks: 12, setWeeksAgo: 4, stage: 'one by one' },
    ],
  },
  {
    name: 'Edmund Quillfeather',
    age: 43,
    instrument: { preset: 'classical' },
    hand: { reachMm: 88 },
    about: 'Came back after twenty years. Practises at lunch.',
    lesson: { daysFromToday: 0, wallTime: '19:00', minutes: 45, everyWeeks: 1 },
    sinceWeeks: 22,
    growth: 0.4,
    practises: { days: 4, minutes: 12 },
    set: [
      { drill: 'The awkward one: 2 4 1 3', startBpm: 52, targetBpm: 88, weeks: 20, setWeeksAgo: 21, stage: 'together' },
      { drill: 'Four down to one', startBpm: 56, targetBpm: 92, weeks: 24, setWeeksAgo: 12, stage: 'together' },
    ],
  },
  {
    name: 'Petra Loweswater',
    age: 59,
    instrument: { preset: 'steel' },
    hand: { reachMm: 72, spared: [4] },
    habits: { anchor: 'anchor' },
    reviewInWeeks: 6,
    about: 'Little finger to be spared until the review in spring.',
    lesson: { daysFromToday: 4, wallTime: '11:00', minutes: 45, everyWeeks: 2 },
    sinceWeeks: 18,
    growth: 1.2,
    set: [
      {
        drill: 'Two fingers, quiet hand',
        startBpm: 60,
        targetBpm: 92,
        weeks: 26,
        setWeeksAgo: 16,
        stage: 'plucking hand alone',
      },
    ],
  },
  {
    name: 'Nico Farrowdale',
    age: 67,
    instrument: { preset: 'classical' },
    guitar: 'The short spruce',
    hand: { reachMm: 80, rule: 'loose' },
    about: 'Retired; unhurried. New on the list.',
    lesson: { daysFromToday: 5, wallTime: '10:30', minutes: 45, everyWeeks: 1 },
    sinceWeeks: 1,
    growth: 1,
    set: [],
  },
]

/** The other teacher's student, whom the owner does not see. */
export const OTHER_STUDENTS: readonly DemoStudent[] = [
  {
    name: 'Mabel Underhay',
    age: 15,
    instrument: { preset: 'electric' },
    hand: { reachMm: 76 },
    about: '',
    lesson: { daysFromToday: 0, wallTime: '16:00', minutes: 45, everyWeeks: 1 },
    sinceWeeks: 6,
    growth: 2.2,
    set: [
      {
        drill: 'Alternate picking, six to one',
        startBpm: 72,
        targetBpm: 120,
        weeks: 20,
        setWeeksAgo: 6,
        stage: 'together',
      },
    ],
  },
]

/** Things a teacher says at the end of a lesson; invented. */
export const NOTES = [
  'Little finger flies at the string change; slower, watch it stay close.',
  'Thumb crept past finger 1. Two passes with the thumb off the neck.',
  'Much more even after counting out loud.',
  'Gap before string 2: hold the last note until the next one sounds.',
  'Good sound today. Keep the blocks short.',
  'Up-strokes still lighter; accent the up-stroke at home.',
  'Shoulder stays down now. Same drill, same tempo, softer.',
  'Finger 3 lands away from the fret and buzzes; closer to the wire.',
]
