/** A drill as it is given to practise: what the sheet says of it. */
export interface HomeworkDrill {
  readonly assignmentId: string
  /** Revision of the set drill the sheet is of. */
  readonly taught: number
  readonly drillName: string
  readonly stage: string
  /** The tempo it is practised at, quarters per minute, and where it leads; null where it has none. */
  readonly bpm: number | null
  readonly targetBpm: number | null
  readonly minutes: number
}

/** One page for each drill with its whole sheet, or all of them on few pages. */
export const HOMEWORK_FORMS = ['pages', 'compact'] as const

/** What a student was given to practise, as it is kept. */
export interface HomeworkGiven {
  readonly form: (typeof HOMEWORK_FORMS)[number]
  /** A day; the minutes of the drills add up to them exactly. */
  readonly minutesADay: number
  readonly drills: readonly HomeworkDrill[]
  readonly note: string | null
}
