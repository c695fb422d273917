import type { Fault } from '#core/practice/log/kinds'

/** A lesson as far as progress is told from it. */
export interface LessonProgress {
  readonly id: string
  /** Local day. */
  readonly day: string
  /** Faults that were put down and not taken back. */
  readonly faults: readonly Fault[]
  /** Minutes spent at each set drill. */
  readonly minutes: readonly { readonly assignmentId: string; readonly minutes: number }[]
}

/** Something of a set drill that became another: what it was stays to be read. */
export interface DrillChange {
  /** Instant, ISO. */
  readonly at: string
  readonly drillName: string
  readonly what: 'stage' | 'plan' | 'fingers' | 'hand' | 'version'
  readonly from: string
  readonly to: string
}

/** How a student got on over their lessons. */
export interface StudentProgress {
  /** Of the last two years, oldest first. */
  readonly lessons: readonly LessonProgress[]
  /** Every drill they were ever set, its technique where it is of one, and the minutes it was practised at home. */
  readonly drills: readonly {
    readonly id: string
    readonly drillName: string
    readonly technique: string | null
    readonly homeMinutes: number
  }[]
  /** The latest first. */
  readonly changes: readonly DrillChange[]
}
