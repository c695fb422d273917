import { useEventListener, useMediaQuery } from '@vueuse/core'
import { computed, nextTick, ref } from 'vue'

/**
 * Whether the page is being printed, so that what only paper shows is drawn only then. `printOut` prints it.
 */
export function usePrinting() {
  const onPaper = useMediaQuery('print')
  const asked = ref(false)
  useEventListener(window, 'beforeprint', () => {
    asked.value = true
  })
  useEventListener(window, 'afterprint', () => {
    asked.value = false
  })
  async function printOut() {
    // The browser takes the page as it is when print() is called, so it is drawn first.
    asked.value = true
    await nextTick()
    window.print()
  }
  return { printing: computed(() => onPaper.value || asked.value), printOut }
}
