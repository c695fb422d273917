import { computed, ref, watch } from 'vue'
import { groundsInWords } from '#core/wording/decision'
import type { DecisionKind } from '#core/schema/plan-fields'
import type { Standing } from '#core/practice/log/standing'
import { useToasts } from '../stores/toasts'
import type { RunningLesson } from './useLesson'

/** What a teacher decides on a drill; `reason` only where it goes against the offer. */
export interface Decided {
  readonly decision: DecisionKind
  readonly bpm: number
  readonly reason: string | null
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

/** What a teacher does in a running lesson: take up a drill, hear passes, decide, note, take back, end. */
export function useLessonRun(lesson: RunningLesson) {
  const { detail, state } = lesson
  const toasts = useToasts()

  const ended = computed(() => state.value.endedAt !== null)
  const agenda = computed(() => detail.value?.agenda ?? [])
  const current = computed(() => agenda.value.find(set => set.id === state.value.currentId) ?? agenda.value[0] ?? null)
  const standing = computed(() => (current.value ? lesson.standing(current.value) : null))
  const setBpm = computed(() => standing.value?.bpm ?? 60)

  // The metronome follows the set tempo; the teacher may try another one in between.
  const tempo = ref(setBpm.value)
  watch([setBpm, current], () => {
    tempo.value = setBpm.value
  })
  const passesHere = computed(() =>
    current.value ? lesson.passesOf(current.value).filter(pass => pass.bpm === tempo.value) : [],
  )

  /** A drill in the form this page shows it. */
  const asShown = (assignmentId: string) => ({
    assignmentId,
    taught: agenda.value.find(set => set.id === assignmentId)?.taught,
  })

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

  function undo() {
    const { undoable } = state.value
    if (!undoable || ended.value) return
    lesson.record({ kind: 'void', eventId: undoable.id })
    toasts.say(
      undoable.kind === 'pass'
        ? `Took back a ${undoable.clean ? 'clean pass' : 'slip'} at ${undoable.bpm}.`
        : `Took back the ${undoable.kind}.`,
    )
  }

  function decide(choice: Decided) {
    const set = current.value
    const now = standing.value
    if (!set || !now) return
    const made = lesson.record({
      kind: 'decision',
      ...asShown(set.id),
      revision: now.revision,
      ...choice,
      offered: now.offer.decision,
      offeredBpm: now.offer.bpm,
      offerReason: groundsInWords(now.offer),
      supersedes: null,
    })
    toasts.say(SAID[choice.decision](choice.bpm), {
      action: { label: 'Take it back', run: () => takeBack(set.id, made.id, now) },
    })
  }

  function takeBack(assignmentId: string, decisionId: string, before: Standing) {
    lesson.record({
      kind: 'decision',
      ...asShown(assignmentId),
      revision: before.revision + 1,
      decision: 'hold',
      bpm: before.bpm,
      offered: before.offer.decision,
      offeredBpm: before.offer.bpm,
      offerReason: 'Taken back.',
      reason: null,
      supersedes: decisionId,
    })
  }

  return {
    ended,
    agenda,
    current,
    standing,
    setBpm,
    tempo,
    passesHere,
    turnTo,
    pass,
    undo,
    decide,
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
