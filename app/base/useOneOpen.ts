import { computed, ref, type Ref, type WritableComputedRef } from 'vue'

/**
 * Dialogs of a place of which one is open at a time.
 * @param names What they are called there.
 */
export function useOneOpen<N extends string>(...names: readonly N[]) {
  const present = ref(null) as Ref<N | null>
  const isOpen = (name: N) =>
    computed({
      get: () => present.value === name,
      set: open => {
        present.value = open ? name : null
      },
    })
  return {
    /** Whether each is open, to be read and set. */
    is: Object.fromEntries(names.map(name => [name, isOpen(name)])) as Record<N, WritableComputedRef<boolean>>,
    open: (name: N) => {
      present.value = name
    },
    close: () => {
      present.value = null
    },
  }
}
