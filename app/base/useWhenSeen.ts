import { useIntersectionObserver } from '@vueuse/core'
import { readonly, ref, type Ref } from 'vue'

/** How far outside the window something counts as seen already. */
const MARGIN = '200px'

/** Does something when the page as it is now has been drawn. */
export const onceDrawn = (act: () => void): void => {
  requestAnimationFrame(() => setTimeout(act))
}

/**
 * Whether something has come into sight and the page around it is drawn: what takes long to draw waits for that, each
 * in a task of its own, so that what surrounds it is there at once.
 */
export function useWhenSeen(target: Readonly<Ref<HTMLElement | null>>): Readonly<Ref<boolean>> {
  const seen = ref(false)
  const { stop } = useIntersectionObserver(
    target,
    ([entry]) => {
      if (!entry?.isIntersecting) return
      stop()
      onceDrawn(() => {
        seen.value = true
      })
    },
    { rootMargin: MARGIN },
  )
  return readonly(seen)
}
