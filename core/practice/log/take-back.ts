import type { Plan } from '../../schema/plan-fields'
import type { LessonEventOf } from './events'
import { stageAfter, type StageEntry } from './stage'

/** A set drill as far as it matters where a decision led. */
export interface DecidedDrill {
  /** Tempos of the decisions before this lesson, oldest first. */
  readonly decisions: readonly { readonly bpm: number }[]
  /** The stage it was at when this lesson began. */
  readonly stageBefore: StageEntry
  readonly path: readonly { readonly number: number; readonly plan: Plan }[]
  /** Plan of the stage it is at. */
  readonly plan: Plan
}

/** What the decision says that takes another back; which drill it is about, its id and its moment are added. */
export type TakenBack = Pick<
  LessonEventOf<'decision'>,
  'revision' | 'decision' | 'bpm' | 'stage' | 'offered' | 'offeredBpm' | 'reason' | 'supersedes'
>

/** The tempo the stage it was at begins with. */
const startOf = ({ path, stageBefore, plan }: DecidedDrill) =>
  (path.find(stage => stage.number === stageBefore.number)?.plan ?? plan).startBpm

/**
 * What taking a decision back leads to: the tempo and, where it opened one, the stage from before it. Both decisions
 * stay in the log; the new one supersedes the last.
 * @param here The lesson's decisions on the drill, oldest first.
 * @returns Null for a decision that is none of them.
 */
export function takenBack(
  decision: LessonEventOf<'decision'>,
  here: readonly LessonEventOf<'decision'>[],
  drill: DecidedDrill,
): TakenBack | null {
  const at = here.findIndex(({ id }) => id === decision.id)
  const last = here.at(-1)
  if (at < 0 || !last) return null
  const earlier = here.slice(0, at)
  const before = earlier.at(-1) ?? drill.decisions.at(-1)
  return {
    revision: last.revision + 1,
    decision: 'hold',
    bpm: before?.bpm ?? startOf(drill),
    ...(decision.stage !== undefined && { stage: stageAfter(drill.stageBefore, earlier).number }),
    offered: decision.offered,
    offeredBpm: decision.offeredBpm,
    reason: null,
    supersedes: last.id,
  }
}
