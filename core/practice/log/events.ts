import type { DecisionKind } from '../../schema/plan-fields'
import type { Fault } from './kinds'

interface Stamp {
  /** Made by the device: the same id is the same event however often it is sent. */
  readonly id: string
  /** Device time of the moment, ISO in UTC. */
  readonly at: string
}

/** About a set drill, in the form the device showed it. */
interface AboutDrill {
  readonly assignmentId: string
  /** Revision of the set drill that was taught; the newest when left out. */
  readonly taught?: number
}

/** What can happen in a lesson. Events are only ever added; an undo names the event it voids. */
export type LessonEvent = Stamp &
  /** The teacher turned to a drill. */
  (
    | (AboutDrill & { readonly kind: 'turn' })
    /**
     * `revision`: decisions on the drill's tempo made before it, as the device knew; the present count when left out.
     */
    | (AboutDrill & {
        readonly kind: 'pass'
        readonly revision?: number
        readonly bpm: number
        readonly clean: boolean
      })
    /** `finger` and, for a wrong one, `instead` of which. */
    | (AboutDrill & {
        readonly kind: 'fault'
        readonly fault: Fault
        readonly finger?: number
        readonly instead?: number
      })
    /** A fault of an earlier lesson is gone. */
    | (AboutDrill & { readonly kind: 'fault-gone'; readonly faultId: string })
    /** How the drill sounded, 1 to 5; the last one of a lesson counts. */
    | (AboutDrill & { readonly kind: 'rating'; readonly quality: number })
    /** What the lesson is made of, in order, as the teacher arranged it; the last one counts. */
    | {
        readonly kind: 'agenda'
        readonly items: readonly { readonly assignmentId: string; readonly minutes: number }[]
      }
    | { readonly kind: 'note'; readonly assignmentId: string | null; readonly text: string }
    | { readonly kind: 'void'; readonly eventId: string }
    | (AboutDrill & {
        readonly kind: 'decision'
        /** Decisions made before it, as the teacher saw; each revision of the tempo can be decided once. */
        readonly revision: number
        readonly decision: DecisionKind
        readonly bpm: number
        /** The stage it opens: the next, or an earlier one again; left out where the drill stays at its stage. */
        readonly stage?: number
        /** What the product offered at that moment, kept whether it was taken or overruled. */
        readonly offered: DecisionKind
        readonly offeredBpm: number
        readonly offerReason: string
        /** Why the teacher overruled the offer. */
        readonly reason: string | null
        /** A decision taken back by this one. */
        readonly supersedes: string | null
      })
    /** `forgotten`: nobody ended it; it was closed when the next began. */
    | { readonly kind: 'end'; readonly forgotten?: true }
    /** An ended lesson taken up again. */
    | { readonly kind: 'reopen' }
  )

/** Kinds of events that an undo takes back; everything else is answered by an event of its own. */
export const VOIDABLE = ['pass', 'fault', 'fault-gone', 'rating', 'note', 'agenda'] as const
export type Voidable = LessonEventOf<(typeof VOIDABLE)[number]>

/** Whether an undo takes an event back. */
export const isVoidable = (event: LessonEvent): event is Voidable & LessonEvent =>
  (VOIDABLE as readonly string[]).includes(event.kind)

/** One kind of event. */
export type LessonEventOf<K extends LessonEvent['kind']> = Extract<LessonEvent, { kind: K }>

/** Whether a decision departs from what was offered. */
export function overrules(decision: LessonEventOf<'decision'>): boolean {
  return (
    decision.supersedes === null && (decision.decision !== decision.offered || decision.bpm !== decision.offeredBpm)
  )
}
