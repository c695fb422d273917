import { RESTING_HAND, type HandState } from '../../hand/advance-hand'
import { changeBetween, settledCost, START, type Change } from '../model/change'
import { arrive, land, type Arrival, type Landed } from '../model/land'
import type { Choice, Placing } from '../model/choice'
import type { Path } from '../solve/search'
import type { Task, TaskMoment } from '../model/task'

/** One moment of a path with everything that was charged for it. */
export interface Entry {
  readonly moment: TaskMoment
  readonly choice: Choice
  readonly before: Choice | null
  readonly placing: Placing
  readonly change: Change
  readonly arrival: Arrival
  readonly landed: Landed
  /** The hand as it was when the moment came. */
  readonly state: HandState
  readonly cost: number
}

/** Goes through a path once more and keeps what each moment costs and why. The costs add up to the path's. */
export function accountOf(task: Task, path: Path): readonly Entry[] {
  let state = RESTING_HAND
  let before: Choice | null = null
  return path.moves.map(({ choice, placing: p, lifts }, i): Entry => {
    const moment = task.moments[i]!
    const placing = choice.placings[p]!
    const change = before ? changeBetween(before, choice, moment, task) : START
    const arrival = arrive(state, change, choice)
    const landed = land(state, placing, lifts, task.rules)
    const entry = {
      moment,
      choice,
      before,
      placing,
      change,
      arrival,
      landed,
      state,
      cost: choice.own + settledCost(change) + arrival.cost + landed.cost,
    }
    state = landed.stepped.state
    before = choice
    return entry
  })
}
