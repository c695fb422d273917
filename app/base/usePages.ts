import { computed, readonly, ref, shallowRef, watch } from 'vue'
import type { AnswerOf } from '#shared/routes'
import { useToasts } from './stores/toasts'
import { useApi, type CallArgs } from './useApi'

/** Routes that answer a page at a time. */
type PagedRoute = 'GET /api/students/:id/lessons' | 'GET /api/students/:id/past-drills'

/** A list that grows without end, page by page: the first comes with its surroundings, further ones when asked for. */
export function usePages<N extends PagedRoute>(name: N, first: () => AnswerOf<N> | null | undefined, id: () => string) {
  const api = useApi()
  const toasts = useToasts()
  const later = shallowRef<readonly AnswerOf<N>[]>([])
  const busy = ref(false)
  // When the first page is read anew, what was read after it may have moved.
  watch(first, () => {
    later.value = []
  })
  const pages = computed(() => [first(), ...later.value].filter(page => page !== null && page !== undefined))
  const before = computed(() => pages.value.at(-1)?.before ?? null)
  async function more() {
    if (before.value === null || busy.value) return
    busy.value = true
    try {
      const call = { id: id(), query: { before: before.value } }
      later.value = [...later.value, await api.call(name, ...([call] as unknown as CallArgs<N>))]
    } catch (error) {
      toasts.say((error as Error).message, { tone: 'trouble' })
    } finally {
      busy.value = false
    }
  }
  return {
    rows: computed(() => pages.value.flatMap(page => page.rows as readonly AnswerOf<N>['rows'][number][])),
    hasMore: computed(() => before.value !== null),
    busy: readonly(busy),
    more,
  }
}
