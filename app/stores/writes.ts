import { defineStore } from 'pinia'
import { v4 as uuid } from 'uuid'
import type { ApiError } from '../composables/useApi'
import { useApi } from '../composables/useApi'
import { saysTheSame } from '../utils/same'

/** Answers after which a write may have been made all the same. */
const UNCERTAIN: readonly string[] = ['offline', 'unavailable', 'failed']

/**
 * Every write of the app that is not an event of a lesson. Each has an id, by which the server does it once; one that
 * may have arrived keeps its id as long as what is sent there says the same, so that trying again does not do it twice.
 */
export const useWrites = defineStore('writes', () => {
  const api = useApi()
  /** The write at each place that may have arrived, and what it said. */
  const uncertain = new Map<string, { readonly id: string; readonly fields: object }>()

  async function write<T>(way: 'post' | 'put', path: string, fields: object): Promise<T> {
    const place = `${way} ${path}`
    const before = uncertain.get(place)
    const present = before && saysTheSame(before.fields, fields) ? before : { id: uuid(), fields }
    uncertain.set(place, present)
    try {
      const answer = await api[way]<T>(path, { ...fields, id: present.id })
      uncertain.delete(place)
      return answer
    } catch (error) {
      // What was refused was not written.
      if (!UNCERTAIN.includes((error as ApiError).code)) uncertain.delete(place)
      throw error
    }
  }

  return {
    /** Sends a write without its id. @throws ApiError */
    post: <T = unknown>(path: string, fields: object) => write<T>('post', path, fields),
    put: <T = unknown>(path: string, fields: object) => write<T>('put', path, fields),
  }
})
