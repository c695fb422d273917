import { changeBetween, settledCost, strainFloor, type Change } from '../model/change'
import type { Choice } from '../model/choice'
import { choicesFor, choicesLike } from './choices'
import { COSTS } from '../model/costs'
import { stepsFor } from '../model/effort'
import { recurrences } from './recurring'
import type { Task, TaskMoment } from '../model/task'

/** All that can be worked out before the first hand moves. */
export interface Graph {
  readonly task: Task
  readonly layers: readonly (readonly Choice[])[]
  /** By moment: what lies between the choices before and its own. */
  readonly between: readonly Between[]
  /** By moment and choice: no path from there to the end is cheaper. */
  readonly ahead: readonly (readonly number[])[]
}

/** What changes between two moments cost, by choice before and choice, at before · width + choice. */
interface Costs {
  /** The part that does not depend on what is down; infinite where the choices do not belong together. */
  readonly settled: Float64Array
  /** The shift without a guide; 0 where it is settled. */
  readonly shift: Float64Array
  /** What the fingers that stay down add at least. */
  readonly floor: Float64Array
  /** Share of the shift that is paid at least: half where a finger may guide it. */
  readonly guide: Float64Array
}

interface Between extends Costs {
  readonly width: number
  /** One change in full. */
  readonly change: (before: number, after: number) => Change
}

/** How many moments back it is looked for in full what may still be down. */
const LOOK_BACK = 24

/**
 * By moment and string: when the latest note or grip before it ends there that any choice could put on it; at moment ·
 * RINGING + string.
 */
function ringsBefore({ moments }: Task): Float64Array {
  const ends = new Float64Array((moments.length + 1) * RINGING)
  for (const [i, { notes, grips }] of moments.entries()) {
    for (let string = 0; string < RINGING; string++) ends[(i + 1) * RINGING + string] = ends[i * RINGING + string]!
    for (const note of notes) {
      for (const { string } of note.places)
        ends[(i + 1) * RINGING + string] = Math.max(ends[(i + 1) * RINGING + string]!, note.end)
    }
    for (const { to, contacts } of grips) {
      for (const { string } of contacts)
        ends[(i + 1) * RINGING + string] = Math.max(ends[(i + 1) * RINGING + string]!, to)
    }
  }
  return ends
}
const RINGING = 9

/** Whether a finger may still be down on a string when a moment begins, whatever was played. */
function stringsHeld(task: Task, i: number, rings: Float64Array): ReadonlySet<number> {
  const {
    moments,
    rules: { policy },
  } = task
  const held = new Set<number>()
  const now = moments[i]!.at
  const sounded: number[] = []
  for (let k = i - 1; k >= 0; k--) {
    const moment = moments[k]!
    const near = policy === 'until-needed' || k === i - 1
    for (const grip of moment.grips) for (const contact of grip.contacts) held.add(contact.string)
    for (const note of moment.notes) {
      for (const { string, fret } of note.places) {
        const covered =
          moment.notes.length === 1 && note.places.length === 1 && sounded.some(other => Math.abs(other - string) >= 2)
        if (fret > 0 && (note.end > now || (near && !covered))) held.add(string)
      }
    }
    if (moment.notes.length === 1 && moment.notes[0]!.places.length === 1)
      sounded.push(moment.notes[0]!.places[0]!.string)
    if (k < i - LOOK_BACK) {
      // So far back the bound need not be sharp, only true: what ended since the moment before has not been lifted yet.
      const before = moments[i - 1]!.at
      for (let string = 1; string < RINGING; string++) if (rings[k * RINGING + string]! > before) held.add(string)
      break
    }
  }
  return held
}

/** Whether a choice can follow another: what is gripped stays so, and where nothing lands the hand stays. */
function belongs(before: Choice, after: Choice, at: number): boolean {
  // Nothing lands: the hand stays where it is.
  if (after.fresh.length === 0 && after.position !== before.position && before.position !== 0) return false
  if (before.gripped.length === 0) return true
  const kept = before.gripped.filter(touch => touch.to > at)
  return (
    kept.length === 0 ||
    after.gripName.startsWith(
      before.gripped.length === kept.length
        ? before.gripName
        : kept.map(({ finger, string, fret }) => `${finger}.${string}.${fret}`).join(' '),
    )
  )
}

/** Names a choice by all that tells it from others of its moment. */
const choiceName = ({ position, places, fingers, gripName, fresh }: Choice) =>
  [
    position,
    gripName,
    ...places.map((place, n) => `${fingers[n]}.${place.string}.${place.fret}`),
    ...fresh.map(touch => touch.finger),
  ].join(' ')

/**
 * Lays out all choices and what lies between them.
 * @param also The same line with other freedoms, whose choices stand beside the task's own.
 */
