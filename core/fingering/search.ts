import { RESTING_HAND, type HandState } from '../hand/step'
import { arrive, changeBetween, land, settledCost, START, strainFloor, type Change } from './charge'
import { choicesFor, type Choice } from './choices'
import { COSTS } from './costs'
import type { Task, TaskMoment } from './task'

/** How one moment of a path is played. */
export interface Move {
  readonly choice: Choice
  /** Which of the choice's placings. */
  readonly placing: number
  /** Fingers lifted by choice, one bit each. */
  readonly lifts: number
}

/** A whole drill, played. */
export interface Path {
  readonly cost: number
  readonly moves: readonly Move[]
}

/** A way to a moment: its cost, how high its positions and fingers lie, and its last step. */
interface Way { cost: number, tie: number, best: Edge }

/** A hand after a moment, with the cheapest way there and, while alternatives are looked for, every other. */
export interface Node extends Way {
  readonly state: HandState
  readonly choice: number
  readonly edges: Edge[]
  /** Cheapest way on from here to the end. */
  rest: number
}

interface Edge { readonly from: Node | null, readonly to: number, readonly cost: number, readonly placing: number, readonly lifts: number }

/** All that can be worked out before the first hand moves. */
export interface Graph {
  readonly task: Task
  readonly layers: readonly (readonly Choice[])[]
  /** By moment: what lies between the choices before and its own. */
  readonly between: readonly Between[]
  /** By moment and choice: no way on from there to the end is cheaper. */
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
}

interface Between extends Costs {
  readonly width: number
  /** One change in full. */
  readonly change: (before: number, after: number) => Change
}

const EPSILON = 1e-9
/** Hands kept per moment while a first, quick path is looked for. */
const BEAM = 6

/** Whether a finger may still be down on a string when a moment begins, whatever was played. */
function stringsHeld(task: Task, i: number): ReadonlySet<number> {
  const { moments, rules: { policy } } = task
  const held = new Set<number>()
  const now = moments[i]!.at
  const sounded: number[] = []
  for (let k = i - 1; k >= 0; k--) {
    const moment = moments[k]!
    const near = policy === 'until-needed' || k === i - 1
    for (const grip of moment.grips) for (const contact of grip.contacts) held.add(contact.string)
    for (const note of moment.notes) {
      for (const { string, fret } of note.places) {
        const covered = moment.notes.length === 1 && note.places.length === 1 && sounded.some(other => Math.abs(other - string) >= 2)
        if (fret > 0 && (note.end > now || (near && !covered))) held.add(string)
      }
    }
    if (moment.notes.length === 1 && moment.notes[0]!.places.length === 1) sounded.push(moment.notes[0]!.places[0]!.string)
    if (k < i - 24) {
      // So far back the bound need not be sharp, only true.
      for (const { notes } of moments.slice(0, k)) for (const note of notes) if (note.end > now) for (const place of note.places) held.add(place.string)
      break
    }
  }
  return held
}

function belongs(before: Choice, after: Choice, at: number): boolean {
  // Nothing lands: the hand stays where it is.
  if (after.fresh.length === 0 && after.position !== before.position && before.position !== 0) return false
  if (before.gripped.length === 0) return true
  const kept = before.gripped.filter(touch => touch.to > at)
  return kept.length === 0 || after.gripName.startsWith(before.gripped.length === kept.length ? before.gripName : kept.map(({ finger, string, fret }) => `${finger}.${string}.${fret}`).join(' '))
}

/** Names a choice by all that tells it from others of its moment. */
const choiceName = ({ position, places, fingers, gripName, fresh }: Choice) => [position, gripName, ...places.map((place, n) => `${fingers[n]}.${place.string}.${place.fret}`), ...fresh.map(touch => touch.finger)].join(' ')

/**
 * Lays out all choices and what lies between them.
 * @param also The same line with other freedoms, whose choices stand beside the task's own.
 */
