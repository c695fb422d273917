import type { DecisionKind, Plan } from '../../schema/plan-fields'
import type { Hurts } from '../../schema/pain'
import type { Fault } from '../../schema/faults'
import type { HistoryEvent, Listener, PassEvent } from './history'
import type { Variation } from './variations'

/** Who heard what a decision rests on. */
export type HeardBy = Listener | 'both' | 'nobody'

/** The numbers a decision used, so that it can be checked and told; those it had no use for are left out. */
export interface Used {
  readonly heardBy: HeardBy
  /** What the passes from home alone would do; the next lesson confirms it. */
  readonly proposes?: DecisionKind
  /** Passes at the tempo since the counts began. */
  readonly passes?: number
  readonly cleanInARow?: number
  readonly slipsInARow?: number
  readonly slipsInLastEight?: number
  /** Days of practice that count for a soak. */
  readonly days?: number
  /** How the drill sounded in the latest lessons, 1 to 5. */
  readonly quality?: readonly number[]
  readonly fault?: Fault
  /** Lessons in which the fault was heard, or without a rise. */
  readonly lessons?: number
  readonly bestCleanBpm?: number
  readonly hurts?: Hurts
}

/** Why a decision is what it is, with its figures; said in `core/wording/decision.ts`. */
export type Grounds =
  /** So many clean passes in a row at the tempo. */
  | { readonly ground: 'clean-in-a-row'; readonly count: number; readonly bpm: number; readonly heardBy: HeardBy }
  /** So many slips among so many of the last passes at the tempo. */
  | {
      readonly ground: 'slips'
      readonly count: number
      readonly among: number
      readonly bpm: number
      readonly heardBy: HeardBy
    }
  /** So many slips in a row at the tempo. */
  | { readonly ground: 'slips-in-a-row'; readonly count: number; readonly bpm: number; readonly heardBy: HeardBy }
  /** So many more clean passes in a row are wanted at the tempo. */
  | { readonly ground: 'more-wanted'; readonly count: number; readonly bpm: number }
  /** So many days of easy practice at the tempo. */
  | { readonly ground: 'soaked'; readonly days: number; readonly minutes: number; readonly bpm: number }
  | { readonly ground: 'more-days'; readonly days: number; readonly minutes: number; readonly bpm: number }
  /** Good in two lessons running; or not yet. */
  | { readonly ground: 'good-twice'; readonly quality: readonly number[] }
  | { readonly ground: 'quality-wanted'; readonly quality: readonly number[] }
  /** The count stayed with the click at a tempo, and a slower one follows; or it is still to. */
  | { readonly ground: 'stayed-with-click'; readonly bpm: number; readonly heardBy: HeardBy }
  | { readonly ground: 'stay-wanted'; readonly bpm: number }
  /** At the target, not yet twice. */
  | { readonly ground: 'at-target'; readonly targetBpm: number }
  | { readonly ground: 'target-twice'; readonly targetBpm: number; readonly reviewWeeks: readonly number[] }
  /** Completed, to be looked at again on a day; null: no more. */
  | { readonly ground: 'completed'; readonly nextOn: string | null }
  /** A review it passed, and one it did not. */
  | { readonly ground: 'kept'; readonly bestCleanBpm: number; readonly nextOn: string | null }
  | { readonly ground: 'fell'; readonly bestCleanBpm: number | null; readonly targetBpm: number }
  /** It hurts, and has not been cleared; `null` where nobody said where. */
  | { readonly ground: 'pain'; readonly hurts: Hurts | null; readonly day: string }
  /** The same fault again and again. */
  | { readonly ground: 'fault-again'; readonly fault: Fault; readonly count: number; readonly among: number }
  /** No rise although it was worked on. */
  | {
      readonly ground: 'plateau'
      readonly lessons: number
      readonly bestCleanBpm: number | null
      readonly variations: readonly Variation[]
    }

/** What to do next with a drill, and why. */
export interface Decision {
  readonly decision: DecisionKind
  /** Tempo from now on. */
  readonly bpm: number
  readonly grounds: Grounds
  readonly used: Used
}

/** Everything a decision is made from. */
export interface Question<P extends Plan = Plan> {
  readonly plan: P
  /** Tempo the drill is set at now. */
  readonly bpm: number
  /** Oldest first. */
  readonly history: readonly HistoryEvent[]
  /** ISO time in the student's zone. */
  readonly now: string
  /** The fastest clean pass before the history begins, where it is a part only; bpm. */
  readonly bestBefore?: number | null
}

/** A school is a pure function: plan, tempo, history and now give a decision with its reason. */
export interface School<P extends Plan = Plan> {
  readonly decide: (question: Question<P>) => Decision
  /** The tempos from one to the plan's last, in order, without the first: where the way leads. */
  readonly way: (plan: P, bpm: number) => readonly number[]
}

/** Who heard some passes. */
export function heardBy(passes: readonly PassEvent[]): HeardBy {
  const voices = new Set(passes.map(pass => pass.by))
  return voices.size === 2 ? 'both' : ([...voices][0] ?? 'nobody')
}

/** A decision that would change a drill: from home alone it is proposed only, and stays so until a lesson confirms. */
export function proposed(decision: Decision, bpm: number): Decision {
  return decision.used.heardBy === 'student'
    ? { ...decision, decision: 'hold', bpm, used: { ...decision.used, proposes: decision.decision } }
    : decision
}
