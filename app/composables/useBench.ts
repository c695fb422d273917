import { useManualRefHistory } from '@vueuse/core'
import { computed, ref, type Ref, shallowRef, watch } from 'vue'
import { FAMILIES, familyLookup, familyNamed } from '#core/families/registry'
import { openingFor, type Player } from '#core/fitting/opening'
import type { Grade } from '#core/grade/grade'
import type { Weights } from '#core/grade/table'
import type { Verdict } from '#core/score/judge'
import { realise } from '#core/score/realise'
import type { CountPlan, Realised, Score, StepsPlan } from '#core/score/score'
import type { Pins } from '#core/schema/fields'
import { minimalSpec } from '#core/families/minimal-spec'
import { fieldAt, withField } from '#core/schema/minimal'
import { parseSpec, type Parsed, type Spec } from '#core/schema/parse'
import { sketch } from '#core/writing/sketch'
import type { SpecProblem } from '#core/schema/spec-error'
import { saysTheSame } from '../utils/same'
import { useVerdict } from './useVerdict'
import { notesOn } from './useWriting'

/** The drill an empty bench opens with, for somebody or nobody in particular. */
const openingSpec = (player: Player): Record<string, unknown> => ({ tempo: 60, ...openingFor(FAMILIES[0]!, player) })

/** What undo goes back through: the drill, and the fingers set over it. */
interface Draft {
  readonly spec: Record<string, unknown>
  readonly pins: Pins
}

/**
 * Pins of notes that a spec still has; keys outlive changes of tempo, position and guitar, but not of the notes
 * themselves.
 */
function livePins(spec: Record<string, unknown>, pins: Pins): Pins {
  if (Object.keys(pins).length === 0) return pins
  const result = realise({ ...spec, fingering: { rule: 'one-per-fret' } })
  if (!result.ok || result.value.kind !== 'sheet') return {}
  const fretted = new Set(result.value.notes.filter(note => note.finger).map(note => note.key))
  return Object.fromEntries(Object.entries(pins).filter(([key]) => fretted.has(key)))
}

/** Own music with more notes is drawn as it is written; a hand is led through it by the engine, a moment later. */
const MOST_AT_ONCE = 96
const PLACEHOLDER = [{ at: 0, dur: 1, string: 1, fret: 0 }]

/** Own music as it can be drawn at once; null for what is realised at once, and for other drills. */
function sketchOf(raw: Record<string, unknown>, before: Score | undefined): Score | null {
  if (raw.family !== 'free' || !before) return null
  const notes = notesOn(raw)
  const parsed = parseSpec(
    notes.length > 0 ? raw : { ...raw, free: { ...(raw.free as object), notes: PLACEHOLDER } },
    familyLookup,
  )
  if (!parsed.ok || parsed.value.then.length > 0) return null
  const { times, fingering } = parsed.value
  const light = notes.length * times <= MOST_AT_ONCE && fingering.rule === 'one-per-fret'
  return light && notes.length > 0 ? null : sketch(parsed.value, notes, before)
}

/**
 * The drill on the bench: its spec and pinned fingers with undo and redo, what they realise to for a hand, and the
 * verdict on the fingers. The last playable score stays in sight while a change makes the drill impossible or is worked
 * out.
 */
