import { readonly, ref } from 'vue'
import type { z } from 'zod'
import { check } from '#core/schema/problem'
import type { ApiError } from './useApi'

/**
 * What a form sends and how it was answered. The contract the server checks by is asked here first: a slip of the pen
 * needs no round trip; a refusal names its field.
 */
export function useSending<S extends z.ZodType>(schema: S) {
  const busy = ref(false)
  const refusal = ref<{ readonly path?: string; readonly message: string; readonly code?: string } | null>(null)

  /** @returns The server's answer; null when it, or the contract, refused. */
  async function send<B extends z.input<S>, T>(
    body: B,
    to: (body: B) => Promise<T>,
  ): Promise<{ readonly answer: T } | null> {
    const checked = check(schema, body)
    refusal.value = checked.ok ? null : checked.error
    if (!checked.ok) return null
    busy.value = true
    try {
      return { answer: await to(body) }
    } catch (error) {
      refusal.value = error as ApiError
      return null
    } finally {
      busy.value = false
    }
  }

  return {
    busy: readonly(busy),
    refusal: readonly(refusal),
    errorOf: (path: string) => (refusal.value?.path === path ? refusal.value.message : ''),
    /** Begins anew, as when the form is opened: what was refused is forgotten. */
    clear: () => {
      refusal.value = null
    },
    send,
  }
}
