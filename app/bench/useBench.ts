import { useManualRefHistory } from '@vueuse/core'
import { computed, markRaw, ref, type Ref, shallowRef, watch } from 'vue'
import { FAMILIES, familyLookup, familyNamed, isOwnMusic } from '#core/families/registry'
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
import { instrumentOf } from '#core/guitar/instrument'
import { isOnGuitar, type Notes } from '#core/writing/edit'
import { sketch } from '#core/writing/sketch'
import type { SpecProblem } from '#core/schema/spec-error'
import { saysTheSame } from '../base/same'
import { useVerdict } from '../base/useVerdict'
import { notesOn } from './writing/notes-on'

/** The drill an empty bench opens with, for somebody or nobody in particular. */
const openingSpec = (player: Player): Record<string, unknown> => ({ tempo: 60, ...openingFor(FAMILIES[0]!, player) })

/** What undo goes back through: the drill, and the fingers set over it. */
export interface Draft {
  readonly spec: Record<string, unknown>
  readonly pins: Pins
}

/** A drill on the bench with what undo and redo lead to, the nearest first. */
export interface Steps {
  readonly past: readonly Draft[]
  readonly present: Draft
  readonly future: readonly Draft[]
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

/** Stands for the notes of an empty sheet, which is no drill yet. */
const PLACEHOLDER = [{ at: 0, dur: 1, string: 1, fret: 0 }]

/** Whether own music says the same as before but for its notes. */
function onlyNotesDiffer(now: Record<string, unknown>, before: Record<string, unknown>): boolean {
  const same = (a: Record<string, unknown>, b: Record<string, unknown>, but: string) =>
    Object.keys(a).length === Object.keys(b).length && Object.keys(a).every(key => key === but || a[key] === b[key])
  return (
    same(now, before, 'free') &&
    same(now.free as Record<string, unknown>, before.free as Record<string, unknown>, 'notes')
  )
}

/** The spec of own music in which only notes were written since its check, or of an empty sheet; else null. */
function writtenSpec(raw: Record<string, unknown>, checked: Spec | null, last: Record<string, unknown>): Spec | null {
  if (!isOwnMusic(raw)) return null
  const notes = notesOn(raw)
  // The notes themselves are the core's own work: checking a thousand of them anew at every key is not needed.
  if (checked && onlyNotesDiffer(raw, last) && isOnGuitar(notes, instrumentOf(checked.instrument)))
    return { ...checked, free: { ...(checked.free as object), notes } }
  if (notes.length > 0) return null
  const parsed = parseSpec({ ...raw, free: { ...(raw.free as object), notes: PLACEHOLDER } }, familyLookup)
  return parsed.ok ? { ...parsed.value, free: { ...(parsed.value.free as object), notes } } : null
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
  const history = useManualRefHistory(draft, { capacity: 200 })
  const { undo, redo, canUndo, canRedo, clear, commit } = history
  const raw = computed(() => draft.value.spec)
  const pins = computed(() => draft.value.pins)
  /** Fingers a student really takes, while the teacher writes them down; null otherwise. */
  const asPlayed = shallowRef<Pins | null>(null)

  const spec = shallowRef<Spec>()
  const score = shallowRef<Score>()
  /** The last score that a hand was led through: what figures are about. */
  const settled = shallowRef<Score>()
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
    if (result.value.kind === 'sheet') {
      score.value = result.value
      settled.value = result.value
    }
    plan.value = result.value.kind === 'sheet' ? null : result.value
  }

  /** Own music is drawn as it is written, until the engine has looked at it. */
  const sketched = ref(false)
  let ownSpec: Spec | null = null
  let lastOwn: Record<string, unknown> = {}
  // One finger per fret is drawn at once; where the engine chooses, the sheet follows when it has.
  const atOnce = computed(() => !score.value || (spec.value?.fingering.rule === 'one-per-fret' && !sketched.value))
  watch(
    [raw, context],
    () => {
      const written = score.value ? writtenSpec(raw.value, ownSpec, lastOwn) : null
      ownSpec = written
      lastOwn = raw.value
      sketched.value = written !== null
      if (written) {
        spec.value = written
        score.value = sketch(written, notesOn(raw.value), score.value!)
        plan.value = null
        problem.value = score.value.notes.length > 0 ? null : { path: 'free.notes', message: 'nothing is written yet' }
        return
      }
      const parsed = parseSpec(raw.value, familyLookup)
      if (parsed.ok) {
        spec.value = parsed.value
        if (isOwnMusic(parsed.value) && parsed.value.then.length === 0) ownSpec = parsed.value
      }
      if (!parsed.ok || atOnce.value) take(realise(raw.value, context.value))
    },
    { immediate: true, flush: 'sync' },
  )

  // What is typed is looked at when the hand rests; a parameter that was changed at once.
  const verdict = useVerdict(
    () => ({ spec: raw.value, context: context.value, weights: weights.value }),
    () => (sketched.value ? 250 : 60),
  )
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
    settled,
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
    /** Writes other notes of own music; pins go, for their keys may be those of other notes now. */
    setNotes: (notes: Notes) => {
      draft.value = { spec: withField(raw.value, 'free.notes', notes), pins: {} }
      commit()
    },
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
      // A progression goes along to whatever else is played over it.
      const chords = (raw.value[String(family)] as { chords?: unknown } | undefined)?.chords
      const block = opening[name] as { chords?: unknown } | undefined
      const kept = chords && block?.chords ? { [name]: { ...block, chords } } : {}
      replace({ ...shared, ...opening, ...kept, ...(instrument && { instrument }) })
    },
    load,
    /** The drill with all that undo and redo lead to; drafts are never changed. */
    steps: computed((): Steps => ({
      past: history.undoStack.value.map(({ snapshot }) => snapshot),
      present: draft.value,
      future: history.redoStack.value.map(({ snapshot }) => snapshot),
    })),
    /** Takes up a drill with its undo, as it was left. */
    takeUp: ({ past, present, future }: Steps) => {
      load(present.spec, present.pins)
      const record = (snapshot: Draft) => markRaw({ snapshot, timestamp: 0 })
      history.undoStack.value = past.map(record)
      history.redoStack.value = future.map(record)
    },
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
