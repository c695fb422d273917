import { computed, readonly, ref, shallowRef, watch } from 'vue'
import type { Page } from '#shared/contracts/common'
import { useToasts } from '../stores/toasts'
import { useApi } from './useApi'

/** A list that grows without end, page by page: the first comes with its surroundings, further ones when asked for. */
export function usePages<T>(first: () => Page<T> | null | undefined, path: () => string) {
  const api = useApi()
  const toasts = useToasts()
  const later = shallowRef<readonly Page<T>[]>([])
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
      later.value = [...later.value, await api.get<Page<T>>(`${path()}?before=${encodeURIComponent(before.value)}`)]
    } catch (error) {
      toasts.say((error as Error).message, { tone: 'trouble' })
    } finally {
      busy.value = false
    }
  }
  return {
    rows: computed(() => pages.value.flatMap(page => page.rows)),
    hasMore: computed(() => before.value !== null),
    busy: readonly(busy),
    more,
  }
}
