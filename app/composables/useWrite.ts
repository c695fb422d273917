import { v4 as uuid } from 'uuid'
import type { z } from 'zod'

/**
 * The writes of a form. A write that may have arrived keeps its id while the form says the same, so that trying again
 * does not do it twice; a form that says something else is another write.
 */
export function useWrite<S extends z.ZodType<{ id: string }>>(schema: S) {
  type Body = z.input<S>
  const { busy, refusal, errorOf, clear, send: sendOnce } = useSending(schema)
  /** The write that may have arrived, and what it said. */
  let pending: { readonly id: string, readonly fields: unknown } | null = null

  /** @returns The server's answer; null when it, or the contract, refused. */
  async function write<T>(fields: Omit<Body, 'id'>, send: (body: Body & object) => Promise<T>): Promise<{ readonly answer: T } | null> {
    if (!pending || !saysTheSame(pending.fields, fields)) pending = { id: uuid(), fields }
    const done = await sendOnce({ ...fields, id: pending.id } as Body & object, send)
    // What was refused was not written.
    if (!['offline', 'unavailable', 'failed'].includes(refusal.value?.code ?? '')) pending = null
    return done
  }

  return {
    busy,
    refusal,
    errorOf,
    /** Begins anew, as when the form is opened: what was refused or is uncertain is forgotten. */
    clear: () => {
      pending = null
      clear()
    },
    write,
  }
}
