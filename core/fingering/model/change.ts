import { FINGERS } from '../../guitar/finger'
import { spanMm } from '../../guitar/geometry'
import type { HandRules } from '../../hand/advance-hand'
import { excessMm, isTwisted, type Choice, type Touch } from './choice'
import { chordJump, COSTS, HIGH_POSITION, hingeCost, hurry, NUT_FRETS, weakPairCost } from './costs'
import type { Task, TaskMoment } from './task'

/** What it costs to go from one choice to the next, so far as it does not depend on which fingers stayed down. */
export interface Change {
  readonly weakPair: number
  readonly sameFinger: number
  /** One finger rolls over to a neighbouring string. */
  readonly hinge: number
  /** Two notes running at one fret of two strings, the lower finger on the thinner one. */
  readonly turned: number
  /** Fingers that change where notes sounding together move as one shape. */
  readonly reshaped: number
  /** Strings leapt over, and open strings far from the hand, where only the pitch is given. */
  readonly placing: number
  /** A slur that changes its string, or a slide that changes its finger. */
  readonly brokenSlur: number
  /** A shift at its full price, haste included; 0 without one. */
  readonly shift: number
  /** The shift happens across an open string or a rest. */
  readonly across: boolean
  /** The next note goes on with a descending run on its string. */
  readonly continues: boolean
  /** Fingers that should be down before their note: the next of a run, the lower one of a pull-off. */
  readonly expected: readonly Touch[]
}

/** Before the first moment there is nothing to come from. */
export const START: Change = {
  weakPair: 0,
  sameFinger: 0,
  hinge: 0,
  turned: 0,
  reshaped: 0,
  placing: 0,
  brokenSlur: 0,
  shift: 0,
  across: false,
  continues: false,
  expected: [],
}

const onPlace = ({ finger, fret }: Touch, position: number) => fret === position + finger - 1

/** One bit for every finger there is. */
function fingersIn(touches: readonly Touch[]): number {
  let bits = 0
  for (const { finger } of touches) bits |= 1 << finger
  return bits
}

/**
 * The costliest of the pairs whose fingers lie furthest apart, for notes sounding together; for single notes simply
 * their pair.
 * @param from Bits of the fingers before, as {@link fingersIn} gives them; `to` of those that come down.
 */
function weakPair(from: number, to: number, ms: number): number {
  for (let apart = FINGERS.length - 1; apart > 0; apart--) {
    const lower = (from & (to >> apart)) | (to & (from >> apart))
    if (lower === 0) continue
    let cost = 0
    for (const finger of FINGERS)
      if (lower & (1 << finger)) cost = Math.max(cost, weakPairCost(finger, finger + apart, 1000 / ms))
    return cost
  }
  return 0
}

/**
 * How a finger comes from one place to another: it stays or slides with all that sounds, rolls over as a barre or
 * hinge, or jumps.
 */
function motionOf(from: Touch, to: Touch, slides: boolean, barre: boolean): 'stays' | 'rolls' | 'jumps' {
  if (from.string === to.string) return from.fret === to.fret || slides ? 'stays' : 'jumps'
  return from.fret === to.fret && barre && (to.finger === 1 || Math.abs(from.string - to.string) === 1)
    ? 'rolls'
    : 'jumps'
}

/**
 * Fingers that the next note takes to another place, and what those that only roll over cost.
 * @param shared Bits of the fingers that are on both sides.
 */
function sameFinger(
  from: readonly Touch[],
  to: readonly Touch[],
  shared: number,
  slides: boolean,
  barre: boolean,
): { readonly jumps: number; readonly hinge: number } {
  let jumps = 0
  let hinge = 0
  for (const { finger } of to) {
    if (!(shared & (1 << finger))) continue
    shared &= ~(1 << finger)
    let best: 'stays' | 'rolls' | 'jumps' | null = null
    for (const before of from) {
      if (before.finger !== finger) continue
      if (best === 'stays') break
      for (const after of to) {
        if (after.finger !== finger) continue
        const motion = motionOf(before, after, slides, barre)
        if (best === null || motion === 'stays' || (motion === 'rolls' && best === 'jumps')) best = motion
      }
    }
    if (best === 'jumps') jumps++
    if (best === 'rolls') hinge += hingeCost(finger)
  }
  return { jumps: jumps * COSTS.sameFinger, hinge }
}

/**
 * Fingers that change where notes sounding together move as one shape along their strings: power chords, octaves,
 * sixths, tenths.
 */
function reshaped(before: readonly Touch[], after: readonly Touch[]): number {
  if (before.length < 2 || before.length !== after.length) return 0
  let direction = 0
  let changes = 0
  for (let k = 0; k < after.length; k++) {
    const to = after[k]!
    // Most often both lie string by string in one order.
    const from = before[k]!.string === to.string ? before[k]! : before.find(touch => touch.string === to.string)
    if (!from) return 0
    const towards = Math.sign(to.fret - from.fret)
    if (towards !== 0 && direction !== 0 && towards !== direction) return 0
    direction ||= towards
    if (from.finger !== to.finger) changes++
  }
  return changes * COSTS.reshaped + (changes === after.length ? COSTS.unguided : 0)
}