export function graphOf(task: Task, also?: Task): Graph {
  const layers: Choice[][] = []
  for (let i = 0; i < task.moments.length; i++) {
    const layer = [...choicesFor(task, i, layers[i - 1] ?? [])]
    if (also) {
      const known = new Set(layer.map(choiceName))
      layer.push(...choicesFor(also, i, layers[i - 1] ?? []).filter(choice => !known.has(choiceName(choice))))
    }
    layers.push(layer)
  }
  const known = new Map<string, Costs>()
  const between = layers.map((layer, i) => betweenLayers(task, i, layers[i - 1] ?? [], layer, also ? null : known))
  const ahead: number[][] = layers.map(layer => layer.map(() => 0))
  for (let i = layers.length - 2; i >= 0; i--) {
    const { settled, shift, floor, width } = between[i + 1]!
    const held = shift.some(cost => cost > 0) ? stringsHeld(task, i + 1) : null
    const guided = layers[i + 1]!.map(choice => (held && choice.fresh.some(touch => held.has(touch.string)) ? COSTS.guided : 1))
    const onward = layers[i + 1]!.map((choice, a) => choice.own + ahead[i + 1]![a]!)
    for (let b = 0; b < layers[i]!.length; b++) {
      let least = Infinity
      for (let a = 0; a < width; a++) {
        const at = b * width + a
        const cost = settled[at]! + floor[at]! + shift[at]! * guided[a]! + onward[a]!
        if (cost < least) least = cost
      }
      ahead[i]![b] = least
    }
  }
  return { task, layers, between, ahead }
}

/** Tells pairs of lone notes apart by all that the cost of going from one to the other depends on; null for anything else. */
function pairName(task: Task, i: number, before: readonly Choice[]): string | null {
  const [first, second] = [task.moments[i - 1]!, task.moments[i]!]
  const plain = ({ notes, grips }: TaskMoment) => notes.length === 1 && grips.length === 0 && !notes[0]!.tapped && !notes[0]!.slurred && notes[0]!.places.length === 1 && notes[0]!.places[0]!.fret > 0
  if (!plain(first) || !plain(second) || before.some(choice => choice.gripped.length > 0)) return null
  const [a, b] = [first.notes[0]!, second.notes[0]!]
  return [a.places[0]!.fret, a.finger, first.position, b.places[0]!.fret, b.finger, second.position, Math.min(2, Math.abs(a.places[0]!.string - b.places[0]!.string)), second.ms, second.rested, goesDown(task, i)].join()
}

/** Whether the next note goes down a string of this moment: then fingers may be placed ahead, and that frees others. */
function goesDown({ moments }: Task, i: number): boolean {
  const here = moments[i]!.notes
  return moments[i + 1]?.notes.some(note => note.places.some(low => here.some(each => each.places.some(high => high.string === low.string && high.fret > low.fret)))) ?? false
}

function betweenLayers(task: Task, i: number, before: readonly Choice[], layer: readonly Choice[], known: Map<string, Costs> | null): Between {
  const width = layer.length
  const moment = task.moments[i]!
  const full: (Change | undefined)[] = []
  const change = (b: number, a: number) => (full[b * width + a] ??= changeBetween(before[b]!, layer[a]!, moment, task.rules))
  const name = known && before.length * width > 1 ? pairName(task, i, before) : null
  const same = name === null ? undefined : known!.get(name)
  if (same) return { ...same, width, change }
  const settled = new Float64Array(before.length * width).fill(Infinity)
  const shift = new Float64Array(before.length * width)
  const floor = new Float64Array(before.length * width)
  const falling = goesDown(task, i)
  for (let b = 0; b < before.length; b++) {
    for (let a = 0; a < width; a++) {
      if (!belongs(before[b]!, layer[a]!, moment.at)) continue
      const way = change(b, a)
      settled[b * width + a] = settledCost(way)
      if (!falling) floor[b * width + a] = strainFloor(before[b]!, layer[a]!, task.rules)
      if (!way.across) shift[b * width + a] = way.shift
    }
  }
  if (name !== null) known!.set(name, { settled, shift, floor })
  return { settled, shift, floor, width, change }
}

