import { useBroadcastChannel, useDocumentVisibility } from '@vueuse/core'
import { computed, onScopeDispose, readonly, shallowReadonly, type Ref, ref, shallowRef, watch } from 'vue'
import { v4 as uuid } from 'uuid'
import type { LessonEvent, LessonEventOf } from '#core/practice/log/events'
import { heardOfLate } from '#core/practice/homework'
import { stageAfter, type StageEntry } from '#core/practice/log/stage'
import { changedSpec } from '#core/schema/change'
import { nextStage } from '#core/stages/order'
import { foldLesson } from '#core/practice/log/fold'
import { standingOf, type Standing } from '#core/practice/log/standing'
import type { LessonHeld } from '#core/practice/tempo/history'
import type { Completed } from '#core/practice/tempo/review'
import { placesOf, type Pain, type PainHand } from '#core/schema/pain'
import { painFor, worksHand } from '#core/practice/works-hand'
import { localIso } from '#core/practice/schedule/local-time'
import type { LessonDetail } from '#shared/contracts/lessons/answers'
import type { AgendaItem, HeardFault } from '#shared/contracts/taught/answers'
import { useOutbox } from '../base/stores/outbox'
import { useSession } from '../base/stores/session'
import { useToasts } from '../base/stores/toasts'
import type { ApiError } from '../base/useApi'
import { useApi } from '../base/useApi'

/** What one tab tells the others. */
interface Told {
  readonly lessonId: string
  readonly event: LessonEvent
}

type Happening = { [K in LessonEvent['kind']]: Omit<LessonEventOf<K>, 'id' | 'at'> }[LessonEvent['kind']]

/**
 * A lesson as it runs: the server's log with what is still on its way, folded into what it amounts to.
 * @param lessonId Id of the lesson.
 */
