import { navigateTo, useRoute } from '#imports'
import { $fetch, FetchError } from 'ofetch'
import type { ErrorAnswer } from '#shared/contracts/common'
import type { AnswerOf, BodyOf, QueryInputOf, RouteName } from '#shared/routes'
import { useSession } from './stores/session'

/** A refusal of the server in its own words; `code` is `offline` when it could not be reached. */
export class ApiError extends Error {
  constructor(
    readonly code: ErrorAnswer['code'] | 'offline',
    message: string,
    readonly path?: string,
    readonly current?: unknown,
  ) {
    super(message)
    this.name = 'ApiError'
  }
}

function apiErrorOf(error: unknown): ApiError {
  if (error instanceof FetchError && error.response) {
    const answer = error.data as Partial<ErrorAnswer> | undefined
    return new ApiError(
      answer?.code ?? 'failed',
      answer?.message ?? 'The server could not answer. Try again.',
      answer?.path,
      answer?.current,
    )
  }
  return new ApiError('offline', 'The server cannot be reached. Nothing is lost; try again when it is back.')
}

/** What a route is called with: the id in its path, its query, its body; each where the route has it. */
export type Call<N extends RouteName> = (N extends `${string}/:id${string}` ? { readonly id: string } : unknown) &
  (QueryInputOf<N> extends undefined ? unknown : { readonly query?: QueryInputOf<N> }) &
  (BodyOf<N> extends undefined ? unknown : { readonly body: BodyOf<N> })
/** The call of a route; left out where it needs nothing. */
export type CallArgs<N extends RouteName> = object extends Call<N> ? [call?: Call<N>] : [call: Call<N>]

interface AnyCall {
  readonly id?: string
  readonly query?: Readonly<Record<string, unknown>>
  readonly body?: unknown
}

/** Where a route is called, with the id and the query of a call. @example addressOf('GET /api/drills/:id', { id }) */
export function addressOf<N extends RouteName>(name: N, ...[call = {}]: CallArgs<N> | [AnyCall?]): string {
  const { id, query } = call as AnyCall
  const said = Object.entries(query ?? {}).flatMap(([key, value]) =>
    value === undefined ? [] : [[key, String(value)] as [string, string]],
  )
  // An id may be whatever somebody typed into the page's address.
  const path = name.split(' ')[1]!.replace(':id', () => encodeURIComponent(id ?? ''))
  return said.length > 0 ? `${path}?${new URLSearchParams(said)}` : path
}

/** Calls the server; every failure is an {@link ApiError}, and a session that ran out leads to signing in. */
export function useApi() {
  async function call<N extends RouteName>(name: N, ...args: CallArgs<N>): Promise<AnswerOf<N>> {
    const { body } = (args[0] ?? {}) as AnyCall
    try {
      return await $fetch<AnswerOf<N>>(addressOf(name, ...args), {
        method: name.split(' ')[0] as 'GET' | 'POST' | 'PUT',
        ...(body !== undefined && { body: body as Record<string, unknown> }),
        retry: 0,
      })
    } catch (error) {
      const refusal = apiErrorOf(error)
      if (refusal.code === 'signed-out' && name !== 'POST /api/sign-in') {
        useSession().me = null
        await navigateTo({ path: '/sign-in', query: { to: useRoute().fullPath } })
      }
      throw refusal
    }
  }
  return { call }
}