/** Names a hand by all that matters for what comes: hands of one name have one future. */
function nameOf({ contacts, position }: HandState, at: number, next: number): string {
  const parts: string[] = []
  for (const contact of contacts) {
    let part = `${contact.finger}${contact.string}/${contact.fret}`
    if (contact.soundsAt >= at) part += `@${contact.soundsAt}`
    if (contact.noteEnd > next) part += `_${contact.noteEnd}`
    if (contact.until !== undefined) part += `u${contact.until}`
    if (contact.position !== position) part += `p${contact.position}`
    parts.push(part)
  }
  return parts.length < 2 ? parts.join() : parts.sort().join()
}

/** Hands from which a search goes on; `null` is the hand before the first moment. */
export type Front = readonly (Node | null)[]

/** Which choices of a moment a search may take. */
export type Allowed = (moment: number, choice: number) => boolean

const ANY: Allowed = () => true
const BEGINNING: Start = { moment: 0, front: [null] }

/** Where a search sets out: a moment and the hands before it. */
export interface Start { readonly moment: number, readonly front: Front }

/** A hand and the choice it may go on with, and what that costs at least in the end. */
interface Prospect { readonly node: Node | null, readonly choice: number, readonly change: Change, readonly settled: number, readonly least: number }

function prospectsOf(graph: Graph, i: number, front: Front, bound: number, allowed: Allowed): Prospect[] {
  const layer = graph.layers[i]!
  const prospects: Prospect[] = []
  const between = graph.between[i]!
  const ahead = graph.ahead[i]!
  for (const node of front) {
    for (let choice = 0; choice < layer.length; choice++) {
      const settled = layer[choice]!.own + (node ? between.settled[node.choice * between.width + choice]! : 0)
      const least = (node?.cost ?? 0) + settled + ahead[choice]!
      if (least > bound || least === Infinity || !allowed(i, choice)) continue
      const change = node ? between.change(node.choice, choice) : START
      const { cost } = arrive(node?.state ?? RESTING_HAND, change, layer[choice]!)
      if (least + cost <= bound) prospects.push({ node, choice, change, settled: settled + cost, least: least + cost })
    }
  }
  return prospects
}

type Reached = (choice: number, state: HandState, edge: Edge) => void

/** Every way to play a prospect that can still end below the bound. */
function follow(graph: Graph, i: number, { node, choice: c, change, settled, least }: Prospect, bound: number, reached: Reached): void {
  const choice = graph.layers[i]![c]!
  const state = node?.state ?? RESTING_HAND
  for (let p = 0; p < choice.placings.length; p++) {
    const placing = choice.placings[p]!
    if (placing.startsRun && change.continues) continue
    const plain = land(state, placing, 0, graph.task.rules)
    if (least + plain.cost <= bound) reached(c, plain.stepped.state, { from: node, to: c, cost: settled + plain.cost, placing: p, lifts: 0 })
    let lifts = 0
    for (const finger of plain.liftable) {
      lifts |= 1 << finger
      const eased = land(state, placing, lifts, graph.task.rules)
      if (least + eased.cost <= bound) reached(c, eased.stepped.state, { from: node, to: c, cost: settled + eased.cost, placing: p, lifts })
    }
  }
}

/** Of two equally good ways to one moment: whether the first takes the earlier choice where they first part. */
function partsLower(a: Edge, b: Edge): boolean {
  let lower = 0
  for (let [x, y] = [a, b]; ; [x, y] = [x.from.best, y.from!.best]) {
    lower = x.to - y.to || x.placing - y.placing || x.lifts - y.lifts || lower
    if (x.from === y.from || !x.from) return lower < 0
  }
}

/** Whether a way is better than another: cheaper; else lower in position and finger on the whole; else where they first part. */
const better = (a: Way, b: Way) => a.cost < b.cost - EPSILON || (a.cost <= b.cost + EPSILON && (a.tie < b.tie || (a.tie === b.tie && partsLower(a.best, b.best))))

interface Sweep { /** By moment, from the start on. */ readonly layers: readonly (readonly Node[])[], readonly ends: readonly Node[] }

interface SweepOptions {
  readonly bound: number
  /** Only the most promising hands of each moment. */
  readonly width?: number
  /** Keep every way between hands, not only the cheapest. */
  readonly keepEdges?: boolean
  readonly start?: Start
  readonly allowed?: Allowed
}

