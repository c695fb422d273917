import { RESTING_HAND, type HandState } from '../../hand/advance-hand'
import { START, type Change } from '../model/change'
import { arrive, land } from '../model/land'
import type { Choice } from '../model/choice'
import type { Graph } from '../space/graph'

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

/** The cheapest path to a moment so far: its cost, how high its positions and fingers lie, and its last step. */
interface PartialPath {
  cost: number
  tie: number
  best: Edge
}

/** A hand after a moment, with the cheapest path there and, while alternatives are looked for, every other. */
export interface Node extends PartialPath {
  readonly state: HandState
  readonly choice: number
  readonly edges: Edge[]
  /** Cost of the cheapest path from here to the end. */
  rest: number
}

/** One step between hands. */
export interface Edge {
  readonly from: Node | null
  readonly to: number
  readonly cost: number
  readonly placing: number
  readonly lifts: number
}

/** Efforts that differ by less are the same: what sums of the same parts in another order differ by. */
export const EPSILON = 1e-9
/** A bound that a path of this very cost is not over: the larger the sum, the more its order of adding may differ. */
export const upTo = (cost: number) => cost + EPSILON * (1 + Math.abs(cost))
/** Hands kept per moment by the beam search. */
const BEAM = 6

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
export interface Start {
  readonly moment: number
  readonly front: Front
}

/** A hand, a choice it may go on with, and a lower bound of what a whole path through both costs. */
interface Candidate {
  readonly node: Node | null
  readonly choice: number
  readonly change: Change
  readonly settled: number
  readonly least: number
}

function candidatesOf(graph: Graph, i: number, front: Front, bound: number, allowed: Allowed): Candidate[] {
  const layer = graph.layers[i]!
  const candidates: Candidate[] = []
  graph.task.effort.spend((front.length * layer.length) / 32)
  const between = graph.between[i]!
  const ahead = graph.ahead[i]!
  for (const node of front) {
    for (let choice = 0; choice < layer.length; choice++) {
      const settled = layer[choice]!.own + (node ? between.settled[node.choice * between.width + choice]! : 0)
      const least = (node?.cost ?? 0) + settled + ahead[choice]!
      if (least > bound || least === Infinity || !allowed(i, choice)) continue
      const change = node ? between.change(node.choice, choice) : START
      const { cost } = arrive(node?.state ?? RESTING_HAND, change, layer[choice]!)
      if (least + cost <= bound) candidates.push({ node, choice, change, settled: settled + cost, least: least + cost })
    }
  }
  return candidates
}

type Reached = (choice: number, state: HandState, edge: Edge) => void

/** Every set of fingers that could be lifted, one bit each; of two fingers the widest first. */
export const liftSets = (liftable: readonly number[]): readonly number[] =>
  liftable.length === 0
    ? NO_LIFTS
    : Array.from({ length: (1 << liftable.length) - 1 }, (_, set) =>
        liftable.reduce((bits, finger, i) => ((set + 1) & (1 << i) ? bits | (1 << finger) : bits), 0),
      )
const NO_LIFTS: readonly number[] = []

/** What leading the hand on costs, for up to three fingers that land. */
const STEPS_TO_LEAD_ON = 3

/** Expands a candidate: every hand it leads to from which a path can still end within the bound. */
function expand(
  graph: Graph,
  i: number,
  { node, choice: c, change, settled, least }: Candidate,
  bound: number,
  reached: Reached,
): void {
  const choice = graph.layers[i]![c]!
  const state = node?.state ?? RESTING_HAND
  for (let p = 0; p < choice.placings.length; p++) {
    const placing = choice.placings[p]!
    if (placing.startsRun && change.continues) continue
    const steps = STEPS_TO_LEAD_ON * Math.max(1, Math.floor(placing.moment.landings.length / 2))
    graph.task.effort.spend(steps)
    const plain = land(state, placing, 0, graph.task.rules)
    if (least + plain.cost <= bound)
      reached(c, plain.stepped.state, { from: node, to: c, cost: settled + plain.cost, placing: p, lifts: 0 })
    for (const lifts of liftSets(plain.liftable)) {
      graph.task.effort.spend(steps)
      const eased = land(state, placing, lifts, graph.task.rules)
      if (least + eased.cost <= bound)
        reached(c, eased.stepped.state, { from: node, to: c, cost: settled + eased.cost, placing: p, lifts })
    }
  }
}

/** Of two equally good paths to one moment: whether the first takes the earlier choice where they first part. */
function partsLower(a: Edge, b: Edge): boolean {
  let lower = 0
  for (let [x, y] = [a, b]; ; [x, y] = [x.from.best, y.from!.best]) {
    lower = x.to - y.to || x.placing - y.placing || x.lifts - y.lifts || lower
    if (x.from === y.from || !x.from) return lower < 0
  }
}

/**
 * Whether a path is better than another: cheaper; else lower in position and finger on the whole; else where they first
 * part.
 */
const better = (a: PartialPath, b: PartialPath) =>
  a.cost < b.cost - EPSILON ||
  (a.cost <= b.cost + EPSILON && (a.tie < b.tie || (a.tie === b.tie && partsLower(a.best, b.best))))

