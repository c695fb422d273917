import { watchDebounced } from '@vueuse/core'
import { computed, onScopeDispose, shallowRef } from 'vue'
import type { BodyOf } from '#shared/routes'
import { makeFile, type MadeFile } from './useFiles'

/**
 * Several drills set on paper by the server while it is still being chosen which and how: what they come to is told
 * before anything is printed or saved.
 * @param asked What goes on paper; null for nothing.
 */
export function usePaperSet(asked: () => BodyOf<'POST /api/paper'> | null) {
  const wanted = computed(asked)
  /** What was set last, or that it could not be. */
  const set = shallowRef<{ readonly asked: BodyOf<'POST /api/paper'>; readonly file: MadeFile | null } | null>(null)
  let setting: AbortController | null = null
  watchDebounced(
    wanted,
    async now => {
      setting?.abort()
      if (!now) return
      const stop = new AbortController()
      setting = stop
      try {
        set.value = { asked: now, file: await makeFile('POST /api/paper', now, stop.signal) }
      } catch {
        // What is wrong is said when the file is asked for.
        if (!stop.signal.aborted) set.value = { asked: now, file: null }
      }
    },
    { debounce: 400, immediate: true },
  )
  onScopeDispose(() => setting?.abort())
  const ready = computed(() => (wanted.value && set.value?.asked === wanted.value ? set.value.file : null))
  return {
    /** Whether the pages are being counted right now. */
    counting: computed(() => wanted.value !== null && set.value?.asked !== wanted.value),
    /** So many pages; null while they are not known. */
    pages: computed(() => ready.value?.pages ?? null),
    /** The file, set already as a rule. @throws ApiError in the server's words. */
    file(signal: AbortSignal): Promise<MadeFile> {
      if (ready.value) return Promise.resolve(ready.value)
      setting?.abort()
      return makeFile('POST /api/paper', wanted.value!, signal)
    },
  }
}
