import type { DecisionKind, Plan } from '../../schema/plan-fields'

/** Once through a drill, as it was heard. */
export interface PassEvent {
  /** ISO time in the student's zone; its calendar day is the day of the lesson. */
  readonly at: string
  readonly kind: 'pass'
  readonly bpm: number
  readonly clean: boolean
  readonly by: 'teacher' | 'student'
}

/** Everything a decision looks at, oldest first. */
export type HistoryEvent = PassEvent

/** The numbers a decision used, so that it can be checked and told. */
export interface Used {
  readonly passes: number
  readonly cleanInARow: number
  readonly slipsInLastEight: number
  readonly heardBy: 'teacher' | 'student' | 'both' | 'nobody'
  /** What the passes from home alone would do; the next lesson confirms it. */
  readonly proposes?: DecisionKind
}

/** What to do next with a drill, and why. */
export interface Decision {
  readonly decision: DecisionKind
  /** Tempo from now on. */
  readonly bpm: number
  /** One sentence. */
  readonly reason: string
  readonly used: Used
}

/** A school is a pure function: plan, tempo and history give a decision with its reason. */
export type School<P extends Plan = Plan> = (plan: P, bpm: number, history: readonly HistoryEvent[]) => Decision
