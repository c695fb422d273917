import type { FingerOrOpen } from '../guitar/finger'

/** The parts of a load, in the order they are told. */
export const PARTS = [
  'fretting speed',
  'finger independence',
  'stretch',
  'shifts',
  'crossings',
  'slurs',
  'plucking hand',
  'coordination',
  'pulse',
  'chord changes',
] as const
export type PartName = (typeof PARTS)[number]

/** What each part counts for in the grade, 0 for nothing. A studio may set its own. */
export type Weights = Readonly<Record<PartName, number>>

/**
 * Every number of the grade: the project's own assumptions, fitted to what teachers expect of some fifty drills
 * (`cases.test.ts`). A demand of 1 is about what a good player gives for four notes running.
 */
export const GRADE = {
  /** What each part counts for, unless a studio says otherwise. */
  weights: {
    'fretting speed': 0.6,
    'finger independence': 0.5,
    'stretch': 0.45,
    'shifts': 0.5,
    'crossings': 0.55,
    'slurs': 0.55,
    'plucking hand': 0.75,
    'coordination': 0.3,
    'pulse': 0.4,
    'chord changes': 0.48,
  } satisfies Weights,

  /** Shortest time from onset to onset that still asks for more, ms. */
  shortestGapMs: 40,

  /** How a part sums up what its onsets ask for. */
  part: {
    peak: 0.6,
    sustained: 0.4,
    /** Onsets running whose mean is the peak. */
    peakOnsets: 4,
    /** What a window of so many onsets says of endurance. */
    stamina: { 8: 0.75, 16: 0.88, 32: 1 } as Readonly<Record<number, number>>,
    longest: 32,
    /** The sum over the longest window that counts as 1. */
    full: 32,
    softness: 4,
  },

  /** How the parts make a grade: parts add by their cubes, so that the hardest few decide. */
  grade: { least: 1, span: 7, power: 3, scale: 1.2, bend: 1.4, softness: 8 },

  frettingSpeed: {
    perSecond: 14,
    /** To a lower finger on the same string. */
    toLower: 1.1,
    /** For each finger that lands before its note. */
    placedAhead: 0.1,
    /** With all four fingers in use; less with fewer. */
    fingersUsed: 0.2,
  },

  independence: {
    /** One finger after another, the lower one first: the third finger is the least free (common practice). */
    pairs: { 12: 0.2, 13: 0.4, 23: 0.5, 14: 0.85, 34: 0.95, 24: 1 } as Readonly<Record<number, number>>,
    /** Neighbours going on in the direction they came from. */
    onward: { up: 0.4, down: 0.55 },
    acrossStrings: 0.2,
    /** A finger that has to stay down on another string, by finger. */
    anchors: [0, 0.3, 0.5, 0.8, 0.45],
    furtherAnchor: 0.6,
    /** A finger merely left where it played. */
    leftOver: 0,
    slow: 0.35,
    perSecond: 8,
  },

  stretch: {
    /** Against a finger that this landing lifts. */
    lifted: 0.7,
    slow: 0.75,
    perSecond: 8,
    sustained: { full: 8 },
  },

  shifts: { freeMm: 30, mmPerMs: 1.2, sustained: { full: 3 } },

  crossings: { byStrings: [0, 0.45, 0.75, 0.95, 1.1, 1.2, 1.3, 1.4], perSecond: 9.5 },

  slurs: {
    /** By the finger that comes down. */
    hammer: { 0: 0.3, 1: 0.35, 2: 0.4, 3: 0.55, 4: 0.75 } satisfies Record<FingerOrOpen, number>,
    /** By the finger that leaves; 0 stands for one of the plucking hand. */
    pull: { 0: 0.4, 1: 0.5, 2: 0.55, 3: 0.75, 4: 1 } satisfies Record<FingerOrOpen, number>,
    slide: 0.3,
    /** For each slurred note before it in the row. */
    inRow: 0.12,
    rowAtMost: 1.6,
    slow: 0.4,
    perSecond: 12,
    sustained: { full: 15 },
  },

  plucking: {
    perSecond: 14,
    outside: 0.2,
    inside: 0.24,
    upOnBeat: 0.08,
    skipped: 0.2,
    acrossStrings: 0.75,
    together: 0.35,
    eachMore: 0.12,
    distinct: 0.16,
    distinctWithin: 8,
    ringOrLittle: 0.1,
    thumbMoves: 0.15,
    realigns: 0.1,
    realignsAfter: 4,
    /** Of its extras, what stays however slow. */
    slow: 0.04,
    again: { weight: 0.5, ms: 250, free: 0.5, thumb: 0.5 },
    tap: { base: 3, eachMore: 0.3, slow: 0.3 },
  },

  coordination: { perSecond: 10, sameString: 0.85 },

  pulse: {
    /** By notes to the quarter; never falls with more. */
    division: [0, 0, 0.05, 0.12, 0.14, 0.35, 0.35, 0.5, 0.5],
    syncopation: 0.2,
    change: 0.3,
    count: { msAlone: 1500, silent: 0.5, silentMs: 2000 },
  },

  chordChanges: {
    finger: 0.38,
    eachMm: 0.006,
    leastShare: 0.5,
    guided: 0.6,
    halfBarre: 0.25,
    fullBarre: 0.65,
    slow: 0.2,
    hurried: 0.8,
    ms: 580,
    shortestMs: 60,
    /** The end of the old note that may be given away. */
    ofOldNote: 0.25,
    sustained: { full: 8 },
  },
} as const
