import { TooWide } from '../model/effort'
import type { Graph } from '../space/graph'
import { EPSILON, forwardPass, pathTo, upTo, type Edge, type Move, type Node, type Path } from './search'

/** Names a path by its fingers and places. */
export const fingersOf = (path: Path) =>
  path.moves
    .map(({ choice }) =>
      [...choice.fresh, ...choice.places.map((place, n) => ({ ...place, finger: choice.fingers[n] }))]
        .map(touch => `${touch.finger}.${touch.string}.${touch.fret}`)
        .join('+'),
    )
    .join(' ')

/** Extra effort within which alternatives are first looked for, and how far the search for them goes. */
const FIRST_SLACK = 2
const LAST_SLACK = 16

/**
 * Other fingerings, cheapest first: for every note the cheapest path that takes another finger or place there.
 * @param best The cheapest path.
 * @param count How many to look for; a drill that leaves no choice has fewer.
 */
export function alternatives(graph: Graph, best: Path, count: number): readonly Path[] {
  let found: readonly Path[] = []
  try {
    for (let slack = FIRST_SLACK; slack <= LAST_SLACK && found.length < count; slack *= 2)
      found = within(graph, best, upTo(best.cost + slack), count)
  } catch (error) {
    // Alternatives are an extra: those found so far are the cheapest there are.
    if (!(error instanceof TooWide)) throw error
  }
  return found
}

function within(graph: Graph, best: Path, bound: number, count: number): readonly Path[] {
  const { layers } = forwardPass(graph, { bound, keepEdges: true })
  for (const node of layers.at(-1)!) node.rest = 0
  for (let i = layers.length - 1; i > 0; i--) {
    for (const node of layers[i]!)
      for (const edge of node.edges) edge.from!.rest = Math.min(edge.from!.rest, edge.cost + node.rest)
  }
  const byFingers = new Map<string, Path>([[fingersOf(best), best]])
  const through: { readonly cost: number; readonly layer: number; readonly node: Node }[] = []
  for (const [i, layer] of layers.entries()) {
    const played = fingersOf({ cost: 0, moves: [best.moves[i]!] })
    const others = new Map<string, Node>()
    for (const node of layer) {
      const name = fingersOf({ cost: 0, moves: [{ choice: graph.layers[i]![node.choice]!, placing: 0, lifts: 0 }] })
      const there = others.get(name)
      if (
        name !== played &&
        node.cost + node.rest <= bound &&
        (!there || node.cost + node.rest < there.cost + there.rest - EPSILON)
      )
        others.set(name, node)
    }
    for (const node of others.values()) through.push({ cost: node.cost + node.rest, layer: i, node })
  }
  for (const { cost, layer, node } of through.sort((a, b) => a.cost - b.cost || a.layer - b.layer)) {
    if (byFingers.size > count) break
    const path: Path = {
      cost,
      moves: [
        ...pathTo({ ...graph, layers: graph.layers.slice(0, layer + 1) }, node),
        ...pathFrom(graph, layers, layer, node),
      ],
    }
    const name = fingersOf(path)
    if (!byFingers.has(name)) byFingers.set(name, path)
  }
  return [...byFingers.values()].slice(1)
}

/** The cheapest path from a hand to the end. */
function pathFrom(graph: Graph, layers: readonly (readonly Node[])[], layer: number, start: Node): readonly Move[] {
  const moves: Move[] = []
  let node = start
  for (let i = layer + 1; i < layers.length; i++) {
    graph.task.effort.spend(layers[i]!.length / 4)
    let next: { node: Node; edge: Edge } | null = null
    for (const each of layers[i]!) {
      for (const edge of each.edges) {
        if (edge.from === node && (!next || edge.cost + each.rest < next.edge.cost + next.node.rest - EPSILON))
          next = { node: each, edge }
      }
    }
    moves.push({ choice: graph.layers[i]![next!.node.choice]!, placing: next!.edge.placing, lifts: next!.edge.lifts })
    node = next!.node
  }
  return moves
}
