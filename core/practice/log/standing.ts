import type { Plan } from '../../schema/plan-fields'
import type { Hurts } from '../../schema/pain'
import { decide } from '../tempo/decide'
import type { HistoryEvent, LessonHeld, PassEvent, PracticeEvent } from '../tempo/history'
import type { Completed } from '../tempo/review'
import type { Decision } from '../tempo/school'
import { isTimed } from '../tempo/target'
import type { StageEntry } from './stage'

/** A pass, with the number of decisions made before it; the present number when that is not known. */
export interface PassHeard extends PassEvent {
  readonly revision?: number
}

/** A decision as far as the tempo of a drill depends on it. */
export interface DecisionMade extends Pick<Decision, 'decision'> {
  readonly revision: number
  readonly bpm: number
  readonly at: string
}

/** Where a drill stands with a student. */
export interface Standing {
  /** Number of decisions made; the next one, and every pass until then, names it. */
  readonly revision: number
  readonly bpm: number
  /** What the plan offers now. */
  readonly offer: Decision
}

/** A stage that can be opened. */
export interface StageAhead {
  readonly number: number
  readonly startBpm: number
}

/** What is known of a set drill: all of it, or so much of the latest as a decision looks at. ISO times, local. */
export interface Past {
  readonly plan: Plan
  /** Oldest first. */
  readonly passes: readonly PassHeard[]
  /** In order of their revision; the latest alone will do. */
  readonly decisions: readonly DecisionMade[]
  readonly lessons?: readonly LessonHeld[]
  readonly practice?: readonly PracticeEvent[]
  /** What hurts in a hand this drill uses, since a local day; null for nothing. */
  readonly pain?: { readonly where: Hurts; readonly since: string } | null
  /** When a pain was last cleared; null for never; and the local day since which it had hurt. */
  readonly clearedAt?: string | null
  readonly hurtSince?: string | null
  /** Since when it is completed, where it is: the reviews it passed are not all among the decisions. */
  readonly completed?: Completed | null
  /** The fastest clean pass before all this, bpm. */
  readonly bestBefore?: number | null
  /** The stage it is at: what came before is of another drill, so to speak. Left out where it has only one. */
  readonly stage?: Pick<StageEntry, 'from' | 'since'>
  /** The stage that follows, with the tempo it begins at; null or left out for the last. */
  readonly next?: StageAhead | null
  readonly now: string
}

/** What was heard and practised since the present stage was opened. */
function atStage(past: Past): Pick<Past, 'passes' | 'lessons' | 'practice'> {
  const { passes, lessons, practice, stage } = past
  if (!stage || stage.since === null) return past
  const opened = Date.parse(stage.since)
  const after = ({ at }: { readonly at: string }) => Date.parse(at) >= opened
  return {
    passes: passes.filter(pass => (pass.revision === undefined ? after(pass) : pass.revision >= stage.from)),
    lessons: lessons?.filter(after),
    practice: practice?.filter(after),
  }
}

/**
 * What is offered, seen as a step of the path: a stage that is passed leads to the next and begins at its tempo; the
 * last one is then completed.
 */
function onPath(offer: Decision, plan: Plan, next: StageAhead | null): Decision {
  const passed = offer.decision === 'next-stage' ? !isTimed(plan) : offer.grounds.ground === 'target-twice'
  if (!passed) return offer
  return next ? { ...offer, decision: 'next-stage', bpm: next.startBpm } : { ...offer, decision: 'done' }
}

/**
 * All that a decision looks at in one order. Which passes came after which decision they say themselves, for clocks
 * differ from device to device; lessons and practice go by their time.
 */
function historyOf(past: Past): readonly HistoryEvent[] {
  const { decisions, pain, clearedAt, hurtSince, completed, now } = past
  const { passes, lessons = [], practice = [] } = atStage(past)
  const present = (decisions.at(-1)?.revision ?? -1) + 1
  const revisionAt = (at: string) =>
    (decisions.findLast(made => Date.parse(made.at) <= Date.parse(at))?.revision ?? -1) + 1
  const first = decisions[0]
  // One decision for each review before the first that is known.
  const reviews = completed && first?.decision === 'done' ? completed.reviews : 0
  const told: readonly (readonly [revision: number, event: HistoryEvent])[] = [
    // What was counted at home has no number: it goes by its time.
    ...passes.map(pass => [pass.revision ?? (pass.by === 'student' ? revisionAt(pass.at) : present), pass] as const),
    ...[
      ...lessons,
      ...practice,
      ...(clearedAt ? [{ at: clearedAt, kind: 'cleared', ...(hurtSince && { since: hurtSince }) } as const] : []),
    ].map(event => [revisionAt(event.at), event] as const),
    ...decisions.map(
      ({ revision, at, decision }) => [revision + 0.5, { at, kind: 'decided', decision } as const] as const,
    ),
    ...Array.from(
      { length: reviews },
      (_, i) =>
        [
          first!.revision - reviews + i + 0.5,
          { at: `${completed!.on}T00:00`, kind: 'decided', decision: 'done' },
        ] as const,
    ),
    ...(pain ? [[present, { at: now, kind: 'hurt', hurts: pain.where, since: pain.since } as const] as const] : []),
  ]
  return told
    .toSorted(([a, one], [b, other]) => a - b || Date.parse(one.at) - Date.parse(other.at))
    .map(([, event]) => event)
}

/**
 * Where a drill stands: the tempo of its latest decision (the start tempo before the first), and what the plan offers.
 */
export function standingOf(past: Past): Standing {
  const { plan, decisions, now, bestBefore, next = null } = past
  const last = decisions.at(-1)
  const bpm = last?.bpm ?? plan.startBpm
  return {
    revision: last ? last.revision + 1 : 0,
    bpm,
    offer: onPath(decide({ plan, bpm, history: historyOf(past), now, bestBefore }), plan, next),
  }
}
