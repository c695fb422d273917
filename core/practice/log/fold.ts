import { isVoidable, type LessonEvent, type LessonEventOf, type Voidable } from './events'

/** What a lesson amounts to so far. */
export interface LessonState {
  readonly passes: readonly LessonEventOf<'pass'>[]
  readonly faults: readonly LessonEventOf<'fault'>[]
  /** Faults of earlier lessons that are gone. */
  readonly gone: readonly LessonEventOf<'fault-gone'>[]
  /** How each drill sounded, by assignment: the last that was said. */
  readonly quality: ReadonlyMap<string, number>
  /** What the teacher made of the lesson; null while it is as it was offered. */
  readonly agenda: LessonEventOf<'agenda'>['items'] | null
  readonly notes: readonly LessonEventOf<'note'>[]
  readonly decisions: readonly LessonEventOf<'decision'>[]
  /** The drill the teacher last turned to. */
  readonly currentId: string | null
  /** Minutes spent at each drill, by assignment. */
  readonly minutes: ReadonlyMap<string, number>
  readonly endedAt: string | null
  /** The latest pass, fault, rating or note that has not been voided: what undo takes back. */
  readonly undoable: Voidable | null
}

const minutesBetween = (from: string, to: string) => Math.max(0, (Date.parse(to) - Date.parse(from)) / 60000)

/** Minutes at each drill while the lesson was open: not those between its end and its being taken up again. */
function minutesOf(live: readonly LessonEvent[]): ReadonlyMap<string, number> {
  const minutes = new Map<string, number>()
  let current: string | null = null
  /** Since when minutes count for it; null while the lesson has ended. */
  let since: string | null = null
  let open = true
  const countTo = (at: string) => {
    if (current !== null && since !== null)
      minutes.set(current, (minutes.get(current) ?? 0) + minutesBetween(since, at))
    since = open ? at : null
  }
  for (const event of live) {
    if (event.kind === 'end') {
      open = false
      countTo(event.at)
    } else if (event.kind === 'reopen') {
      open = true
      since = event.at
    } else if (event.kind === 'turn') {
      countTo(event.at)
      current = event.assignmentId
    }
  }
  const last = live.at(-1)
  if (last && open) countTo(last.at)
  return minutes
}

/**
 * Folds a lesson's events, in server order, into what they amount to. An event that comes twice counts once; a
 * voided one not at all.
 */
export function foldLesson(events: readonly LessonEvent[]): LessonState {
  const seen = new Map(events.map(event => [event.id, event]))
  const unique = [...seen.values()]
  const voided = new Set(unique.flatMap(event => (event.kind === 'void' ? [event.eventId] : [])))
  const live = unique.filter(event => !voided.has(event.id))
  const of = <K extends LessonEvent['kind']>(kind: K) =>
    live.filter((event): event is LessonEventOf<K> & LessonEvent => event.kind === kind)
  // The last of both counts: a lesson taken up again is not ended until it is ended again.
  const closing = live.findLast(event => event.kind === 'end' || event.kind === 'reopen')
  const endedAt = closing?.kind === 'end' ? closing.at : null
  return {
    passes: of('pass'),
    faults: of('fault'),
    gone: of('fault-gone'),
    quality: new Map(of('rating').map(({ assignmentId, quality }) => [assignmentId, quality])),
    agenda: of('agenda').at(-1)?.items ?? null,
    notes: of('note'),
    decisions: of('decision'),
    currentId: of('turn').at(-1)?.assignmentId ?? null,
    minutes: minutesOf(live),
    endedAt,
    undoable: live.findLast(isVoidable) ?? null,
  }
}

/**
 * The decisions of a lesson that stand: one that was taken back is gone, with the one that took it back.
 * @param decisions In server order; one with `supersedes` takes back the latest of its drill that stands.
 */
export function standingDecisions(
  decisions: readonly LessonEventOf<'decision'>[],
): readonly LessonEventOf<'decision'>[] {
  const stacks = new Map<string, LessonEventOf<'decision'>[]>()
  for (const decision of decisions) {
    const stack = stacks.get(decision.assignmentId) ?? []
    if (decision.supersedes === null) stack.push(decision)
    else stack.pop()
    stacks.set(decision.assignmentId, stack)
  }
  return [...stacks.values()].flat()
}
