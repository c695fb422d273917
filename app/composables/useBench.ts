import { FAMILIES, familyLookup, familyNamed } from '#core/families/registry'
import { realise } from '#core/score/realise'
import type { CountPlan, Score, StepsPlan } from '#core/score/score'
import type { HandInput } from '#core/spec/fields'
import { fieldAt, minimalSpec, withField } from '#core/spec/minimal'
import { parseSpec, type Spec } from '#core/spec/parse'
import type { SpecProblem } from '#core/spec/spec-error'

/** The drill an empty bench opens with. */
export const openingSpec = (): Record<string, unknown> => {
  const family = FAMILIES[0]!
  return { version: 1, family: family.name, tempo: 60, [family.name]: family.opening }
}

/**
 * The drill on the bench: its spec with undo and redo, and what it realises to for a hand.
 * The last playable score stays in sight while a change makes the drill impossible.
 */
export function useBench(hand: Readonly<Ref<HandInput | undefined>>) {
  const raw = shallowRef<Record<string, unknown>>(openingSpec())
  const { undo, redo, canUndo, canRedo, clear, commit } = useManualRefHistory(raw, { capacity: 200 })

  const spec = shallowRef<Spec>()
  const score = shallowRef<Score>()
  const plan = shallowRef<CountPlan | StepsPlan | null>(null)
  const problem = shallowRef<SpecProblem | null>(null)

  watch([raw, hand], () => {
    const parsed = parseSpec(raw.value, familyLookup)
    if (parsed.ok) spec.value = parsed.value
    const result = realise(raw.value, { hand: hand.value })
    problem.value = result.ok ? null : result.error
    if (!result.ok) return
    if (result.value.kind === 'sheet') score.value = result.value
    plan.value = result.value.kind === 'sheet' ? null : result.value
  }, { immediate: true, flush: 'sync' })

  function replace(next: Record<string, unknown>) {
    if (JSON.stringify(next) === JSON.stringify(raw.value)) return
    raw.value = next
    commit()
  }

  /** Puts another drill on the bench; what was there cannot be undone into it. */
  function load(next: Record<string, unknown>) {
    raw.value = next
    clear()
    commit()
  }

  return {
    raw: readonly(raw) as Readonly<Ref<Record<string, unknown>>>,
    spec,
    score,
    /** A drill without a guitar: counting or timed steps; null while a sheet is on the bench. */
    plan,
    problem,
    /** The spec without what has its default; what is saved and shared. */
    minimal: computed(() => (spec.value && problem.value === null ? minimalSpec(spec.value) : raw.value)),
    get: (path: string) => (spec.value ? fieldAt(spec.value, path) : undefined),
    set: (path: string, value: unknown) => replace(withField(raw.value, path, value)),
    replace,
    /** Another family, with a block that is playable at once; what all families share stays. */
    changeFamily: (name: string) => {
      const { family, then: _then, slurs: _slurs, ...rest } = raw.value
      const shared = Object.fromEntries(Object.entries(rest).filter(([key]) => key !== family))
      replace({ ...shared, family: name, [name]: familyNamed(name).opening })
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

/** One field of the drill on the bench, to be shown and set; writing it makes a step that can be undone. */
export function useField<T>(bench: Bench, path: string, missing?: T) {
  return computed<T>({ get: () => (bench.get(path) ?? missing) as T, set: value => bench.set(path, value) })
}
