import { navigateTo, useRoute } from '#imports'
import { readonly, type Ref, ref, shallowReadonly, shallowRef, watch } from 'vue'
import { $fetch, FetchError } from 'ofetch'
import type { ErrorAnswer } from '#shared/contracts/common'
import { useSession } from '../stores/session'

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

/** Asks the server; every failure is an {@link ApiError}, and a session that ran out leads to signing in. */
export function useApi() {
  async function ask<T>(path: string, options: { method?: 'GET' | 'POST' | 'PUT'; body?: object } = {}): Promise<T> {
    try {
      return (await $fetch<T>(path, {
        method: options.method ?? 'GET',
        body: options.body as Record<string, unknown> | undefined,
        retry: 0,
      })) as T
    } catch (error) {
      const refusal = apiErrorOf(error)
      if (refusal.code === 'signed-out' && path !== '/api/sign-in') {
        useSession().me = null
        await navigateTo({ path: '/sign-in', query: { to: useRoute().fullPath } })
      }
      throw refusal
    }
  }
  return {
    get: <T>(path: string) => ask<T>(path),
    post: <T>(path: string, body: object) => ask<T>(path, { method: 'POST', body }),
    put: <T>(path: string, body: object) => ask<T>(path, { method: 'PUT', body }),
  }
}

/** Loads something from the server and keeps it with its error; `reload` asks again. */
export function useLoaded<T>(path: () => string | null) {
  const api = useApi()
  const data = shallowRef<T | null>(null)
  const error = ref<ApiError | null>(null)
  let latest = 0
  async function reload() {
    const asked = path()
    const turn = ++latest
    error.value = null
    if (asked === null) {
      data.value = null
      return
    }
    try {
      const answer = await api.get<T>(asked)
      // An answer that was overtaken by a newer question is dropped.
      if (turn === latest) data.value = answer
    } catch (refusal) {
      if (turn === latest) error.value = refusal as ApiError
    }
  }
  watch(path, reload, { immediate: true })
  // Not readonly in depth: each of an answer's thousand fields would be asked through a proxy.
  return { data: shallowReadonly(data) as Readonly<Ref<T | null>>, error: readonly(error), reload }
}
