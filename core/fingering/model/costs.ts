import type { Finger } from '../../guitar/finger'

/**
 * What a fingering costs, in units of effort: the one table the engine, its reasons and its checker read.
 * The amounts are the project's own, settled against the agreement set; change them only together with it.
 */
export const COSTS = {
  /**
   * An excluded finger, a crossing, a stretch over the limit, a grip or pinned finger moved: used only where no path
   * exists without.
   */
  impossible: 1000,
  /** Stretch over comfort, per mm of the widest excess at a landing. */
  stretchPerMm: 1 / 18,
  shift: 4,
  shiftPerMm: 1 / 25,
  /** Share of a shift's cost with a guide finger on its string, and across an open string or a rest. */
  guided: 1 / 2,
  acrossGap: 1 / 3,
  /** The same finger for the next note, on another place. */
  sameFinger: 4,
  /**
   * Every fret a finger is off its one-per-fret place, by the student's rule; among notes sounding together only a
   * share of it.
   */
  offPlace: { strict: 3, loose: 1.5 },
  togetherShare: 1 / 3,
  /**
   * One finger rolls over from one string to the next at the same fret, both to sound on; free where notes are cut
   * short anyway.
   */
  hingeByFirst: 0.5,
  hingeByOther: 2.3,
  /**
   * A finger that is down is taken to another fret though the hand stays where it is, or in a broken chord hops over to
   * another string at its fret. Less than a hold broken, so that lifting it beforehand gains nothing.
   */
  refret: 0.9,
  hop: 0.9,
  /** Of two fingers at one fret the lower one on the thinner string: the hand is turned round. */
  twisted: 2,
  /** One finger on several strings at once. */
  barreByFirst: 1,
  barreByOther: 3,
  /** It lies over a string that is not to sound. */
  barreOverSilent: 0.5,
  /** A finger that sounds on lies down over a further string: beside what lying there costs. */
  spread: 1.5,
  /** A fret up to 4 beside an open string while the hand is not in position I. */
  awayFromNut: 1,
  /** Charged with a hold that the policy would have kept, and with a finger not placed ahead. */
  holdBroken: 1,
  notPlacedAhead: 1,
  /** A shift or a jump of one finger with less time than this is charged by quickMs over its time. */
  quickMs: 250,
  spared: 2,
  /** Notes sounding together that move as one shape along their strings: every finger that changes. */
  reshaped: 0.5,
  /** None of its fingers stays: nothing guides it along. */
  unguided: 3.5,
  /** From here on: what it costs where only the pitch is given. An open string while the hand is up the neck. */
  highOpen: 1.5,
  /** A fret past the fifth, per fret. */
  highPerFret: 0.2,
  /** A string leapt over from note to note. */
  leapPerString: 0.25,
  /** A voice, of several sounding together, that changes its string, per string. */
  voicePerString: 1,
  /** Of two voices sounding together the higher one on the thicker string; a string left out between them. */
  crossedVoices: 2,
  gapPerString: 0.25,
  /** From an open string to a low fret or back while the hand is not in position I. */
  nutChange: 0.75,
  /** A note played elsewhere than in the position asked for. */
  elsewhere: 1,
} as const

/** Laws of the hand that an effort counts as broken. */
export const lawsBroken = (cost: number) => Math.floor(cost / COSTS.impossible)

/** An effort without the laws that are broken. */
export const effortBeside = (cost: number) => cost - lawsBroken(cost) * COSTS.impossible

/** From this position on an open string is far from the hand's own sound. */
export const HIGH_POSITION = 4
/** Frets up to this one cost nothing where only the pitch is given. */
export const LOW_FRETS = 5

/** Highest fret that counts as beside the nut. */
export const NUT_FRETS = 4
/** Notes a second at which a weak pair costs its full amount. */
const WEAK_RATE = 4
const WEAK_PAIRS: Readonly<Record<number, number>> = { 34: 1, 24: 0.6, 23: 0.4 }

/**
 * What it costs to go from one finger to another at a rate in notes a second; 0 with an open string, a repeated finger
 * or a strong pair.
 */
export function weakPairCost(a: number, b: number, notesPerSecond: number): number {
  return ((WEAK_PAIRS[a < b ? 10 * a + b : 10 * b + a] ?? 0) * notesPerSecond) / WEAK_RATE
}

/** How much dearer a movement is for want of time; 1 with a quarter of a second or more, onset to onset. */
export const hurry = (ms: number) => Math.max(1, COSTS.quickMs / ms)

/**
 * How much a finger's jump weighs between two chords: every finger has come off anyway, so with time it is no burden;
 * never more than elsewhere.
 */
export const chordJump = (ms: number) => COSTS.quickMs / ms

/** What it costs one finger to lie on several strings. */
export const barreCost = (finger: Finger) => (finger === 1 ? COSTS.barreByFirst : COSTS.barreByOther)

/** What it costs one finger to roll over to a neighbouring string. */
export const hingeCost = (finger: Finger) => (finger === 1 ? COSTS.hingeByFirst : COSTS.hingeByOther)