export function useLesson(lessonId: string) {
  const api = useApi()
  const outbox = useOutbox()
  const session = useSession()
  const detail = shallowRef<LessonDetail | null>(null)
  const error = ref<ApiError | null>(null)
  const events = shallowRef<readonly LessonEvent[]>([])

  async function load() {
    error.value = null
    const before = new Set(events.value.map(event => event.id))
    try {
      // The outbox is read first: an event delivered in between then stands in the server's answer.
      await outbox.refresh()
      const pending = outbox.entries.flatMap(entry =>
        entry.kind === 'event' && entry.lessonId === lessonId && entry.refused === undefined ? [entry.event] : [],
      )
      const loaded = await api.call('GET /api/lessons/:id', { id: lessonId })
      const known = new Set(loaded.events.map(event => event.id))
      detail.value = loaded
      // What was put down while the answer was on its way is in neither list yet.
      const since = events.value.filter(event => !before.has(event.id))
      const more = new Map([...pending, ...since].map(event => [event.id, event]))
      events.value = [...loaded.events, ...[...more.values()].filter(event => !known.has(event.id))]
    } catch (refusal) {
      error.value = refusal as ApiError
    }
  }

  // Another tab on this lesson sees what is put down here at once; another device's is fetched when one comes back.
  const { data: told, post: tell } = useBroadcastChannel<Told, Told>({ name: 'fidactyl-lesson' })
  watch(
    told,
    now => {
      if (now?.lessonId !== lessonId || events.value.some(event => event.id === now.event.id)) return
      events.value = [...events.value, now.event]
    },
    { flush: 'sync' },
  )
  const visibility = useDocumentVisibility()
  watch(visibility, now => {
    if (now === 'visible' && detail.value) void load()
  })

  /**
   * Puts down what happened. It is in sight before this returns, so that keys pressed in a hurry keep their order; the
   * outbox then keeps it on the device and delivers it.
   */
  function record(happening: Happening): LessonEvent {
    const event = { id: uuid(), at: new Date().toISOString(), ...happening } as LessonEvent
    events.value = [...events.value, event]
    tell({ lessonId, event })
    void outbox.add({ kind: 'event', userId: session.me!.userId, lessonId, event }).then(() => {
      // Not before it is in the outbox: what waits there now may be something else, on its way already.
      if (event.kind === 'reopen') reopening.value = true
    })
    return event
  }

  const state = computed(() => foldLesson(events.value))
  const passesOf = (set: AgendaItem) => state.value.passes.filter(pass => pass.assignmentId === set.id)

  /** What became of a fault of last time: gone, or put down again; null while nobody said. */
  function answerTo(set: AgendaItem, fault: HeardFault): 'gone' | 'still there' | null {
    if (state.value.gone.some(each => each.faultId === fault.id)) return 'gone'
    const again = state.value.faults.some(each => each.assignmentId === set.id && each.fault === fault.fault)
    return again ? 'still there' : null
  }

  /** What of a drill was heard wrong of late, this lesson first. */
  const faultsOfLate = (set: AgendaItem) =>
    heardOfLate(
      state.value.faults.filter(each => each.assignmentId === set.id),
      set.faults,
      state.value.gone.map(({ faultId }) => faultId),
    )

  /** Since when a drill is completed, but for the reviews of this lesson: those stand in its own log. */
  function completedElsewhere({ id, completed }: AgendaItem): Completed | null {
    const here = detail.value!.events.filter(
      event => event.kind === 'decision' && event.assignmentId === id && event.decision === 'done',
    ).length
    return completed && { ...completed, reviews: Math.max(0, completed.reviews - here) }
  }

  // Earlier lessons stand at the server's time: by a device's wrong clock this one might lie before them.
  const localTime = (event: LessonEvent) =>
    localIso(new Date(Date.parse(event.at) + outbox.offsetMs).toISOString(), detail.value!.zone)

  /** The stage a drill is at, decisions of this lesson included. */
  const stageOf = (set: AgendaItem): StageEntry =>
    stageAfter(
      set.stageBefore,
      state.value.decisions
        .filter(decision => decision.assignmentId === set.id)
        .map(decision => ({ ...decision, at: localTime(decision) })),
    )

  /** A set drill as it is taught now: what a decision of this lesson opened, the server's answer did not know yet. */
  function asTaughtNow(set: AgendaItem): AgendaItem {
    const { number } = stageOf(set)
    const stage = set.path.find(each => each.number === number)
    if (!stage || number === set.stageNumber) return set
    const { name, change, plan } = stage
    return { ...set, stage: name, stageNumber: number, change, plan }
  }

  /** What this lesson says of a drill at its stage: how it sounded, and its faults; nothing while nothing was said. */
  function lessonHere(set: AgendaItem, at: string): readonly LessonHeld[] {
    const opening = events.value.findLastIndex(
      event => event.kind === 'decision' && event.assignmentId === set.id && event.stage !== undefined,
    )
    const said = opening < 0 ? state.value : foldLesson(events.value.slice(opening + 1))
    const quality = said.quality.get(set.id)
    // A pain of this lesson that was cleared in it is over, though the lesson is not.
    const cleared = Date.parse(detail.value!.student.painClearedAt ?? '')
    const faults = said.faults
      .filter(each => each.assignmentId === set.id)
      .filter(each => each.fault !== 'pain' || !(Date.parse(each.at) + outbox.offsetMs <= cleared))
      .map(each => each.fault)
    if (quality === undefined && faults.length === 0) return []
    return [{ at, kind: 'lesson', faults, ...(quality !== undefined && { quality }) }]
  }

  const worked = new Map<string, boolean>()
  /** Whether a set drill works a hand; asked of the engine once. */
  function works(set: AgendaItem, hand: PainHand): boolean {
    const key = `${set.id} ${set.stageNumber} ${hand}`
    const known = worked.get(key) ?? worksHand(changedSpec(set.spec, set.change), set.hand, hand)
    worked.set(key, known)
    return known
  }

  /** Where a drill stands, this lesson included; `set` as it is taught now. */
  function standing(set: AgendaItem): Standing {
    const heard = passesOf(set).map(pass => ({
      kind: 'pass' as const,
      at: localTime(pass),
      bpm: pass.bpm,
      clean: pass.clean,
      by: 'teacher' as const,
      revision: pass.revision,
    }))
    const decided = state.value.decisions
      .filter(decision => decision.assignmentId === set.id)
      .map(decision => ({ ...decision, at: localTime(decision) }))
    const following = nextStage(set)
    const now = localIso(new Date(Date.now() + outbox.offsetMs).toISOString(), detail.value!.zone)
    const { pain, painClearedAt, hurtSince } = detail.value!.student
    return standingOf({
      plan: set.plan,
      passes: [...set.homePasses, ...set.passes, ...heard],
      decisions: [...set.decisions, ...decided],
      lessons: [...set.lessonLogs, ...lessonHere(set, now)],
      practice: set.practice,
      pain: painFor(pain, hand => works(set, hand)),
      clearedAt: painClearedAt,
      hurtSince,
      completed: completedElsewhere(set),
      bestBefore: set.stageNumber === set.stageBefore.number ? set.bestBefore : null,
      stage: stageOf(set),
      next: following && { number: following.number, startBpm: following.plan.startBpm },
      now,
    })
  }

  const off = outbox.refusals.on(async ({ entry, answer }) => {
    if (entry.kind !== 'event' || entry.lessonId !== lessonId) return
    await load()
    // What was set aside stands on the page with its reason; of a decision it is said what stands now.
    const current = answer.current as { bpm?: number | null } | undefined
    if (current?.bpm)
      useToasts().say(
        `${answer.message}: it stands at ${current.bpm} now. Your decision is kept above; decide again.`,
        { tone: 'trouble' },
      )
  })
  onScopeDispose(off)
  // A lesson taken up again has its whole agenda back once the server knows of it.
  const reopening = ref(false)
  watch([() => outbox.waiting, reopening], async ([waiting, isReopening]) => {
    if (!isReopening || waiting > 0) return
    reopening.value = false
    await load()
  })

  return {
    detail: shallowReadonly(detail) as Readonly<Ref<LessonDetail | null>>,
    error: readonly(error) as Readonly<Ref<ApiError | null>>,
    events: shallowReadonly(events) as Readonly<Ref<readonly LessonEvent[]>>,
    state,
    load,
    record,
    standing,
    stageOf,
    asTaughtNow,
    passesOf,
    answerTo,
    faultsOfLate,
    /** Where the student hurts, as it was just put down. */
    hurts: (pain: Pain | null) => {
      const now = detail.value
      if (!now) return
      const cleared =
        pain === null
          ? {
              painClearedAt: new Date(Date.now() + outbox.offsetMs).toISOString(),
              hurtSince:
                (now.student.pain ? placesOf(now.student.pain) : []).map(({ since }) => since).sort()[0] ?? null,
            }
          : {}
      detail.value = { ...now, student: { ...now.student, ...cleared, pain } }
    },
  }
}

/** A running lesson as its parts share it. */
export type RunningLesson = ReturnType<typeof useLesson>
