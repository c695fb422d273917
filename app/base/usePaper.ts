import { useEventListener } from '@vueuse/core'
import { nextTick, onScopeDispose, shallowReadonly, shallowRef, type Ref } from 'vue'

/**
 * Something printed by itself, whatever else the page shows: it is drawn while `paper` holds what it is of, into an
 * element of the class `paper` at the end of the body.
 */
export function usePaper<T>() {
  const paper = shallowRef<T | null>(null)
  const root = document.documentElement
  function clear() {
    delete root.dataset.paper
    paper.value = null
  }
  useEventListener(window, 'afterprint', clear)
  onScopeDispose(clear)
  return {
    paper: shallowReadonly(paper) as Readonly<Ref<T | null>>,
    /** Prints it, and nothing else. */
    print: async (what: T) => {
      paper.value = what
      root.dataset.paper = 'alone'
      await nextTick()
      window.print()
    },
  }
}
