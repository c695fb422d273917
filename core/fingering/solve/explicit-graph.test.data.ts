import dijkstra from 'dijkstrajs'
import { RESTING_HAND, type HandState } from '../../hand/advance-hand'
import { changeBetween, settledCost, START } from '../model/change'
import { arrive, land } from '../model/land'
import type { Choice } from '../model/choice'
import { choicesFor } from '../space/choices'
import { liftSets } from './search'
import type { Task } from '../model/task'

// The library holds that an edge of no length is none.
const EDGE = 1e-6

/** A task written out as a plain graph: every hand after every moment a node, every way to play on an edge. */
export interface ExplicitGraph {
  readonly edges: Record<string, Record<string, number>>
  readonly nodes: number
}

/** Writes out every hand that can be reached: no bound, no order, only equal hands are one. */
export function explicitGraph(task: Task): ExplicitGraph {
  const edges: Record<string, Record<string, number>> = { start: {} }
  let front: { readonly name: string; readonly state: HandState; readonly choice: Choice | null }[] = [
    { name: 'start', state: RESTING_HAND, choice: null },
  ]
  let nodes = 1
  for (const [i, moment] of task.moments.entries()) {
    const next = new Map<string, (typeof front)[number]>()
    for (const { name, state, choice: before } of front) {
      for (const choice of choicesFor(task, i, before ? [before] : [])) {
        if (before && choice.fresh.length === 0 && before.position !== 0 && choice.position !== before.position)
          continue
        const change = before ? changeBetween(before, choice, moment, task) : START
        for (const placing of choice.placings) {
          if (placing.startsRun && change.continues) continue
          const plain = land(state, placing, 0, task.rules)
          for (const lifts of [0, ...liftSets(plain.liftable)]) {
            const landed = lifts === 0 ? plain : land(state, placing, lifts, task.rules)
            const there = `${i} ${choice.position} ${choice.gripName} ${choice.fingers.join('')} ${choice.places.map(place => place.string).join('')} ${JSON.stringify(landed.stepped.state)}`
            const cost = choice.own + settledCost(change) + arrive(state, change, choice).cost + landed.cost + EDGE
            edges[name]![there] = Math.min(edges[name]![there] ?? Infinity, cost)
            next.set(there, { name: there, state: landed.stepped.state, choice })
          }
        }
      }
    }
    front = [...next.values()]
    nodes += front.length
    for (const { name } of front) edges[name] = {}
  }
  for (const { name } of front) edges[name]!.end = EDGE
  edges.end = {}
  return { edges, nodes }
}

/** Cost of the shortest path by the library. */
export function shortestPathCost({ edges }: ExplicitGraph): number {
  const path = dijkstra.find_path(edges, 'start', 'end')
  return path.slice(1).reduce((sum, name, i) => sum + edges[path[i]!]![name]!, 0) - (path.length - 1) * EDGE
}