/** One pass over all moments from the start on. */
function sweep(graph: Graph, { bound, width = Infinity, keepEdges = false, start = BEGINNING, allowed = ANY }: SweepOptions): Sweep {
  const layers: Node[][] = []
  let { front } = start
  for (let i = start.moment; i < graph.layers.length && front.length > 0; i++) {
    const at = graph.task.moments[i]!.at
    const next = graph.task.moments[i + 1]?.at ?? Infinity
    const layer = graph.layers[i]!
    const known = new Map<string, Node>()
    let prospects = prospectsOf(graph, i, front, bound, allowed)
    if (prospects.length > 2 * width) prospects = prospects.sort((a, b) => a.least - b.least).slice(0, 2 * width)
    for (const prospect of prospects) {
      const { node } = prospect
      follow(graph, i, prospect, bound, (choice, state, edge) => {
        const name = `${choice}:${nameOf(state, at, next)}`
        const cost = (node?.cost ?? 0) + edge.cost
        const tie = (node?.tie ?? 0) + layer[choice]!.tie
        const there = known.get(name)
        if (!there) known.set(name, { state, choice, cost, tie, best: edge, edges: keepEdges ? [edge] : [], rest: Infinity })
        else {
          if (keepEdges) there.edges.push(edge)
          if (better({ cost, tie, best: edge }, there)) Object.assign(there, { cost, tie, best: edge })
        }
      })
    }
    let nodes = [...known.values()]
    if (nodes.length > width) {
      const promise = (node: Node) => node.cost + graph.ahead[i]![node.choice]!
      nodes = nodes.sort((a, b) => promise(a) - promise(b) || a.tie - b.tie).slice(0, width)
    }
    layers.push(nodes)
    front = nodes
  }
  return { layers, ends: front as readonly Node[] }
}

const cheaper = (a: Node, b: Node) => (better(b, a) ? b : a)

function walkBack(graph: Graph, end: Node): Move[] {
  const moves: Move[] = []
  for (let node: Node | null = end, i = graph.layers.length - 1; node; node = node.best.from, i--) {
    moves.push({ choice: graph.layers[i]![node.choice]!, placing: node.best.placing, lifts: node.best.lifts })
  }
  return moves.reverse()
}

/** The cheapest end of all ways from a start on, exactly; `null` when none is allowed. */
function cheapestEnd(graph: Graph, start: Start, allowed: Allowed): Node | null {
  const least = prospectsOf(graph, start.moment, start.front, Infinity, allowed).reduce((lowest, prospect) => Math.min(lowest, prospect.least), Infinity)
  if (least === Infinity) return null
  // Often nothing that is down costs anything: then the lower bound is the answer.
  const { ends } = sweep(graph, { bound: least + EPSILON, start, allowed })
  if (ends.length > 0) return ends.reduce(cheaper)
  const quick = sweep(graph, { bound: Infinity, width: BEAM, start, allowed }).ends
  return quick.length === 0 ? null : sweep(graph, { bound: quick.reduce(cheaper).cost + EPSILON, start, allowed }).ends.reduce(cheaper)
}

/**
 * The cheapest way to play a task, exactly: a quick path gives the upper bound, the way on without fingers down the lower.
 * (The optimum-path idea: Sayegh 1989.)
 */
export function cheapest(graph: Graph): Path {
  if (graph.layers.length === 0) return { cost: 0, moves: [] }
  const end = cheapestEnd(graph, BEGINNING, ANY)!
  return { cost: end.cost, moves: walkBack(graph, end) }
}

/**
 * For a fingering laid down note by note: the cheapest way to play with only its first notes fixed.
 * @param agreement By moment and choice: how many of the moment's laid-down notes it agrees with, from the first on.
 * @param laidDown By moment: how many of its notes are laid down.
 * @returns A function of moment and notes within it: the optimum with everything before that fixed. `null` when no choice agrees with the whole.
 */