interface ForwardPass {
  /** By moment, from the start on. */ readonly layers: readonly (readonly Node[])[]
  readonly ends: readonly Node[]
}

interface ForwardPassOptions {
  readonly bound: number
  /** Only the most promising hands of each moment. */
  readonly width?: number
  /** Keep every edge between hands, not only the cheapest. */
  readonly keepEdges?: boolean
  readonly start?: Start
  readonly allowed?: Allowed
}

/** The forward pass over all moments from the start: every hand that can be reached within the bound. */
export function forwardPass(
  graph: Graph,
  { bound, width = Infinity, keepEdges = false, start = BEGINNING, allowed = ANY }: ForwardPassOptions,
): ForwardPass {
  const layers: Node[][] = []
  let { front } = start
  for (let i = start.moment; i < graph.layers.length && front.length > 0; i++) {
    const at = graph.task.moments[i]!.at
    const next = graph.task.moments[i + 1]?.at ?? Infinity
    const layer = graph.layers[i]!
    const known = new Map<string, Node>()
    let candidates = candidatesOf(graph, i, front, bound, allowed)
    if (candidates.length > 2 * width) candidates = candidates.sort((a, b) => a.least - b.least).slice(0, 2 * width)
    for (const candidate of candidates) {
      const { node } = candidate
      expand(graph, i, candidate, bound, (choice, state, edge) => {
        const name = `${choice}:${nameOf(state, at, next)}`
        const cost = (node?.cost ?? 0) + edge.cost
        const tie = (node?.tie ?? 0) + layer[choice]!.tie
        const there = known.get(name)
        if (!there)
          known.set(name, { state, choice, cost, tie, best: edge, edges: keepEdges ? [edge] : [], rest: Infinity })
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

/** The path that ends at a node: the backward pass along the cheapest edges. */
export function pathTo(graph: Graph, end: Node): Move[] {
  graph.task.effort.spend(graph.layers.length / 16)
  const moves: Move[] = []
  for (let node: Node | null = end, i = graph.layers.length - 1; node; node = node.best.from, i--) {
    moves.push({ choice: graph.layers[i]![node.choice]!, placing: node.best.placing, lifts: node.best.lifts })
  }
  return moves.reverse()
}

/** The end of the cheapest path from a start, exactly; `null` when none is allowed. */
function cheapestEnd(graph: Graph, start: Start, allowed: Allowed): Node | null {
  const least = candidatesOf(graph, start.moment, start.front, Infinity, allowed).reduce(
    (lowest, candidate) => Math.min(lowest, candidate.least),
    Infinity,
  )
  if (least === Infinity) return null
  // Often nothing that is down costs anything: then the lower bound is the answer.
  const { ends } = forwardPass(graph, { bound: upTo(least), start, allowed })
  if (ends.length > 0) return ends.reduce(cheaper)
  const quick = forwardPass(graph, { bound: Infinity, width: BEAM, start, allowed }).ends
  return quick.length === 0
    ? null
    : forwardPass(graph, { bound: upTo(quick.reduce(cheaper).cost), start, allowed }).ends.reduce(cheaper)
}

/**
 * The cheapest path through a task, exactly: a beam search gives the upper bound, the costs without fingers held down
 * the lower.
 * (The optimum-path idea: Sayegh 1989.)
 */
export function cheapest(graph: Graph): Path {
  if (graph.layers.length === 0) return { cost: 0, moves: [] }
  const end = cheapestEnd(graph, BEGINNING, ANY)!
  return { cost: end.cost, moves: pathTo(graph, end) }
}

/** A good path through a task by beam search: only the most promising hands of each moment are expanded. */
export function quickest(graph: Graph): Path {
  if (graph.layers.length === 0) return { cost: 0, moves: [] }
  const end = forwardPass(graph, { bound: Infinity, width: BEAM }).ends.reduce(cheaper)
  return { cost: end.cost, moves: pathTo(graph, end) }
}

/**
 * For a fingering laid down note by note: the cheapest path with only its first notes fixed.
 * @param agreement By moment and choice: how many of the moment's laid-down notes it agrees with, from the first on.
 * @param laidDown By moment: how many of its notes are laid down.
 * @returns A function of moment and notes within it: the optimum with everything before that fixed. `null` when no
 *   choice agrees with the whole.
 */
export function steered(
  graph: Graph,
  agreement: readonly (readonly number[])[],
  laidDown: readonly number[],
): ((moment: number, notes: number) => Path) | null {
  const all: Allowed = (i, choice) => agreement[i]![choice]! >= laidDown[i]!
  const whole = cheapestEnd(graph, BEGINNING, all)
  if (!whole) return null
  // A path that costs more than the whole fingering does is no optimum of any part of it.
  const { layers } = forwardPass(graph, { bound: upTo(whole.cost), allowed: all })
  return (moment, notes) => {
    const start: Start = moment === 0 ? BEGINNING : { moment, front: layers[moment - 1]! }
    const end = cheapestEnd(graph, start, (i, choice) => i > moment || agreement[i]![choice]! >= notes)!
    return { cost: end.cost, moves: pathTo(graph, end) }
  }
}