export function useBench(person: Readonly<Ref<Player>>, weights: Readonly<Ref<Weights | undefined>> = ref(undefined)) {
  const draft = shallowRef<Draft>({ spec: openingSpec(person.value), pins: {} })
  /** What the bench opened by itself. */
  const opened = shallowRef(draft.value)
  const { undo, redo, canUndo, canRedo, clear, commit } = useManualRefHistory(draft, { capacity: 200 })
  const raw = computed(() => draft.value.spec)
  const pins = computed(() => draft.value.pins)
  /** Fingers a student really takes, while the teacher writes them down; null otherwise. */
  const asPlayed = shallowRef<Pins | null>(null)

  const spec = shallowRef<Spec>()
  const score = shallowRef<Score>()
  const plan = shallowRef<CountPlan | StepsPlan | null>(null)
  const problem = shallowRef<SpecProblem | null>(null)
  const context = computed(() => ({
    hand: person.value.hand,
    habits: person.value.habits,
    pins: { ...pins.value, ...asPlayed.value },
  }))

  function take(result: Parsed<Realised>) {
    problem.value = result.ok ? null : result.error
    if (!result.ok) return
    if (result.value.kind === 'sheet') score.value = result.value
    plan.value = result.value.kind === 'sheet' ? null : result.value
  }

  /** Own music is drawn as it is written, until the engine has looked at it. */
  const sketched = ref(false)
  // One finger per fret is drawn at once; where the engine chooses, the sheet follows when it has.
  const atOnce = computed(() => !score.value || (spec.value?.fingering.rule === 'one-per-fret' && !sketched.value))
  watch(
    [raw, context],
    () => {
      const drawn = sketchOf(raw.value, score.value)
      sketched.value = drawn !== null
      if (drawn) {
        spec.value = drawn.spec
        score.value = drawn
        plan.value = null
        problem.value = drawn.notes.length > 0 ? null : { path: 'free.notes', message: 'nothing is written yet' }
        return
      }
      const parsed = parseSpec(raw.value, familyLookup)
      if (parsed.ok) spec.value = parsed.value
      if (!parsed.ok || atOnce.value) take(realise(raw.value, context.value))
    },
    { immediate: true, flush: 'sync' },
  )

  const verdict = useVerdict(() => ({ spec: raw.value, context: context.value, weights: weights.value }))
  watch(
    verdict.answer,
    answer => {
      if (answer && !atOnce.value && !(sketched.value && score.value?.notes.length === 0)) take(answer)
    },
    { flush: 'sync' },
  )
  const fingering = computed<Verdict | null>(() => {
    const { value: answer } = verdict.answer
    return answer?.ok && answer.value.kind === 'sheet' ? answer.value.fingering : null
  })

  const grade = computed<Grade | null>(() => {
    const { value: answer } = verdict.answer
    return answer?.ok && answer.value.kind !== 'steps' ? answer.value.grade : null
  })

  function write(next: Draft) {
    if (saysTheSame(next, draft.value)) return
    draft.value = next
    commit()
  }
  const replace = (next: Record<string, unknown>) => write({ spec: next, pins: livePins(next, pins.value) })

  /** Puts another drill on the bench; what was there cannot be undone into it. */
  function load(next: Record<string, unknown>, nextPins: Pins = {}) {
    asPlayed.value = null
    draft.value = { spec: next, pins: livePins(next, nextPins) }
    commit()
    clear()
  }
  /** Puts the opening drill of whom the bench works for on it. */
  function open() {
    load(openingSpec(person.value))
    opened.value = draft.value
  }

  return {
    raw,
    pins,
    /** Whether the opening drill is on the bench, and nobody has changed it or pinned a finger. */
    untouched: computed(() => draft.value === opened.value),
    open,
    asPlayed,
    spec,
    score,
    /** A drill without a guitar: counting or timed steps; null while a sheet is on the bench. */
    plan,
    problem,
    /** The verdict on the fingers in sight; null until the engine has looked at them. */
    fingering,
    /** How hard it is, for the hand it is for; null until the engine has looked at it, and for timed steps. */
    grade,
    engine: verdict,
    /** The spec without what has its default; what is saved and shared. */
    minimal: computed(() => (spec.value && problem.value === null ? minimalSpec(spec.value) : raw.value)),
    get: (path: string) => (spec.value ? fieldAt(spec.value, path) : undefined),
    set: (path: string, value: unknown) => replace(withField(raw.value, path, value)),
    replace,
    /** Pins fingers to notes, or with null lets the drill have its own again. */
    pin: (fingers: Readonly<Record<string, number | null>>) => {
      const kept = Object.fromEntries(
        Object.entries({ ...pins.value, ...fingers }).filter(
          (entry): entry is [string, number] => entry[1] !== null && entry[1] !== 0,
        ),
      )
      write({ spec: raw.value, pins: kept })
    },
    /**
     * Takes over a fingering from a note on (from the first when left out): what differs from the one in sight is
     * pinned.
     */
    take: (fingers: Readonly<Record<string, number>>, fromKey?: string) => {
      const notes = score.value!.notes
      const differing = notes
        .slice(
          Math.max(
            0,
            notes.findIndex(note => note.key === fromKey),
          ),
        )
        .filter(note => note.finger && fingers[note.key] && fingers[note.key] !== note.finger)
      write({
        spec: raw.value,
        pins: { ...pins.value, ...Object.fromEntries(differing.map(note => [note.key, fingers[note.key]!])) },
      })
    },
    /** Another family, with a block that is playable at once; what all families share stays. */
    changeFamily: (name: string) => {
      const { family, then: _then, slurs: _slurs, fingering: _fingering, ...rest } = raw.value
      const shared = Object.fromEntries(Object.entries(rest).filter(([key]) => key !== family))
      // The guitar on the bench stays: a family's own is only for one that is not said.
      const instrument = shared.instrument as object | undefined
      const opening = openingFor(familyNamed(name), { ...person.value, instrument })
      replace({ ...shared, ...opening, ...(instrument && { instrument }) })
    },
    load,
    undo,
    redo,
    canUndo,
    canRedo,
  }
}

/** The bench as its parts share it. */
export type Bench = ReturnType<typeof useBench>

/**
 * One field of the drill on the bench, to be shown and set; writing it makes a step that can be undone.
 * It is the same object while it says the same, so that a control is drawn anew only when its own field changes.
 */
export function useField<T>(bench: Bench, path: string, missing?: T) {
  return computed<T>({
    get: before => {
      const now = (bench.get(path) ?? missing) as T
      return before !== undefined && saysTheSame(before, now) ? before : now
    },
    set: value => bench.set(path, value),
  })
}
