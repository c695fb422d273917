import { v4 as uuid } from 'uuid'
import type { z } from 'zod'

/**
 * The writes of a form. The contract the server checks by is asked here first: a slip of the pen needs no round trip; a
 * refusal names its field. A write that may have arrived keeps its id, so that trying again does not do it twice.
 */
export function useWrite<S extends z.ZodType<{ id: string }>>(schema: S) {
  type Body = z.input<S>
  const busy = ref(false)
  const refusal = ref<{ path?: string, message: string } | null>(null)
  let id = uuid()

  /** @returns The server's answer; null when it, or the contract, refused. */
  async function write<T>(fields: Omit<Body, 'id'>, send: (body: Body & object) => Promise<T>): Promise<{ readonly answer: T } | null> {
    const body = { ...fields, id } as Body & object
    refusal.value = null
    const checked = schema.safeParse(body)
    if (!checked.success) {
      const [issue] = checked.error.issues
      refusal.value = { path: issue!.path.join('.'), message: issue!.message }
      return null
    }
    busy.value = true
    try {
      const answer = await send(body)
      id = uuid()
      return { answer }
    }
    catch (error) {
      refusal.value = error as ApiError
      // What was refused was not written; the corrected form is another write.
      if (!['offline', 'unavailable', 'failed'].includes((error as ApiError).code)) id = uuid()
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
    /** Forgets the last refusal, as when the form is opened anew. */
    clear: () => {
      refusal.value = null
    },
    write,
  }
}
