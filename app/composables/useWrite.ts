import { v4 as uuid } from 'uuid'
import type { z } from 'zod'
import { check } from '#core/spec/problem'

/**
 * The writes of a form. The contract the server checks by is asked here first: a slip of the pen needs no round trip; a
 * refusal names its field. A write that may have arrived keeps its id while the form says the same, so that trying again
 * does not do it twice; a form that says something else is another write.
 */
export function useWrite<S extends z.ZodType<{ id: string }>>(schema: S) {
  type Body = z.input<S>
  const busy = ref(false)
  const refusal = ref<{ path?: string, message: string } | null>(null)
  /** The write that may have arrived, and what it said. */
  let pending: { readonly id: string, readonly fields: unknown } | null = null

  /** @returns The server's answer; null when it, or the contract, refused. */
  async function write<T>(fields: Omit<Body, 'id'>, send: (body: Body & object) => Promise<T>): Promise<{ readonly answer: T } | null> {
    if (!pending || !saysTheSame(pending.fields, fields)) pending = { id: uuid(), fields }
    const body = { ...fields, id: pending.id } as Body & object
    refusal.value = null
    const checked = check(schema, body)
    if (!checked.ok) {
      refusal.value = checked.error
      return null
    }
    busy.value = true
    try {
      const answer = await send(body)
      pending = null
      return { answer }
    }
    catch (error) {
      refusal.value = error as ApiError
      // What was refused was not written.
      if (!['offline', 'unavailable', 'failed'].includes((error as ApiError).code)) pending = null
      return null
    }
    finally {
      busy.value = false
    }
  }

  return {
    busy: readonly(busy),
    refusal: readonly(refusal),
    errorOf: (path: string) => (refusal.value?.path === path ? refusal.value.message : ''),
    /** Begins anew, as when the form is opened: what was refused or is uncertain is forgotten. */
    clear: () => {
      pending = null
      refusal.value = null
    },
    write,
  }
}
