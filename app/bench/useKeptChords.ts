import { computed } from 'vue'
import type { KeptChords } from '#shared/contracts/drills/answers'
import { useToasts } from '../base/stores/toasts'
import { useWrites } from '../base/stores/writes'
import { useLoaded } from '../base/useLoaded'

/** The progressions and shapes the teacher keeps; putting one away can be undone. */
export function useKeptChords() {
  const writes = useWrites()
  const toasts = useToasts()
  const { data, reload } = useLoaded('GET /api/chords', () => ({}))
  const all = computed(() => data.value ?? [])

  const archive = async (id: string, archived: boolean) => {
    await writes.send('POST /api/chords/:id/archive', { id, body: { archived } })
    await reload()
  }
  return {
    progressions: computed(() => all.value.filter(each => each.kind === 'progression')),
    shapes: computed(() => all.value.filter(each => each.kind === 'shape')),
    /** Keeps a progression or a shape. @throws ApiError */
    keep: async (kept: Omit<KeptChords, 'id'>) => {
      await writes.send('POST /api/chords', { body: kept })
      await reload()
    },
    putAway: async ({ id, name }: KeptChords) => {
      await archive(id, true)
      toasts.say(`“${name}” is put away.`, { action: { label: 'Undo', run: () => void archive(id, false) } })
    },
  }
}
