import { placedAhead, type FingeredOnset } from '../hand/ahead'
import { release, RESTING_HAND, step, type Breach, type HandRules, type HandState, type Hold, type Moment } from '../hand/step'
import type { Shift } from './score'

/** What a hand did over a whole drill. */
export interface Replay {
  readonly holds: readonly Hold[]
  readonly shifts: readonly Shift[]
  readonly breaches: readonly Breach[]
}

/** Leads the hand through all onsets by the one hold rule. Holds come sorted by landing, then finger. */
export function replay(onsets: readonly FingeredOnset[], rules: HandRules): Replay {
  const ahead = placedAhead(onsets, rules)
  const holds: Hold[] = []
  const shifts: Shift[] = []
  const breaches: Breach[] = []
  let state: HandState = RESTING_HAND
  for (let i = 0; i < onsets.length; i++) {
    const onset = onsets[i]!
    const moment: Moment = { at: onset.at, end: onset.end, position: onset.position, sounding: onset.notes, landings: ahead[i]!.length === 0 ? onset.landings : [...onset.landings, ...ahead[i]!] }
    if (state.position !== 0 && state.position !== onset.position) shifts.push({ at: onset.at, from: state.position, to: onset.position })
    const stepped = step(state, moment, rules)
    for (const hold of stepped.ended) holds.push(hold)
    for (const breach of stepped.breaches) breaches.push(breach)
    state = stepped.state
  }
  holds.push(...release(state, rules.policy))
  return { holds: holds.sort((a, b) => a.from - b.from || a.finger - b.finger), shifts, breaches }
}
