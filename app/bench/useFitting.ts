import { shallowReadonly, shallowRef } from 'vue'
import { familyLookup } from '#core/families/registry'
import { fitDrill, type FitChange, type Unsuited } from '#core/fitting/fit'
import { minimalSpec } from '#core/families/minimal-spec'
import { parseSpec } from '#core/schema/parse'
import type { StudentRow } from '#shared/contracts/people/answers'
import type { Bench } from './useBench'
import type { SavedDrill } from './useSavedDrill'

/** A drill as it was before it was fitted, and what fitting did. */
export interface Fitted {
  readonly student: string
  readonly original: Record<string, unknown>
  readonly spec: Record<string, unknown>
  readonly changes: readonly FitChange[]
  readonly left: readonly Unsuited[]
}

/** Puts a drill on a student's own guitar and fits it to their hand; null for a drill that cannot be read. */
export function fitFor(raw: Record<string, unknown>, student: StudentRow): Fitted | null {
  const original = { ...raw, instrument: student.instrument }
  const parsed = parseSpec(original, familyLookup)
  if (!parsed.ok) return null
  const { spec, changes, left } = fitDrill(parsed.value, student.hand)
  return { student: student.name, original: minimalSpec(parsed.value), spec: minimalSpec(spec), changes, left }
}

/**
 * Fits the drill on the bench to whom it is for; the teacher may keep the original. A drill that the bench opened by
 * itself, that nobody touched or saved, is none to be fitted: each student gets the opening one that is theirs.
 */
export function useFitting(bench: Bench, kept: Pick<SavedDrill, 'drill'>) {
  const fitted = shallowRef<Fitted | null>(null)
  return {
    fitted: shallowReadonly(fitted),
    /** Whom the drill is for was chosen, or nobody is any more. */
    follow: (student: StudentRow | null) => {
      fitted.value = null
      if (bench.untouched.value && !kept.drill.value) {
        bench.open()
        return
      }
      const done = student && fitFor(bench.raw.value, student)
      if (!done) return
      bench.replace(done.spec)
      fitted.value = done.changes.length > 0 || done.left.length > 0 ? done : null
    },
    keepOriginal: () => {
      if (fitted.value) bench.replace(fitted.value.original)
      fitted.value = null
    },
    dismiss: () => {
      fitted.value = null
    },
  }
}
