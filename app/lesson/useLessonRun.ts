import { computed, ref, shallowRef, watch } from 'vue'
import { planLesson, type AgendaEntry, type LessonPlan } from '#core/practice/agenda/agenda'
import { warmupMinutes } from '#core/practice/agenda/warmup'
import { takenBack } from '#core/practice/log/take-back'
import { standingDecisions } from '#core/practice/log/fold'
import { localIso } from '#core/practice/schedule/local-time'
import { groundsInWords } from '#core/wording/decision'
import type { DecisionKind } from '#core/schema/plan-fields'
import type { Fault } from '#core/schema/faults'
import type { LessonEventOf, Voidable } from '#core/practice/log/events'
import type { LessonDetail } from '#shared/contracts/lessons/answers'
import type { AgendaItem } from '#shared/contracts/taught/answers'
import { useToasts } from '../base/stores/toasts'
import type { RunningLesson } from './useLesson'

/** What a teacher decides on a drill; `reason` only where it goes against the offer. */
export interface Decided {
  readonly decision: DecisionKind
  readonly bpm: number
  readonly reason: string | null
  /** The stage it opens; left out where the drill stays at its stage. */
  readonly stage?: number
}

const SAID: Readonly<Record<DecisionKind, (bpm: number) => string>> = {
  'raise': bpm => `Raised to ${bpm}.`,
  'ease': bpm => `Eased to ${bpm}.`,
  'hold': bpm => `Held at ${bpm}.`,
  'done': () => 'Completed.',
  'next-stage': () => 'Next stage.',
  'vary': () => 'Varied.',
  'rest': () => 'Rest.',
}

const TAKEN_BACK: Readonly<Record<Exclude<Voidable['kind'], 'pass'>, string>> = {
  'fault': 'fault',
  'fault-gone': 'mark that a fault is gone',
  'rating': 'rating',
  'note': 'note',
  'agenda': 'change of the agenda',
}

/** The lesson as it is offered: made from what is set, by need. */
function lessonOffered(detail: LessonDetail): LessonPlan {
  const today = localIso(detail.startedAt, detail.zone).slice(0, 10)
  const drills = detail.agenda.map(({ id, pace, targetOn, completed, lessonLogs, spec }) => ({
    id,
    pace,
    targetOn,
    completed,
    heardOn: lessonLogs.at(-1)?.at.slice(0, 10) ?? null,
    warmupMinutes: warmupMinutes(spec),
  }))
  return planLesson(drills, detail.minutes, today)
}