export function graphOf(task: Task, also?: Task): Graph {
  const layers: Choice[][] = []
  const between: Between[] = []
  const costs = also ? null : new Map<string, Costs>()
  // Only the beam search takes over what it knows: what a search costs is counted as if each moment were new.
  const named = task.keep === undefined ? null : recurrences(task)
  const first = new Map<string, readonly Choice[]>()
  let nameBefore: string | undefined
  for (let i = 0; i < task.moments.length; i++) {
    const before = layers[i - 1] ?? []
    const name = named?.(i, before)
    const like = name === undefined ? undefined : first.get(name)
    const layer = [...(like ? choicesLike(task, i, like) : choicesFor(task, i, before))]
    if (name !== undefined && !like) first.set(name, layer)
    if (also) {
      const known = new Set(layer.map(choiceName))
      layer.push(...choicesFor(also, i, before).filter(choice => !known.has(choiceName(choice))))
    }
    layers.push(layer)
    // At once, so that what is too wide is known before all the rest is laid out.
    between.push(betweenLayers(task, i, before, layer, costs, nameBefore && `${nameBefore} ${name}`))
    nameBefore = name
  }
  const ahead: number[][] = layers.map(layer => layer.map(() => 0))
  const rings = ringsBefore(task)
  for (let i = layers.length - 2; i >= 0; i--) {
    const { settled, shift, floor, guide, width } = between[i + 1]!
    task.effort.spend((layers[i]!.length * width) / 16)
    const held = shift.some(cost => cost > 0) ? stringsHeld(task, i + 1, rings) : null
    const guided = layers[i + 1]!.map(choice =>
      held && choice.fresh.some(touch => held.has(touch.string)) ? COSTS.guided : 1,
    )
    const onward = layers[i + 1]!.map((choice, a) => choice.own + ahead[i + 1]![a]!)
    for (let b = 0; b < layers[i]!.length; b++) {
      let least = Infinity
      for (let a = 0; a < width; a++) {
        const at = b * width + a
        const cost = settled[at]! + floor[at]! + shift[at]! * Math.max(guided[a]!, guide[at]!) + onward[a]!
        if (cost < least) least = cost
      }
      ahead[i]![b] = least
    }
  }
  return { task, layers, between, ahead }
}

/**
 * Tells pairs of lone notes whose place is given apart by all that the cost of going from one to the other depends on;
 * null for anything else.
 */
function pairName(task: Task, i: number, before: readonly Choice[]): string | null {
  const [first, second] = [task.moments[i - 1]!, task.moments[i]!]
  const plain = ({ notes, grips }: TaskMoment) =>
    notes.length === 1 &&
    grips.length === 0 &&
    !notes[0]!.tapped &&
    !notes[0]!.slurred &&
    !notes[0]!.pitched &&
    notes[0]!.places.length === 1 &&
    notes[0]!.places[0]!.fret > 0
  if (!plain(first) || !plain(second) || before.some(choice => choice.gripped.length > 0)) return null
  const [a, b] = [first.notes[0]!, second.notes[0]!]
  return [
    a.places[0]!.fret,
    a.finger,
    first.position,
    b.places[0]!.fret,
    b.finger,
    second.position,
    Math.max(-2, Math.min(2, a.places[0]!.string - b.places[0]!.string)),
    second.ms,
    second.rested,
    goesDown(task, i),
  ].join()
}

/** Whether the next note goes down a string of this moment: then fingers may be placed ahead, and that frees others. */
function goesDown({ moments }: Task, i: number): boolean {
  const here = moments[i]!.notes
  return (
    moments[i + 1]?.notes.some(note =>
      note.places.some(low =>
        here.some(each => each.places.some(high => high.string === low.string && high.fret > low.fret)),
      ),
    ) ?? false
  )
}

/**
 * Whether a finger may be down that guides a shift. After one note on the same string only fingers behind it are down
 * there, which are lower ones: a higher finger cannot be the guide.
 */
function mayGuide(before: Choice, after: Choice): boolean {
  const { lone } = before
  return (
    lone === null ||
    before.gripped.length > 0 ||
    after.fresh.some(touch => touch.string !== lone.string || touch.finger <= lone.finger)
  )
}

function betweenLayers(
  task: Task,
  i: number,
  before: readonly Choice[],
  layer: readonly Choice[],
  known: Map<string, Costs> | null,
  recurring: string | undefined,
): Between {
  const width = layer.length
  const moment = task.moments[i]!
  // Of the many changes few are asked for again: they are worked out anew, which costs less than keeping all.
  const change = (b: number, a: number) => changeBetween(before[b]!, layer[a]!, moment, task)
  const name = known && before.length * width > 1 ? (recurring ?? pairName(task, i, before)) : null
  const same = name === null ? undefined : known!.get(name)
  if (same) return { ...same, width, change }
  // Before room is made for them.
  task.effort.spend((before.length * width) / 16)
  const settled = new Float64Array(before.length * width).fill(Infinity)
  const shift = new Float64Array(before.length * width)
  const floor = new Float64Array(before.length * width)
  const guide = new Float64Array(before.length * width).fill(COSTS.guided)
  const falling = goesDown(task, i)
  const each = stepsFor(Math.max(0, ...layer.map(choice => choice.fresh.length)))
  for (let b = 0; b < before.length; b++) {
    for (let a = 0; a < width; a++) {
      if (!belongs(before[b]!, layer[a]!, moment.at)) continue
      task.effort.spend(each)
      const step = change(b, a)
      settled[b * width + a] = settledCost(step)
      if (!falling) floor[b * width + a] = strainFloor(before[b]!, layer[a]!, task.rules)
      if (!step.across) shift[b * width + a] = step.shift
      if (step.shift > 0 && !mayGuide(before[b]!, layer[a]!)) guide[b * width + a] = 1
    }
  }
  if (name !== null) known!.set(name, { settled, shift, floor, guide })
  return { settled, shift, floor, guide, width, change }
}
