import type { AttentionKind } from '#core/practice/attention'

/** A student at a glance, as the board of a studio shows them. */
export interface BoardRow {
  readonly id: string
  readonly name: string
  readonly teacherName: string
  /** Taught by who asks: only theirs can be opened. */
  readonly mine: boolean
  /** Set drills that are worked now, by where they stand. */
  readonly drills: { readonly all: number; readonly onPlan: number; readonly behind: number; readonly stalled: number }
  /** Why they want attention, the most pressing first; empty for nothing. */
  readonly needs: readonly AttentionKind[]
  /** Local day; null for never. */
  readonly lastLessonOn: string | null
  readonly lastPracticeOn: string | null
  /** Minutes of the last four weeks. */
  readonly lessonMinutes: number
  readonly homeMinutes: number
}
