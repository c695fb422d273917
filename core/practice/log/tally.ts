import type { DecisionKind } from '../../schema/plan-fields'
import type { LessonEvent, LessonEventOf } from './events'
import { stageAfter, type StageDecision } from './stage'

/** A drill as it was heard in one lesson: what the passes of both come to. */
export interface Hearing {
  readonly passes: number
  readonly clean: number
  /**
   * The fastest clean pass, and the fastest tried, quarters per minute, at the stage the drill left the lesson with;
   * null while there is none.
   */
  readonly bestCleanBpm: number | null
  readonly triedBpm: number | null
  /** Rises of the drill's tempo before it was first heard here. */
  readonly rises: number
}

/** Where a set drill stands: what its decisions and hearings come to. */
export interface DrillStanding {
  readonly bpm: number
  /** Decisions made; the next one names it. */
  readonly revision: number
  /** What was decided last; null before the first decision. */
  readonly decided: DecisionKind | null
  /** The highest tempo it was ever set at. */
  readonly bestBpm: number
  /** How often the tempo rose above all it had been, and in which lesson last. */
  readonly rises: number
  readonly risenInLesson: string | null
  /** Other lessons in which it was heard since. */
  readonly lessonsSinceRise: number
  /** Decisions made when its stage was opened. */
  readonly stageFrom: number
}

type Pass = Pick<LessonEventOf<'pass'>, 'bpm' | 'clean' | 'revision'>

/** A drill that was just set. */
export const standingAtStart = (startBpm: number): DrillStanding => ({
  bpm: startBpm,
  revision: 0,
  decided: null,
  bestBpm: startBpm,
  rises: 0,
  risenInLesson: null,
  lessonsSinceRise: 0,
  stageFrom: 0,
})

/** A drill not heard in a lesson. @param rises Rises of its tempo so far. */
export const unheard = (rises: number): Hearing => ({ passes: 0, clean: 0, bestCleanBpm: null, triedBpm: null, rises })

const faster = (a: number | null, b: number) => (a === null ? b : Math.max(a, b))

/**
 * A hearing with one more pass.
 * @param stageFrom Decisions made when the drill's stage was opened: a pass from before it says nothing of its tempo.
 */
export function withPass(hearing: Hearing, { bpm, clean, revision }: Pass, stageFrom: number): Hearing {
  const told = (revision ?? stageFrom) >= stageFrom
  return {
    passes: hearing.passes + 1,
    clean: hearing.clean + (clean ? 1 : 0),
    bestCleanBpm: clean && told ? faster(hearing.bestCleanBpm, bpm) : hearing.bestCleanBpm,
    triedBpm: told ? faster(hearing.triedBpm, bpm) : hearing.triedBpm,
    rises: hearing.rises,
  }
}

/** The hearing that some passes make, whatever their order. */
export const hearingOf = (passes: readonly Pass[], rises: number, stageFrom: number): Hearing =>
  passes.reduce((hearing, pass) => withPass(hearing, pass, stageFrom), unheard(rises))

/** A standing after a decision made in a lesson. */
export function afterDecision(
  standing: DrillStanding,
  { decision, bpm }: Pick<LessonEventOf<'decision'>, 'decision' | 'bpm'>,
  lessonId: string,
): DrillStanding {
  const next = { ...standing, bpm, decided: decision, revision: standing.revision + 1 }
  return bpm > standing.bestBpm
    ? { ...next, bestBpm: bpm, rises: standing.rises + 1, risenInLesson: lessonId, lessonsSinceRise: 0 }
    : next
}

/** Whether a hearing counts as a lesson since the last rise. */
const counts = (standing: DrillStanding, lessonId: string, hearing: Hearing) =>
  hearing.passes > 0 && hearing.rises === standing.rises && lessonId !== standing.risenInLesson

/** A standing after a lesson's hearing of the drill changed from one to another. */
export function afterHearing(
  standing: DrillStanding,
  lessonId: string,
  before: Hearing,
  after: Hearing,
): DrillStanding {
  const change = Number(counts(standing, lessonId, after)) - Number(counts(standing, lessonId, before))
  return change === 0 ? standing : { ...standing, lessonsSinceRise: standing.lessonsSinceRise + change }
}

/** A drill that was just set, as far as its stages go; which of them it was set at does not matter here. */
const SET_AT = { number: 0, from: 0, since: null }

/** What a drill's whole history comes to. */
export interface DrillTally {
  readonly standing: DrillStanding
  readonly hearings: ReadonlyMap<string, Hearing>
}

/**
 * Folds all that happened with a set drill, in server order: what is kept beside the log can be made anew from it.
 * @param events Passes and decisions of the drill and what voids them, each with its lesson.
 */
export function tallyOf(
  startBpm: number,
  events: readonly { readonly lessonId: string; readonly event: LessonEvent }[],
): DrillTally {
  let standing = standingAtStart(startBpm)
  const hearings = new Map<string, Hearing>()
  const live = new Map<string, Map<string, Pass>>()
  const decided: StageDecision[] = []
  for (const { lessonId, event } of events) {
    const passes = live.get(lessonId) ?? new Map<string, Pass>()
    live.set(lessonId, passes)
    const before = hearings.get(lessonId) ?? unheard(standing.rises)
    if (event.kind === 'decision') {
      decided.push(event)
      standing = { ...afterDecision(standing, event, lessonId), stageFrom: stageAfter(SET_AT, decided).from }
      if (event.stage === undefined || before.passes === 0) continue
    } else if (event.kind === 'pass') {
      passes.set(event.id, { ...event, revision: Math.min(standing.revision, event.revision ?? standing.revision) })
    } else if (event.kind !== 'void' || !passes.delete(event.eventId)) continue
    const rises = before.passes === 0 ? standing.rises : before.rises
    const after = hearingOf([...passes.values()], rises, standing.stageFrom)
    hearings.set(lessonId, after)
    standing = afterHearing(standing, lessonId, before, after)
  }
  return { standing, hearings }
}
