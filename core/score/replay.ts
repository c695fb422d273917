import { placedAhead, type FingeredOnset } from '../hand/ahead'
import type { Breach } from '../hand/breach'
import {
  release,
  RESTING_HAND,
  advanceHand,
  type HandRules,
  type HandState,
  type Hold,
  type Landing,
  type Moment,
} from '../hand/advance-hand'
import type { Grip } from '../line/line'
import type { Shift } from './score'

/** What a hand did over a whole drill. */
export interface Replay {
  readonly holds: readonly Hold[]
  readonly shifts: readonly Shift[]
  readonly breaches: readonly Breach[]
  /** Fingers that lift early because the hand does not reach over them. */
  readonly liftedEarly: number
}

const gripLandings = (grip: Grip, noteId: string): readonly Landing[] =>
  grip.contacts.map(({ finger, string, fret }) => ({
    noteId,
    finger,
    string,
    fret,
    soundsAt: grip.from,
    noteEnd: grip.from,
    until: grip.to,
  }))

/** What the engine decided beside the fingers, by onset: what lands ahead, and what lifts by choice. */
export interface Decided {
  readonly ahead: readonly (readonly Landing[])[]
  readonly lifts: readonly number[]
  /** Notes whose finger was laid down for it; of all others it knew what they cross, and lifted that by choice. */
  readonly given: (key: string) => boolean
}

/**
 * Leads the hand through all onsets and grips by the one hold rule. Holds come sorted by landing, then finger.
 * @param decided The engine's choices; without them fingers land ahead by rule and none lifts by choice.
 */
export function replay(
  onsets: readonly FingeredOnset[],
  grips: readonly Grip[],
  rules: HandRules,
  decided: Decided | null = null,
): Replay {
  const ahead = decided?.ahead ?? placedAhead(onsets, rules)
  const holds: Hold[] = []
  const shifts: Shift[] = []
  const breaches: Breach[] = []
  let liftedEarly = 0
  const waiting = [...grips].sort((a, b) => a.from - b.from)
  let state: HandState = RESTING_HAND
  let nextGrip = 0
  function go(moment: Moment, lifts = 0) {
    const stepped = advanceHand(state, moment, rules, lifts)
    for (const hold of stepped.ended) holds.push(hold)
    for (const breach of stepped.breaches)
      if (!decided || stepped.cut > 0 || decided.given(breach.key)) breaches.push(breach)
    liftedEarly += stepped.short
    state = stepped.state
  }
  // Before a finger has landed the hand is nowhere yet: an open string at the start is played from where it will be.
  const settled = onsets.findIndex(onset => onset.landings.length > 0)
  for (let i = 0; i < onsets.length; i++) {
    const onset = onsets[i]!
    const position = i < settled ? onsets[settled]!.position : onset.position
    const gripped: Landing[] = []
    for (; nextGrip < waiting.length && waiting[nextGrip]!.from <= onset.at; nextGrip++) {
      const grip = waiting[nextGrip]!
      const landings = gripLandings(grip, onset.landings[0]?.noteId ?? '')
      // A grip that begins between two onsets lands there, in silence.
      if (grip.from < onset.at)
        go({ at: grip.from, end: grip.from, position: state.position || position, sounding: [], landings })
      else gripped.push(...landings)
    }
    const landings =
      gripped.length === 0 && ahead[i]!.length === 0 ? onset.landings : [...gripped, ...onset.landings, ...ahead[i]!]
    if (state.position !== 0 && state.position !== position)
      shifts.push({ at: onset.at, from: state.position, to: position })
    go({ at: onset.at, end: onset.end, position, sounding: onset.notes, landings }, decided?.lifts[i])
  }
  for (const hold of release(state, rules.policy)) holds.push(hold)
  return {
    holds: holds.sort((a, b) => a.from - b.from || a.finger - b.finger || b.string - a.string),
    shifts,
    breaches,
    liftedEarly,
  }
}
