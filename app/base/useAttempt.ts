import { useMutation } from '@tanstack/vue-query'
import { computed } from 'vue'
import { queryClient } from './query-client'
import type { ApiError } from './useApi'

/** Work that the server may refuse: whether it is running, and why it was refused last. */
export function useAttempt() {
  const { isPending, error, mutateAsync } = useMutation<unknown, ApiError, () => Promise<unknown>>(
    { mutationFn: work => work(), networkMode: 'always', gcTime: 0 },
    queryClient,
  )

  /** @returns What the work gives; null when it was refused: `error` says why. */
  const attempt = <T>(work: () => Promise<T>): Promise<{ readonly done: T } | null> =>
    mutateAsync(work).then(
      done => ({ done: done as T }),
      () => null,
    )

  return { busy: isPending, error, refusal: computed(() => error.value?.message ?? ''), attempt }
}
