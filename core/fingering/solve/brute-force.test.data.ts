import { RESTING_HAND, type HandState } from '../../hand/advance-hand'
import { changeBetween, settledCost, START } from '../model/change'
import { arrive, land } from '../model/land'
import type { Choice } from '../model/choice'
import { choicesFor } from '../space/choices'
import type { Task } from '../model/task'

/** Every set of fingers that could be lifted, one bit each. */
const LIFTS = Array.from({ length: 16 }, (_, set) => set << 1)

/**
 * The cost of the cheapest way to play a task, found by trying every choice, every placing and every set of lifted
 * fingers:
 * no merging of hands, no order among the lifts, and a way given up only once it costs more than one that was found.
 */
export function bruteForceCost(task: Task): number {
  let least = Infinity
  function go(i: number, before: Choice | null, state: HandState, cost: number): void {
    if (cost > least) return
    const moment = task.moments[i]
    if (!moment) {
      least = Math.min(least, cost)
      return
    }
    for (const choice of choicesFor(task, i, before ? [before] : [])) {
      if (before && choice.fresh.length === 0 && before.position !== 0 && choice.position !== before.position) continue
      const change = before ? changeBetween(before, choice, moment, task) : START
      for (const placing of choice.placings) {
        if (placing.startsRun && change.continues) continue
        const down = new Set(state.contacts.map(contact => contact.finger))
        for (const lifts of LIFTS) {
          if ([1, 2, 3, 4].some(finger => (lifts & (1 << finger)) !== 0 && !down.has(finger as 1))) continue
          const landed = land(state, placing, lifts, task.rules)
          go(
            i + 1,
            choice,
            landed.stepped.state,
            cost + choice.own + settledCost(change) + arrive(state, change, choice).cost + landed.cost,
          )
        }
      }
    }
  }
  go(0, null, RESTING_HAND, 0)
  return least
}
