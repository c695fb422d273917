import { v4 as uuid } from 'uuid'
import type { LessonEvent, LessonEventOf } from '#core/lesson/events'
import { foldLesson } from '#core/lesson/fold'
import { standingOf, type Standing } from '#core/lesson/standing'
import { localIso } from '#core/schedule/local-time'
import type { LessonDetail } from '#shared/contracts/lessons'
import type { AssignmentDetail } from '#shared/contracts/students'

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
    try {
      // The outbox is read first: an event delivered in between then stands in the server's answer.
      await outbox.refresh()
      const pending = outbox.entries.filter(entry => entry.lessonId === lessonId && entry.refused === undefined).map(entry => entry.event)
      const loaded = await api.get<LessonDetail>(`/api/lessons/${lessonId}`)
      const known = new Set(loaded.events.map(event => event.id))
      detail.value = loaded
      events.value = [...loaded.events, ...pending.filter(event => !known.has(event.id))]
    }
    catch (refusal) {
      error.value = refusal as ApiError
    }
  }

  /**
   * Puts down what happened. It is in sight before this returns, so that keys pressed in a hurry keep their order; the
   * outbox then keeps it on the device and delivers it.
   */
  function record(happening: Happening): LessonEvent {
    const event = { id: uuid(), at: new Date().toISOString(), ...happening } as LessonEvent
    events.value = [...events.value, event]
    outbox.add({ userId: session.me!.userId, lessonId, event }).catch((error: Error) => {
      useToasts().say(`This device could not keep what you put down (${error.message}). Free some space, then reload.`, { tone: 'trouble' })
    })
    return event
  }

  const state = computed(() => foldLesson(events.value))
  const passesOf = (set: AssignmentDetail) => state.value.passes.filter(pass => pass.assignmentId === set.id)

  /** Where a drill stands, this lesson included. */
  function standing(set: AssignmentDetail): Standing {
    const zone = detail.value!.zone
    const heard = passesOf(set).map(pass => ({ kind: 'pass' as const, at: localIso(pass.at, zone), bpm: pass.bpm, clean: pass.clean, by: 'teacher' as const }))
    const decided = state.value.decisions.filter(decision => decision.assignmentId === set.id)
    return standingOf(set.plan, [...set.passes, ...heard], [...set.decisions, ...decided])
  }

  const off = outbox.refusals.on(async ({ entry, answer }) => {
    if (entry.lessonId !== lessonId) return
    await load()
    const current = answer.current as { bpm?: number | null } | undefined
    useToasts().say(current?.bpm ? `${answer.message}: it stands at ${current.bpm} now. Your decision is kept below; decide again.` : answer.message, { tone: 'trouble' })
  })
  onScopeDispose(off)

  return {
    detail: readonly(detail) as Readonly<Ref<LessonDetail | null>>,
    error: readonly(error) as Readonly<Ref<ApiError | null>>,
    events: readonly(events) as Readonly<Ref<readonly LessonEvent[]>>,
    state,
    load,
    record,
    standing,
    passesOf,
    refused: computed(() => outbox.entries.filter(entry => entry.lessonId === lessonId && entry.refused !== undefined)),
  }
}

/** A running lesson as its parts share it. */
export type RunningLesson = ReturnType<typeof useLesson>