export function steered(graph: Graph, agreement: readonly (readonly number[])[], laidDown: readonly number[]): ((moment: number, notes: number) => Path) | null {
  const all: Allowed = (i, choice) => agreement[i]![choice]! >= laidDown[i]!
  const whole = cheapestEnd(graph, BEGINNING, all)
  if (!whole) return null
  // A way that costs more than the whole fingering does is no optimum of any part of it.
  const { layers } = sweep(graph, { bound: whole.cost + EPSILON, allowed: all })
  return (moment, notes) => {
    const start: Start = moment === 0 ? BEGINNING : { moment, front: layers[moment - 1]! }
    const end = cheapestEnd(graph, start, (i, choice) => i > moment || agreement[i]![choice]! >= notes)!
    return { cost: end.cost, moves: walkBack(graph, end) }
  }
}

/** Names a path by its fingers and places. */
export const fingersOf = (path: Path) => path.moves.map(({ choice }) => [...choice.fresh, ...choice.places.map((place, n) => ({ ...place, finger: choice.fingers[n] }))].map(touch => `${touch.finger}.${touch.string}.${touch.fret}`).join('+')).join(' ')

/** Extra effort within which alternatives are first looked for, and how far the search for them goes. */
const FIRST_SLACK = 2
const LAST_SLACK = 16

/**
 * Other fingerings, cheapest first: for every note the cheapest way that takes another finger or place there.
 * @param best The cheapest path.
 * @param count How many to look for; a drill that leaves no choice has fewer.
 */
export function alternatives(graph: Graph, best: Path, count: number): readonly Path[] {
  let found: readonly Path[] = []
  for (let slack = FIRST_SLACK; slack <= LAST_SLACK && found.length < count; slack *= 2) found = within(graph, best, best.cost + slack + EPSILON)
  return found.slice(0, count)
}

function within(graph: Graph, best: Path, bound: number): readonly Path[] {
  const { layers } = sweep(graph, { bound, keepEdges: true })
  for (const node of layers.at(-1)!) node.rest = 0
  for (let i = layers.length - 1; i > 0; i--) {
    for (const node of layers[i]!) for (const edge of node.edges) edge.from!.rest = Math.min(edge.from!.rest, edge.cost + node.rest)
  }
  const byFingers = new Map<string, Path>([[fingersOf(best), best]])
  const through: { readonly cost: number, readonly layer: number, readonly node: Node }[] = []
  for (const [i, layer] of layers.entries()) {
    const played = fingersOf({ cost: 0, moves: [best.moves[i]!] })
    const others = new Map<string, Node>()
    for (const node of layer) {
      const name = fingersOf({ cost: 0, moves: [{ choice: graph.layers[i]![node.choice]!, placing: 0, lifts: 0 }] })
      const there = others.get(name)
      if (name !== played && node.cost + node.rest <= bound && (!there || node.cost + node.rest < there.cost + there.rest - EPSILON)) others.set(name, node)
    }
    for (const node of others.values()) through.push({ cost: node.cost + node.rest, layer: i, node })
  }
  for (const { cost, layer, node } of through.sort((a, b) => a.cost - b.cost || a.layer - b.layer)) {
    const path: Path = { cost, moves: [...walkBack({ ...graph, layers: graph.layers.slice(0, layer + 1) }, node), ...walkOn(graph, layers, layer, node)] }
    const name = fingersOf(path)
    if (!byFingers.has(name)) byFingers.set(name, path)
  }
  return [...byFingers.values()].slice(1)
}

/** The cheapest way on from a hand to the end. */
function walkOn(graph: Graph, layers: readonly (readonly Node[])[], layer: number, start: Node): readonly Move[] {
  const moves: Move[] = []
  let node = start
  for (let i = layer + 1; i < layers.length; i++) {
    let next: { node: Node, edge: Edge } | null = null
    for (const each of layers[i]!) {
      for (const edge of each.edges) {
        if (edge.from === node && (!next || edge.cost + each.rest < next.edge.cost + next.node.rest - EPSILON)) next = { node: each, edge }
      }
    }
    moves.push({ choice: graph.layers[i]![next!.node.choice]!, placing: next!.edge.placing, lifts: next!.edge.lifts })
    node = next!.node
  }
  return moves
}