/** What the strings cost that the engine took for notes of which only the pitch is given. */
function placingCost(before: Choice, after: Choice, moment: TaskMoment): number {
  let nearest = Infinity
  for (const [n, { string }] of after.places.entries()) {
    if (moment.notes[n]!.pitched)
      for (const other of before.places) nearest = Math.min(nearest, Math.abs(string - other.string))
  }
  // Open strings before the hand was anywhere are far from it when it comes up the neck.
  const opens = before.position === 0 && after.position >= HIGH_POSITION ? before.looseOpens * COSTS.highOpen : 0
  // Voices keep to their strings as far as they can; notes sounding together come in the order of their voices.
  const voices =
    after.places.length > 1 && after.places.length === before.places.length
      ? after.places.reduce((sum, { string }, n) => sum + Math.abs(string - before.places[n]!.string), 0) *
        COSTS.voicePerString
      : 0
  const lowFret = (choice: Choice) => choice.position !== 1 && choice.fresh.some(touch => touch.fret <= NUT_FRETS)
  const nut = (before.open && lowFret(after)) || (after.open && lowFret(before)) ? COSTS.nutChange : 0
  return nut + opens + voices + (Number.isFinite(nearest) && nearest > 1 ? (nearest - 1) * COSTS.leapPerString : 0)
}

const NOTHING: readonly Touch[] = []

/**
 * Whether one note goes on with the descending run of the one before: same string, same placing of the hand, each
 * finger on its place.
 */
function goesOn(before: Choice, after: Choice, policy: HandRules['policy']): boolean {
  const [high, low] = [before.lone, after.lone]
  return (
    policy === 'until-needed' &&
    high !== null &&
    low !== null &&
    before.position === after.position &&
    high.string === low.string &&
    high.fret > low.fret &&
    onPlace(high, before.position) &&
    onPlace(low, after.position)
  )
}

/** What slurs and slides ask of a change. */
function slurDuties(
  before: Choice,
  after: Choice,
  moment: TaskMoment,
  continues: boolean,
): { readonly broken: number; readonly expected: readonly Touch[]; readonly sliding: boolean } {
  let broken = 0
  let sliding = false
  const expected: Touch[] = []
  for (const [n, note] of moment.notes.entries()) {
    if (!note.slurred) continue
    const place = after.places[n]!
    const finger = after.fingers[n]
    const other = before.sounding.find(touch => touch.string === place.string)
    if (note.places.length > 1 && !before.places.some(each => each.string === place.string)) broken++
    if (note.slides && other && finger) {
      if (other.finger === finger) sliding = true
      else broken++
    }
    const pulled = before.places.some(high => high.string === place.string && high.fret > place.fret)
    if (!note.slides && finger && pulled && !continues) expected.push({ ...place, finger })
  }
  return { broken, expected, sliding }
}

/** Charges the change from one choice to the next. @param ringing Notes are to sound on until the next. */
export function changeBetween(
  before: Choice,
  after: Choice,
  moment: TaskMoment,
  { rules: { hand, instrument, policy }, ringing }: Pick<Task, 'rules' | 'ringing'>,
): Change {
  const from = after.startsGrip ? before.down : before.sounding
  const to = after.fresh
  const [fingersFrom, fingersTo] = [fingersIn(from), fingersIn(to)]
  const shared = fingersFrom & fingersTo
  const moved = before.position !== after.position && before.position !== 0 && after.position !== 0
  const continues = goesOn(before, after, policy)
  const slurs = moment.slurs ? slurDuties(before, after, moment, continues) : null
  const touches = from.length > 0 && to.length > 0
  const same =
    shared !== 0 && !slurs?.sliding
      ? sameFinger(from, to, shared, moved && from.length > 1 && to.length > 1, hand.barre)
      : NO_JUMPS
  return {
    weakPair: weakPair(fingersFrom, fingersTo, moment.ms),
    sameFinger:
      same.jumps *
      ((after.startsGrip && before.gripped.length > 1) || (from.length > 1 && to.length > 1)
        ? chordJump(moment.ms)
        : hurry(moment.ms)),
    // A chord that moves over as a whole is no roll.
    hinge: ringing && after.places.length === 1 && !after.startsGrip ? same.hinge : 0,
    turned:
      before.lone && after.lone && ringing && !moved && !moment.rested && isTwisted(before.lone, after.lone)
        ? COSTS.twisted
        : 0,
    reshaped: touches ? reshaped(before.sounding, after.sounding) : 0,
    placing: moment.pitched ? placingCost(before, after, moment) : 0,
    brokenSlur: slurs ? slurs.broken * COSTS.impossible : 0,
    shift: moved
      ? (COSTS.shift +
          COSTS.shiftPerMm * spanMm(instrument.scaleLengthMm, instrument.capo, before.position, after.position)) *
        hurry(moment.ms)
      : 0,
    across: moment.rested || before.open,
    continues,
    expected: continues ? [after.lone!, ...(slurs?.expected ?? [])] : (slurs?.expected ?? NOTHING),
  }
}
const NO_JUMPS = { jumps: 0, hinge: 0 }

/**
 * What going up a string costs at least, whatever else is down: the finger of the lower note stays until it is needed,
 * so the hand opens from it to the next, or lifts it, or crosses it.
 */
export function strainFloor(before: Choice, after: Choice, rules: HandRules): number {
  const [low, high] = [before.lone, after.lone]
  if (
    rules.policy !== 'until-needed' ||
    !low ||
    !high ||
    before.position !== after.position ||
    low.string !== high.string ||
    low.fret >= high.fret ||
    low.finger === high.finger
  )
    return 0
  if (low.finger > high.finger) return COSTS.holdBroken
  return Math.min(COSTS.holdBroken, Math.max(0, excessMm(low, high, rules)) * COSTS.stretchPerMm)
}

/** The part of a change that is the same whatever is down. */
export const settledCost = (change: Change) =>
  change.weakPair +
  change.sameFinger +
  change.hinge +
  change.turned +
  change.reshaped +
  change.placing +
  change.brokenSlur +
  (change.across ? change.shift * COSTS.acrossGap : 0)

/** The shift's part of a change with or without a guide finger. */
export const shiftCost = (change: Change, guided: boolean) =>
  change.shift === 0 ? 0 : change.shift * (change.across ? COSTS.acrossGap : guided ? COSTS.guided : 1)