/** What a teacher does in a running lesson: take up a drill, hear passes, decide, note, take back, end. */
export function useLessonRun(lesson: RunningLesson) {
  const { detail, state } = lesson
  const toasts = useToasts()

  const ended = computed(() => state.value.endedAt !== null)
  // As it was offered when the lesson was opened: what is heard in it does not turn the list over.
  const offered = shallowRef<LessonPlan | null>(null)
  watch(
    detail,
    now => {
      if (now && !offered.value) offered.value = lessonOffered(now)
    },
    { immediate: true },
  )
  /** The items of the lesson in their order, with their minutes. */
  const items = computed<readonly AgendaEntry[]>(
    () =>
      state.value.agenda?.map(({ assignmentId, minutes }) => ({ id: assignmentId, minutes })) ??
      offered.value?.items ??
      [],
  )
  /** All that can be turned to: the items in order, then what there is no time for. */
  const agenda = computed(() => {
    const order = new Map(items.value.map(({ id }, i) => [id, i]))
    const placeOf = (set: AgendaItem) => order.get(set.id) ?? order.size
    return (detail.value?.agenda ?? []).map(lesson.asTaughtNow).sort((a, b) => placeOf(a) - placeOf(b))
  })
  const current = computed(() => agenda.value.find(set => set.id === state.value.currentId) ?? agenda.value[0] ?? null)
  const standing = computed(() => (current.value ? lesson.standing(current.value) : null))
  const setBpm = computed(() => standing.value?.bpm ?? 60)

  // The metronome follows the set tempo; the teacher may try another one in between.
  const tempo = ref(setBpm.value)
  watch(
    [setBpm, () => current.value?.id],
    () => {
      tempo.value = setBpm.value
    },
    { flush: 'sync' },
  )
  const passesHere = computed(() =>
    current.value ? lesson.passesOf(current.value).filter(pass => pass.bpm === tempo.value) : [],
  )

  /** A drill in the form this page shows it. */
  const asShown = (assignmentId: string) => {
    const fetched = detail.value?.agenda.find(set => set.id === assignmentId)
    // A stage opened meanwhile has a revision that only the server knows: it takes its newest.
    const known = fetched && lesson.stageOf(fetched).number === fetched.stageNumber
    return { assignmentId, ...(known && { taught: fetched.taught }) }
  }

  function turnTo(assignmentId: string) {
    if (state.value.currentId !== assignmentId) lesson.record({ kind: 'turn', ...asShown(assignmentId) })
  }

  function pass(clean: boolean) {
    if (!current.value || ended.value) return
    // A drill counts as taken up with its first pass, so that looking at a lesson changes nothing.
    turnTo(current.value.id)
    lesson.record({
      kind: 'pass',
      ...asShown(current.value.id),
      revision: standing.value?.revision,
      bpm: tempo.value,
      clean,
    })
  }

  /** What was done in this lesson and can be undone, the latest last: what the log holds, and what no log does. */
  interface Deed {
    /** How many events there were before it. */
    readonly after: number
    readonly undo: () => string
  }
  const unlogged = shallowRef<readonly Deed[]>([])
  const did = (undo: Deed['undo']) => {
    unlogged.value = [...unlogged.value, { after: lesson.events.value.length, undo }]
  }

  const standingHere = computed(() => standingDecisions(state.value.decisions))
  const logged = computed<readonly Deed[]>(() => {
    const place = new Map(lesson.events.value.map((event, i) => [event.id, i]))
    const { undoable } = state.value
    const events = [...(undoable ? [undoable] : []), ...standingHere.value]
    return events
      .map(event => ({ after: place.get(event.id)!, undo: () => takeBack(event) }))
      .sort((a, b) => a.after - b.after)
  })
  const lastDeed = computed(() => {
    const [own, kept] = [unlogged.value.at(-1), logged.value.at(-1)]
    return own && (!kept || own.after > kept.after) ? own : (kept ?? null)
  })

  function takeBack(event: Voidable | LessonEventOf<'decision'>): string {
    if (event.kind === 'decision') {
      takeBackDecision(event)
      return `Undone: ${event.decision}.`
    }
    lesson.record({ kind: 'void', eventId: event.id })
    return event.kind === 'pass'
      ? `Undone: ${event.clean ? 'clean pass' : 'slip'} at ${event.bpm}.`
      : `Undone: ${TAKEN_BACK[event.kind]}.`
  }

  /** Takes back whatever was done last: a pass, a fault, a note, a decision, a tempo, a turn to another drill. */
  function undo() {
    const deed = lastDeed.value
    if (!deed || ended.value) return
    unlogged.value = unlogged.value.filter(each => each !== deed)
    toasts.say(deed.undo())
  }

  function decide(choice: Decided) {
    const set = current.value
    const now = standing.value
    if (!set || !now || ended.value) return
    const made = lesson.record({
      kind: 'decision',
      ...asShown(set.id),
      revision: now.revision,
      ...choice,
      offered: now.offer.decision,
      offeredBpm: now.offer.bpm,
      offerReason: groundsInWords(now.offer),
      supersedes: null,
    }) as LessonEventOf<'decision'>
    const stage = set.path.find(each => each.number === choice.stage)
    toasts.say(stage ? `Now: ${stage.name}.` : SAID[choice.decision](choice.bpm), {
      action: { label: 'Undo', run: () => takeBackDecision(made) },
    })
  }

  /** Sets the tempo back to what it was before a decision; both stay in the log. */
  function takeBackDecision(decision: LessonEventOf<'decision'>) {
    const set = agenda.value.find(each => each.id === decision.assignmentId)
    if (!set || !standingHere.value.some(each => each.id === decision.id)) return
    const here = state.value.decisions.filter(each => each.assignmentId === set.id)
    const back = takenBack(decision, here, set)
    if (back) lesson.record({ kind: 'decision', ...asShown(set.id), ...back, offerReason: 'Undone.' })
  }

  /** The next or the previous drill of the agenda; the ends do not join. */
  function step(by: 1 | -1) {
    const at = agenda.value.findIndex(set => set.id === current.value?.id)
    const next = agenda.value[at + by]
    if (next) choose(next.id)
  }

  /** Turns to a drill because the teacher asked for it, which undo takes back. */
  function choose(assignmentId: string) {
    const { value: before } = current
    if (!before || before.id === assignmentId) return turnTo(assignmentId)
    turnTo(assignmentId)
    did(() => {
      turnTo(before.id)
      return `Back to ${before.drillName}.`
    })
  }

  /** Tries another tempo, which undo takes back. */
  function tryTempo(bpm: number) {
    const { value: before } = tempo
    const set = current.value?.id
    if (bpm === before) return
    tempo.value = bpm
    // A tempo that is turned step by step is one deed.
    if (turning === set && unlogged.value.at(-1)?.after === lesson.events.value.length) return
    turning = set
    did(() => {
      turning = undefined
      if (current.value?.id === set) tempo.value = before
      return `Tempo ${before} again.`
    })
  }
  let turning: string | undefined

  return {
    ended,
    items,
    agenda,
    /** Arranges the lesson: which drills in which order, with how many minutes. */
    arrange: (now: readonly AgendaEntry[]) => {
      if (ended.value) return
      lesson.record({ kind: 'agenda', items: now.map(({ id, minutes }) => ({ assignmentId: id, minutes })) })
    },
    current,
    standing,
    setBpm,
    /** The tempo of the metronome; set, it is tried until the drill or its tempo changes. */
    tempo: computed({ get: () => tempo.value, set: tryTempo }),
    passesHere,
    choose,
    step,
    pass,
    undo,
    canUndo: computed(() => lastDeed.value !== null),
    decide,
    /** Puts a fault down against the drill in hand. */
    fault: (fault: Fault, fingers: { readonly finger?: number; readonly instead?: number }) => {
      if (!current.value || ended.value) return
      turnTo(current.value.id)
      lesson.record({ kind: 'fault', ...asShown(current.value.id), fault, ...fingers })
    },
    /** A fault of an earlier lesson is gone. */
    faultGone: ({ id }: { readonly id: string }) => {
      if (!current.value || ended.value) return
      turnTo(current.value.id)
      lesson.record({ kind: 'fault-gone', ...asShown(current.value.id), faultId: id })
    },
    /** How the drill in hand sounded, 1 to 5. */
    rate: (quality: number) => {
      if (!current.value || ended.value || state.value.quality.get(current.value.id) === quality) return
      turnTo(current.value.id)
      lesson.record({ kind: 'rating', ...asShown(current.value.id), quality })
    },
    /** Keeps a note on the drill in hand, or on the lesson as a whole. */
    note: (text: string, about: 'drill' | 'lesson') => {
      lesson.record({ kind: 'note', assignmentId: about === 'drill' ? (current.value?.id ?? null) : null, text })
    },
    end: () => {
      lesson.record({ kind: 'end' })
    },
    /** Goes on with a lesson that was ended, on its own day. */
    reopen: () => {
      lesson.record({ kind: 'reopen' })
    },
  }
}
