import { defineStore } from 'pinia'
import { v4 as uuid } from 'uuid'
import type { AnswerOf, BodyOf, RouteName } from '#shared/routes'
import { addressOf, useApi, type ApiError, type Call, type CallArgs } from '../useApi'
import { saysTheSame } from '../same'

/** Answers after which a write may have been made all the same. */
const UNCERTAIN: readonly string[] = ['offline', 'unavailable', 'failed']

/** Routes whose body carries the id of a write. */
export type WritingRoute = { [N in RouteName]: BodyOf<N> extends { id: string } ? N : never }[RouteName]
/** A body without the id of the write, which is given as it is sent. */
export type Fields<N extends WritingRoute> = Omit<BodyOf<N> & object, 'id'>
/** A write as it is asked for. */
export type Write<N extends WritingRoute> = Omit<Call<N>, 'body'> & { readonly body: Fields<N> }

/**
 * Every write of the app that is not an event of a lesson. Each has an id, by which the server does it once; one that
 * may have arrived keeps its id as long as what is sent there says the same, so that trying again does not do it twice.
 */
export const useWrites = defineStore('writes', () => {
  const api = useApi()
  /** The write at each place that may have arrived, and what it said. */
  const uncertain = new Map<string, { readonly id: string; readonly fields: object }>()

  const placeOf = <N extends WritingRoute>(name: N, call: Write<N>) => `${name} ${addressOf(name, call as never)}`

  /** The id of a write that may have arrived: whoever sends it another way gives it the same. Null for none. */
  function uncertainId<N extends WritingRoute>(name: N, call: Write<N>): string | null {
    const before = uncertain.get(placeOf(name, call))
    return before && saysTheSame(before.fields, (call as { readonly body: object }).body) ? before.id : null
  }

  /** Sends a write without its id, which is given here. @throws ApiError */
  async function send<N extends WritingRoute>(name: N, call: Write<N>): Promise<AnswerOf<N>> {
    const { body: fields, ...rest } = call as { readonly body: object }
    const place = placeOf(name, call)
    const before = uncertain.get(place)
    const present = before && saysTheSame(before.fields, fields) ? before : { id: uuid(), fields }
    uncertain.set(place, present)
    try {
      const withId = { ...rest, body: { ...fields, id: present.id } }
      const answer = await api.call(name, ...([withId] as unknown as CallArgs<N>))
      uncertain.delete(place)
      return answer
    } catch (error) {
      // What was refused was not written.
      if (!UNCERTAIN.includes((error as ApiError).code)) uncertain.delete(place)
      throw error
    }
  }

  return { send, uncertainId }
})
