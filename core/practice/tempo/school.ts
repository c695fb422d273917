import type { DecisionKind, Plan } from '../../schema/plan-fields'
import type { Hurts } from '../../schema/pain'
import type { Fault, FEELS } from '../log/kinds'

/** Once through a drill, as it was heard. */
export interface PassEvent {
  /** ISO time in the student's zone; its calendar day is the day of the lesson. */
  readonly at: string
  readonly kind: 'pass'
  readonly bpm: number
  readonly clean: boolean
  readonly by: 'teacher' | 'student'
}

/** Practice at home, as it was reported: a day's minutes at a tempo, how it felt, and where it hurt if it did. */
export interface PracticeEvent {
  readonly at: string
  readonly kind: 'practice'
  readonly bpm: number
  readonly minutes: number
  readonly feel: (typeof FEELS)[number]
  readonly hurts?: Hurts
  readonly by: 'teacher' | 'student'
}

/** A lesson as a whole: how well the drill sounded (1 to 5) where the teacher said so, and the faults heard in it. */
export interface LessonHeld {
  readonly at: string
  readonly kind: 'lesson'
  readonly quality?: number
  readonly faults: readonly Fault[]
}

/** The teacher has cleared a pain. */
export interface Cleared {
  readonly at: string
  readonly kind: 'cleared'
}

/** Everything a decision looks at. */
export type HistoryEvent = PassEvent | PracticeEvent | LessonHeld | Cleared

/** The passes of a history: what was played and heard. */
export const passesOf = (history: readonly HistoryEvent[]): readonly PassEvent[] =>
  history.filter(event => event.kind === 'pass')

/** The numbers a decision used, so that it can be checked and told. */
export interface Used {
  readonly passes: number
  readonly cleanInARow: number
  readonly slipsInLastEight: number
  readonly heardBy: 'teacher' | 'student' | 'both' | 'nobody'
  /** What the passes from home alone would do; the next lesson confirms it. */
  readonly proposes?: DecisionKind
}

/** Why a decision is what it is, with its figures; said in `core/wording/decision.ts`. */
export type Grounds =
  /** So many clean passes in a row at the tempo. */
  | {
      readonly ground: 'clean-in-a-row'
      readonly count: number
      readonly bpm: number
      readonly heardBy: Used['heardBy']
    }
  /** So many slips among so many of the last passes at the tempo. */
  | {
      readonly ground: 'slips'
      readonly count: number
      readonly among: number
      readonly bpm: number
      readonly heardBy: Used['heardBy']
    }
  /** So many more clean passes in a row are wanted at the tempo. */
  | { readonly ground: 'more-wanted'; readonly count: number; readonly bpm: number }
  /** At the target, not yet twice. */
  | { readonly ground: 'at-target'; readonly targetBpm: number }
  | { readonly ground: 'target-twice'; readonly targetBpm: number; readonly reviewWeeks: readonly number[] }

/** What to do next with a drill, and why. */
export interface Decision {
  readonly decision: DecisionKind
  /** Tempo from now on. */
  readonly bpm: number
  readonly grounds: Grounds
  readonly used: Used
}

/** A school is a pure function: plan, tempo and history give a decision with its reason. */
export type School<P extends Plan = Plan> = (plan: P, bpm: number, history: readonly HistoryEvent[]) => Decision
