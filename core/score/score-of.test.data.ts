import type { Context } from './prepare'
import { realise } from './realise'
import type { Score } from './score'

/** The score of a spec that must be playable. @throws Error with path and reason when it is not. */
export function scoreOf(spec: unknown, context: Context = {}): Score {
  const result = realise(spec, context)
  if (!result.ok) throw new Error(`${result.error.path}: ${result.error.message}`)
  if (result.value.kind !== 'sheet') throw new Error(`a ${result.value.kind}, not a sheet`)
  return result.value
}

/** The problem of a spec that must not be playable. */
export function problemOf(spec: unknown) {
  const result = realise(spec)
  return result.ok ? null : result.error
}
