import { NIL } from 'uuid'
import type { z } from 'zod'
import { useSending } from './useSending'

/**
 * A form whose fields are a write: what the contract asks of it is asked here first, its id is given when it is sent.
 */
export function useWrite<S extends z.ZodType<{ id: string }>>(schema: S) {
  type Fields = Omit<z.input<S>, 'id'>
  const { send, ...form } = useSending(schema)
  return {
    ...form,
    /** @returns The server's answer; null when it, or the contract, refused. */
    write: <T>(fields: Fields, to: (fields: Fields) => Promise<T>) =>
      send({ ...fields, id: NIL } as z.input<S>, () => to(fields)),
  }
}
