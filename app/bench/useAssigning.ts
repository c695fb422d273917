import { navigateTo } from '#imports'
import { computed, type Ref, ref, shallowReadonly, shallowRef } from 'vue'
import type { Pins } from '#core/schema/fields'
import { realise } from '#core/score/realise'
import type { StudentRow } from '#shared/contracts/people/answers'
import type { AssignmentDetail } from '#shared/contracts/taught/answers'
import { useToasts } from '../base/stores/toasts'
import { useWrites, type Fields } from '../base/stores/writes'
import { saysTheSame } from '../base/same'
import { useApi } from '../base/useApi'
import { useAttempt } from '../base/useAttempt'
import type { Bench } from './useBench'
import type { SavedDrill } from './useSavedDrill'

/** What the Set dialog asks for. */
interface Wish extends Omit<Fields<'POST /api/assignments'>, 'drillVersionId' | 'pins'> {
  readonly spec: Record<string, unknown> | null
}

const samePins = (a: Pins, b: Pins) => saysTheSame(Object.entries(a).sort(), Object.entries(b).sort())

/** Setting the drill on the bench for a student, and the fingers of one that was set. */
export function useAssigning(bench: Bench, kept: SavedDrill, students: Readonly<Ref<readonly StudentRow[] | null>>) {
  const api = useApi()
  const writes = useWrites()
  const toasts = useToasts()
  const { busy, refusal, attempt } = useAttempt()
  /** The set drill whose fingers are worked on; null when the bench is not about one. */
  const assignment = shallowRef<AssignmentDetail | null>(null)
  const setting = ref(false)

  /**
   * Fingers that go with a drill to its student: those pinned; where the engine chose, all of them, so that a faster
   * tempo does not change them.
   */
  function fingersToSet(spec: unknown, who: StudentRow | undefined): Pins {
    if (bench.spec.value?.fingering.rule !== 'best') return bench.pins.value
    const result = realise(spec, { hand: who?.hand, pins: bench.pins.value })
    return result.ok && result.value.kind === 'sheet'
      ? Object.fromEntries(result.value.notes.flatMap(note => (note.finger ? [[note.key, note.finger]] : [])))
      : {}
  }

  /** Saves the drill unless it is saved, and sets it for a student; fitted to their hand where a spec is given. */
  async function setFor({ spec, ...wish }: Wish) {
    const who = students.value?.find(each => each.id === wish.studentId)
    if (spec) bench.replace(spec)
    const set = await attempt(async () => {
      const version = await kept.saveVersion()
      await writes.send('POST /api/assignments', {
        body: { drillVersionId: version.id, ...wish, pins: fingersToSet(bench.minimal.value, who) },
      })
    })
    if (!set) return
    setting.value = false
    toasts.say(`Assigned to ${who?.name}.`, {
      action: { label: 'Open their page', run: () => void navigateTo(`/students/${wish.studentId}`) },
    })
  }

  // Only while the bench still says what was set: of another drill the fingers would be another's.
  const fingersChanged = computed(
    () =>
      assignment.value !== null &&
      kept.saved.value?.number === assignment.value.versionNumber &&
      !samePins(bench.pins.value, assignment.value.pins),
  )

  /** Keeps the fingers on the bench for the student whose set drill this is. */
  async function keepFingers() {
    const set = assignment.value!
    const { value: pins } = bench.pins
    const done = await attempt(() => writes.send('PUT /api/assignments/:id/pins', { id: set.id, body: { pins } }))
    toasts.say(done ? 'Fingers saved for this student.' : refusal.value, { tone: done ? 'plain' : 'trouble' })
    if (done) assignment.value = { ...set, pins }
  }

  return {
    assignment: shallowReadonly(assignment),
    setting,
    busy,
    refusal,
    setFor,
    fingersChanged,
    keepFingers,
    /** Opens a drill as it was set for a student, with the saved drill it is of. */
    load: async (id: string, studentId: string) => {
      try {
        const page = await api.call('GET /api/students/:id', { id: studentId })
        assignment.value = page.assignments.find(each => each.id === id) ?? null
        if (assignment.value) await kept.load(assignment.value.drillId)
      } catch (error) {
        toasts.say((error as Error).message, { tone: 'trouble' })
      }
    },
    /** What is on the bench no longer is what was set. */
    letGo: () => {
      assignment.value = null
    },
  }
}

/** Setting drills as the bench's parts share it. */
export type Assigning = ReturnType<typeof useAssigning>
