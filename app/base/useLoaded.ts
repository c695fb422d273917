import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, type ComputedRef } from 'vue'
import type { AnswerOf, RouteName } from '#shared/routes'
import { queryClient } from './query-client'
import { addressOf, useApi, type ApiError, type Call, type CallArgs } from './useApi'

/** Routes that only read. */
export type ReadingRoute = Extract<RouteName, `GET ${string}`>

/** An answer of the server: null until it is here. `reload` reads it again. */
export interface Loaded<N extends ReadingRoute> {
  readonly data: ComputedRef<AnswerOf<N> | null>
  readonly error: ComputedRef<ApiError | null>
  readonly reload: () => Promise<void>
}

/**
 * Reads something from the server; components that read the same address share one answer.
 * @param call What it is called with now; null: nothing is read. Read again when that changes; the previous answer
 *   stays until the new one is here.
 */
export function useLoaded<N extends ReadingRoute>(
  name: N,
  call: () => Call<N> | null = () => ({}) as Call<N>,
): Loaded<N> {
  const api = useApi()
  const args = computed(() => [call()] as unknown as CallArgs<N>)
  const enabled = computed(() => args.value[0] !== null)
  const query = useQuery<AnswerOf<N>, ApiError>(
    {
      queryKey: computed(() => (enabled.value ? [addressOf(name, ...args.value)] : [])),
      queryFn: () => api.call(name, ...args.value),
      enabled,
      placeholderData: keepPreviousData,
      // Each of an answer's thousand fields would be read through a proxy.
      shallow: true,
    },
    queryClient,
  )
  return {
    data: computed(() => (enabled.value ? ((query.data.value as AnswerOf<N> | undefined) ?? null) : null)),
    error: computed(() => (enabled.value && !query.isFetching.value ? query.error.value : null)),
    reload: async () => {
      if (enabled.value) await query.refetch()
    },
  }
}
